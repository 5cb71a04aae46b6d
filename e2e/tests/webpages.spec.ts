import { expect, test } from '@playwright/test';
import { contrast, parseHex } from '@spare-coat/core/measuring/colour/srgb';
import { readBar } from '@spare-coat/core/measuring/picture/readBar';
import { readText } from '@spare-coat/core/measuring/picture/readText';
import type { Rect } from '@spare-coat/core/measuring/picture/rect';
import { PAGE_STYLE, picturePage } from '../support/pages';

/** Web pages whose geometry the DOM tells: a truth that is independent of our own drawing. */
const icons = (n: number, size: number) =>
  `<span class="icon" data-told="icon" style="width:${size}px;height:${size}px"></span>`.repeat(n);

const PAGES: readonly {
  readonly name: string;
  readonly bar: string;
  readonly radius: number;
  readonly items: number;
}[] = [
  {
    name: 'a strip along the foot',
    bar: `<div class="bar" data-told="bar" style="left:0;right:0;bottom:0;height:44px;gap:11px;padding:0 14px;background:#e3c2b4">${icons(9, 26)}</div>`,
    radius: 0,
    items: 9,
  },
  {
    name: 'a rail on the left',
    bar: `<div class="bar" data-told="bar" style="left:0;top:0;bottom:0;width:66px;flex-direction:column;gap:15px;padding:20px 0;background:#4a3f52">${icons(6, 40).replaceAll('class="icon"', 'class="icon" data-x')}</div>`,
    radius: 0,
    items: 6,
  },
  {
    name: 'a floating dock with round corners',
    bar: `<div class="bar" data-told="bar" style="left:300px;width:600px;bottom:16px;height:64px;gap:9px;padding:0 16px;background:#ece3d5;border-radius:17px">${icons(10, 44)}</div>`,
    radius: 17,
    items: 10,
  },
  {
    name: 'a floating dock at the head, on a gradient ground',
    bar: `<div style="position:absolute;inset:0;background:linear-gradient(120deg,#2f4a4f,#c9d6a8)"></div><div class="bar" data-told="bar" style="left:200px;width:500px;top:12px;height:52px;gap:13px;padding:0 18px;background:#f6f1e4;border-radius:10px">${icons(7, 30)}</div>`,
    radius: 10,
    items: 7,
  },
];

const roughly = (r: Rect): Rect => ({
  x: Math.max(0, Math.round(r.x) - 4),
  y: Math.max(0, Math.round(r.y) - 3),
  width: Math.min(1200 - Math.max(0, Math.round(r.x) - 4), Math.round(r.width) + 7),
  height: Math.min(700 - Math.max(0, Math.round(r.y) - 3), Math.round(r.height) + 6),
});

for (const { name, bar, radius, items } of PAGES)
  test(`the instruments agree with the DOM on ${name}`, async ({ page }) => {
    const pictured = await picturePage(page, `<style>${PAGE_STYLE}</style>${bar}`);
    const [truth] = pictured.boxes('bar');
    const boxes = pictured.boxes('icon');
    const told = readBar(pictured.pixels, roughly(truth!), { settle: true, reach: 8 });
    expect(told.ok).toBe(true);
    if (!told.ok) return;
    const { value } = told;
    for (const side of ['x', 'y', 'width', 'height'] as const)
      expect(Math.abs(value.rect[side] - truth![side]), side).toBeLessThanOrEqual(1);
    expect(value.items).toHaveLength(items);
    value.items.forEach((item, i) => {
      for (const side of ['x', 'y', 'width', 'height'] as const)
        expect(Math.abs(item.box[side] - boxes[i]![side]), `item ${i + 1}, ${side}`).toBeLessThanOrEqual(1);
    });
    const upright = value.edge === 'left' || value.edge === 'right';
    const gap = upright
      ? boxes[1]!.y - boxes[0]!.y - boxes[0]!.height
      : boxes[1]!.x - boxes[0]!.x - boxes[0]!.width;
    expect(value.spacing.ok && Math.abs(value.spacing.value - gap)).toBeLessThanOrEqual(0.5);
    if (radius > 0)
      expect(value.cornerRadius.ok && Math.abs(value.cornerRadius.value - radius)).toBeLessThanOrEqual(1);
  });

test('the instruments agree with the browser on type and contrast', async ({ page }) => {
  // The browser's own measure of an x: a canvas of the same face and size tells its height.
  for (const [size, ink, ground] of [
    [18, '#2b3320', '#e7ead9'],
    [26, '#43203d', '#f4ece0'],
    [34, '#e8ddcf', '#2c2a33'],
  ] as const) {
    const pictured = await picturePage(
      page,
      `<style>${PAGE_STYLE} p { position: absolute; left: 40px; top: 60px; margin: 0; padding: 12px; font: ${size}px sans-serif; color: ${ink}; background: ${ground}; white-space: nowrap; }</style><p data-told="line">Harbour gossip at seven</p>`,
    );
    const xHeight = await page.evaluate((px) => {
      const context = new OffscreenCanvas(10, 10).getContext('2d')!;
      // A large x, so that the height is not rounded to the grid.
      context.font = '1000px sans-serif';
      return (context.measureText('x').actualBoundingBoxAscent / 1000) * px;
    }, size);
    const [line] = pictured.boxes('line');
    const told = readText(pictured.pixels, {
      x: Math.round(line!.x) + 2,
      y: Math.round(line!.y) + 2,
      width: Math.round(line!.width) - 4,
      height: Math.round(line!.height) - 4,
    });
    expect(told.ok).toBe(true);
    if (!told.ok) continue;
    expect(
      told.value.xHeight.ok && Math.abs(told.value.xHeight.value.value - xHeight),
      `${size} px`,
    ).toBeLessThanOrEqual(1);
    const truth = contrast(parseHex(ink)!, parseHex(ground)!);
    if (told.value.ink.contrast.ok)
      expect(Math.abs(told.value.ink.contrast.value / truth - 1), `${size} px`).toBeLessThanOrEqual(0.03);
  }
});
