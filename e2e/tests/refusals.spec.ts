import { addPicture, drawRegion, expect, newCoat, saved, test } from '../support/test';
import { drawnPng } from '../support/png';

const picture = drawnPng(800, 500, '#c8d2bc', [{ x: 0, y: 460, width: 800, height: 40, colour: '#7a4fa3' }]);

/** A PNG header of 16,384 squared, padded to 3 MB. */
function hugeHeader(): Buffer {
  const file = Buffer.alloc(3_000_000);
  file.set([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52]);
  file.writeUInt32BE(16_384, 16);
  file.writeUInt32BE(16_384, 20);
  return file;
}

test('refuses what is not a picture that can be measured, says why, and keeps what was there', async ({
  page,
}) => {
  await newCoat(page, 'Refusals');
  await addPicture(page, 'good.png', picture);
  await expect(page.locator('coat-picture-view img')).toBeVisible();
  const refusal = page.getByRole('alert');
  const cases: [string, Buffer, RegExp][] = [
    ['letter.png', Buffer.from('Dear all, this is a letter.'), /not a PNG or JPEG/],
    ['nothing.png', Buffer.alloc(0), /empty/],
    ['moving.png', Buffer.from('GIF89a0000000'), /GIF file by its contents/],
    ['huge.png', hugeHeader(), /16384 × 16384 pixels/],
    ['half.png', picture.subarray(0, Math.floor(picture.length / 2)), /truncated or damaged/],
    ['stub.png', picture.subarray(0, 20), /breaks off/],
  ];
  for (const [name, file, sentence] of cases) {
    await addPicture(page, name, file);
    await expect(refusal).toContainText(`${name} was not added.`);
    await expect(refusal).toContainText(sentence);
    await refusal.getByRole('button', { name: 'Dismiss' }).click();
  }
  await expect(page.getByText('good', { exact: true })).toBeVisible();
});

test('clips a region drawn past the picture and takes none outside it', async ({ page }) => {
  await newCoat(page, 'Regions');
  await addPicture(page, 'good.png', picture);
  await expect(page.locator('coat-picture-view img')).toBeVisible();
  await drawRegion(page, { width: 800, height: 500 }, { x: 100, y: 455, width: 720, height: 60 });
  const details = page.getByRole('complementary', { name: 'Details' });
  await expect(details.getByRole('row', { name: /^Size/ })).toContainText('700 × 40 px');
  await details.getByRole('button', { name: 'Forget it' }).click();
  await drawRegion(page, { width: 800, height: 500 }, { x: 200, y: 504, width: 60, height: 3 });
  await expect(details.getByRole('button', { name: 'Add element' })).toHaveCount(0);
});

test('shows markup and emoji as text, wherever they are typed', async ({ page }) => {
  const nasty = '<img src=x onerror=document.title="owned"> 🎛️ {{7*7}}';
  await newCoat(page, nasty);
  await addPicture(page, `${nasty.replaceAll('/', '')}.png`, picture);
  await expect(page.locator('coat-picture-view img')).toBeVisible();
  await drawRegion(page, { width: 800, height: 500 }, { x: 3, y: 455, width: 794, height: 43 });
  const details = page.getByRole('complementary', { name: 'Details' });
  await details.getByLabel('Name', { exact: true }).fill(nasty);
  await details.getByRole('button', { name: 'Add element' }).click();
  await details.getByLabel('Note').fill(nasty);
  await details.getByLabel('Note').press('Tab');
  await saved(page);
  await page.goto('/');
  await expect(page.getByRole('heading', { name: nasty })).toBeVisible();
  expect(await page.title()).not.toBe('owned');
  await expect(page.locator('img[src="x"]')).toHaveCount(0);
});

test('leads on from addresses that lead nowhere', async ({ page }) => {
  await page.goto('/coats/11111111-1111-4111-8111-111111111111/match');
  await expect(page.getByRole('heading', { name: 'This coat is not here' })).toBeVisible();
  await page.getByRole('link', { name: 'Go to your coats' }).click();
  await expect(page.getByRole('heading', { name: 'Coats' })).toBeVisible();
  await page.goto('/no/such/place');
  await expect(page.getByRole('heading', { name: 'There is nothing at this address' })).toBeVisible();
});
