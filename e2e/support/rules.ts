import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

const TAGS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

/**
 * Holds a page, as it stands, against the accessibility rules of WCAG 2.2 AA in a light room, and against those of contrast in
 * a dark one: the two rooms differ in nothing but their colours.
 */
export async function expectRules(page: Page, what: string): Promise<void> {
  await page.waitForLoadState('networkidle').catch(() => undefined);
  await allRows(page);
  const told: string[] = [];
  for (const room of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme: room });
    // What passes is not of interest, and takes as long to tell.
    const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'] });
    const rules = room === 'light' ? axe.withTags(TAGS) : axe.withRules(['color-contrast']);
    const { violations } = await rules.analyze();
    for (const v of violations) {
      const nodes = v.nodes.slice(0, 3).map((n) => n.target.join(' '));
      told.push(`${what}, ${room}: ${v.id}: ${nodes.join(', ')}`);
    }
  }
  expect.soft(told).toEqual([]);
}

/** Rows of long lists come a few in each frame, and their words with the next one: what is looked at is the page at rest. */
async function allRows(page: Page): Promise<void> {
  let last = -1;
  const isSame = async () => {
    const before = last;
    last = await page.getByRole('row').count();
    return last === before;
  };
  await expect.poll(isSame, { intervals: [250] }).toBe(true);
}
