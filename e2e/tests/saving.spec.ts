import type { Page } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { addPicture, drawRegion, expect, newCoat, saved, test } from '../support/test';
import { drawnPng } from '../support/png';
import { startServer } from '../support/server';

const SIZE = { width: 800, height: 500 };
const picture = drawnPng(SIZE.width, SIZE.height, '#c8d2bc', [
  { x: 0, y: 460, width: 800, height: 40, colour: '#7a4fa3' },
]);

async function coatWithBar(page: Page, name: string): Promise<string> {
  const id = await newCoat(page, name);
  await addPicture(page, 'p.png', picture);
  await expect(page.locator('coat-picture-view img')).toBeVisible();
  await drawRegion(page, SIZE, { x: 3, y: 455, width: 794, height: 43 });
  await page.getByRole('button', { name: 'Add element' }).click();
  await expect(page.getByLabel('Thickness of Bar')).toHaveValue('40');
  await saved(page);
  return id;
}

test('undo and redo reach back over a reload', async ({ page }) => {
  await coatWithBar(page, 'Back and forth');
  const details = page.getByRole('complementary', { name: 'Details' });
  await details.getByRole('radio', { name: 'Weight 1' }).click();
  await details.getByLabel('Name of the element').fill('Foot strip');
  await details.getByLabel('Name of the element').press('Tab');
  await saved(page);
  await page.reload();
  await expect(details.getByLabel('Name of the element')).toHaveValue('Foot strip');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(details.getByLabel('Name of the element')).toHaveValue('Bar');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(details.getByRole('radio', { name: 'Weight 5' })).toBeChecked();
  await page.getByRole('button', { name: 'Do again' }).click();
  await page.getByRole('button', { name: 'Do again' }).click();
  await expect(details.getByLabel('Name of the element')).toHaveValue('Foot strip');
  await details.getByRole('button', { name: 'Remove element' }).click();
  await expect(page.getByRole('region', { name: 'Starting sets' })).toBeVisible();
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).click();
  await expect(details.getByLabel('Name of the element')).toHaveValue('Foot strip');
});

test('two windows on one coat bring in each other’s changes and never overwrite silently', async ({
  page,
  context,
}) => {
  await coatWithBar(page, 'Two windows');
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(other.getByLabel('Thickness of Bar')).toHaveValue('40');
  await page.getByRole('radio', { name: 'Weight 2' }).click();
  await expect(other.getByRole('radio', { name: 'Weight 2' })).toBeChecked();

  // The other window hears nothing for a while and writes on what it knows: different things merge.
  await other.route('**/entries*', (route) => route.abort());
  await page.getByLabel('Name of the element').fill('Theirs');
  await page.getByLabel('Name of the element').press('Tab');
  await saved(page);
  await other.getByLabel('Thickness of Bar').fill('44');
  await other.getByLabel('Thickness of Bar').press('Tab');
  await expect(page.getByLabel('Thickness of Theirs')).toHaveValue('44');
  await expect(other.getByLabel('Name of the element')).toHaveValue('Theirs');

  // The same thing in both: the person is asked, and what was typed is still there to be put.
  // The mark still says what it said before, until the page has taken the value up: its answer is waited for.
  const setThere = async (value: string) => {
    const answered = page.waitForResponse(
      (r) => r.url().includes('/commands') && r.request().method() === 'POST',
    );
    await page.getByLabel('Thickness of Theirs').fill(value);
    await page.getByLabel('Thickness of Theirs').press('Tab');
    await answered;
    await saved(page);
  };
  await setThere('50');
  await other.getByLabel('Thickness of Theirs').fill('60');
  await other.getByLabel('Thickness of Theirs').press('Tab');
  const question = other.getByRole('alertdialog');
  await expect(question).toContainText('was changed in another window');
  await question.getByRole('button', { name: 'Put mine' }).click();
  await expect(page.getByLabel('Thickness of Theirs')).toHaveValue('60');
  await setThere('61');
  await other.getByLabel('Thickness of Theirs').fill('70');
  await other.getByLabel('Thickness of Theirs').press('Tab');
  await question.getByRole('button', { name: 'Keep theirs' }).click();
  await expect(other.getByLabel('Thickness of Theirs')).toHaveValue('61');
  await saved(other);
});

interface History {
  readonly revision: number;
  readonly entries: readonly {
    readonly revision: number;
    readonly commandId: string;
    readonly label: string;
  }[];
}
const historyOf = async (url: string, id: string) =>
  (await (await fetch(`${url}/api/coats/${id}/entries?after=0`)).json()) as History;

/** A coat on a server of its own, open in the page. */
async function coatOn(page: Page, url: string): Promise<string> {
  await page.goto(url);
  await page.getByRole('button', { name: 'New coat' }).click();
  await expect(page.getByLabel('Name of the coat')).toHaveValue('New coat');
  await saved(page);
  return /coats\/([0-9a-f-]{36})/.exec(page.url())![1]!;
}
const rename = async (page: Page, name: string) => {
  await page.getByLabel('Name of the coat').fill(name);
  await page.getByLabel('Name of the coat').press('Enter');
  // The mark still says what it said before, until the page has taken the name up.
  await expect(page).toHaveTitle(new RegExp(`^${name}( |$)`));
};
const kept = (page: Page) => expect(page.getByRole('button', { name: 'Kept in this browser' })).toBeVisible();

test('a server killed in the middle of saving loses nothing that was shown as saved or kept', async ({
  page,
}) => {
  let server = await startServer(4660);
  try {
    const id = await coatOn(page, server.url);
    await rename(page, 'Before the fall');
    await saved(page);
    await server.kill('SIGKILL');
    await rename(page, 'Typed while it was down');
    await kept(page);
    await expect(page.getByLabel('Name of the coat')).toHaveValue('Typed while it was down');
    await page.getByRole('button', { name: 'Kept in this browser' }).click();
    const told = page.getByRole('dialog', { name: 'What is not with the server yet' });
    await expect(told).toContainText('One change is still to be sent. It is kept in this browser');
    await told.getByRole('button', { name: 'Close' }).click();

    // Another coat is looked at meanwhile: what was done to this one is sent all the same.
    server = await startServer(server.port);
    await saved(page);
    const { entries } = await historyOf(server.url, id);
    expect(entries.filter((e) => e.label === 'Rename to Typed while it was down')).toHaveLength(1);
    await page.reload();
    await expect(page.getByLabel('Name of the coat')).toHaveValue('Typed while it was down');
  } finally {
    await server.kill('SIGTERM');
  }
});

test('what was not sent when the page was closed is told on the first page, and sent when it is next opened', async ({
  page,
  context,
}) => {
  let server = await startServer(4662);
  try {
    const id = await coatOn(page, server.url);
    // A page that is there already when the server goes: it cannot be loaded without one.
    const first = await context.newPage();
    await first.goto(server.url);
    await server.kill('SIGKILL');
    await rename(page, 'Left behind');
    await kept(page);
    await rename(page, 'Left behind, twice');
    await kept(page);
    let asked = false;
    page.on('dialog', (dialog) => {
      asked = true;
      void dialog.accept();
    });
    await page.close({ runBeforeUnload: true });
    // What is kept in the browser is no reason to ask before closing.
    expect(asked).toBe(false);
    await expect(first.getByText('“Left behind, twice”: 2 changes still to be sent.')).toBeVisible();
    server = await startServer(server.port);
    await expect(first.getByText('still to be sent')).toHaveCount(0, { timeout: 20_000 });
    const { entries } = await historyOf(server.url, id);
    expect(entries.map((e) => e.label).slice(1)).toEqual([
      'Rename to Left behind',
      'Rename to Left behind, twice',
    ]);
    await first.goto(`${server.url}/coats/${id}`);
    await expect(first.getByLabel('Name of the coat')).toHaveValue('Left behind, twice');
  } finally {
    await server.kill('SIGTERM');
  }
});

test('work on two coats and in two windows goes to where it belongs, once', async ({ page, context }) => {
  let server = await startServer(4664);
  try {
    const a = await coatOn(page, server.url);
    await rename(page, 'First coat');
    await saved(page);
    await page.goto(server.url);
    const b = await coatOn(page, server.url);
    const other = await context.newPage();
    await other.goto(`${server.url}/coats/${a}`);
    await expect(other.getByLabel('Name of the coat')).toHaveValue('First coat');
    await server.kill('SIGKILL');
    await rename(page, 'Second coat, in one window');
    await rename(other, 'First coat, in the other window');
    await kept(page);
    await kept(other);
    // The window goes to the first page, and to the other coat, with all that it has.
    await other.getByRole('link', { name: 'All coats' }).click();
    server = await startServer(server.port);
    await saved(page);
    for (const [id, label] of [
      [a, 'Rename to First coat, in the other window'],
      [b, 'Rename to Second coat, in one window'],
    ] as const)
      await expect
        .poll(async () => (await historyOf(server.url, id)).entries.filter((e) => e.label === label).length, {
          timeout: 20_000,
        })
        .toBe(1);
    await page.goto(`${server.url}/coats/${a}`);
    await expect(page.getByLabel('Name of the coat')).toHaveValue('First coat, in the other window');
    await saved(page);
  } finally {
    await server.kill('SIGTERM');
  }
});

test('every write that was answered is in the history after a kill at any moment, once', async () => {
  const id = randomUUID();
  let server = await startServer(4670);
  const post = async (path: string, body: object) => {
    const response = await fetch(server.url + path, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(body),
    });
    return { status: response.status, body: (await response.json()) as { revision: number } };
  };
  try {
    expect((await post('/api/coats', { id, commandId: randomUUID(), name: 'Kill test' })).status).toBe(201);
    const acknowledged: string[] = [];
    let revision = 1;
    for (const after of [5, 9, 14]) {
      let killing: Promise<void> = Promise.resolve();
      try {
        for (let i = 0; i < 500; i++) {
          // At any moment of the write that follows.
          if (i === after)
            killing = new Promise((r) => setTimeout(r, Math.random() * 8)).then(() => server.kill('SIGKILL'));
          const commandId = randomUUID();
          const command = { type: 'coat.rename', name: `Name ${commandId}` };
          const written = await post(`/api/coats/${id}/commands`, { commandId, revision, command });
          expect(written.status).toBe(200);
          acknowledged.push(commandId);
          revision = written.body.revision;
        }
      } catch (error) {
        // The server is gone: what it answered before is what counts.
        if (!(error instanceof TypeError)) throw error;
      }
      await killing;
      server = await startServer(server.port);
      ({ revision } = await historyOf(server.url, id));
    }
    const database = new pg.Client({ connectionString: process.env['DATABASE_URL'] });
    await database.connect();
    const { rows } = await database.query<{ command_id: string }>(
      'select command_id from history where root_id = $1',
      [id],
    );
    await database.end();
    const ids = rows.map((r) => r.command_id);
    expect(acknowledged.length).toBeGreaterThan(10);
    expect(acknowledged.filter((c) => ids.filter((k) => k === c).length !== 1)).toEqual([]);
    // One write more than was answered may have been made at each kill: it was on its way.
    expect(revision - 1 - acknowledged.length).toBeLessThanOrEqual(3);
    expect(revision - 1).toBeGreaterThanOrEqual(acknowledged.length);
  } finally {
    await server.kill('SIGTERM');
  }
});
