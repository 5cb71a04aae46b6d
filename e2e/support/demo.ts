import { randomUUID } from 'node:crypto';
import { expect, type Page } from '@playwright/test';

const DEMO = 'Studio B, the old way';

/** A copy of the demo of its own, so that each test finds it as it was. */
export async function copyOfDemo(page: Page): Promise<void> {
  await page.goto('/');
  const link = page.getByRole('link', { name: `Open ${DEMO}`, exact: true });
  const from = /coats\/([0-9a-f-]{36})/.exec((await link.getAttribute('href'))!)![1];
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
