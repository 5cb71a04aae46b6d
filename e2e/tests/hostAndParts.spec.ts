import { searchCoats } from '../support/demo';
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { Page } from '@playwright/test';
import { leavingTar, packed } from '../support/archives';
import { drawnPng } from '../support/png';
import { expect, newCoat, saved, test, choose, give } from '../support/test';
import { expectRules } from '../support/rules';

const DEMO = 'Studio B, the old way';
const SURVEY = fileURLToPath(new URL('../../apps/server/survey/survey.sh', import.meta.url));

/** A copy of the demo coat to play with, on one of its stages. */
async function demoCopy(page: Page, name: string, stage: string): Promise<void> {
  await page.goto('/');
  const card = (title: string) =>
    page.getByRole('listitem').filter({ has: page.getByRole('heading', { name: title, exact: true }) });
  await searchCoats(page, DEMO);
  await card(DEMO).getByRole('button', { name: 'Duplicate' }).click();
  await card(`${DEMO}, copy`).first().getByRole('button', { name: 'Rename' }).click();
  await page.getByLabel('Name of the coat').fill(name);
  await page.getByLabel('Name of the coat').press('Enter');
  await searchCoats(page, '');
  await page.getByRole('link', { name: `Open ${name}` }).click();
  await expect(page.getByRole('navigation', { name: 'Stages' })).toBeVisible();
  await page.getByRole('link', { name: new RegExp(`^${stage}`) }).click();
}

const open = (page: Page, name: string, buffer: Buffer) =>
  give(page.getByRole('button', { name: 'Open an archive or a single file' }), {
    name,
    mimeType: 'application/octet-stream',
    buffer,
  });
const details = (page: Page) => page.getByRole('complementary', { name: 'Part' });
const found = (page: Page, name: string | RegExp) =>
  page.getByRole('table', { name: 'Parts found' }).getByRole('button', { name });

/** Opens the one part of a name: rows are used again while a list narrows, and for a moment show what they showed before. */
async function pick(page: Page, name: string): Promise<void> {
  await expect(found(page, name)).toHaveCount(1);
  await found(page, name).click();
}

const INDEX =
  '[Icon Theme]\nName=Browser test icons\nDirectories=48x48/places\n[48x48/places]\nSize=48\nContext=Places\nType=Fixed\n';
const ICON = drawnPng(48, 48, '#5b2f52', []);

test('an archive one folder too deep is explained, and becomes a part that Match offers', async ({
  page,
}) => {
  await demoCopy(page, 'Bringing archives in', 'Parts');
  await open(
    page,
    'icons-1.2.tar.xz',
    packed(
      {
        'icons-1.2/Test/index.theme': INDEX,
        'icons-1.2/Test/48x48/places/folder.png': ICON,
        'icons-1.2/install.sh': '#!/bin/sh\ncase $1 in --dark) sudo true;; esac\n',
      },
      'a.tar.xz',
    ),
  );
  await expect(page.getByRole('heading', { name: 'icons-1.2.tar.xz' })).toBeVisible();
  const set = page
    .getByRole('article')
    .filter({ has: page.getByRole('heading', { name: 'Browser test icons' }) });
  await expect(set).toContainText('one folder too many');
  await expect(set).toContainText('~/.local/share/icons/Test');
  await expect(set.getByRole('list', { name: 'Found' }).getByAltText('folder')).toBeVisible();
  await expect(set).toContainText('1 its own');
  const script = page.getByRole('article').filter({ hasText: 'install script' });
  await expect(script).toContainText('never run here');
  await expect(script).toContainText('--dark');
  // Names of one's own count as well.
  await set.getByLabel('Names also needed').fill('my-own-tool');
  await set.getByLabel('Names also needed').press('Enter');
  await expect(set.getByRole('row', { name: /This coat’s/ })).toContainText('0 of 1');
  await set.getByRole('button', { name: 'Make a part of it' }).click();
  await expect(details(page)).toContainText('mine');
  await expect(details(page)).toContainText('copy its folder icons-1.2/Test');
  await page
    .getByRole('navigation', { name: 'Elements' })
    .getByRole('button', { name: /^Icon set/ })
    .click();
  await page.getByRole('link', { name: /^Match/ }).click();
  await expect(page.getByRole('main').getByText('Browser test icons').first()).toBeVisible();
});

test('hostile, broken and foreign files are refused or flagged in words, and nothing is lost', async ({
  page,
}) => {
  await demoCopy(page, 'Hostile files', 'Parts');
  await open(page, 'web.zip', Buffer.from('<!doctype html><p>Sign in first'));
  await expect(page.getByRole('alert')).toContainText('may have been a web page');
  const good = packed({ 'T/index.theme': INDEX, 'T/48x48/places/folder.png': ICON }, 'a.tar.gz');
  await open(page, 'cut.tar.gz', good.subarray(0, good.length / 2));
  await expect(page.getByRole('alert')).toContainText(/truncated|damaged/);
  await expect(found(page, 'Brackish')).toBeVisible();
  await open(page, 'leaving.tar', leavingTar('../../.profile'));
  await expect(page.getByRole('heading', { name: 'Do not unpack it; no part is made of it' })).toBeVisible();
  await expect(page.getByText('A path leaves the folder it is unpacked in.')).toBeVisible();
});

test('a part is made, checked as it is typed, changed, duplicated, deleted and brought back', async ({
  page,
}) => {
  await demoCopy(page, 'Own parts', 'Parts');
  await page.getByRole('button', { name: 'Make a part' }).click();
  const state = page.getByRole('complementary', { name: 'State of the part' });
  const field = async (label: string, value: string) => {
    await page.getByLabel(label, { exact: true }).fill(value);
    await page.getByLabel(label, { exact: true }).press('Tab');
  };
  await field('Name', 'Lantern bar');
  await field('Licence', 'GPL');
  await expect(state).toContainText('no SPDX licence expression');
  await expect(state.getByRole('button', { name: 'Save the part' })).toBeDisabled();
  await field('Licence', 'GPL-3.0-or-later');
  await page.getByRole('checkbox', { name: 'It costs something' }).check();
  await field('It costs something: Price', 'dear');
  await expect(page.getByRole('alert')).toContainText('It is a number.');
  await field('It costs something: Price', '7,50');
  await page.getByRole('option', { name: 'Offers' }).click();
  await page.getByRole('button', { name: 'Add offer' }).click();
  await choose(page.getByRole('button', { name: 'Add trait' }), 'Thickness');
  const thickness = (label: string) => `Offer 1: thickness: ${label}`;
  await choose(page.getByLabel(thickness('Supplied by')), 'a range');
  await field(thickness('Key'), 'bar/thickness');
  await field(thickness('Place in the settings'), 'Settings › Bar');
  await field(thickness('most'), '-5');
  await expect(page.getByRole('alert').first()).toContainText('least ≤ most');
  await page.getByRole('option', { name: 'From where' }).click();
  await page.getByRole('button', { name: /^An archive/ }).click();
  await choose(page.getByLabel('Way 1: It comes as'), 'a package');
  await field('Way 1: Packages 1: Distribution', 'pipit');
  await field('Way 1: pipit: Package', '-rf');
  await expect(page.getByRole('alert').first()).toContainText('It is no name of a package.');
  await field('Way 1: pipit: Package', 'lantern-bar');
  await page.getByRole('option', { name: 'Offers' }).click();
  await page.getByRole('button', { name: /^New offer: Bar/ }).click();
  await page.getByRole('button', { name: /^Thickness/ }).click();
  // What was typed and not saved is there after a reload.
  await field(thickness('most'), '90');
  await choose(page.getByRole('button', { name: 'Add trait' }), 'Opacity');
  await field('Opacity of Offer 1: opacity: Value', '90');
  await choose(page.getByRole('button', { name: 'Add state to Offer 1: opacity' }), 'hover');
  await field('Opacity of Offer 1: opacity: hover: Value', '85');
  await page.reload();
  await expect(page.getByText('What you had not saved is here again.')).toBeVisible();
  await state.getByRole('button', { name: 'Save the part' }).click();
  await expect(details(page)).toContainText('7.5 EUR');
  await expect(details(page)).toContainText('Pipit 24: lantern-bar');
  await expect(details(page)).toContainText('hover 85 %');
  await details(page).getByRole('button', { name: 'Change' }).click();
  await field('Version', '2.0');
  await state.getByRole('button', { name: 'Save as the next revision' }).click();
  await expect(details(page).getByRole('heading', { name: /Lantern bar/ })).toContainText('2.0');
  await details(page).getByRole('button', { name: 'Duplicate' }).click();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Lantern bar, copy');
  await page.getByRole('button', { name: 'Leave' }).click();
  await page.getByRole('button', { name: 'Leave it' }).click();
  await choose(page.getByLabel('Whose'), 'mine');
  await expect(found(page, 'Lantern bar')).toBeVisible();
  await pick(page, 'Lantern bar');
  await details(page).getByRole('button', { name: 'Delete' }).click();
  await expect(found(page, 'Lantern bar')).toHaveCount(0);
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).click();
  await expect(found(page, 'Lantern bar')).toBeVisible();
});

test('the catalogue is narrowed, parts stand side by side, and trials are remembered in every coat', async ({
  page,
}) => {
  await demoCopy(page, 'Trying parts', 'Parts');
  await page.getByLabel('Search parts').fill('marrow');
  await expect(found(page, 'Marrow Panel')).toBeVisible();
  await choose(page.getByLabel('Licence'), 'open licences');
  await expect(found(page, 'Marrow Panel')).toHaveCount(0);
  await page.getByRole('button', { name: 'Show all' }).click();
  await page.getByLabel('Search parts').fill('');
  await choose(page.getByLabel('Sort of part'), 'bar');
  await page.getByLabel('usable').check();
  // Rows are used again for other parts while the list is narrowed.
  await expect(async () => page.getByLabel(/^Compare Marrow Panel/).check({ timeout: 2000 })).toPass();
  await page.getByLabel(/^Compare Tidebar/).check();
  await page.getByRole('button', { name: 'Compare side by side' }).click();
  await expect(page.getByRole('columnheader', { name: /Tidebar/ })).toBeVisible();
  await choose(page.getByLabel('Element to compare for'), 'Rail');
  await expect(page.getByRole('row', { name: /^Thickness/ })).toContainText('84 px');
  await page.getByRole('link', { name: 'Back to the list' }).click();
  await page.getByLabel('Search parts').fill('wicket');
  await pick(page, 'Wicket');
  await details(page).getByRole('button', { name: 'Note a trial' }).click();
  await choose(details(page).getByLabel('Outcome'), 'dropped');
  await details(page).getByRole('button', { name: 'Note it' }).click();
  await expect(details(page).getByRole('alert')).toContainText('Say why it was dropped');
  await details(page).getByLabel('Why').fill('It hid the status area');
  await details(page).getByRole('button', { name: 'Note it' }).click();
  await expect(details(page)).toContainText('dropped on fernbank 3.4');
  await saved(page);
  await demoCopy(page, 'Another coat', 'Parts');
  await page.getByLabel('Search parts').fill('wicket');
  await expect(page.getByRole('row').filter({ hasText: 'Wicket' }).getByText('dropped before')).toBeVisible();
  await pick(page, 'Wicket');
  await expect(details(page)).toContainText('It hid the status area (Trying parts)');
});

test('a clock’s pattern is written in a part’s own syntax, and what is lost is said', async ({ page }) => {
  await demoCopy(page, 'Own syntaxes', 'Parts');
  await page.getByLabel('Search parts').fill('tellclock');
  await pick(page, 'Tellclock');
  await details(page).getByLabel('Pattern, as in Study').fill('EEE d MMM\nHH:mm:ss');
  await expect(details(page)).toContainText('%w %j %n');
  await expect(details(page)).toContainText('The second (ss) is left out');
  await details(page).getByLabel('Latitude and longitude').fill('54.98, -1.61');
  await expect(details(page)).toContainText('54° 58′ 48″ N');
  await details(page).getByLabel('Latitude and longitude').fill('somewhere');
  await expect(details(page)).toContainText('Type latitude and longitude');
});

test('surveys of the host are brought in, compared, tied to settings, and taken back', async ({ page }) => {
  await newCoat(page, 'Taking stock');
  await page.getByRole('link', { name: /^Host/ }).click();
  await page.getByRole('button', { name: 'Choose Fernbank 3.4' }).click();
  await page.getByRole('link', { name: 'What it is now' }).click();
  await expect(page.getByRole('heading', { name: 'Nothing is known of it yet' })).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save survey.sh' }).first().click();
  expect(readFileSync((await (await download).path())!, 'utf8')).toBe(readFileSync(SURVEY, 'utf8'));
  const printed = execFileSync('sh', [SURVEY], {
    env: { ...process.env, SURVEY_PAUSE: '0.05' },
    encoding: 'utf8',
  });
  const bring = (name: string, text: string) =>
    give(page.getByRole('button', { name: 'Bring in a survey or a settings dump' }), {
      name,
      mimeType: 'application/json',
      buffer: Buffer.from(text),
    });
  await bring('nonsense.txt', 'hello');
  await expect(page.getByRole('alert')).toContainText('neither JSON nor a key file');
  await bring('survey.json', printed);
  await expect(page.getByRole('row', { name: /^kernel/ })).toBeVisible();
  await expect(page.getByRole('complementary', { name: 'Readings' })).toContainText('MB');
  const later = JSON.parse(printed) as { takenAt: string; iconThemes: unknown[] };
  later.takenAt = '2031-01-02T03:04:05Z';
  later.iconThemes.push({ id: 'New', name: 'New one', path: '/home/new' });
  await bring('later.json', JSON.stringify(later));
  await expect(page.getByRole('button', { name: /2031-01-02/ })).toBeVisible();
  await page.getByLabel('Compare with').click();
  await page.getByRole('option').nth(1).click();
  await expect(page.getByRole('row', { name: /New one/ })).toContainText('icon themes');
  await bring('fern.conf', '[bar1]\nthickness=58\n[odd]\nkey=1\n');
  await expect(page.getByRole('row', { name: /Thickness|thickness/ })).toContainText('58');
  await expect(page.getByText(/1 that its profile does not know/)).toBeVisible();
  await page.getByRole('button', { name: 'Remove', exact: true }).click();
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: /\d settings$/ })).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByRole('button', { name: /2031-01-02/ })).toBeVisible();
});

test('a part is edited as a form and as JSON, and both follow each other', async ({ page }) => {
  await demoCopy(page, 'Both views', 'Parts');
  await page.getByRole('button', { name: 'Make a part' }).click();
  const state = page.getByRole('complementary', { name: 'State of the part' });
  const asJson = page.getByLabel('The document as JSON');
  await page.getByLabel('Name', { exact: true }).fill('Lantern bar');
  await page.getByRole('radio', { name: 'JSON' }).click();
  await expect(asJson).toContainText('"name": "Lantern bar"');
  const text = (await asJson.innerText()).replace('"Lantern bar"', '"Lantern dock"');
  await asJson.fill(text.slice(0, 40));
  await expect(page.getByRole('alert')).toContainText('It is no JSON yet');
  // What is no JSON is not lost, and changes nothing.
  await expect(state.getByRole('heading')).toHaveText('Lantern bar');
  await expect(page.getByRole('radio', { name: 'Form' })).toBeDisabled();
  await expect(state.getByRole('button', { name: 'Save the part' })).toBeDisabled();
  await asJson.fill(text.replace('"Not said yet."', '7'));
  await expect(state).toContainText('summary is a text.');
  await expect(asJson.locator('.cm-lintRange-error')).toHaveText('7');
  await asJson.fill(text);
  await expect(state.getByRole('heading')).toHaveText('Lantern dock');
  await page.getByRole('radio', { name: 'Form' }).click();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Lantern dock');
});

test('a host profile is made from another, checked, kept in revisions, exported and imported', async ({
  page,
}) => {
  await demoCopy(page, 'Own desktop', 'Host');
  await page.getByRole('button', { name: 'Duplicate Fernbank' }).click();
  const state = page.getByRole('complementary', { name: 'State of the profile' });
  await page.getByLabel('Name', { exact: true }).fill('My desk');
  await page.getByLabel('Name', { exact: true }).press('Tab');
  await page.getByRole('option', { name: /Own folders/ }).click();
  const folder = page.getByLabel(/: Folder$/).first();
  await folder.fill('somewhere');
  await folder.press('Tab');
  await expect(state).toContainText('A file or folder begins with ~/ or /, and has a name.');
  await expect(page.getByRole('option', { name: /Own folders/ })).toContainText('1');
  await folder.fill('~/looks');
  await folder.press('Tab');
  await state.getByRole('button', { name: 'Save the profile' }).click();
  await expect(page.getByRole('button', { name: 'Choose My desk 3.4' })).toBeVisible();
  await page.getByRole('button', { name: 'Choose My desk 3.4' }).click();
  await page.getByRole('button', { name: 'Change My desk' }).click();
  await page.getByLabel('Summary').fill('Mine, and better.');
  await page.getByLabel('Summary').press('Tab');
  await state.getByRole('button', { name: 'Save as the next revision' }).click();
  await page.getByRole('button', { name: 'Use revision 2' }).click();
  await expect(page.getByRole('button', { name: 'Use revision 2' })).toHaveCount(0);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export My desk' }).click();
  const exported = readFileSync((await (await download).path())!, 'utf8');
  expect(JSON.parse(exported)).toMatchObject({ name: 'My desk', revision: 2 });
  const bring = (text: string) =>
    give(page.getByRole('button', { name: 'Import a host profile from JSON' }), {
      name: 'desk.json',
      mimeType: 'application/json',
      buffer: Buffer.from(text),
    });
  await bring('{');
  await expect(page.getByRole('status').filter({ hasText: 'is no host profile in JSON' })).toBeVisible();
  await bring(exported);
  await expect(page.getByText('mine, revision 3')).toBeVisible();
});

test('a part is looked up online, brought in, and followed; what goes wrong there is said', async ({
  page,
  request,
}) => {
  const listing = process.env['LISTING_URL']!;
  await demoCopy(page, 'Looking online', 'Parts');
  await page.getByRole('button', { name: 'Look up online' }).click();
  await page.getByLabel('Search the listing').fill('limewash');
  await page.getByRole('button', { name: 'Limewash' }).click();
  const part = page.getByRole('complementary', { name: 'Listed part' });
  await expect(part).toContainText('made for Fernbank 3.5');
  await part.getByRole('button', { name: 'Bring in 1.9' }).click();
  await expect(page.getByRole('heading', { name: 'limewash-1.9.tar.gz' })).toBeVisible();
  await page
    .getByRole('article')
    .filter({ hasText: 'window theme' })
    .getByRole('button', { name: 'Make a part of it' })
    .click();
  await expect(details(page)).toContainText('Tamsin Roe');
  await expect(details(page)).toContainText('fernbank 3.4.x');
  await page.getByRole('button', { name: 'Look up online' }).click();
  await page.getByRole('button', { name: 'Look for updates' }).click();
  await expect(page.getByText(/2\.0 exists, made for Fernbank 3\.5; you have 1\.9/)).toBeVisible();
  await page.getByLabel('Search the listing').fill('members');
  await page.getByRole('button', { name: 'Members Only' }).click();
  await part.getByRole('button', { name: 'Bring in 1.0' }).click();
  await expect(part.getByRole('alert')).toContainText('people with an account only');
  await request.post(`${listing}/misbehave`, { data: { how: 'down' } });
  await page.getByLabel('Search the listing').fill('king');
  await expect(page.getByRole('main').getByRole('alert').first()).toContainText('trouble of its own', {
    timeout: 20_000,
  });
  await request.post(`${listing}/misbehave`, { data: {} });
  await page.getByRole('button', { name: 'Ask again' }).click();
  await expect(page.getByRole('button', { name: 'Kingcup' })).toBeVisible();
});

test('the views of Host and Parts pass the accessibility rules in a light and in a dark room', async ({
  page,
}) => {
  const rules = (what: string) => expectRules(page, what);
  await demoCopy(page, 'Rules', 'Parts');
  await page.getByLabel('Search parts').fill('tellclock');
  await pick(page, 'Tellclock');
  await details(page).getByRole('button', { name: 'Note a trial' }).click();
  await rules('a part');
  await open(
    page,
    'set.tar.gz',
    packed({ 'T/index.theme': INDEX, 'T/48x48/places/folder.png': ICON }, 'a.tar.gz'),
  );
  await expect(page.getByRole('heading', { name: 'set.tar.gz' })).toBeVisible();
  await rules('an archive');
  await page.getByRole('link', { name: 'Back to the list' }).click();
  await page.getByRole('button', { name: 'Make a part' }).click();
  await rules('a part, edited');
  await page.getByRole('option', { name: 'Offers' }).click();
  await page.getByRole('button', { name: 'Add offer' }).click();
  await choose(page.getByRole('button', { name: 'Add trait' }), 'Edge');
  await page.getByRole('button', { name: 'Add variant to Offer 1: edge' }).click();
  await rules('offers');
  await page.getByRole('radio', { name: 'JSON' }).click();
  await expect(page.getByLabel('The document as JSON')).toContainText('"offers"');
  await rules('a part as JSON');
  await page.getByRole('button', { name: 'Leave' }).click();
  await page.getByRole('button', { name: 'Leave it' }).click();
  await page.getByRole('button', { name: 'Look up online' }).click();
  await page.getByRole('button', { name: 'Kingcup' }).click();
  await rules('the listing');
  await page.getByRole('link', { name: /^Host/ }).click();
  await page.getByRole('button', { name: 'Duplicate Oxbow' }).click();
  await page.getByRole('option', { name: /Other settings/ }).click();
  await rules('a profile');
  await page.getByRole('button', { name: 'Leave' }).click();
  await page.getByRole('button', { name: 'Leave it' }).click();
  await page.getByRole('link', { name: 'What it is now' }).click();
  const printed = execFileSync('sh', [SURVEY], { env: { ...process.env, SURVEY_PAUSE: '0.05' } });
  await give(page.getByRole('button', { name: 'Bring in a survey or a settings dump' }), {
    name: 's.json',
    mimeType: 'application/json',
    buffer: printed,
  });
  await expect(page.getByRole('row', { name: /^kernel/ })).toBeVisible();
  await rules('a survey');
});
