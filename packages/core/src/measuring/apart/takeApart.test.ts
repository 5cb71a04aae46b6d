import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fill, plainPicture } from '../../testing/pictures.js';
import { cases } from '../../testing/properties.js';
import { noisy } from '../../testing/worn.js';
import type { Pixels } from '../picture/pixels.js';
import { sameness, type Rect } from '../picture/rect.js';
import { longLines } from './longLines.js';
import { takeApart, type Finding, type FoundKind } from './takeApart.js';

const WIDTH = 960;
const HEIGHT = 600;
const EDGES = ['top', 'bottom', 'left', 'right'] as const;
type Edge = (typeof EDGES)[number];

const of = (found: readonly Finding[], what: FoundKind) => found.filter((f) => f.what === what);

/** A bar along an edge, so thick and so far from it, over so much of the edge. */
function along(edge: Edge, thick: number, off: number, share: number): Rect {
  const upright = edge === 'left' || edge === 'right';
  const length = Math.round((upright ? HEIGHT : WIDTH) * share) - 2 * (share === 1 ? off : 0);
  const start = Math.round(((upright ? HEIGHT : WIDTH) - length) / 2);
  const far = (upright ? WIDTH : HEIGHT) - off - thick;
  const outer = edge === 'top' || edge === 'left' ? off : far;
  return upright
    ? { x: outer, y: start, width: thick, height: length }
    : { x: start, y: outer, width: length, height: thick };
}

function desktop(bar: Rect | null, window: Rect | null, strip = 30): Pixels & { data: Uint8Array } {
  const pixels = plainPicture(WIDTH, HEIGHT, '#6d8791');
  if (window) {
    fill(pixels, window, '#f1ece2');
    fill(pixels, { ...window, height: strip }, '#7a2f5b');
    for (let i = 0; i < 3; i++)
      fill(pixels, { x: window.x + 12 + i * 22, y: window.y + 9, width: 12, height: 12 }, '#e6cf63');
  }
  if (bar) {
    fill(pixels, bar, '#2c3238');
    const upright = bar.height > bar.width;
    const size = Math.round(Math.min(bar.width, bar.height) * 0.5);
    for (let i = 0; i < 4; i++) {
      const [u, v] = [14 + i * (size + 10), Math.round((Math.min(bar.width, bar.height) - size) / 2)];
      const at = upright ? { x: bar.x + v, y: bar.y + u } : { x: bar.x + u, y: bar.y + v };
      fill(pixels, { ...at, width: size, height: size }, i === 0 ? '#c98f3a' : '#9fb8d8');
    }
  }
  return pixels;
}

describe('a desktop taken apart', () => {
  it('has its title strip on a window whose rim steps outside along the strip and inside along the rest', () => {
    const window = { x: 220, y: 160, width: 460, height: 280 };
    const pixels = desktop(null, window, 22);
    // Darker than the wall and than the body, and nearer to the strip than to the wall.
    fill(pixels, { ...window, x: 219, width: 1 }, '#41334a');
    fill(pixels, { ...window, x: 680, width: 1 }, '#41334a');
    fill(pixels, { x: 219, y: 159, width: 462, height: 1 }, '#41334a');
    fill(pixels, { x: 219, y: 440, width: 462, height: 1 }, '#41334a');
    const found = takeApart(pixels);
    expect(of(found, 'window').map((f) => sameness(f.rect, window) > 0.97)).toEqual([true]);
    expect(of(found, 'title').map((f) => f.edge)).toEqual(['top']);
    expect(of(found, 'buttons').map((f) => f.count)).toEqual([3]);
  });
  it('has its window without the shadow around it', () => {
    const window = { x: 220, y: 160, width: 460, height: 280 };
    const pixels = plainPicture(WIDTH, HEIGHT, '#8899a4');
    const body = desktop(null, window);
    // Steps of five levels, ten pixels wide in all.
    for (const [off, hex] of [
      [10, '#83949f'],
      [6, '#7d8f99'],
      [3, '#788a94'],
    ] as const)
      fill(
        pixels,
        {
          x: window.x - off,
          y: window.y - off,
          width: window.width + 2 * off,
          height: window.height + 2 * off,
        },
        hex,
      );
    for (let y = window.y; y < window.y + window.height; y++) {
      const [from, to] = [(y * WIDTH + window.x) * 4, (y * WIDTH + window.x + window.width) * 4];
      pixels.data.set(body.data.subarray(from, to), from);
    }
    expect(of(takeApart(pixels), 'window').map((f) => f.rect)).toEqual([window]);
  });
  it('tells no window of which another hides a whole side: it may end anywhere', () => {
    const upper = { x: 400, y: 140, width: 420, height: 264 };
    const pixels = desktop(null, { x: 180, y: 200, width: 420, height: 200 });
    fill(pixels, upper, '#2c3238');
    fill(pixels, { ...upper, height: 30 }, '#c98f3a');
    const windows = of(takeApart(pixels), 'window').map((f) => f.rect);
    expect(windows).toEqual([upper]);
  });
  it('has its bar where it is, at any edge, whatever its thickness, attached or floating', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...EDGES),
        fc.integer({ min: 20, max: 90 }),
        fc.constantFrom(0, 6, 14, 25),
        fc.constantFrom(1, 0.5),
        (edge, thick, off, share) => {
          fc.pre(share === 1 || off > 0);
          const bar = along(edge, thick, off, share);
          const found = takeApart(desktop(bar, null));
          const bars = [...of(found, 'bar'), ...of(found, 'dock')];
          expect(bars).toHaveLength(1);
          expect(bars[0]!.edge).toBe(edge);
          expect(sameness(bars[0]!.rect, bar)).toBeGreaterThan(0.97);
          expect(bars[0]!.what).toBe(share === 1 ? 'bar' : 'dock');
        },
      ),
      { numRuns: cases(20) },
    );
  });
  it('has its dock where that touches an edge and takes a part of it, at any edge', () => {
    for (const edge of EDGES) {
      const dock = along(edge, 54, 0, 0.4);
      const found = takeApart(desktop(dock, { x: 260, y: 150, width: 420, height: 260 }));
      expect(of(found, 'dock')).toMatchObject([{ edge, rect: dock }]);
      expect(of(found, 'bar')).toEqual([]);
    }
  });
  it('tells no dock of what touches an edge and has nothing in a row on it', () => {
    for (const edge of EDGES) {
      const pixels = desktop(null, null);
      fill(pixels, along(edge, 54, 0, 0.4), '#2c3238');
      expect(takeApart(pixels)).toEqual([]);
    }
  });
  it('has its bar on an uneven wall where an open window’s entry stands at its very side', () => {
    const pixels = desktop(null, null);
    for (let x = 0; x < WIDTH; x += 240) fill(pixels, { x, y: 0, width: 120, height: HEIGHT }, '#a3b09a');
    const bar = along('bottom', 36, 0, 1);
    fill(pixels, bar, '#2c3238');
    fill(pixels, { x: 60, y: bar.y, width: 160, height: 36 }, '#5f7f68');
    fill(pixels, { x: 60, y: bar.y, width: 160, height: 3 }, '#c98f3a');
    expect(of(takeApart(pixels), 'bar')).toMatchObject([{ edge: 'bottom', rect: bar }]);
  });
  it('has its window with strip and buttons, wherever it stands', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 60, max: 400 }),
        fc.integer({ min: 70, max: 300 }),
        fc.integer({ min: 240, max: 500 }),
        fc.integer({ min: 150, max: 260 }),
        fc.integer({ min: 24, max: 40 }),
        (x, y, width, height, strip) => {
          const window = { x, y, width, height };
          const found = takeApart(desktop(along('bottom', 40, 0, 1), window, strip));
          expect(of(found, 'window')).toHaveLength(1);
          expect(sameness(of(found, 'window')[0]!.rect, window)).toBeGreaterThan(0.97);
          const [title] = of(found, 'title');
          expect(title).toMatchObject({ edge: 'top' });
          expect(sameness(title!.rect, { ...window, height: strip })).toBeGreaterThan(0.95);
          const [buttons] = of(found, 'buttons');
          expect(buttons).toMatchObject({ count: 3 });
          expect(sameness(buttons!.rect, { x: x + 12, y: y + 9, width: 56, height: 12 })).toBeGreaterThan(
            0.9,
          );
          expect(of(found, 'bar')).toHaveLength(1);
        },
      ),
      { numRuns: cases(12) },
    );
  });
  it('has a window beneath another one, of which a part is seen', () => {
    const pixels = desktop(null, { x: 120, y: 90, width: 500, height: 320 });
    const upper = { x: 400, y: 240, width: 420, height: 260 };
    fill(pixels, upper, '#26292e');
    fill(pixels, { ...upper, height: 32 }, '#8fd0c2');
    const found = of(takeApart(pixels), 'window').map((f) => f.rect);
    expect(found).toHaveLength(2);
    expect(found.some((r) => sameness(r, upper) > 0.97)).toBe(true);
    expect(found.some((r) => sameness(r, { x: 120, y: 90, width: 500, height: 320 }) > 0.97)).toBe(true);
  });
  it('has two windows of one colour over each other, where no line tells the side of the upper one on the lower', () => {
    const lower = { x: 90, y: 80, width: 470, height: 290 };
    fc.assert(
      fc.property(fc.integer({ min: 120, max: 330 }), fc.integer({ min: 60, max: 190 }), (right, down) => {
        const upper = { x: lower.x + right, y: lower.y + down, width: 480, height: 300 };
        const pixels = desktop(null, lower);
        const over = desktop(null, upper);
        for (let y = upper.y; y < upper.y + upper.height; y++) {
          const from = (y * WIDTH + upper.x) * 4;
          pixels.data.set(over.data.subarray(from, from + upper.width * 4), from);
        }
        const windows = of(takeApart(pixels), 'window').map((f) => f.rect);
        expect(windows).toHaveLength(2);
        for (const told of [upper, lower])
          expect(windows.some((rect) => sameness(rect, told) > 0.97)).toBe(true);
      }),
      { numRuns: cases(12) },
    );
  });
  it('tells the first thing on a bar as its launcher where it stands out, and as a guess where it does not', () => {
    const bar = along('bottom', 48, 0, 1);
    const [launcher] = of(takeApart(desktop(bar, null)), 'launcher');
    expect(launcher!.rect).toEqual({ x: bar.x + 14, y: bar.y + 12, width: 24, height: 24 });
    const alike = desktop(bar, null);
    fill(alike, launcher!.rect, '#9fb8d8');
    expect(launcher!.sure).toBeGreaterThan(0.8);
    expect(of(takeApart(alike), 'launcher')).toMatchObject([{ rect: launcher!.rect, sure: 0.6 }]);
  });
  it('tells no launcher by its one colour in a row that is drawn in one colour', () => {
    const pixels = plainPicture(WIDTH, HEIGHT, '#6d8791');
    const icons = (bar: Rect, colours: readonly string[]) => {
      fill(pixels, bar, '#2c3238');
      colours.forEach((hex, i) => {
        const [u, v] = [14 + i * 34, 12];
        const at = bar.height > bar.width ? { x: bar.x + v, y: bar.y + u } : { x: bar.x + u, y: bar.y + v };
        fill(pixels, { ...at, width: 24, height: 24 }, hex);
      });
    };
    icons(along('bottom', 48, 0, 1), ['#e8ddcf', '#e8ddcf', '#e8ddcf', '#e8ddcf']);
    icons({ x: 0, y: 0, width: 48, height: HEIGHT - 48 }, ['#c98f3a', '#9fb8d8', '#e6cf63', '#c98f3a']);
    expect(of(takeApart(pixels), 'launcher')).toMatchObject([{ rect: { x: 12, y: 14 }, edge: 'left' }]);
  });
  it('tells no clock of letters that go on along the whole bar, and one of those at its end', () => {
    const withLetters = (from: number) => {
      const pixels = desktop(null, null);
      fill(pixels, { x: 0, y: 0, width: WIDTH, height: 30 }, '#2c3238');
      for (let x = from; x < WIDTH - 20; x += 8) {
        fill(pixels, { x, y: 9, width: 2, height: 12 }, '#e8ddcf');
        fill(pixels, { x, y: 19, width: 6, height: 2 }, '#e8ddcf');
      }
      return of(takeApart(pixels), 'clock');
    };
    expect(withLetters(20)).toEqual([]);
    expect(withLetters(WIDTH - 80)).toMatchObject([{ edge: 'top' }]);
  });
  it('tells the only picture before open windows, which have their titles with them, as the launcher', () => {
    const pixels = desktop(null, null);
    fill(pixels, { x: 0, y: 0, width: WIDTH, height: 36 }, '#efe3cf');
    const launcher = { x: 10, y: 8, width: 20, height: 20 };
    fill(pixels, launcher, '#a8442f');
    for (const from of [70, 240, 410]) {
      fill(pixels, { x: from, y: 9, width: 18, height: 18 }, '#7d7d7d');
      for (let x = from + 30; x < from + 110; x += 8) {
        fill(pixels, { x, y: 12, width: 2, height: 11 }, '#2a2a2a');
        fill(pixels, { x, y: 21, width: 6, height: 2 }, '#2a2a2a');
      }
    }
    // A dock whose first picture stands out from none of its others.
    fill(pixels, { x: 300, y: 520, width: 360, height: 60 }, '#2c3238');
    for (let x = 330; x < 620; x += 70) fill(pixels, { x, y: 532, width: 36, height: 36 }, '#7d7d7d');
    expect(of(takeApart(pixels), 'launcher')).toMatchObject([{ rect: launcher, edge: 'top' }]);
  });
  it('is never two of one thing', () => {
    const pixels = desktop(along('left', 60, 0, 1), { x: 200, y: 120, width: 420, height: 260 });
    const found = takeApart(pixels);
    for (const [i, a] of found.entries())
      for (const b of found.slice(i + 1))
        if (a.what === b.what) expect(sameness(a.rect, b.rect)).toBeLessThan(0.5);
  });
});

/** Tiles whose sides lie between pixels, and so step to the next one from row to row, as a browser draws them. */
function withSteppingTiles(): Pixels & { data: Uint8Array } {
  const pixels = plainPicture(WIDTH, HEIGHT, '#3a2d33');
  for (let row = 0; row * 42.5 < HEIGHT; row++)
    for (let column = row % 2; column * 42.5 < WIDTH; column += 2) {
      const [x, y] = [Math.floor(column * 42.5) + (row % 2), Math.floor(row * 42.5) + (column % 2)];
      const [right, low] = [Math.min(WIDTH, x + 42), Math.min(HEIGHT, y + 42)];
      if (right > x && low > y) fill(pixels, { x, y, width: right - x, height: low - y }, '#6a5a50');
    }
  return pixels;
}

describe('what is no desktop', () => {
  const none = (pixels: Pixels) => expect(takeApart(pixels)).toEqual([]);
  it('is plain, noise, or a wall with a pattern, and nothing is found on it', () => {
    none(plainPicture(WIDTH, HEIGHT, '#6d8791'));
    none(noisy(plainPicture(WIDTH, HEIGHT, '#6d8791'), 60));
    const tiled = plainPicture(WIDTH, HEIGHT, '#7f9aa6');
    for (let y = 0; y < HEIGHT; y += 40)
      for (let x = (y / 40) % 2 === 0 ? 0 : 40; x < WIDTH; x += 80)
        fill(tiled, { x, y, width: Math.min(40, WIDTH - x), height: Math.min(40, HEIGHT - y) }, '#c9d6a8');
    none(tiled);
    none(withSteppingTiles());
  });
  it('is not taken for windows beside one that stands on it', () => {
    const window = { x: 331, y: 147, width: 390, height: 260 };
    const pixels = withSteppingTiles();
    fill(pixels, window, '#1d2126');
    fill(pixels, { ...window, height: 30 }, '#b5694f');
    const found = takeApart(pixels);
    expect(of(found, 'window').map((f) => f.rect)).toEqual([window]);
    expect(of(found, 'bar')).toEqual([]);
  });
  it('is also the smallest picture', () => {
    for (const [w, h] of [
      [1, 1],
      [2, 900],
      [900, 2],
      [9, 9],
    ] as const)
      none(plainPicture(w, h, '#808080'));
  });
});

describe('long lines', () => {
  it('lie where they stand once the picture is turned over its diagonal', () => {
    const pixels = desktop(along('bottom', 40, 0, 1), { x: 200, y: 120, width: 420, height: 260 });
    const turned = plainPicture(HEIGHT, WIDTH, '#000000');
    for (let y = 0; y < HEIGHT; y++)
      for (let x = 0; x < WIDTH; x++)
        turned.data.set(
          pixels.data.subarray((y * WIDTH + x) * 4, (y * WIDTH + x) * 4 + 4),
          (x * HEIGHT + y) * 4,
        );
    const order = (lines: readonly { at: number; from: number }[]) =>
      [...lines].sort((a, b) => a.at - b.at || a.from - b.from);
    const [a, b] = [longLines(pixels, 10), longLines(turned, 10)];
    expect(a.lying.length).toBeGreaterThan(4);
    expect(order(a.lying)).toEqual(order(b.standing));
    expect(order(a.standing)).toEqual(order(b.lying));
  });
  it('tell how much they go one way', () => {
    const pixels = plainPicture(200, 100, '#808080');
    fill(pixels, { x: 0, y: 50, width: 200, height: 50 }, '#404040');
    expect(longLines(pixels, 10).lying).toMatchObject([{ at: 50, from: 0, to: 200, share: 1, strength: 64 }]);
    expect(longLines(pixels, 10).lying[0]!.sameWay).toBeCloseTo(1, 9);
    // Above it takes turns, darker and lighter than what is beneath.
    for (let x = 0; x < 200; x += 20) fill(pixels, { x, y: 0, width: 10, height: 50 }, '#000000');
    expect(longLines(pixels, 10).lying[0]!.sameWay).toBeLessThan(0.05);
  });
});
