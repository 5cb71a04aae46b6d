import { randomUUID } from 'node:crypto';
import { expect, type Page } from '@playwright/test';
import type { CoatsPage } from '@spare-coat/core/proving/wire/coat';

const DEMO = 'Studio B, the old way';

/** The id of the coat with this name, on whichever page of the cards it is. */
export async function coatNamed(page: Page, name: string): Promise<string> {
  const found = await page.request.get('/api/coats', { params: { words: name } });
  const { coats } = (await found.json()) as CoatsPage;
  return coats.find((c) => c.name === name)!.id;
}

/** Narrows the first page to coats with these words, where there are so many that one can look for them. */
export async function searchCoats(page: Page, words: string): Promise<void> {
  await expect(page.getByRole('main').getByRole('listitem').first()).toBeVisible();
  const search = page.getByLabel('Search coats');
  if (!(await search.isVisible())) return;
  await search.fill(words);
  await expect(
    page.getByRole('status').filter({ hasText: words === '' ? /coats?$/ : /found$/ }),
  ).toBeVisible();
}

/** A copy of the demo of its own, so that each test finds it as it was. */
export async function copyOfDemo(page: Page): Promise<void> {
  const from = await coatNamed(page, DEMO);
  const id = randomUUID();
  const made = await page.request.post('/api/coats', {
    data: { id, commandId: randomUUID(), name: `Copy ${id}`, from },
  });
  expect(made.ok()).toBe(true);
  await page.goto(`/coats/${id}`);
  await expect(page.getByRole('navigation', { name: 'Elements' }).getByRole('button').first()).toBeVisible();
}
/** Goes to a stage, and waits until it is there: a selection made on the way would keep the page where it was. */
export async function stage(page: Page, name: string): Promise<void> {
  await page
    .getByRole('navigation', { name: 'Stages' })
    .getByRole('link', { name: new RegExp(name) })
    .click();
  await expect(page).toHaveURL(new RegExp(`/${name.toLowerCase()}`));
  await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
}
