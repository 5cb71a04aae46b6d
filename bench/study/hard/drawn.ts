import { chromium } from '@playwright/test';
import type { Rect } from '@spare-coat/core/measuring/picture/rect';
import { hardLayout, type HardLayout, type Told } from './layout.js';

/** An element of a page, as the page says it is and where the browser says it stands, in pixels of the picture. */
export interface ToldBox {
  readonly told: Told;
  readonly rect: Rect;
}

export interface DrawnLayout {
  readonly layout: HardLayout;
  readonly png: Buffer;
  readonly boxes: readonly ToldBox[];
}

/** Has a browser draw layouts, and tells where everything on them stands. */
export const drawnLayouts = (seeds: readonly number[]): Promise<DrawnLayout[]> =>
  drawnPages(seeds.map(hardLayout));

/** The same of layouts that are made already. */
export async function drawnPages(layouts: readonly HardLayout[]): Promise<DrawnLayout[]> {
  const browser = await chromium.launch({
    executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--force-color-profile=srgb'],
  });
  const drawn: DrawnLayout[] = [];
  try {
    for (const layout of layouts) {
      const { width, height, scale } = layout;
      const context = await browser.newContext({ viewport: { width, height }, deviceScaleFactor: scale });
      const page = await context.newPage();
      await page.setContent(layout.html);
      const png = await page.screenshot();
      const boxes = await page.evaluate(() =>
        Array.from(document.querySelectorAll<HTMLElement>('[data-told]')).map((e) => {
          const isText = e.tagName === 'SPAN';
          const range = document.createRange();
          range.selectNodeContents(e);
          const { x, y, width, height } = isText ? range.getBoundingClientRect() : e.getBoundingClientRect();
          return { told: e.dataset['told']!, rect: { x, y, width, height } };
        }),
      );
      drawn.push({
        layout,
        png,
        boxes: boxes.map(({ told, rect }) => ({
          told: JSON.parse(told) as Told,
          rect: {
            x: rect.x * scale,
            y: rect.y * scale,
            width: rect.width * scale,
            height: rect.height * scale,
          },
        })),
      });
      await context.close();
    }
  } finally {
    await browser.close();
  }
  return drawn;
}
