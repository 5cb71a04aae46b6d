import { drawnPng } from '../support/png';
import { addPicture, drawRegion, expect, newCoat, saved, test } from '../support/test';

const SIZE = { width: 1600, height: 900 };
const picture = drawnPng(SIZE.width, SIZE.height, '#86a0ab', [
  { x: 0, y: 846, width: 1600, height: 54, colour: '#d9cbb8' },
]);

test.describe('whoever is here for the first time', () => {
  test.use({ isNewcomer: true });

  test('is led from a picture to the first measured bar, one hint at a time, and told nothing twice', async ({
    page,
  }) => {
    await newCoat(page, 'First steps');
    const hint = page.getByRole('note', { name: 'Hint' });
    await expect(hint).toHaveCount(0);
    await addPicture(page, 'p.png', picture);
    await expect(hint).toContainText('Drag a rough box over a bar');
    // It stands beside what it is about, and covers none of it.
    const [there, view] = [await hint.boundingBox(), await page.locator('coat-picture-view').boundingBox()];
    expect(there!.x).toBeGreaterThanOrEqual(view!.x + view!.width - 1);
    await drawRegion(page, SIZE, { x: 4, y: 842, width: 1592, height: 57 });
    await expect(hint).toContainText('add it as the first element');
    await page.getByRole('button', { name: 'Add element' }).click();
    await expect(hint).toContainText('on which desktop');
    await expect(hint).toHaveCount(1);
    await hint.getByRole('button', { name: 'No more hints' }).click();
    await expect(hint).toHaveCount(0);
    await saved(page);
    await newCoat(page, 'The second one');
    await addPicture(page, 'p.png', picture);
    await expect(page.locator('coat-picture-view img')).toBeVisible();
    await expect(hint).toHaveCount(0);
  });
});

test('elements are added and pages reached by typing what one looks for', async ({ page }) => {
  await newCoat(page, 'By typing');
  await page.keyboard.press('Control+k');
  const field = page.getByRole('combobox', { name: 'Find or do' });
  await field.fill('cursor');
  await expect(page.getByRole('option').first()).toHaveText(/^Add pointer/);
  await field.press('Enter');
  await expect(
    page.getByRole('navigation', { name: 'Elements' }).getByRole('button', { name: /^Pointer/ }),
  ).toBeVisible();
  await page.keyboard.press('Control+k');
  await field.fill('kind of your own');
  await field.press('Enter');
  await expect(page.getByRole('dialog', { name: 'Kind' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  // What is done on another page is done there, wherever one is.
  await page.getByRole('link', { name: /^Host/ }).click();
  await expect(page).toHaveURL(/\/host/);
  await page.keyboard.press('Control+k');
  await field.fill('screenshot reference');
  const chooser = page.waitForEvent('filechooser');
  await field.press('Enter');
  await (await chooser).setFiles({ name: 'p.png', mimeType: 'image/png', buffer: picture });
  await expect(page).toHaveURL(/\/study/);
  await expect(page.locator('coat-picture-view img')).toBeVisible();
});

test('details and spine are drawers where there is little room', async ({ page }) => {
  await newCoat(page, 'Narrow');
  await addPicture(page, 'p.png', picture);
  await drawRegion(page, SIZE, { x: 4, y: 842, width: 1592, height: 57 });
  await page.getByRole('button', { name: 'Add element' }).click();
  await saved(page);
  const details = page.getByRole('complementary', { name: 'Details' });
  const spine = page.getByRole('navigation', { name: 'Elements' });
  await page.setViewportSize({ width: 1000, height: 800 });
  await expect(details).toBeHidden();
  await expect(spine).toBeVisible();
  await page.getByRole('button', { name: 'Details', exact: true }).click();
  await expect(details).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(details).toBeHidden();
  await page.setViewportSize({ width: 390, height: 800 });
  await expect(spine).toBeHidden();
  await page.getByRole('button', { name: 'Elements', exact: true }).click();
  await expect(spine).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(spine).toBeHidden();
  // Nothing sticks out of the window.
  for (const stage of ['plan', 'compare', 'share']) {
    await page.goto(page.url().replace(/(coats\/[^/]+)\/\w+/, `$1/${stage}`));
    await page.waitForLoadState('networkidle');
    const wide = await page.evaluate(() => document.documentElement.scrollWidth);
    expect(wide, stage).toBeLessThanOrEqual(390);
  }
});

test('made twice as large nothing is lost: a list keeps its rows, what is asked for its button', async ({
  page,
}) => {
  await newCoat(page, 'Large');
  await page.setViewportSize({ width: 640, height: 400 });
  await page.goto(page.url().replace(/(coats\/[^/]+)\/\w+/, '$1/parts'));
  const row = page.getByRole('table', { name: 'Parts found' }).getByRole('row').nth(3);
  await row.scrollIntoViewIfNeeded();
  await expect(row).toBeInViewport({ ratio: 0.9 });
  const room = await page.locator('main').boundingBox();
  expect(room!.y + room!.height).toBeGreaterThan(398);
});
