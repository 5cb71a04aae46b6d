import type { Page } from '@playwright/test';
import { copyOfDemo, stage } from '../support/demo';
import { expect, saved, test, choose } from '../support/test';

/** Opens an element by its line in the spine. */
async function element(page: Page, name: RegExp): Promise<void> {
  await page.getByRole('navigation', { name: 'Elements' }).getByRole('button', { name }).click();
}

test('the best set is worked out, explained, accepted in part, and taken back', async ({ page }) => {
  await copyOfDemo(page);
  await stage(page, 'Match');
  await page.getByRole('link', { name: 'Proposal' }).click();
  await page.getByRole('button', { name: 'Work it out' }).click();
  await expect(page.getByText('proven the best')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Which desktop suits' })).toBeVisible({ timeout: 60_000 });
  // What was chosen by hand stays; the pointer was open.
  const accept = page.getByRole('button', { name: /^Accept for 1 element/ });
  await expect(page.getByRole('checkbox', { name: 'Accept for Rail' })).toBeDisabled();
  await page.getByRole('button', { name: 'Why not others for Pointer' }).click();
  await expect(page.getByRole('cell').filter({ hasText: 'comes nearer' }).first()).toBeVisible();
  await accept.click();
  await saved(page);
  await expect(page.locator('.tape').getByRole('button', { name: /^Pointer: near/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('.tape').getByRole('button', { name: /^Pointer: open/ })).toBeVisible();
  // A limit is a limit: the report says what it costs.
  await page.getByLabel('Extra memory at most').fill('20');
  await page.getByLabel('Extra memory at most').blur();
  await saved(page);
  await page.getByRole('button', { name: 'Let all be changed' }).click();
  await page.getByRole('button', { name: 'Work it out again' }).first().click();
  await expect(page.getByRole('heading', { name: 'What limits cost' })).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText('Extra memory at most 20 MB')).toBeVisible();
});

test('layers lie over each other, and the stack says which gives what', async ({ page }) => {
  await copyOfDemo(page);
  await stage(page, 'Match');
  await element(page, /^Interface type/);
  const stack = page.getByRole('list', { name: 'Layers, the topmost first' });
  await expect(stack.getByRole('listitem').first()).toContainText('Weir Sans');
  await page.getByRole('button', { name: 'Lay over Any installed family' }).click();
  await expect(stack.getByRole('listitem').first()).toContainText('over it');
  await expect(stack.getByRole('listitem').nth(1)).toContainText('covered');
  await page.getByRole('button', { name: 'Take off Any installed family' }).click();
  await expect(stack.getByRole('listitem').first()).toContainText('Weir Sans');
  // A length in proportion to a neighbour says what it keeps.
  await element(page, /^Clock/);
  await choose(page.getByLabel('Lengths'), 'In proportion to Rail');
  await expect(page.getByText(/It keeps the same proportion to Rail/)).toBeVisible();
});

test('something is made by hand from the reference, and chosen', async ({ page }) => {
  await copyOfDemo(page);
  await stage(page, 'Match');
  await element(page, /^Launcher button/);
  await page.getByRole('button', { name: 'Make it by hand', exact: true }).click();
  await page.getByRole('checkbox', { name: /a picture cut/ }).check();
  await page.getByLabel('Sizes, px').fill('24, nonsense');
  await page.getByRole('button', { name: 'Make it', exact: true }).click();
  await expect(page.getByText('Sizes are 1 to 8 numbers')).toBeVisible();
  await page.getByLabel('Sizes, px').fill('24, 48');
  await page.getByRole('checkbox', { name: /^Colour/ }).check();
  await page.getByRole('button', { name: 'Make it', exact: true }).click();
  const made = page.getByRole('link', { name: /48 × 48/ });
  await expect(made).toBeVisible();
  const download = page.waitForEvent('download');
  await made.click();
  expect((await download).suggestedFilename()).toMatch(/-48\.png$/);
  await page.getByRole('button', { name: 'Choose Launcher button, hand-made' }).first().click();
  await expect(page.getByRole('list', { name: 'Layers, the topmost first' })).toContainText('hand-made');
});

test('findings say what they cost, are settled, accepted, and come back', async ({ page }) => {
  await copyOfDemo(page);
  await stage(page, 'Match');
  await page.getByRole('link', { name: 'Findings' }).click();
  const pages = page.getByRole('listitem').filter({ hasText: 'Pages takes no notice of the theme' });
  await expect(pages).toBeVisible();
  await choose(page.getByLabel('Pages is used'), 'never');
  await expect(pages).toBeHidden();
  const effect = page.getByRole('listitem').filter({ hasText: 'Takes the launcher key for itself' });
  await effect
    .getByRole('button', { name: /^Take it as it is/ })
    .first()
    .click();
  await page.getByLabel('Why is it fine?').fill('I use another key.');
  await page.getByRole('button', { name: 'Take it as it is', exact: true }).last().click();
  await expect(page.getByRole('heading', { name: 'Answered, or taken as they are' })).toBeVisible();
  await expect(page.getByText('I use another key.')).toBeVisible();
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(page.getByRole('heading', { name: 'Answered, or taken as they are' })).toBeHidden();
});

test('the ledger says why, what would lift it, when to look again, and how it came', async ({ page }) => {
  await copyOfDemo(page);
  await stage(page, 'Match');
  await page.getByRole('link', { name: 'Gap ledger' }).click();
  await expect(page.getByText(/Title type need not stay a gap/)).toBeVisible();
  await page.getByRole('button', { name: 'Follow up on Clock' }).click();
  await page.getByLabel('Look again at Clock').fill('2026-01-05');
  await page.getByLabel('Link for Clock').fill('https://parts.example/clock');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText(/You wanted to look at Clock again/)).toBeVisible();
  await expect(page.getByRole('link', { name: 'https://parts.example/clock' })).toBeVisible();
  await page.getByRole('button', { name: 'History of Clock' }).click();
  await expect(page.getByRole('list', { name: 'History of Clock' })).toContainText('stand-in');
});

test('the matrix shows what one part would cover, and leads to the element', async ({ page }) => {
  await copyOfDemo(page);
  await stage(page, 'Match');
  await page.getByRole('link', { name: 'Matrix' }).click();
  await expect(page.getByRole('button', { name: /^Pointer by Paper Kite: 8\d %/ })).toBeVisible();
  await page.getByLabel('Filter parts').fill('kite');
  await expect(page.getByRole('status').filter({ hasText: '1 parts' })).toBeVisible();
  await page.getByRole('button', { name: /^Pointer by Paper Kite/ }).click();
  await expect(page.getByRole('heading', { name: 'Pointer', level: 1 })).toBeVisible();
});

test('an extra is added, chosen and planned, and never scored', async ({ page }) => {
  await copyOfDemo(page);
  await stage(page, 'Match');
  const before = await page.locator('.tape dd').first().textContent();
  await choose(page.getByRole('button', { name: 'Add an extra' }), 'Minimise effect');
  await expect(page.getByRole('heading', { level: 1, name: /extra$/ })).toBeVisible();
  await page.keyboard.press('1');
  await saved(page);
  // While the catalogue is asked for a kind that is new, no figure is told.
  await expect(page.locator('.tape dd').first()).toHaveText(before!);
});

test('a setting is turned by steps and chosen among what it takes, with closeness following', async ({
  page,
}) => {
  await copyOfDemo(page);
  await stage(page, 'Match');
  await element(page, /^Launcher button/);
  const seen = page.locator('dl dd').filter({ hasText: '%' }).first();
  await expect(seen).toContainText('100');
  await page.getByRole('button', { name: 'Size', exact: true }).click();
  for (let n = 0; n < 5; n++) await page.getByRole('button', { name: 'One step more: Size' }).click();
  await saved(page);
  await expect(page.getByRole('row', { name: /^Size 48 px 58 px/ })).toBeVisible();
  await page.getByRole('button', { name: 'Settle it again' }).click();
  await expect(page.getByRole('row', { name: /^Size 48 px 48 px 100/ })).toBeVisible();
  await page.getByRole('button', { name: 'Shape', exact: true }).click();
  await choose(page.getByRole('combobox', { name: 'Shape of Launcher button' }), 'ring, credit 0');
  await saved(page);
  await expect(page.getByRole('row', { name: /^Shape house ring 0/ })).toBeVisible();
  await expect(seen).not.toContainText('100');
});

test('offers are marked by keyboard and put side by side', async ({ page }) => {
  await copyOfDemo(page);
  await stage(page, 'Match');
  await page.keyboard.press('Alt+2');
  await expect(page.getByRole('link', { name: 'Side by side' })).toBeHidden();
  await page.keyboard.press('Alt+3');
  await page.getByRole('link', { name: 'Side by side' }).click();
  await expect(page).toHaveURL(/compare/);
  await expect(page.getByRole('columnheader', { name: /Marrow Panel/ })).toBeVisible();
  await expect(page.getByRole('columnheader', { name: /Sallow Dock/ })).toBeVisible();
});
