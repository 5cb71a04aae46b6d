import { readFileSync } from 'node:fs';
import { copyOfDemo, stage } from '../support/demo';
import { expect, saved, test, choose } from '../support/test';

test.beforeEach(async ({ page }) => {
  await copyOfDemo(page);
  await stage(page, 'Share');
});

test('the sheet tells the whole coat, and nothing private unless it is chosen', async ({ page, context }) => {
  const sheet = page.getByRole('region', { name: 'The sheet' });
  await expect(sheet.getByRole('heading', { name: 'Parts and credits' })).toBeVisible();
  await expect(sheet.getByRole('row', { name: /^Tidebar 2\.1 Wenna Strand/ })).toBeVisible();
  await expect(sheet.getByRole('row', { name: /^Title type .* No family found yet/ })).toBeVisible();
  // A screenshot shows what was open: none goes on it by itself.
  await expect(sheet.getByRole('img', { name: /^Before/ })).toHaveCount(0);
  await page.getByLabel('My desktop, before and after').check();
  await expect(sheet.getByRole('img', { name: /^Before, 2026-11-21/ }).first()).toBeVisible();
  await page.getByLabel('My desktop, before and after').uncheck();
  await expect(sheet.getByRole('img', { name: /^Before/ })).toHaveCount(0);
  await expect(sheet.getByRole('heading', { name: 'The host before' })).toHaveCount(0);
  await page.getByLabel('What the host was').check();
  await expect(sheet.getByRole('heading', { name: 'The host before' })).toBeVisible();

  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as one page' }).click();
  const path = await (await download).path();
  const html = readFileSync(path, 'utf8');
  expect(html).not.toMatch(/<script|src="(?!data:)/);
  // It needs nothing else: not even a network.
  const alone = await context.newPage();
  await context.setOffline(true);
  await alone.setContent(html);
  await expect(alone.getByRole('img', { name: 'Reference: Saltmarsh 3, light' })).toBeVisible();
  expect(
    await alone
      .getByRole('img', { name: 'Reference: Saltmarsh 3, light' })
      .evaluate((i) => (i as unknown as { naturalWidth: number }).naturalWidth),
  ).toBe(2560);
  await context.setOffline(false);
  await alone.close();

  const text = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Markdown' }).click();
  expect(readFileSync(await (await text).path(), 'utf8')).toContain('## Parts and credits');
  // On paper: as many pages as the steps need, and nothing of the application round it.
  const pdf = await page.pdf({ format: 'A4' });
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
  expect((pdf.toString('latin1').match(/\/Type\s*\/Page\b/g) ?? []).length).toBeGreaterThan(3);
});

test('a bundle is saved, looked at before it comes, and becomes a coat of its own', async ({ page }) => {
  await page.getByRole('link', { name: 'Bundle' }).click();
  await page.getByLabel(/^Pictures of my desktop/).check();
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Save the bundle' }).click();
  const path = await (await download).path();
  const zip = readFileSync(path);
  const from = page.url();
  await page.goto('/bring-in');
  const drop = (name: string, buffer: Buffer) =>
    page
      .locator('coat-bundle-in input[type=file]')
      .setInputFiles({ name, mimeType: 'application/zip', buffer });
  await drop('torn.zip', zip.subarray(0, 5000));
  await expect(page.getByRole('alert')).toContainText('torn.zip', { timeout: 20_000 });
  await drop('coat.zip', zip);
  await expect(page.getByText(/12 elements, .*4 pictures of the own desktop/)).toBeVisible({
    timeout: 20_000,
  });
  await expect(page.getByRole('row', { name: /^Tidebar 2\.1 is here already/ })).toBeVisible();
  await expect(page.getByText('This coat is here already')).toBeVisible();
  await page.getByRole('button', { name: 'Bring in as a new coat' }).click();
  await expect(page).toHaveURL(/coats\/[0-9a-f-]{36}\/match/);
  expect(page.url().slice(0, 70)).not.toBe(from.slice(0, 70));
  await expect(
    page.getByRole('navigation', { name: 'Elements' }).getByRole('button', { name: /^Rail/ }),
  ).toBeVisible();
  await stage(page, 'Compare');
  await expect(page.getByAltText('After the first evening')).toBeVisible();
});

test('a bundle is put in place of what was changed since, and that is undone', async ({ page }) => {
  await page.getByRole('link', { name: 'Bundle' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Save the bundle' }).click();
  const zip = readFileSync(await (await download).path());
  const name = page.getByLabel('Name of the coat');
  const before = await name.inputValue();
  await name.fill('Changed since');
  await name.press('Enter');
  await saved(page);
  await page
    .locator('coat-bundle-in input[type=file]')
    .setInputFiles({ name: 'coat.zip', mimeType: 'application/zip', buffer: zip });
  await page.getByRole('button', { name: /^Put in place of/ }).click({ timeout: 20_000 });
  await expect(page.getByText('was brought in.')).toBeVisible();
  await expect(name).toHaveValue(before);
  await expect(page.getByRole('button', { name: 'Undo' }).first()).toHaveAccessibleDescription(
    /Bring in the bundle/,
  );
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect(page.getByRole('button', { name: 'Undo' }).first()).not.toHaveAccessibleDescription(
    /Bring in/,
  );
  await expect(name).toHaveValue('Changed since');
});

test('a coat is carried over to another host, and stays related to the original', async ({ page }) => {
  await page.getByRole('link', { name: 'Carry over' }).click();
  await expect(page).toHaveURL(/carry-over/);
  const original = page.url().slice(0, page.url().indexOf('/carry-over'));
  await choose(page.getByLabel('Host to carry it to'), 'Ochre Row 7');
  const row = (name: string) => page.getByRole('row', { name: new RegExp(`^${name}`) });
  await expect(row('Rail')).toContainText('Tidebar: Made for another desktop');
  await expect(row('Wallpaper')).toContainText('carried over');
  await expect(row('Title type')).toContainText('It was a gap there');
  await expect(row('Buttons of small windows')).toContainText('It is left alone');
  await expect(page.getByText(/^\d+ % → \d+ %$/)).toBeVisible();
  await page.getByRole('button', { name: 'Make the coat for Ochre Row' }).click();
  await expect(page).toHaveURL(/propose/);
  await expect(page.getByText('on Ochre Row 7')).toBeVisible();
  const carried = page.url().slice(0, page.url().indexOf('/propose'));
  expect(carried).not.toBe(original);

  // The original gets another element; the carried one learns of it.
  await page.goto(`${original}/match`);
  await page.getByLabel('Name of the coat').waitFor();
  await page.getByRole('navigation', { name: 'Elements' }).getByRole('button', { name: /^Rail/ }).click();
  await page.goto(`${original}/traits`);
  const weight = page
    .getByRole('navigation', { name: 'Elements' })
    .getByRole('button', { name: 'Add sign-in screen' });
  await weight.click();
  await saved(page);
  await page.goto(`${carried}/carry-over`);
  await expect(page.getByText('Its reference changed since, in 1 place.')).toBeVisible();
  await page.getByRole('button', { name: 'Bring the changes over' }).click();
  await expect(page.getByText('Its reference is the same here and there.')).toBeVisible();
  await stage(page, 'Match');
  await expect(
    page.getByRole('navigation', { name: 'Elements' }).getByRole('button', { name: /^Sign-in screen/ }),
  ).toBeVisible();
});

test('a part and a host profile travel alone', async ({ page }) => {
  const bring = async (link: string) => {
    const download = page.waitForEvent('download');
    await page.getByRole('link', { name: link }).click();
    return readFileSync(await (await download).path());
  };
  await stage(page, 'Parts');
  await page.getByRole('button', { name: 'Brine Hours' }).click();
  const part = await bring('Save as a bundle');
  await stage(page, 'Host');
  const host = await bring('Save Oxbow as a bundle');
  await page.goto('/bring-in');
  for (const [name, buffer] of [
    ['Brine Hours', part],
    ['Oxbow', host],
  ] as const) {
    await page
      .locator('coat-bundle-in input[type=file]')
      .setInputFiles({ name: `${name}.zip`, mimeType: 'application/zip', buffer });
    await expect(page.getByRole('row', { name: new RegExp(`^${name} .* is here already`) })).toBeVisible({
      timeout: 20_000,
    });
    await page.getByRole('button', { name: 'Bring in', exact: true }).click();
    await expect(page.getByText('was brought in.').first()).toBeVisible();
    await page.getByRole('button', { name: 'Dismiss' }).first().click();
  }
});
