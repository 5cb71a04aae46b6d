import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import { copyOfDemo, stage } from '../support/demo';
import { framesWhileScrolling, longTasks, tell } from '../support/frames';
import { expect, test } from '../support/test';

interface Part {
  readonly id: string;
  readonly name: string;
  readonly offers: readonly { readonly kind: string }[];
}
const idOf = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
/** So many parts out of a few, each under an id and a name of its own. */
const many = (few: readonly Part[], from: number, to: number): Part[] =>
  Array.from({ length: to - from }, (_, i) => ({
    ...few[(from + i) % few.length]!,
    id: idOf(from + i),
    name: `Part ${String(from + i).padStart(6, '0')}`,
  }));

/** Puts so many more parts beside the server's, for whatever elements ask for parts: all of a kind's, or of every kind's. */
async function servingMany(page: Page, count: number, kind?: string): Promise<void> {
  await page.route('**/api/parts/serving', async (route) => {
    const { parts } = (await (await route.fetch()).json()) as { parts: Part[] };
    const few = parts.filter((p) => kind === undefined || p.offers.some((o) => o.kind === kind));
    await route.fulfill({ json: { parts: [...parts, ...many(few, 0, count)] } });
  });
}
const offers = (page: Page) => page.getByRole('list', { name: 'Offers' }).getByRole('listitem');

test('a thousand offers are scrolled through, of which only those in view are drawn', async ({ page }) => {
  await servingMany(page, 1000, 'bar');
  await copyOfDemo(page);
  await stage(page, 'Match');
  await page.getByRole('navigation', { name: 'Elements' }).getByRole('button', { name: /^Rail/ }).click();
  await expect(page.getByText(/of \d{3,4} offers can be used/)).toBeVisible();
  const all = Number(
    /of (\d+) offers/.exec((await page.getByText(/of \d+ offers can be used/).textContent())!)![1],
  );
  expect(all).toBeGreaterThanOrEqual(1000);
  const bench = page.locator('section.bench');
  tell(`Match with ${all} offers: ${JSON.stringify(await framesWhileScrolling(bench))}`);
  expect(await offers(page).count()).toBeLessThan(100);
  await bench.evaluate((b) => b.scrollTo(0, b.scrollHeight));
  await expect(page.locator(`li[aria-posinset="${all}"]`)).toBeVisible();
  await bench.evaluate((b) => b.scrollTo(0, 0));
  await expect(page.locator('li[aria-posinset="1"]')).toBeVisible();
});

test('a catalogue of a hundred thousand parts is read as it is scrolled', async ({ page }) => {
  let few: Part[] = [];
  await page.route(/\/api\/parts\?|\/api\/parts$/, async (route) => {
    const after = Number(new URL(route.request().url()).searchParams.get('after') ?? 0);
    if (few.length === 0) few = ((await (await route.fetch()).json()) as { parts: Part[] }).parts;
    await route.fulfill({
      json: { parts: many(few, after, Math.min(100_000, after + 50)), own: [], next: String(after + 50) },
    });
  });
  await copyOfDemo(page);
  await stage(page, 'Parts');
  await expect(page.getByRole('button', { name: 'Part 000000' })).toBeVisible();
  const list = page.locator('cdk-virtual-scroll-viewport');
  tell(`Parts of 100,000: ${JSON.stringify(await framesWhileScrolling(list, { step: 40 }))}`);
  const rows = page.getByRole('table', { name: 'Parts found' }).getByRole('row');
  expect(await rows.count()).toBeLessThan(100);
  // It went on past the first page, and its head is still in sight.
  await expect(page.getByRole('button', { name: /^Part 0000[5-9]\d|^Part 000[1-9]/ }).first()).toBeVisible();
  await expect(page.getByRole('columnheader', { name: 'Memory' })).toBeInViewport();
});

test('a matrix of a hundred elements by a thousand parts is scrolled both ways', async ({ page }) => {
  await servingMany(page, 1000);
  await copyOfDemo(page);
  const id = /coats\/([0-9a-f-]{36})/.exec(page.url())![1]!;
  const coat = (await (await page.request.get(`/api/coats/${id}`)).json()) as { revision: number };
  const kinds = ['bar', 'clock', 'dock', 'launcher-button', 'wallpaper'];
  const made = await page.request.post(`/api/coats/${id}/commands`, {
    data: {
      commandId: randomUUID(),
      revision: coat.revision,
      command: {
        type: 'many',
        label: 'Add a hundred',
        commands: Array.from({ length: 100 }, (_, i) => ({
          type: 'element.add',
          id: randomUUID(),
          kind: kinds[i % kinds.length],
          name: `Another ${i}`,
          weight: 3,
          region: null,
          traits: [],
        })),
      },
    },
  });
  expect(made.status()).toBeLessThan(300);
  await stage(page, 'Match');
  await page.getByRole('link', { name: 'Matrix' }).click();
  const window = page.getByRole('region', { name: 'Elements by parts' });
  await expect(page.getByText(/\d{3,4} parts, 1\d\d elements/)).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText(/elements to go/)).toHaveCount(0, { timeout: 60_000 });
  tell(`Matrix: ${JSON.stringify(await framesWhileScrolling(window, { step: 20, sideways: 40 }))}`);
  expect(await window.getByRole('button').count()).toBeLessThan(3000);
});

test('stages of the demo open without holding the page up', async ({ page }) => {
  await copyOfDemo(page);
  const STAGES = ['Study', 'Match', 'Plan', 'Compare', 'Share', 'Host', 'Parts'];
  for (const name of STAGES) await stage(page, name);
  const since = await longTasks(page);
  for (const name of STAGES) {
    // Pressed by its address: to look for a role among some thousand elements takes the page longer than a stage does.
    await page.evaluate(
      (end) =>
        document.querySelector<HTMLAnchorElement>(`nav a[href$="/${end}"], nav a[href*="/${end}?"]`)!.click(),
      name.toLowerCase(),
    );
    await page.waitForTimeout(1000);
    tell(`${name}: tasks over 50 ms: ${(await since()).join(', ') || 'none'}`);
  }
  await expect(page.getByRole('heading', { level: 1, name: 'Parts' })).toBeVisible();
});
