import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { Page } from '@playwright/test';
import { stage } from '../support/demo';
import { drawnPng, type Box } from '../support/png';
import { dryRun } from '../support/scripts';
import { startFreshServer } from '../support/server';
import { addPicture, drawRegion, expect, newCoat, saved, test, choose, give } from '../support/test';

/** A look that no demo contains: a strip along the head, a shelf on the left, a plate for a clock; by day and by night. */
const SIZE = { width: 1600, height: 900 };
const look = (ground: string, strip: string, shelf: string, plate: string): Buffer =>
  drawnPng(SIZE.width, SIZE.height, ground, [
    { x: 0, y: 0, width: 1600, height: 45, colour: strip },
    { x: 0, y: 45, width: 60, height: 855, colour: shelf },
    { x: 1480, y: 8, width: 100, height: 29, colour: plate },
  ]);
const DAY = look('#c8d2bc', '#7a4fa3', '#2f6d8f', '#f2e6c9');
const NIGHT = look('#20281c', '#4a2e66', '#1b4257', '#c9bc9a');
/** The own desktop after an evening's work: the strip six lines too high, as somebody had set it. */
const OWN: readonly Box[] = [
  { x: 0, y: 0, width: 1920, height: 60, colour: '#7a4fa3' },
  { x: 1776, y: 10, width: 120, height: 35, colour: '#f2e6c9' },
];
const NAME = 'A look of my own';
const SURVEY = fileURLToPath(new URL('../../apps/server/survey/survey.sh', import.meta.url));

const details = (page: Page) => page.getByRole('complementary', { name: 'Details' });
const inSpine = (page: Page, name: RegExp) =>
  page.getByRole('navigation', { name: 'Elements' }).getByRole('button', { name });
const view = (page: Page, name: string) => page.getByRole('link', { name, exact: true }).click();
async function typed(page: Page, label: string, value: string): Promise<void> {
  await page.getByLabel(label).fill(value);
  await page.getByLabel(label).press('Tab');
}
async function download(page: Page, press: () => Promise<void>): Promise<Buffer> {
  const waiting = page.waitForEvent('download');
  await press();
  return readFileSync(await (await waiting).path());
}
async function takeAlong(page: Page, item: RegExp): Promise<string> {
  const bytes = await download(page, async () => {
    await page.getByRole('button', { name: 'Take with you' }).click();
    await page.getByRole('menuitem', { name: item }).click();
  });
  return bytes.toString('utf8');
}

/** From a dropped picture to a coat on another host of another server, on a look that nobody has prepared anything for. */
test('the whole path: measured, matched, planned, rehearsed, compared, handed on and carried over', async ({
  page,
}) => {
  test.setTimeout(300_000);
  let bundle: Buffer | null = null;
  let oxbow: Buffer | null = null;

  await test.step('Study: a rough gesture, exact numbers, in both variants', async () => {
    await newCoat(page, NAME);
    await addPicture(page, 'own.png', DAY);
    await expect(page.locator('coat-picture-view img')).toBeVisible();
    await drawRegion(page, SIZE, { x: 4, y: 5, width: 1592, height: 44 });
    const box = details(page);
    await expect(box.getByRole('row', { name: /^Size/ })).toContainText('1600 × 45 px');
    await expect(box.getByRole('row', { name: /^Of the screen height/ })).toContainText('5 %');
    await expect(box.getByRole('row', { name: /^Edge/ })).toContainText('top');
    await expect(box.getByRole('row', { name: /^Thickness/ })).toContainText('45 px');
    await expect(box.getByRole('listitem').first()).toContainText('#7a4fa3');
    await choose(box.getByLabel('What is it?'), 'Bar');
    await box.getByLabel('Name', { exact: true }).fill('Head strip');
    await box.getByRole('button', { name: 'Add element' }).click();
    await expect(inSpine(page, /Head strip/)).toBeVisible();
    await expect(box.getByLabel('Thickness of Head strip')).toHaveValue('45');
    await expect(box.getByLabel('Edge of Head strip', { exact: true })).toHaveText('top');
    await expect(box.getByLabel('Colour of Head strip', { exact: true })).toHaveValue('#7a4fa3');

    await drawRegion(page, SIZE, { x: 3, y: 40, width: 62, height: 858 });
    await expect(box.getByRole('row', { name: /^Size/ })).toContainText('60 × 855 px');
    await expect(box.getByRole('row', { name: /^Edge/ })).toContainText('left');
    await choose(box.getByLabel('What is it?'), 'Bar');
    await box.getByLabel('Name', { exact: true }).fill('Shelf');
    await box.getByRole('button', { name: 'Add element' }).click();

    await drawRegion(page, SIZE, { x: 1478, y: 5, width: 104, height: 34 });
    await choose(box.getByLabel('What is it?'), 'Clock');
    await box.getByRole('button', { name: 'Add element' }).click();
    await typed(page, 'Format of Clock', 'HH:mm');
    await typed(page, 'Lines of Clock', '1');
    await saved(page);
    await inSpine(page, /Shelf/).click();
    await box.getByRole('radio', { name: 'Weight 2' }).click();
    await box.getByRole('button', { name: 'More on Thickness' }).click();
    await typed(page, 'Tolerance', '10');
    await saved(page);

    await page.getByRole('radio', { name: 'Dark', exact: true }).click();
    await addPicture(page, 'night.png', NIGHT);
    await expect(page.getByRole('tab', { name: 'night' })).toBeVisible();
    await saved(page);
    await page.getByRole('radio', { name: 'Light', exact: true }).click();
  });

  await test.step('Host: a profile, a display, and what the computer is now', async () => {
    await stage(page, 'Host');
    oxbow = await download(page, () => page.getByRole('link', { name: 'Save Oxbow as a bundle' }).click());
    await page.getByRole('button', { name: 'Choose Fernbank 3.4' }).click();
    await page.getByLabel('Width, px').fill('1920');
    await typed(page, 'Height, px', '1080');
    await saved(page);
    await view(page, 'What it is now');
    // Never as root, and with a home that is nobody's.
    const printed = execFileSync('sh', ['-s'], {
      input: readFileSync(SURVEY),
      cwd: '/',
      env: { ...process.env, HOME: '/nonexistent', SURVEY_PAUSE: '0.05' },
      ...(process.getuid?.() === 0 ? { uid: 54_321, gid: 54_321 } : {}),
    });
    await give(page.getByRole('button', { name: 'Bring in a survey or a settings dump' }), {
      name: 'now.json',
      mimeType: 'application/json',
      buffer: printed,
    });
    await expect(page.getByRole('row', { name: /^kernel/ })).toBeVisible();
    await saved(page);
  });

  await test.step('Parts: what there is, and what of it fits', async () => {
    await stage(page, 'Parts');
    await page.getByLabel('Search parts').fill('reedb');
    await expect(page.getByRole('row')).toHaveCount(2);
    await page.getByRole('button', { name: 'Reedbar' }).click();
    const part = page.getByRole('complementary', { name: 'Part' });
    await expect(part).toContainText('put.sh --user');
    await expect(part).toContainText('8 to 48');
  });

  await test.step('Match: by hand, a gap with its reason, and the best set, which leaves that alone', async () => {
    await stage(page, 'Match');
    await inSpine(page, /Head strip/).click();
    await page.getByRole('button', { name: 'Choose Fernbank bar' }).click();
    const traits = page.getByRole('complementary', { name: 'Traits' });
    const thickness = traits.getByRole('row', { name: /^Thickness/ });
    // 45 px of 900 become 54 px of 1080.
    await expect(thickness.getByRole('cell').nth(0)).toHaveText('54 ± 0.6 px');
    await expect(thickness.getByRole('cell').nth(1)).toHaveText('54 px');
    await expect(thickness.getByRole('cell').nth(2)).toHaveText('100');
    // What was never told keeps it from being matched, however well the rest fits.
    await expect(page.getByRole('heading', { name: 'Head strip' }).locator('..')).toContainText('near');
    await expect(traits).toContainText('Nobody has told yet');
    await page.getByRole('button', { name: 'Choose Reedbar 1.0' }).click();
    // Reedbar reaches 48: r = ln(58/52), credit 1 − (r − ln 1.06)/(ln 2 − ln 1.06), at both ends of the 54 px.
    await expect(thickness.getByRole('cell').nth(1)).toHaveText('48 px');
    const credit = (target: number) => {
      const r = Math.log((target + 4) / 52);
      return Math.round(100 * (1 - (r - Math.log(1.06)) / (Math.LN2 - Math.log(1.06))));
    };
    await expect(thickness.getByRole('cell').nth(2)).toHaveText(`${credit(54.6)}–${credit(53.4)}`);
    await expect(traits).toContainText('at most 48');
    await page.keyboard.press('Control+z');
    await expect(thickness.getByRole('cell').nth(1)).toHaveText('54 px');
    await page.keyboard.press('j');
    await expect(page.getByRole('heading', { name: 'Shelf', level: 1 })).toBeVisible();
    await page.keyboard.press('g');
    await page.getByLabel('Why is it a gap?').fill('Nothing stands on the left here.');
    await page.getByRole('button', { name: 'Mark as gap' }).click();
    await page.keyboard.press('j');
    await page.getByRole('button', { name: 'Choose Fernbank clock' }).click();
    await saved(page);
    await view(page, 'Proposal');
    await page.getByRole('button', { name: 'Work it out' }).click();
    await expect(page.getByText('proven the best')).toBeVisible({ timeout: 60_000 });
    await expect(page.getByRole('checkbox', { name: 'Accept for Head strip' })).toBeDisabled();
    await stage(page, 'Match');
    await view(page, 'Findings');
    await expect(page.getByRole('heading', { name: 'Findings', level: 1 })).toBeVisible();
    await stage(page, 'Match');
    await view(page, 'Gap ledger');
    const shelf = page.getByRole('row', { name: /Shelf/ });
    await expect(shelf).toContainText('gap');
    await expect(shelf).toContainText('Nothing stands on the left here.');
    await expect(page.getByRole('row', { name: /Head strip/ })).toContainText('nobody has told');
  });

  await test.step('Plan: exact values, a rehearsal, scripts that hold, ticks that stay, a way back', async () => {
    await stage(page, 'Plan');
    await view(page, 'Rehearsal');
    await expect(page.getByText('Every step works on the simulated host.')).toBeVisible();
    await view(page, 'Steps');
    const script = await takeAlong(page, /^Shell script/);
    expect(script).toMatch(/set_value [0-9a-f]{16} bar1\.thickness 54/);
    const told = dryRun(script);
    expect(told).toContain('+ fern set bar1.thickness 54');
    expect(told).toContain('Nothing was changed.');

    await page.getByLabel('Done: Make a safe point to return to').check();
    await page.getByLabel(/^Done: Set Head strip: thickness to 54/).check();
    await saved(page);
    await page.reload();
    await expect(page.getByLabel('Done: Make a safe point to return to')).toBeChecked();
    const markdown = await takeAlong(page, /^Markdown/);
    expect(markdown).toContain(`# ${NAME}`);
    expect(markdown).toMatch(/1\. \[x\] \*\*Make a safe point to return to\*\*/);
    await view(page, 'Way back');
    await expect(page.getByText('Rehearsed: after it the host is as it was at the start.')).toBeVisible();
  });

  await test.step('Compare: measured on the own picture, and what to set instead', async () => {
    await stage(page, 'Compare');
    await page
      .locator('coat-compare input[type=file]')
      .first()
      .setInputFiles({
        name: 'evening.png',
        mimeType: 'image/png',
        buffer: drawnPng(1920, 1080, '#c8d2bc', OWN),
      });
    await expect(page.getByAltText('evening')).toBeVisible({ timeout: 20_000 });
    await inSpine(page, /^Head strip/).click();
    const verdict = page.getByRole('region', { name: 'The selected element' });
    await expect(verdict).toContainText('Thickness is 60 px; 54 px would match: set 48.', {
      timeout: 20_000,
    });
    await verdict.getByRole('button', { name: 'Set it' }).click();
    await expect(verdict).toContainText('It is set to 48 by now');
    await saved(page);
    await page.keyboard.press('Control+z');
    await saved(page);
  });

  await test.step('Sheet and bundle: everything to repeat it', async () => {
    await stage(page, 'Share');
    const sheet = page.getByRole('region', { name: 'The sheet' });
    await expect(sheet.getByRole('row', { name: /^Shelf .*Nothing stands on the left here/ })).toBeVisible();
    await expect(sheet.getByRole('row', { name: /^Head strip Thickness 54/ })).toBeVisible();
    const html = await download(page, () => page.getByRole('button', { name: 'Save as one page' }).click());
    expect(html.toString('utf8')).toContain('data:image/png;base64,');
    await view(page, 'Bundle');
    await page.getByLabel(/^Pictures of my desktop/).check();
    await page.getByLabel(/^My host/).check();
    bundle = await download(page, () => page.getByRole('link', { name: 'Save the bundle' }).click());
    await view(page, 'On the rack');
    await page.getByRole('button', { name: 'Put version 1 on the rack' }).click();
    await expect(page.getByRole('link', { name: `${NAME}, version 1` })).toBeVisible({ timeout: 20_000 });
    await page.goto('/');
    const named = page.getByRole('heading', { name: NAME });
    const card = page.getByRole('listitem').filter({ has: named }).first();
    await expect(card).toContainText('on Fernbank 3.4');
    await expect(card).toContainText('1 gap');
  });

  const fresh = await startFreshServer(4680);
  try {
    await test.step('on a server where there is nothing, the bundle brings all it needs', async () => {
      await page.goto(fresh.url);
      await expect(page.getByRole('heading', { name: 'No coat yet' })).toBeVisible();
      await view(page, 'Bring in');
      const bring = async (name: string, buffer: Buffer, commands: string | RegExp) => {
        await page
          .locator('coat-bundle-in input[type=file]')
          .setInputFiles({ name, mimeType: 'application/zip', buffer });
        const go = page.getByRole('button', { name: /^Bring in( as a new coat)?$/ });
        await expect(go).toBeVisible({ timeout: 20_000 });
        // Nothing of it is here yet: what it would run and write is looked at before it comes.
        await expect(go).toBeDisabled();
        await expect(page.getByRole('region', { name: 'What it would run and write' })).toContainText(
          commands,
        );
        await page.getByLabel('I have looked at what it would run and write').check();
        await go.click();
        await expect(page.getByText('was brought in.').last()).toBeVisible();
      };
      await bring('oxbow.zip', oxbow!, 'Runs oxctl set');
      await bring('coat.zip', bundle!, /Runs |Installs the package /);
      await expect(page).toHaveURL(/coats\/[0-9a-f-]{36}\/match/);
      await inSpine(page, /Head strip/).click();
      const thickness = page
        .getByRole('complementary', { name: 'Traits' })
        .getByRole('row', { name: /^Thickness/ });
      await expect(thickness.getByRole('cell').nth(1)).toHaveText('54 px');
      await stage(page, 'Compare');
      await expect(page.getByAltText('evening')).toBeVisible({ timeout: 20_000 });
    });

    await test.step('and it is carried over to another host, with the reason of every change', async () => {
      await stage(page, 'Share');
      await view(page, 'Carry over');
      await choose(page.getByLabel('Host to carry it to'), 'Oxbow 12');
      const row = (name: string) => page.getByRole('row', { name: new RegExp(`^${name}`) });
      await expect(row('Head strip')).toContainText('Oxbow has its own: Oxbow strip.');
      await expect(row('Shelf')).toContainText('It was a gap there: Nothing stands on the left here.');
      await expect(page.getByText(/^\d+ % → \d+ %$/)).toBeVisible();
      await page.getByRole('button', { name: 'Make the coat for Oxbow' }).click();
      await expect(page).toHaveURL(/propose/);
      await expect(page.getByText('on Oxbow 12')).toBeVisible();
      await page.getByRole('button', { name: 'Work it out' }).click();
      await expect(page.getByText('proven the best')).toBeVisible({ timeout: 60_000 });
      await stage(page, 'Study');
      await inSpine(page, /Head strip/).click();
      await expect(details(page).getByLabel('Thickness of Head strip')).toHaveValue('45');
    });
  } finally {
    await fresh.stop();
  }
});
