import { readFileSync } from 'node:fs';
import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import type { CoatRows } from '@spare-coat/core/model/coat/rows';
import type { Part } from '@spare-coat/core/model/parts/part';
import { copyOfDemo, stage } from '../support/demo';
import { drawnPng } from '../support/png';
import { dryRun } from '../support/scripts';
import { expect, saved, test, choose } from '../support/test';

const details = (page: Page) => page.getByRole('complementary', { name: 'Step' });
const view = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Views of the plan' }).getByRole('link', { name }).click();
const step = (page: Page, title: RegExp | string) => page.getByRole('button', { name: title }).first();

test.beforeEach(async ({ page }) => {
  await copyOfDemo(page);
  await stage(page, 'Plan');
});

test('steps are done, skipped and failed with reasons, notes and pictures, and it can be left for days', async ({
  page,
}) => {
  await step(page, /^Install Hearth/).click();
  await expect(details(page)).toContainText('larder get hearth');
  await expect(details(page)).toContainText('pantry get hearth');
  await details(page).getByRole('button', { name: 'Done', exact: true }).click();
  await expect(page.getByLabel(/^Done: Install Hearth/)).toBeChecked();

  await step(page, /^Fetch Salt Pans/).click();
  await details(page).getByRole('button', { name: 'Skip', exact: true }).click();
  await details(page).getByLabel('Why is it skipped?').fill('I have the picture already.');
  await details(page).getByRole('button', { name: 'Skip it' }).click();
  await expect(details(page)).toContainText('I have the picture already.');

  await step(page, /^Install Lintel/).click();
  await details(page).getByRole('button', { name: 'It failed' }).click();
  // What is known to go wrong with it stands beside the question.
  await expect(details(page)).toContainText('What to try');
  await details(page).getByLabel('What happened?').fill('The mirror did not answer.');
  await details(page).getByRole('button', { name: 'Note as failed' }).click();
  await details(page)
    .locator('input[type=file]')
    .setInputFiles({
      name: 'shot.png',
      mimeType: 'image/png',
      buffer: drawnPng(60, 40, '#785a3c', []),
    });
  await expect(details(page).getByRole('img', { name: 'Picture kept with this step' })).toBeVisible();
  await saved(page);

  await page.reload();
  await expect(page.getByLabel(/^Done: Install Hearth/)).toBeChecked();
  await step(page, /^Install Lintel/).click();
  await expect(details(page)).toContainText('The mirror did not answer.');
  await expect(details(page).getByRole('img', { name: 'Picture kept with this step' })).toBeVisible();
  await details(page).getByRole('button', { name: 'Done now' }).click();
  await expect(page.getByLabel(/^Done: Install Lintel/)).toBeChecked();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByLabel(/^Done: Install Lintel/)).not.toBeChecked();
});

test('steps are moved where they may go, and it is said why not where they may not', async ({ page }) => {
  const titles = () => page.locator('li .title .mdc-button__label > span').allTextContents();
  // The steps are drawn a few a frame: the last one cleans up.
  await expect.poll(async () => (await titles()).at(-1)).toMatch(/^Clean up/);
  const before = await titles();
  const colour = before.findIndex((t) => t.startsWith('Set Clock: text colour'));
  const size = before.findIndex((t) => t.startsWith('Set Clock: text size'));
  expect([colour, size].every((i) => i > 0)).toBe(true);
  const [first, second] = [Math.min(colour, size), Math.max(colour, size)];
  const nth = (title: string) => page.locator('li .title').filter({ hasText: title }).first();
  await nth(before[first]!).focus();
  await page.keyboard.press('Alt+ArrowDown');
  await expect.poll(titles).not.toEqual(before);
  expect((await titles()).indexOf(before[first]!)).toBe(first + 1);
  // Dragging does the same.
  const grip = (title: string) => page.locator('li').filter({ hasText: title }).locator('.grip');
  const [from, to] = [await grip(before[first]!).boundingBox(), await grip(before[second]!).boundingBox()];
  await page.mouse.move(from!.x + 4, from!.y + 9);
  await page.mouse.down();
  await page.mouse.move(from!.x + 4, from!.y - 4, { steps: 4 });
  await page.mouse.move(to!.x + 4, to!.y - 30, { steps: 8 });
  await page.mouse.up();
  await saved(page);

  // Nothing comes before the safe point.
  await step(page, /^Install Tidebar/).focus();
  const refused = page.getByText(/It cannot be there\. .*needs “.*” first\./);
  await expect(async () => {
    await page.keyboard.press('Alt+ArrowUp');
    await expect(refused).toBeVisible({ timeout: 150 });
  }).toPass({ intervals: [10] });
  await page.getByRole('button', { name: 'Order as worked out' }).click();
  await expect.poll(titles).toEqual(before);

  await page.getByRole('button', { name: 'As a graph' }).click();
  await page.getByRole('button', { name: 'Enable Tidebar' }).click();
  await expect(details(page).getByRole('heading', { name: 'Enable Tidebar' })).toBeVisible();
  await details(page).getByRole('button', { name: 'Install Tidebar 2.1' }).click();
  await expect(details(page).getByRole('heading', { name: 'Install Tidebar 2.1' })).toBeVisible();
});

test('a rehearsal shows the desktop taking shape, and a fault where a real host would fail', async ({
  page,
}) => {
  await view(page, 'Rehearsal');
  await expect(page.getByText('Every step works on the simulated host.')).toBeVisible();
  const picture = (n: number | string) =>
    page.getByRole('img', { name: new RegExp(`^The desktop after ${n} of`) });
  await expect(picture('\\d+')).toBeVisible();
  const closeness = async () =>
    Number(/, ([\d.]+) % close/.exec((await picture('\\d+').getAttribute('alt'))!)![1]);
  const atEnd = await closeness();
  await page.getByRole('slider', { name: 'Steps done' }).fill('0');
  await expect(picture(0)).toBeVisible();
  expect(await closeness()).toBeLessThan(atEnd);
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  // Whichever step is looked at: playing goes on meanwhile.
  await expect(picture('(?:[2-9]|\\d\\d)')).toBeVisible();
  await page.getByRole('button', { name: 'Pause' }).click();
  await expect(page.getByText(/min, \d+ steps/)).toBeVisible();
  await page.getByLabel('Closeness to reach, in percent').fill('99');
  await page.getByLabel('Closeness to reach, in percent').blur();
  await expect(page.getByText('the whole plan does not reach it')).toBeVisible();

  await choose(page.getByLabel(/^What goes wrong with: Put Clayworks/), 'wrong folder');
  const stops = page.getByRole('status').filter({ hasText: 'It stops at' });
  await expect(stops).toContainText('Choose Clayworks as window theme');
  await expect(stops).toContainText('one folder too deep');
  await page.getByRole('button', { name: 'Let everything work' }).click();
  await expect(page.getByText('Every step works on the simulated host.')).toBeVisible();
  for (const name of ['the launcher, open', 'the sign-in screen']) {
    await choose(page.getByLabel('What the drawing shows'), name);
    await expect(page.getByLabel('What the drawing shows')).toContainText(name);
    await expect(picture('\\d+')).toBeVisible();
  }
  // The same drawing stands in Match.
  await stage(page, 'Match');
  await page.getByRole('link', { name: 'As a whole' }).click();
  await expect(page.getByRole('img', { name: /^What the chosen matches will look like/ })).toBeVisible();
  await expect(page.getByRole('img', { name: /^The reference, / })).toBeVisible();
});

test('a package that is there whatever the mirror says is kept with one’s own part', async ({ page }) => {
  // A part of one's own in place of one that ships, with a package that no mirror lists.
  const coat = /coats\/([0-9a-f-]{36})/.exec(page.url())![1]!;
  const { rows, revision } = (await (await page.request.get(`/api/coats/${coat}`)).json()) as {
    rows: CoatRows;
    revision: number;
  };
  const layers = Object.values(rows.layer).filter((l) => l.partId !== null && l.position === 0);
  const parts = await Promise.all(
    layers.map(
      async (l) =>
        ((await (await page.request.get(`/api/parts/${l.partId!}`)).json()) as { part: Part }).part,
    ),
  );
  const n = parts.findIndex((p) => p.name === 'Cue Tabs');
  const id = randomUUID();
  const part = {
    ...parts[n]!,
    id,
    revision: 1,
    name: 'My Tabs',
    channels: [{ way: 'package', names: { pipit: 'my-tabs' } }],
  };
  const kept = await page.request.put(`/api/parts/${id}`, {
    data: { commandId: randomUUID(), revision: 0, part },
  });
  expect(kept.ok(), await kept.text()).toBe(true);
  const { matchId, offer } = layers[n]!;
  const { elementId } = rows.match[matchId]!;
  const command = {
    type: 'match.choose',
    elementId,
    matchId,
    layerId: randomUUID(),
    partId: id,
    partRevision: 1,
    offer,
  };
  const chosen = await page.request.post(`/api/coats/${coat}/commands`, {
    data: { commandId: randomUUID(), revision, command },
  });
  expect(chosen.ok(), await chosen.text()).toBe(true);
  await page.reload();

  await view(page, 'Rehearsal');
  await expect(page.getByRole('status').filter({ hasText: 'It stops at' })).toContainText(
    'has no package my-tabs',
  );
  await page.getByRole('button', { name: 'I know it is there' }).click();
  await expect(page.getByText('Every step works on the simulated host.')).toBeVisible();
  // It is known after a reload as well, and in every other coat.
  await page.reload();
  await expect(page.getByText('Every step works on the simulated host.')).toBeVisible();
});

test('a settings dump proves what shows, and calls out what was ticked and does not', async ({ page }) => {
  await page.getByLabel(/^Done: Set Clock: text size to/).check();
  await page.getByLabel(/^Done: Set Clock: place to/).check();
  const size = /to (\d+)/.exec((await step(page, /^Set Clock: text size to/).textContent())!)![1]!;
  const drop = (text: string) =>
    page
      .locator('coat-hold-survey input[type=file]')
      .setInputFiles({ name: 'dump.ini', mimeType: 'text/plain', buffer: Buffer.from(text) });
  await drop(`[clock]\nsize=${Number(size) + 3}\n`);
  await expect(page.getByText('ticked but not to be seen')).toContainText('0 proven, 1 ticked');
  const row = page.getByRole('listitem').filter({ hasText: 'Set Clock: text size' });
  await expect(row).toContainText('does not show');
  await step(page, /^Set Clock: text size to/).click();
  await expect(details(page)).toContainText(`It is ${Number(size) + 3} there, and not ${size}.`);
  await drop(`[clock]\nsize=${size}\n`);
  await expect(row).toContainText('proven');
  await drop('this is no dump');
  await expect(page.getByRole('alert').filter({ hasText: 'dump.ini' })).toBeVisible();
  await expect(row).toContainText('proven');
});

test('changing a match later keeps what was done and takes back what is no longer wanted', async ({
  page,
}) => {
  await page.getByLabel(/^Done: Install Hearth/).check();
  await page.getByLabel(/^Done: Install Tidebar/).check();
  await saved(page);
  await stage(page, 'Match');
  await page
    .getByRole('navigation', { name: 'Elements' })
    .getByRole('button', { name: /^Launcher button/ })
    .click();
  await page.getByRole('button', { name: /^Choose Fernbank launcher button/ }).click();
  await saved(page);
  await stage(page, 'Plan');
  const undo = page.getByRole('listitem').filter({ hasText: 'Remove the package hearth' });
  await expect(undo).toContainText('takes back');
  await expect(page.getByLabel(/^Done: Install Tidebar/)).toBeChecked();
  await expect(page.getByRole('button', { name: /^Install Hearth/ })).toHaveCount(0);
});

test('the way back is worked out from what was done, for all or for one element, and proved', async ({
  page,
}) => {
  await page.getByLabel(/^Done: Install Tidebar/).check();
  await page.getByLabel(/^Done: Set Clock: text size to/).check();
  await view(page, 'Way back');
  await expect(page.getByText('Rehearsed: after it the host is as it was at the start.')).toBeVisible();
  await expect(page.getByText('larder drop tidebar')).toBeVisible();
  await expect(page.getByText('Set Clock: text size back to 13')).toBeVisible();
  await page.getByRole('complementary').getByLabel('Rail').check();
  await expect(page.getByText('larder drop tidebar')).toBeVisible();
  await expect(page.getByText('Set Clock: text size back to 13')).toHaveCount(0);
  await page.getByRole('complementary').getByLabel('everything that was done').check();

  const survey = (more: object) =>
    Buffer.from(
      JSON.stringify({
        survey: 1,
        takenAt: '2026-12-01T08:00:00Z',
        system: {},
        displays: [],
        directories: { dataHome: ['/home/studio/.local/share'] },
        iconThemes: [],
        pointerSets: [],
        soundThemes: [],
        fonts: [],
        autostart: [],
        applications: [],
        disk: {},
        reading: null,
        unavailable: ['displays', 'icon themes', 'pointer sets', 'sound themes', 'fonts', 'applications'].map(
          (probe) => ({ probe, why: 'not asked' }),
        ),
        ...more,
      }),
    );
  const drop = (buffer: Buffer) =>
    page
      .getByRole('complementary')
      .locator('input[type=file]')
      .setInputFiles({ name: 'after.json', mimeType: 'application/json', buffer });
  const before = [
    { id: 'playlist.desktop', name: 'Playlist keeper', exec: 'playlist --hidden', on: true },
    { id: 'updates.desktop', name: 'Updates', exec: 'larder watch', on: false },
  ];
  await drop(
    survey({ autostart: [...before, { id: 'tide.desktop', name: 'Tide', exec: 'tide', on: true }] }),
  );
  const left = page.getByRole('listitem').filter({ hasText: 'tide.desktop' });
  await expect(left).toContainText('The plan never named it.');
  await drop(survey({ autostart: before }));
  await expect(page.getByText('nothing is left over.')).toBeVisible();
});

test('the scripts pass ShellCheck and tell what they would do', async ({ page }) => {
  const save = async (item: RegExp) => {
    const waiting = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Take with you' }).click();
    await page.getByRole('menuitem', { name: item }).click();
    const text = readFileSync(await (await waiting).path(), 'utf8');
    return dryRun(text);
  };
  expect(await save(/^Shell script/)).toContain('+ larder get tidebar');
  expect(await save(/^Undo script/)).toContain('nothing to take back');
  const dark = await save(/^Switch to dark/);
  expect(dark).toContain('+ fern set look.variant dark');
  await page.getByRole('button', { name: /Afterwards: switch to dark/ }).click();
  await expect(page.getByText('fern set look.variant dark')).toBeVisible();
});

test('it is done with one thumb, on a window as small as a telephone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 780 });
  await page.reload();
  const done = details(page).getByRole('button', { name: 'Done', exact: true });
  await expect(done).toBeInViewport();
  const first = await details(page).getByRole('heading', { level: 2 }).first().textContent();
  await done.click();
  await expect(details(page).getByRole('heading', { level: 2 }).first()).not.toHaveText(first!);
  await expect(done).toBeInViewport();
  const wide = await page.evaluate(() => document.documentElement.scrollWidth);
  expect(wide).toBeLessThanOrEqual(390);
});
