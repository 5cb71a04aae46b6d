import type { Page } from '@playwright/test';
import { copyOfDemo, stage } from '../support/demo';
import { drawnPng } from '../support/png';
import { expect, newCoat, saved, test, addPicture, choose } from '../support/test';

const verdict = (page: Page) => page.getByRole('region', { name: 'The selected element' });
const bringIn = (page: Page, name: string, buffer: Buffer, mimeType = 'image/png') =>
  page.locator('coat-compare input[type=file]').first().setInputFiles({ name, mimeType, buffer });
const numbers = (page: Page) => page.getByRole('complementary', { name: 'Numbers' });

test.describe('with the demo', () => {
  test.beforeEach(async ({ page }) => {
    await copyOfDemo(page);
    await stage(page, 'Compare');
  });

  test('pictures lie face to face, under a line, by turns and as a map, by keyboard alone', async ({
    page,
  }) => {
    const bench = page.getByRole('group', { name: /Saltmarsh 3, light and After the first evening/ });
    await expect(bench.getByRole('img')).toHaveCount(2);
    const before = await bench.getByRole('img').first().boundingBox();
    await bench.focus();
    await page.keyboard.press('+');
    await page.keyboard.press('ArrowRight');
    const [left, right] = await bench.getByRole('img').all();
    // One zoom and one place for both: the reference is larger and carried to the same size.
    const [a, b] = [(await left!.boundingBox())!, (await right!.boundingBox())!];
    expect(a.width).toBeGreaterThan(before!.width);
    expect(a.width).toBeCloseTo(b.width, 0);
    expect(b.y).toBeCloseTo(a.y, 0);
    // Dragging moves both and chooses nothing; a click chooses what is under it.
    const spot = { x: a.x + a.width - 6, y: a.y + a.height / 2 };
    await expect(verdict(page)).toContainText('Rail');
    await page
      .getByRole('navigation', { name: 'Elements' })
      .getByRole('button', { name: /^Clock/ })
      .click();
    await page.mouse.move(Math.min(spot.x, 700), 400);
    await page.mouse.down();
    await page.mouse.move(Math.min(spot.x, 700) - 90, 430, { steps: 3 });
    await page.mouse.up();
    await expect(verdict(page)).toContainText('Clock');
    expect((await left!.boundingBox())!.x).toBeCloseTo(a.x - 90, -1);
    await bench.focus();
    await page.keyboard.press('2');
    const line = page.getByRole('slider', { name: 'Line between the pictures' });
    await line.focus();
    await page.keyboard.press('ArrowRight');
    await expect(line).toHaveAttribute('aria-valuenow', '52');
    await page.keyboard.press('3');
    await choose(page.getByLabel('each for'), 'as long as I like');
    // Whichever had its turn stays, until it is the other one's by hand.
    const both = ['Saltmarsh 3, light', 'After the first evening'].map((name) => page.getByAltText(name));
    const isFirst = await both[0]!.isVisible();
    const [shown, hidden] = isFirst ? both : both.toReversed();
    await expect(shown!).toBeVisible();
    await expect(hidden!).toBeHidden();
    await page.keyboard.press('Escape');
    await bench.focus();
    await page.keyboard.press('t');
    await expect(hidden!).toBeVisible();
    await expect(shown!).toBeHidden();
    await page.keyboard.press('4');
    await expect(page.getByText(/Mean ΔE \d+\.\d\d, 95 % of the pixels within/)).toBeVisible();
    await expect(page.getByRole('list', { name: /Scale of the differences/ })).toContainText('at a glance');
    await expect(page).toHaveURL(/way=difference/);
    // The spine goes for as long as the pictures are wanted alone.
    await page.keyboard.press('w');
    await expect(page.getByRole('navigation', { name: 'Elements' })).toHaveCount(0);
    await page.keyboard.press('w');
    await expect(page.getByRole('navigation', { name: 'Elements' })).toBeVisible();
  });

  test('what is seen says what to set, and setting it changes the plan', async ({ page }) => {
    await stage(page, 'Plan');
    await page.getByLabel(/^Done: Set Rail: thickness to 84/).check();
    await saved(page);
    await stage(page, 'Compare');
    const own = drawnPng(1920, 1080, '#7f9aa6', [
      { x: 1828, y: 0, width: 92, height: 1080, colour: '#e3c2b4' },
    ]);
    await bringIn(page, 'evening.png', own);
    await expect(page.getByAltText('evening')).toBeVisible({ timeout: 20_000 });
    await page.getByRole('navigation', { name: 'Elements' }).getByRole('button', { name: /^Rail/ }).click();
    await expect(verdict(page)).toContainText('Thickness is 92 px; 84 px would match: set 76.');
    await verdict(page).getByRole('button', { name: 'Set it' }).click();
    await expect(verdict(page)).toContainText('It is set to 76 by now');
    await saved(page);
    await stage(page, 'Plan');
    await expect(page.getByRole('button', { name: /^Set Rail: thickness to 76/ })).toBeVisible();
  });

  test('the drawn one is taken, and shows what the matches promise', async ({ page }) => {
    await page.getByRole('button', { name: 'Take the drawn one' }).click();
    await expect(page.getByAltText('Drawn from the matches')).toBeVisible({ timeout: 30_000 });
    await page.getByRole('navigation', { name: 'Elements' }).getByRole('button', { name: /^Rail/ }).click();
    await expect(verdict(page)).toContainText('100 % seen', { timeout: 30_000 });
  });
});

test('a picture of another size finds its elements where the reference would have them', async ({ page }) => {
  await newCoat(page, 'Two sizes');
  const rail = (width: number, height: number, thickness: number) =>
    drawnPng(width, height, '#7f9aa6', [
      { x: width - thickness, y: 0, width: thickness, height, colour: '#e3c2b4' },
    ]);
  await addPicture(page, 'reference.png', rail(1600, 900, 80));
  await expect(page.locator('coat-picture-view img')).toBeVisible();
  const image = (await page.locator('coat-picture-view img').boundingBox())!;
  const k = image.width / 1600;
  await page.mouse.move(image.x + 1522 * k, image.y + 3);
  await page.mouse.down();
  await page.mouse.move(image.x + 1560 * k, image.y + 300 * k);
  await page.mouse.move(image.x + 1597 * k, image.y + 897 * k);
  await page.mouse.up();
  await page.getByRole('button', { name: 'Add element' }).click();
  await saved(page);
  await stage(page, 'Compare');
  await bringIn(page, 'own.png', rail(1200, 800, 71));
  await expect(page.getByAltText('own', { exact: true })).toBeVisible({ timeout: 20_000 });
  await page.getByRole('button', { name: 'Numbers' }).click();
  // 71 of 800 lines are 96 of the display's 1080; 80 of 900 are wanted to be 96.
  await expect(numbers(page).getByRole('row', { name: /^Thickness/ })).toContainText('95.9 px', {
    timeout: 20_000,
  });
  await expect(numbers(page)).toContainText('71 × 800');
});
