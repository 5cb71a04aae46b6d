import type { Page } from '@playwright/test';
import { coatNamed, searchCoats } from '../support/demo';
import { expectRules } from '../support/rules';
import { addPicture, drawRegion, expect, newCoat, saved, test } from '../support/test';
import { drawnPng } from '../support/png';

/** Views whose addresses are not their names. */
const PATHS: Readonly<Record<string, string>> = {
  'All traits': 'traits',
  'As a whole': 'whole',
  Proposal: 'propose',
  'Gap ledger': 'gaps',
  'Way back': 'way-back',
  'Over time': 'over-time',
  'Carry over': 'carry-over',
  'On the rack': 'on-rack',
};

const DEMO = 'Studio B, the old way';

test.describe('the demo', () => {
  test.beforeEach(async ({ page }) => {
    await page.goto(`/coats/${await coatNamed(page, DEMO)}/match`);
    await expect(
      page.getByRole('navigation', { name: 'Elements' }).getByRole('button').first(),
    ).toBeVisible();
  });

  test('stands half-way, with every standing present, and its card agrees with its tape', async ({
    page,
  }) => {
    const tape = page.getByRole('group', { name: /^Tape/ });
    for (const standing of ['open', 'matched', 'near', 'stand-in', 'gap', 'left alone'])
      await expect(tape.getByRole('button', { name: new RegExp(`: ${standing},`) }).first()).toBeVisible();
    // There is no figure while the catalogue is being read.
    await expect(page.locator('.tape dd').first()).toHaveText(/\d/);
    const chosen = await page.locator('.tape dd').first().textContent();
    await page.getByRole('link', { name: 'All coats' }).click();
    await searchCoats(page, DEMO);
    const card = page
      .getByRole('listitem')
      .filter({ has: page.getByRole('heading', { name: DEMO, exact: true }) });
    await expect(card.locator('.close')).toContainText(chosen!.trim());
  });

  test('is walked by keyboard alone', async ({ page }) => {
    await page.keyboard.press('Control+k');
    await page.getByRole('combobox', { name: 'Find or do' }).fill('point');
    await page.keyboard.press('Enter');
    await expect(page).toHaveURL(/e=/);
    await expect(page.getByRole('combobox', { name: 'Find or do' })).toHaveCount(0);
    await page.keyboard.press('Shift+4');
    await expect(page.getByRole('heading', { name: 'Pointer', level: 1 })).toBeVisible();
    await expect(page.locator('.bench-head')).toContainText('open');
    await page.keyboard.press('1');
    await expect(page.locator('.bench-head')).not.toContainText('open');
    await saved(page);
    await page.keyboard.press('Control+z');
    await expect(page.locator('.bench-head')).toContainText('open');
    await page.keyboard.press('v');
    await expect(page).toHaveURL(/v=dark/);
    await page.keyboard.press('?');
    await expect(page.getByRole('heading', { name: 'Keys' })).toBeVisible();
    await page.getByLabel('Heed single keys').uncheck();
    await page.keyboard.press('Escape');
    await page.keyboard.press('j');
    await expect(page.getByRole('heading', { name: 'Pointer', level: 1 })).toBeVisible();
  });

  test('keeps view and selection in the address', async ({ page, context }) => {
    await page
      .getByRole('navigation', { name: 'Elements' })
      .getByRole('button', { name: /Window buttons/ })
      .click();
    await page.getByRole('radio', { name: 'Dark', exact: true }).click();
    await expect(page).toHaveURL(/v=dark/);
    const other = await context.newPage();
    await other.goto(page.url());
    await expect(other.getByRole('heading', { name: 'Window buttons', level: 1 })).toBeVisible();
    await expect(other.getByRole('radio', { name: 'Dark', exact: true })).toBeChecked();
  });

  /** What has to be done before a view shows what it is for. */
  const AT: Readonly<Record<string, (page: Page) => Promise<unknown>>> = {
    study: (page) =>
      drawRegion(page, { width: 2560, height: 1440 }, { x: 2444, y: 6, width: 110, height: 1428 }),
    propose: async (page) => {
      await page.getByRole('button', { name: 'Work it out' }).click();
      await expect(page.getByRole('heading', { name: 'Which desktop suits' })).toBeVisible({
        timeout: 60_000,
      });
    },
  };

  // The views of one stage are walked in one window, as a person goes from one to the next.
  for (const stages of [
    ['Study', 'All traits'],
    ['Host'],
    ['Parts'],
    ['Match', 'As a whole', 'Proposal', 'Findings', 'Matrix', 'Gap ledger'],
    ['Plan', 'Rehearsal', 'Way back', 'Readings'],
    ['Compare', 'Over time'],
    ['Share', 'Bundle', 'Carry over', 'On the rack'],
  ])
    test(`${stages.join(', ')} pass the accessibility rules in a light and in a dark room`, async ({
      page,
    }) => {
      const stage = page.getByRole('navigation', { name: 'Stages' });
      for (const view of stages) {
        const link = { name: new RegExp(`^${view}`) };
        // A view is reached from its stage's own page.
        await stage.getByRole('link', { name: new RegExp(`^${stages[0]!}`) }).click();
        if (view !== stages[0]) await page.getByRole('link', link).click();
        await expect(page).toHaveURL(new RegExp(`/${PATHS[view] ?? view.toLowerCase()}\\b`));
        await AT[PATHS[view] ?? view.toLowerCase()]?.(page);
        await expectRules(page, view);
      }
    });
});

test('cards are renamed, duplicated, deleted and brought back', async ({ page }) => {
  await newCoat(page, 'Card to play with');
  await page.goto('/');
  const card = (name: string) =>
    page.getByRole('listitem').filter({ has: page.getByRole('heading', { name, exact: true }) });
  await card('Card to play with').getByRole('button', { name: 'Rename' }).click();
  await page.getByLabel('Name of the coat').fill('Played with');
  await page.getByLabel('Name of the coat').press('Enter');
  await expect(card('Played with')).toBeVisible();
  await card('Played with').getByRole('button', { name: 'Duplicate' }).click();
  await expect(card('Played with, copy')).toBeVisible();
  await card('Played with, copy').getByRole('button', { name: 'Delete' }).click();
  await expect(card('Played with, copy')).toHaveCount(0);
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).click();
  await expect(card('Played with, copy')).toBeVisible();
});

test('a 3840 × 2160 picture is read to the pixel', async ({ page }) => {
  await newCoat(page, 'Large');
  const noise = drawnPng(3840, 2160, '#c8d2bc', [
    { x: 0, y: 2080, width: 3840, height: 80, colour: '#7a4fa3' },
    ...Array.from({ length: 400 }, (_, i) => ({
      x: (i * 97) % 3800,
      y: (i * 331) % 2000,
      width: 30,
      height: 20,
      colour: `#${((i * 7919) % 0xffffff).toString(16).padStart(6, '0')}`,
    })),
  ]);
  await addPicture(page, 'large.png', noise);
  await expect(page.locator('coat-picture-view img')).toBeVisible();
  await drawRegion(page, { width: 3840, height: 2160 }, { x: 20, y: 2070, width: 3800, height: 85 });
  const details = page.getByRole('complementary', { name: 'Details' });
  await expect(details.getByRole('row', { name: /^Size/ })).toContainText('3840 × 80 px');
  // What looks at eight million pixels is a worker that has them all; the page itself draws none on a canvas to read them.
  await expect(details.getByText(/^Read in \d/)).toBeVisible();
  expect(page.workers().length).toBeGreaterThan(0);
  const drawn = await page.evaluate(() => document.querySelectorAll('canvas').length);
  expect(drawn).toBe(0);
});

test('every control in every state passes the accessibility rules in a light and in a dark room', async ({
  page,
}) => {
  await page.goto('/controls');
  await expect(page.getByRole('heading', { name: 'Controls' })).toBeVisible();
  await expectRules(page, 'the controls');
  await page.emulateMedia({ colorScheme: 'light' });
  await page.getByRole('button', { name: 'A menu' }).click();
  await expectRules(page, 'an open menu');
  await page.keyboard.press('Escape');
  await page.getByRole('combobox', { name: 'One of several', exact: true }).click();
  await expectRules(page, 'an open list');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'A word at the foot' }).click();
  await page.getByRole('button', { name: 'A question' }).click();
  await expectRules(page, 'a question');
});
