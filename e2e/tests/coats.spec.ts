import { randomUUID } from 'node:crypto';
import { expect, saved, test } from '../support/test';
import { startFreshServer } from '../support/server';

const KEY = 'reed, samphire and limewash';

test('a server that others can reach asks once for its key, and then shows pictures, news and downloads', async ({
  page,
  context,
}) => {
  const server = await startFreshServer(4690, { ACCESS_KEY: KEY });
  try {
    await page.goto(server.url);
    const asked = page.getByRole('dialog', { name: 'This server asks for its access key' });
    await asked.getByRole('textbox', { name: 'Access key' }).fill('guessed');
    await asked.getByRole('button', { name: 'Go in' }).click();
    await expect(asked.getByRole('alert')).toContainText('not the access key');
    await asked.getByRole('textbox', { name: 'Access key' }).fill(KEY);
    await asked.getByRole('button', { name: 'Go in' }).click();
    await page.getByRole('button', { name: 'New coat' }).click();
    const field = page.getByLabel('Name of the coat');
    await field.fill('Behind a key');
    await field.press('Enter');
    await saved(page);
    // Another window is not asked again, and hears of what the first one does.
    const other = await context.newPage();
    await other.goto(page.url());
    await expect(other.getByLabel('Name of the coat')).toHaveValue('Behind a key');
    await field.fill('Heard of');
    await field.press('Enter');
    await expect(other.getByLabel('Name of the coat')).toHaveValue('Heard of');
    const cookies = await context.cookies();
    expect(cookies.every((c) => c.httpOnly && c.sameSite === 'Strict')).toBe(true);
  } finally {
    await server.stop();
  }
});

test('many coats come in pages, are searched, and deleted ones say when they go', async ({ page }) => {
  const server = await startFreshServer(4695);
  try {
    for (let n = 1; n <= 30; n++)
      await page.request.post(`${server.url}/api/coats`, {
        data: { id: randomUUID(), commandId: randomUUID(), name: `Coat ${n}` },
      });
    await page.goto(server.url);
    const cards = page.getByRole('main').getByRole('listitem');
    await expect(cards).toHaveCount(24);
    await expect(page.getByText('30 coats')).toBeVisible();
    await page.getByRole('button', { name: 'More coats' }).click();
    await expect(cards).toHaveCount(30);
    await page.getByLabel('Search coats').fill('coat 17');
    await expect(cards).toHaveCount(1);
    await expect(page.getByText('one coat found')).toBeVisible();
    await cards.first().getByRole('button', { name: 'Delete' }).click();
    await expect(page.getByText('No coat has “coat 17” in its name')).toBeVisible();
    await page.getByRole('button', { name: 'Deleted coats (1)' }).click();
    await expect(page.getByText(/Coat 17 goes for good on \d+ \w+ \d{4}/)).toBeVisible();
    await page.getByRole('button', { name: 'Bring back' }).click();
    await expect(cards).toHaveCount(1);
  } finally {
    await server.stop();
  }
});
