import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Locator, Page } from '@playwright/test';
import { PAGE_STYLE, picturePage } from '../support/pages';
import { drawnPng } from '../support/png';
import { addPicture, drawRegion, expect, newCoat, saved, test, choose } from '../support/test';

const SIZE = { width: 1600, height: 900 };
const BAR = { x: 0, y: 846, width: 1600, height: 54, colour: '#d9cbb8' };
const ITEMS = Array.from({ length: 6 }, (_, i) => ({
  x: 20 + i * 44,
  y: 858,
  width: 30,
  height: 30,
  colour: '#43203d',
}));
const look = (bar: string, ground = '#86a0ab') =>
  drawnPng(SIZE.width, SIZE.height, ground, [{ ...BAR, colour: bar }, ...ITEMS]);

const details = (page: Page): Locator => page.getByRole('complementary', { name: 'Details' });
const spine = (page: Page): Locator => page.getByRole('navigation', { name: 'Elements' });

async function drawBar(page: Page): Promise<void> {
  await drawRegion(page, SIZE, { x: 4, y: 842, width: 1592, height: 57 });
  await expect(details(page).getByRole('row', { name: /^Size/ })).toContainText('1600 × 54 px');
}
async function addBar(page: Page, name = 'Foot strip'): Promise<void> {
  await drawBar(page);
  await choose(details(page).getByLabel('What is it?'), 'Bar');
  await details(page).getByLabel('Name', { exact: true }).fill(name);
  await details(page).getByRole('button', { name: 'Add element' }).click();
  await expect(spine(page).getByRole('button', { name: new RegExp(name) })).toBeVisible();
  await saved(page);
}
async function menu(page: Page, item: string | RegExp): Promise<void> {
  await page.getByRole('button', { name: 'Picture and coat' }).click();
  await page.getByRole('menuitem', { name: item }).click();
}

test('items of a bar are found, named, put in its order, and made elements', async ({ page }) => {
  await newCoat(page, 'Items');
  await addPicture(page, 'look.png', look('#d9cbb8'));
  await addBar(page);
  await drawBar(page);
  await details(page).getByRole('tab', { name: 'Items' }).click();
  const table = details(page).getByRole('table', { name: /Items from the bar/ });
  await expect(table.getByRole('row')).toHaveCount(7);
  await expect(details(page)).toContainText('14 px');
  await table.getByLabel('Name of item 1').fill('launcher');
  await table.getByLabel('Name of item 2').fill('letters');
  await choose(table.getByLabel('Zone of item 6'), 'end');
  await details(page).getByRole('button', { name: 'Put order into Foot strip' }).click();
  await table.getByRole('button', { name: 'Add item 1 as an element' }).click();
  await expect(spine(page).getByRole('button', { name: /launcher/ })).toBeVisible();
  await page.keyboard.press('Escape');
  await spine(page)
    .getByRole('button', { name: /Foot strip/ })
    .click();
  const start = details(page).getByRole('list', { name: 'start' });
  await expect(start.getByRole('listitem').first()).toContainText('launcher');
  await expect(details(page).getByRole('list', { name: 'end' })).toContainText('picture 6');

  // By keyboard: the launcher moves behind its neighbour, and out.
  await start.locator('[data-item="launcher"]').focus();
  await page.keyboard.press('Alt+ArrowRight');
  await expect(start.getByRole('listitem').first()).toContainText('letters');
  await expect(start.locator('[data-item="launcher"]')).toBeFocused();
  await page.keyboard.press('Delete');
  await expect(start.locator('[data-item="launcher"]')).toHaveCount(0);
  await saved(page);
  await page.reload();
  await expect(
    details(page).getByRole('list', { name: 'start' }).getByRole('listitem').first(),
  ).toContainText('letters');
});

test('the other variant is measured the same way, and what disagrees is said', async ({ page }) => {
  await newCoat(page, 'Variants');
  await addPicture(page, 'light.png', look('#d9cbb8'));
  await addBar(page);
  await page.getByRole('radio', { name: 'Dark', exact: true }).click();
  await addPicture(
    page,
    'dark.png',
    drawnPng(SIZE.width, SIZE.height, '#20303a', [{ ...BAR, y: 850, height: 50, colour: '#3a2d33' }]),
  );
  await expect(page.getByRole('tab', { name: 'dark', exact: true })).toBeVisible();
  await page.getByRole('radio', { name: 'Light', exact: true }).click();
  await menu(page, 'Measure dark the same way');
  const report = page.getByRole('note', { name: 'The other variant' });
  await expect(report).toContainText('Dark was measured');
  await saved(page);
  await page.getByRole('radio', { name: 'Dark', exact: true }).click();
  await expect(details(page).getByLabel('Colour of Foot strip', { exact: true })).toHaveValue('#3a2d33');
  await page.getByRole('radio', { name: 'Light', exact: true }).click();
  await expect(details(page).getByLabel('Colour of Foot strip', { exact: true })).toHaveValue('#d9cbb8');
  // One change, taken back as one.
  await page.keyboard.press('Control+z');
  await page.getByRole('radio', { name: 'Dark', exact: true }).click();
  await expect(details(page).getByLabel('Colour of Foot strip', { exact: true })).not.toHaveValue('#3a2d33');
});

test('a replaced picture keeps its elements, and marks those that look otherwise', async ({ page }) => {
  await newCoat(page, 'Replaced');
  await addPicture(page, 'first.png', look('#d9cbb8'));
  await addBar(page);
  await page.getByRole('button', { name: 'Picture and coat' }).click();
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('menuitem', { name: 'Replace its pixels' }).click();
  await (await chooser).setFiles({ name: 'second.png', mimeType: 'image/png', buffer: look('#4a3f52') });
  await expect(spine(page).getByRole('button', { name: /Foot strip/ })).toContainText('look again');
  await details(page).getByRole('button', { name: 'Look again' }).click();
  await details(page).getByRole('button', { name: 'Measure Foot strip here' }).click();
  await expect(spine(page).getByRole('button', { name: /Foot strip/ })).not.toContainText('look again');
  await expect(details(page).getByLabel('Colour of Foot strip', { exact: true })).toHaveValue('#4a3f52');
});

test('a state that a second picture shows gets values of its own', async ({ page }) => {
  await newCoat(page, 'States');
  await addPicture(page, 'rest.png', look('#d9cbb8'));
  await addBar(page);
  await addPicture(page, 'hover.png', look('#f0d8a0'));
  await page.getByRole('tab', { name: 'hover' }).click();
  await drawBar(page);
  await choose(details(page).getByLabel('State that the picture shows'), 'hover');
  await details(page).getByRole('button', { name: 'Measure Foot strip here' }).click();
  const states = details(page).getByRole('radiogroup', { name: 'State' });
  await states.getByRole('radio', { name: 'hover' }).click();
  await expect(details(page).getByLabel('Colour of Foot strip', { exact: true })).toHaveValue('#f0d8a0');
  await states.getByRole('radio', { name: 'at rest' }).click();
  await expect(details(page).getByLabel('Colour of Foot strip', { exact: true })).toHaveValue('#d9cbb8');
});

test('a coat starts from a set, is reminded of the forgotten, and elements are marked, merged, moved and weighed', async ({
  page,
}) => {
  await newCoat(page, 'Spine');
  await page.getByRole('button', { name: /^Rail/ }).click();
  await expect(spine(page).getByRole('button', { name: /^Clock/ })).toBeVisible();
  const forgotten = page.getByRole('region', { name: 'Often forgotten' });
  await forgotten.getByRole('button', { name: 'Add title type' }).click();
  await expect(spine(page).getByRole('button', { name: /^Title type/ })).toBeVisible();
  await forgotten.getByRole('button', { name: 'Not in this look: Sign-in screen' }).click();
  await expect(forgotten.getByRole('button', { name: 'Add sign-in screen' })).toHaveCount(0);
  await saved(page);

  await page.getByLabel('Filter elements').fill('type');
  await expect(spine(page).getByRole('button', { name: /^Clock/ })).toHaveCount(0);
  await page.getByLabel('Filter elements').fill('');

  await spine(page)
    .getByRole('button', { name: /^Clock/ })
    .click();
  await details(page).getByRole('button', { name: 'Duplicate' }).click();
  await expect(spine(page).getByRole('button', { name: /^Clock, copy/ })).toBeVisible();
  await spine(page)
    .getByRole('button', { name: /^Clock(?!, copy)/ })
    .click();
  await spine(page)
    .getByRole('button', { name: /^Clock, copy/ })
    .click({ modifiers: ['Control'] });
  const marked = page.getByRole('region', { name: 'Marked elements' });
  await expect(marked).toContainText('2 marked');
  await marked.getByRole('button', { name: '5', exact: true }).click();
  await expect(
    page.getByRole('group', { name: /^Tape/ }).getByRole('button', { name: /^Clock, copy: .*weight 5/ }),
  ).toBeVisible();
  await marked.getByRole('button', { name: 'Merge' }).click();
  await expect(spine(page).getByRole('button', { name: /^Clock, copy/ })).toHaveCount(0);
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).click();
  await expect(spine(page).getByRole('button', { name: /^Clock, copy/ })).toBeVisible();

  // Weights by hand on the tape: the edge of a segment is drawn out.
  const segment = page.getByRole('group', { name: /^Tape/ }).getByRole('button', { name: /^Pointer: / });
  await expect(segment).toHaveAttribute('aria-label', /weight 3/);
  const box = (await segment.boundingBox())!;
  await page.mouse.move(box.x + box.width - 3, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width + 300, box.y + box.height / 2, { steps: 4 });
  await page.mouse.up();
  await expect(segment).toHaveAttribute('aria-label', /weight 5/);
  await saved(page);

  const windows = () =>
    spine(page)
      .getByRole('button', { name: /^Window (frame|buttons)/ })
      .allTextContents();
  expect((await windows())[0]).toContain('Window frame');
  await spine(page)
    .getByRole('button', { name: /^Window buttons/ })
    .focus();
  await page.keyboard.press('Alt+ArrowUp');
  await expect.poll(async () => (await windows())[0]).toContain('Window buttons');
});

test('a kind and traits of one’s own are equals of the shipped ones', async ({ page }) => {
  await newCoat(page, 'Own kinds');
  await addPicture(page, 'look.png', look('#d9cbb8'));
  await addBar(page);
  await menu(page, 'A kind of your own');
  const dialog = page.getByRole('dialog', { name: 'Kind' });
  await dialog.getByRole('button', { name: 'Keep it' }).click();
  await expect(dialog.getByRole('alert')).toContainText('A name needs at least one character');
  await dialog.getByLabel('Name', { exact: true }).fill('Tide gauge');
  await dialog.getByLabel('Name of trait 1').fill('Needle length');
  await dialog.getByRole('button', { name: 'Keep it' }).click();
  await drawBar(page);
  await choose(details(page).getByLabel('What is it?'), 'Tide gauge');
  await details(page).getByRole('button', { name: 'Add element' }).click();
  await details(page).getByLabel('Needle length of Tide gauge').fill('44');
  await details(page).getByLabel('Needle length of Tide gauge').press('Tab');
  await saved(page);
  await page.getByRole('link', { name: 'All traits' }).click();
  await expect(page.getByRole('row', { name: /Tide gauge.*Needle length.*44/ })).toBeVisible();

  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'CSV' }).click();
  const csv = readFileSync(await (await waiting).path(), 'utf8');
  expect(csv.split('\r\n')[0]).toBe(
    'element,kind,weight,trait,state,variant,value,unit,importance,source,where',
  );
  expect(csv).toContain('Tide gauge,Tide gauge,3,Needle length,,,44,px,should,typed,');
  const json = page.waitForEvent('download');
  await page.getByRole('button', { name: 'JSON' }).click();
  const table = JSON.parse(readFileSync(await (await json).path(), 'utf8')) as {
    traits: { trait: string; value: unknown }[];
  };
  expect(table.traits).toContainEqual(expect.objectContaining({ trait: 'Needle length', value: 44 }));
  await page.getByRole('button', { name: 'Element', exact: true }).click();
  await expect(page.getByRole('columnheader', { name: 'Element' })).toHaveAttribute('aria-sort', 'ascending');
});

test('a clock’s pattern is found from what it shows', async ({ page }) => {
  await newCoat(page, 'Format');
  await page.getByRole('button', { name: /^One bar/ }).click();
  await spine(page)
    .getByRole('button', { name: /^Clock/ })
    .click();
  await details(page).getByRole('button', { name: 'Find the pattern from what it shows' }).click();
  await details(page).getByLabel('What does it show?').fill('02/04/23');
  await expect(details(page)).toContainText('Day and month may change places');
  await details(page).getByLabel('And at another moment').fill('25/12/23');
  const patterns = details(page).getByRole('list', { name: 'Patterns' });
  await expect(patterns.locator('code').first()).toHaveText('dd/MM/yy');
  await expect(patterns).toContainText('midnight');
  await patterns.getByRole('button', { name: 'Take dd/MM/yy' }).click();
  await expect(details(page).getByLabel('Format of Clock')).toHaveValue('dd/MM/yy');
});

test('type is read off a page that the browser drew, and compared with fonts', async ({ page, context }) => {
  const other = await context.newPage();
  const pictured = await picturePage(
    other,
    `<style>${PAGE_STYLE} p { position: absolute; left: 40px; top: 60px; margin: 0; padding: 14px; font: 30px sans-serif; color: #43203d; background: #f4ece0; }</style><p data-told="line">Harbour gossip at seven</p>`,
  );
  await other.close();
  await newCoat(page, 'Type');
  await addPicture(page, 'type.png', pictured.png);
  const [line] = pictured.boxes('line');
  await drawRegion(
    page,
    { width: 1200, height: 700 },
    { x: line!.x + 3, y: line!.y + 3, width: line!.width - 6, height: line!.height - 6 },
  );
  await details(page).getByRole('tab', { name: 'Type' }).click();
  await expect(details(page)).toContainText('#43203d');
  const near = details(page).getByRole('region', { name: 'Nearest faces' });
  await expect(near.getByRole('row')).toHaveCount(7);

  await details(page)
    .locator('input[type=file]')
    .setInputFiles({ name: 'no.ttf', mimeType: 'font/ttf', buffer: Buffer.from('no font at all') });
  await expect(details(page).getByRole('alert')).toContainText('no OpenType, TrueType or WOFF2 font');
  const font = createRequire(import.meta.url).resolve(
    '@fontsource/solway/files/solway-latin-800-normal.woff2',
  );
  await details(page).locator('input[type=file]').setInputFiles(font);
  await expect(page.locator('.notices')).toContainText('is compared from now on');

  await choose(details(page).getByLabel('What is it?'), 'Interface type');
  await details(page).getByRole('button', { name: 'Add element' }).click();
  const height = details(page).getByLabel('Height of small letters of Interface type');
  await expect.poll(async () => Number(await height.inputValue())).toBeGreaterThan(12);
});

test('a cut-out is saved as a PNG and put into its element', async ({ page }) => {
  await newCoat(page, 'Cut');
  await addPicture(page, 'look.png', look('#d9cbb8'));
  await drawRegion(page, SIZE, { x: 12, y: 850, width: 46, height: 46 });
  await choose(details(page).getByLabel('What is it?'), 'Launcher button');
  await details(page).getByRole('button', { name: 'Add element' }).click();
  await page.getByLabel('Settle on edges').uncheck();
  await drawRegion(page, SIZE, { x: 12, y: 850, width: 46, height: 46 });
  await details(page).getByRole('tab', { name: 'Cut out' }).click();
  await expect(details(page)).toContainText('30 × 30 px');
  await expect(details(page)).toContainText('taken away');
  const waiting = page.waitForEvent('download');
  await details(page).getByRole('link', { name: 'Save as PNG' }).click();
  expect(
    readFileSync(await (await waiting).path())
      .subarray(1, 4)
      .toString(),
  ).toBe('PNG');
  await details(page)
    .getByRole('button', { name: /Put into Launcher button/ })
    .click();
  await saved(page);
  await page.keyboard.press('Escape');
  await expect(details(page).getByRole('img', { name: 'Picture of Launcher button' })).toBeVisible();
});

test('a photo of a screen is told as one, gives no lengths, and is set straight by the corners of the screen', async ({
  page,
  browser,
}) => {
  // A camera a little to one side: what the browser lays out there is the photo.
  const studio = await browser.newPage({ viewport: { width: 1400, height: 900 } });
  await studio.setContent(
    `<body style="margin:0;height:100vh;display:grid;place-items:center;background:#14120f;perspective:1500px">
      <img style="width:1150px;transform:rotateY(14deg) rotateX(6deg);filter:blur(0.9px)"
        src="data:image/png;base64,${look('#d9cbb8').toString('base64')}" />`,
  );
  await studio.locator('img').evaluate((img: HTMLImageElement) => img.decode());
  const photo = await studio.screenshot();
  await studio.close();
  await newCoat(page, 'From a photo');
  await addPicture(page, 'photo.png', photo);
  const note = page.getByRole('note', { name: 'What happened to this picture' });
  await expect(note).toContainText('This picture is a photo of a screen');
  await expect(note).toContainText('set straight by the four corners');
  await note.getByRole('button', { name: 'Set it straight' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('status')).toContainText('as they were found');
  await dialog.getByRole('button', { name: /^top left corner/ }).press('ArrowLeft');
  await dialog.getByRole('button', { name: /^top left corner/ }).press('ArrowRight');
  await dialog.getByRole('button', { name: 'Set it straight' }).click();
  const straight = page.getByRole('tab', { name: /set straight/ });
  await expect(straight).toHaveAttribute('aria-selected', 'true');
  await expect(page.getByRole('tab')).toHaveCount(2);
  // Where the bar is on the desktop, there it is on the picture, in the picture's own size.
  const foot = page.locator('.foot span').first();
  await expect(foot).toContainText(/\d+ × \d+/);
  const [width, height] = /(\d+) × (\d+)/
    .exec((await foot.textContent())!)!
    .slice(1)
    .map(Number) as [number, number];
  expect(width / height).toBeCloseTo(16 / 9, 1);
  // What is said of this picture takes its room above it: drawn meanwhile, a region would begin and end in different places.
  await expect(note).toBeVisible();
  await expect(note.getByRole('button', { name: 'Set it straight' })).toHaveCount(0);
  const k = width / SIZE.width;
  await drawRegion(
    page,
    { width, height },
    { x: 3, y: Math.round(842 * k), width: width - 6, height: Math.round(56 * k) },
  );
  const size = details(page).getByRole('row', { name: /^Size/ });
  await expect(size).toContainText(/\d+ × \d+ px/);
  const read = Number(/× (\d+) px/.exec((await size.textContent())!)![1]);
  expect(Math.abs(read - 54 * k)).toBeLessThan(4);
});
