import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { send, wanted } from '../support/commands';
import { stage } from '../support/demo';
import { expect, newCoat, saved, test } from '../support/test';

/** Settings of a desktop on which no shell runs, as it exports them. */
const BEFORE = [
  'Marlbeck settings, form 2',
  '',
  '[Marlbeck\\Dock]',
  '"Icon size"=dword:00000018',
  '"Edge"="bottom"',
  '"Owner"="nobody’s business"',
  '',
  '[Marlbeck\\Panel]',
  '"Height"=dword:0000001e',
  '',
].join('\r\n');
const AFTER = BEFORE.replace('00000018', '00000020')
  .replace('bottom', 'left')
  .replace('0000001e', '00000028');

/** UTF-16 with its byte order mark, as such exports are. */
const wide = (text: string) => Buffer.from(`\uFEFF${text}`, 'utf16le');
const file = (name: string, text: string) => ({ name, mimeType: 'text/plain', buffer: wide(text) });
async function imported(page: Page, press: () => Promise<void>): Promise<string> {
  const begun = page.waitForEvent('download');
  await press();
  const bytes = readFileSync(await (await begun).path());
  expect([bytes[0], bytes[1]]).toEqual([0xff, 0xfe]);
  return bytes.toString('utf16le').slice(1);
}

test('a desktop on which no shell runs is learnt from exports, dressed by a file that it imports, and undressed by its inverse', async ({
  page,
}) => {
  await newCoat(page, 'A look for Marlbeck');
  await send(
    page,
    'Add',
    wanted([
      ['dock', 'Shelf', { iconSize: 40, edge: 'left' }],
      ['bar', 'Strip', { thickness: 44 }],
    ]),
  );
  await stage(page, 'Host');
  await page.getByRole('link', { name: 'My own desktop' }).click();
  const exports = page.locator('input[type=file][multiple]');
  await expect(page.getByRole('heading', { name: 'My own desktop' })).toBeVisible();
  await exports.setInputFiles([file('before.txt', BEFORE), file('after.txt', AFTER)]);
  await expect(page.getByText('3 changed while you changed them.')).toBeVisible();
  for (const said of [1, 2, 3]) {
    await page.keyboard.press('y');
    await expect(page.getByRole('radio', { name: `Said ${said}` })).toBeVisible();
  }
  await page.getByRole('button', { name: 'Save and choose it' }).click();
  await expect(page.getByText('My desktop is among your profiles, revision 1')).toBeVisible();
  await saved(page);
  // Meanwhile it was changed by hand: what is set now is what the way back returns to.
  await exports.setInputFiles(file('today.txt', BEFORE.replace('00000018', '0000001c')));
  await expect(page.getByText('What today.txt says of them is in the coat')).toBeVisible();
  await saved(page);

  await stage(page, 'Match');
  for (const name of ['Shelf', 'Strip']) {
    await page
      .getByRole('navigation', { name: 'Elements' })
      .getByRole('button', { name: new RegExp(`^${name}`) })
      .click();
    await expect(page.getByRole('heading', { level: 1, name })).toBeVisible();
    await page.getByRole('button', { name: /^Choose .* of this desktop/ }).click();
    await saved(page);
    await expect(page.getByRole('button', { name: /^Release .* of this desktop/ })).toBeVisible();
  }
  await stage(page, 'Plan');
  const dressed = await imported(page, async () => {
    await page.getByRole('button', { name: 'Take with you' }).click();
    await page.getByRole('menuitem', { name: /^File to import/ }).click();
  });
  expect(dressed.split('\r\n').filter(Boolean)).toEqual([
    'Marlbeck settings, form 2',
    '[Marlbeck\\Dock]',
    '"Edge"="left"',
    '"Icon size"=dword:00000028',
    '[Marlbeck\\Panel]',
    '"Height"=dword:0000002c',
  ]);
  // It was imported: the steps are ticked together, and the way back is its inverse.
  await page.getByRole('button', { name: /^Set Strip: thickness to 44/ }).click();
  await page.getByRole('button', { name: 'Done up to here' }).click();
  await saved(page);
  await page.getByRole('link', { name: 'Way back' }).click();
  await expect(page.getByText('after it the host is as it was at the start')).toBeVisible();
  const undressed = await imported(page, () => page.getByRole('button', { name: 'File to import' }).click());
  expect(undressed.split('\r\n').filter(Boolean).sort()).toEqual(
    [
      'Marlbeck settings, form 2',
      '[Marlbeck\\Dock]',
      '"Edge"="bottom"',
      '"Icon size"=dword:0000001c',
      '[Marlbeck\\Panel]',
      '"Height"=dword:0000001e',
    ].sort(),
  );
});
