import type { Page } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { addPicture, drawRegion, expect, newCoat, saved, test } from '../support/test';
import { drawnPng } from '../support/png';

/** A look that no demo contains: a strip along the head, a shelf on the left, a plate for a clock. */
const SIZE = { width: 1600, height: 900 };
const STRIP = { x: 0, y: 0, width: 1600, height: 45, colour: '#7a4fa3' };
const SHELF = { x: 0, y: 45, width: 60, height: 855, colour: '#2f6d8f' };
const CLOCK = { x: 1480, y: 8, width: 100, height: 29, colour: '#f2e6c9' };

test('walks from a dropped picture to an exported plan, with the right numbers', async ({ page }) => {
  await newCoat(page, 'A look of my own');
  await addPicture(page, 'own.png', drawnPng(SIZE.width, SIZE.height, '#c8d2bc', [STRIP, SHELF, CLOCK]));
  await expect(page.locator('coat-picture-view img')).toBeVisible();

  // Study: a rough gesture, exact numbers.
  await drawRegion(page, SIZE, { x: 4, y: 5, width: 1592, height: 44 });
  const details = page.getByRole('complementary', { name: 'Details' });
  await expect(details.getByRole('row', { name: /^Size/ })).toContainText('1600 × 45 px');
  await expect(details.getByRole('row', { name: /^Of the screen height/ })).toContainText('5 %');
  await expect(details.getByRole('row', { name: /^Edge/ })).toContainText('top');
  await expect(details.getByRole('row', { name: /^Thickness/ })).toContainText('45 px');
  await expect(details.getByRole('listitem').first()).toContainText('#7a4fa3');
  await details.getByLabel('What is it?').selectOption('bar');
  await details.getByLabel('Name', { exact: true }).fill('Head strip');
  await details.getByRole('button', { name: 'Add element' }).click();
  await expect(
    page.getByRole('navigation', { name: 'Elements' }).getByRole('button', { name: /Head strip/ }),
  ).toBeVisible();
  await expect(details.getByLabel('Thickness of Head strip')).toHaveValue('45');
  await expect(details.getByLabel('Edge of Head strip', { exact: true })).toHaveValue('top');
  await expect(details.getByLabel('Colour of Head strip', { exact: true })).toHaveValue('#7a4fa3');

  await drawRegion(page, SIZE, { x: 3, y: 40, width: 62, height: 858 });
  await expect(details.getByRole('row', { name: /^Size/ })).toContainText('60 × 855 px');
  await expect(details.getByRole('row', { name: /^Edge/ })).toContainText('left');
  await details.getByLabel('What is it?').selectOption('bar');
  await details.getByLabel('Name', { exact: true }).fill('Shelf');
  await details.getByRole('button', { name: 'Add element' }).click();

  await drawRegion(page, SIZE, { x: 1478, y: 5, width: 104, height: 34 });
  await details.getByLabel('What is it?').selectOption('clock');
  await details.getByRole('button', { name: 'Add element' }).click();
  await details.getByLabel('Format of Clock').fill('HH:mm');
  await details.getByLabel('Format of Clock').press('Tab');
  await details.getByLabel('Lines of Clock').fill('1');
  await details.getByLabel('Lines of Clock').press('Tab');
  await saved(page);

  // Weight and tolerance.
  await page.getByRole('navigation', { name: 'Elements' }).getByRole('button', { name: /Shelf/ }).click();
  await details.getByRole('radio', { name: 'Weight 2' }).click();
  await details.getByRole('button', { name: 'More on Thickness' }).click();
  await details.getByLabel('Tolerance').fill('10');
  await details.getByLabel('Tolerance').press('Tab');
  await saved(page);

  // Host: half the height of the picture at scale 1.
  await page.getByRole('link', { name: /^Host/ }).click();
  await page.getByRole('button', { name: 'Choose Fernbank 3.4' }).click();
  await page.getByLabel('Width, px').fill('1920');
  await page.getByLabel('Height, px').fill('1080');
  await page.getByLabel('Height, px').press('Tab');
  await saved(page);

  // Parts: search and open one.
  await page.getByRole('link', { name: 'Parts' }).click();
  await page.getByLabel('Search parts').fill('reedb');
  await expect(page.getByRole('row')).toHaveCount(2);
  await page.getByRole('button', { name: 'Reedbar' }).click();
  const part = page.getByRole('complementary', { name: 'Part' });
  await expect(part).toContainText('put.sh --user');
  await expect(part).toContainText('8 to 48');

  // Match: 45 px of 900 become 54 px of 1080.
  await page.getByRole('link', { name: /^Match/ }).click();
  await page
    .getByRole('navigation', { name: 'Elements' })
    .getByRole('button', { name: /Head strip/ })
    .click();
  const traits = page.getByRole('complementary', { name: 'Traits' });
  await page.getByRole('button', { name: 'Choose Fernbank bar' }).click();
  const thickness = traits.getByRole('row', { name: /^Thickness/ });
  await expect(thickness.getByRole('cell').nth(0)).toHaveText('54 px');
  await expect(thickness.getByRole('cell').nth(1)).toHaveText('54 px');
  await expect(thickness.getByRole('cell').nth(2)).toHaveText('100');
  await expect(page.getByRole('heading', { name: 'Head strip' }).locator('..')).toContainText('matched');
  await page.getByRole('button', { name: 'Choose Reedbar 1.0' }).click();
  // Reedbar reaches 48: r = ln(58/52), credit 1 − (r − ln 1.06)/(ln 2 − ln 1.06).
  await expect(thickness.getByRole('cell').nth(1)).toHaveText('48 px');
  const r = Math.log(58 / 52);
  await expect(thickness.getByRole('cell').nth(2)).toHaveText(
    String(Math.round(100 * (1 - (r - Math.log(1.06)) / (Math.LN2 - Math.log(1.06))))),
  );
  await expect(traits).toContainText('at most 48');
  await page.keyboard.press('Control+z');
  await expect(thickness.getByRole('cell').nth(1)).toHaveText('54 px');

  // Shelf by keyboard: a gap with its reason.
  await page.keyboard.press('j');
  await expect(page.getByRole('heading', { name: 'Shelf', level: 1 })).toBeVisible();
  await page.keyboard.press('g');
  await page.getByLabel('Why is it a gap?').fill('Nothing stands on the left here.');
  await page.getByRole('button', { name: 'Mark as gap' }).click();
  await page.keyboard.press('j');
  await page.getByRole('button', { name: 'Choose Fernbank clock' }).click();
  await saved(page);

  // Gap ledger.
  await page.getByRole('link', { name: 'Gap ledger' }).click();
  const shelf = page.getByRole('row', { name: /Shelf/ });
  await expect(shelf).toContainText('gap');
  await expect(shelf).toContainText('Nothing stands on the left here.');
  await expect(page.getByRole('row', { name: /Head strip/ })).toHaveCount(0);

  // Plan: exact values, ticks that stay, exports that hold.
  await page.getByRole('link', { name: /^Plan/ }).click();
  await expect(page.getByRole('button', { name: /^Set Head strip: thickness to 54/ })).toBeVisible();
  await page.getByLabel('Done: Make a safe point to return to').check();
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Done: Make a safe point to return to')).toBeChecked();
  await page.getByRole('button', { name: /^Set Head strip: thickness to 54/ }).click();
  await expect(page.getByRole('complementary', { name: 'Step' })).toContainText('fern set bar1.thickness 54');

  const script = await download(page, 'Shell script');
  expect(script).toMatch(/set_value [0-9a-f]{16} bar1\.thickness 54/);
  const file = test.info().outputPath('plan.sh');
  writeFileSync(file, script);
  execFileSync('shellcheck', ['-s', 'sh', file], { stdio: 'pipe' });
  const told = execFileSync('sh', [file, '--dry-run'], {
    env: { ...process.env, HOME: test.info().outputPath('home') },
    stdio: 'pipe',
  }).toString();
  expect(told).toContain('+ fern set bar1.thickness 54');
  expect(told).toContain('Nothing was changed.');
  const markdown = await download(page, 'Markdown');
  expect(markdown).toContain('# A look of my own');
  expect(markdown).toMatch(/1\. \[x\] \*\*Make a safe point to return to\*\*/);

  // The first page shows what was reached.
  await page.getByRole('link', { name: 'All coats' }).click();
  const card = page
    .getByRole('listitem')
    .filter({ has: page.getByRole('heading', { name: 'A look of my own' }) });
  await expect(card).toContainText('on Fernbank 3.4');
  await expect(card).toContainText('1 gap');
});

async function download(page: Page, button: string): Promise<string> {
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Take with you' }).click();
  await page.getByRole('menuitem', { name: new RegExp(`^${button}`) }).click();
  return readFileSync(await (await waiting).path(), 'utf8');
}
