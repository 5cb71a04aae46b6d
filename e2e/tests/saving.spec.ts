import type { Page } from '@playwright/test';
import { randomUUID } from 'node:crypto';
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
  await page.getByLabel('Thickness of Theirs').fill('50');
  await page.getByLabel('Thickness of Theirs').press('Tab');
  await saved(page);
  await other.getByLabel('Thickness of Theirs').fill('60');
  await other.getByLabel('Thickness of Theirs').press('Tab');
  const question = other.getByRole('alertdialog');
  await expect(question).toContainText('was changed in another window');
  await question.getByRole('button', { name: 'Put mine' }).click();
  await expect(page.getByLabel('Thickness of Theirs')).toHaveValue('60');
  await page.getByLabel('Thickness of Theirs').fill('61');
  await page.getByLabel('Thickness of Theirs').press('Tab');
  await saved(page);
  await other.getByLabel('Thickness of Theirs').fill('70');
  await other.getByLabel('Thickness of Theirs').press('Tab');
  await question.getByRole('button', { name: 'Keep theirs' }).click();
  await expect(other.getByLabel('Thickness of Theirs')).toHaveValue('61');
  await saved(other);
});

test('a server killed in the middle of saving loses nothing that was shown as saved', async ({ page }) => {
  let server = await startServer(4660);
  try {
    await page.goto(server.url);
    await page.getByRole('button', { name: 'New coat' }).click();
    const field = page.getByLabel('Name of the coat');
    await expect(field).toHaveValue('New coat');
    await field.fill('Before the fall');
    await field.press('Enter');
    await saved(page);
    await server.kill('SIGKILL');
    await field.fill('Typed while it was down');
    await field.press('Enter');
    await expect(page.getByText('Not saved yet')).toBeVisible();
    await expect(field).toHaveValue('Typed while it was down');
    server = await startServer(server.port);
    await saved(page);
    await page.reload();
    await expect(field).toHaveValue('Typed while it was down');
  } finally {
    await server.kill('SIGTERM');
  }
});

test('every write that was answered is there after a kill at any moment', async () => {
  const id = randomUUID();
  let server = await startServer(4670);
  const post = async (path: string, body: object) => {
    const response = await fetch(server.url + path, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(body),
    });
    return (await response.json()) as { revision: number };
  };
  await post('/api/coats', { id, commandId: randomUUID(), name: 'Kill test' });
  let answered = 1;
  for (const after of [15, 40, 90]) {
    const killing = new Promise((r) => setTimeout(r, after)).then(() => server.kill('SIGKILL'));
    try {
      for (let i = 0; i < 500; i++) {
        const written = await post(`/api/coats/${id}/commands`, {
          commandId: randomUUID(),
          revision: answered,
          command: { type: 'coat.rename', name: `Name ${answered}` },
        });
        if (written.revision) answered = written.revision;
      }
    } catch {
      // The server is gone: what it answered before is what counts.
    }
    await killing;
    server = await startServer(server.port);
    const now = (await (await fetch(`${server.url}/api/coats/${id}`)).json()) as { revision: number };
    // One write more than was answered may have been made: it was on its way.
    expect(now.revision).toBeGreaterThanOrEqual(answered);
    expect(now.revision).toBeLessThanOrEqual(answered + 1);
    answered = now.revision;
  }
  await server.kill('SIGTERM');
});
