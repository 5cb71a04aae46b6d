import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import type { LoadedCoat } from '@spare-coat/core/proving/wire/coat';

/** The coat that is open, as the server has it. */
export async function coatOf(page: Page): Promise<LoadedCoat & { readonly id: string }> {
  const id = /coats\/([0-9a-f-]{36})/.exec(page.url())![1]!;
  return { ...((await (await page.request.get(`/api/coats/${id}`)).json()) as LoadedCoat), id };
}

/** Sends commands to the coat that is open, as one change, and opens it anew. A page that saves meanwhile comes first. */
export async function send(page: Page, label: string, commands: readonly unknown[]): Promise<void> {
  const command = { type: 'many', label, commands };
  const commandId = randomUUID();
  await expect(async () => {
    const { id, revision } = await coatOf(page);
    const done = await page.request.post(`/api/coats/${id}/commands`, {
      data: { commandId, revision, command },
    });
    if (done.status() === 409) throw new Error('Another window was first.');
    expect.soft(done.ok(), await done.text()).toBe(true);
  }).toPass({ timeout: 10_000 });
  await page.reload();
}

/** A target of a trait in all variants, as if a hand had typed it. */
export const typed = (trait: string, target: unknown) => ({
  id: randomUUID(),
  trait,
  variantId: null,
  state: null,
  target,
  pictureId: null,
  source: { how: 'typed' },
});

/** Elements with what is wanted of them, as if they had been measured. */
export const wanted = (all: readonly (readonly [string, string, Record<string, unknown>])[]) =>
  all.map(([kind, name, traits]) => ({
    type: 'element.add',
    id: randomUUID(),
    kind,
    name,
    weight: 4,
    region: null,
    traits: Object.entries(traits).map(([trait, target]) => typed(trait, target)),
  }));

/** Takes something with one out of the plan. @returns what is in the file */
export async function download(page: Page, item: RegExp): Promise<string> {
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Take with you' }).click();
  await page.getByRole('menuitem', { name: item }).click();
  return readFileSync(await (await waiting).path(), 'utf8');
}
