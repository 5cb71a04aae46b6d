import type { Page } from '@playwright/test';
import { decode } from 'fast-png';
import type { Pixels } from '@spare-coat/core/measuring/picture/pixels';
import type { Rect } from '@spare-coat/core/measuring/picture/rect';

/** A web page pictured by the browser: its pixels, its PNG, and where the DOM says everything is. */
export interface Pictured {
  readonly png: Buffer;
  readonly pixels: Pixels;
  boxes(selector: string): Rect[];
  /** Computed style of the first match. */
  style(selector: string, property: string): string;
}

/** Renders HTML at 1200 × 700 and takes its picture. Boxes are told by the DOM: a truth that no code of ours made. */
export async function picturePage(page: Page, html: string): Promise<Pictured> {
  await page.setViewportSize({ width: 1200, height: 700 });
  await page.setContent(html);
  const png = await page.screenshot();
  const told = await page.evaluate(() =>
    Array.from(document.querySelectorAll<HTMLElement>('[data-told]')).map((e) => {
      const { x, y, width, height } = e.getBoundingClientRect();
      const style = getComputedStyle(e);
      return {
        name: e.dataset['told']!,
        rect: { x, y, width, height },
        style: { color: style.color, background: style.backgroundColor, radius: style.borderTopLeftRadius },
      };
    }),
  );
  const image = decode(png);
  const data = new Uint8Array(image.width * image.height * 4).fill(255);
  for (let i = 0, s = 0; i < data.length; i += 4, s += image.channels)
    for (let c = 0; c < 3; c++) data[i + c] = image.data[s + c]!;
  const of = (name: string) => told.filter((t) => t.name === name);
  return {
    png,
    pixels: { width: image.width, height: image.height, data },
    boxes: (name) => of(name).map((t) => t.rect),
    style: (name, property) => of(name)[0]!.style[property as 'color'],
  };
}

/** The page's own reset, and pictures of programmes as plain shapes. */
export const PAGE_STYLE = `
  * { box-sizing: border-box; }
  body { margin: 0; width: 1200px; height: 700px; overflow: hidden; background: #86a0ab; }
  .bar { position: absolute; display: flex; align-items: center; }
  .icon { flex: none; background: #43203d; }
  .icon:nth-child(2n) { background: #75801f; }
  .icon:nth-child(3n) { background: #8c5340; }
`;
