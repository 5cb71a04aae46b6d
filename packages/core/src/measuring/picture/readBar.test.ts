import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fill, plainPicture } from '../../testing/pictures.js';
import { countByZone, readBar, zonesOf } from './readBar.js';
import { cases } from '../../testing/properties.js';

const WALL = '#7f9aa6';
const BAR = '#e3c2b4';

/** A bar along the foot of a 1200 × 700 picture with square items at the given places. */
function withBar(
  thickness: number,
  items: readonly { x: number; size: number; hex?: string }[],
  length = 1200,
  from = 0,
  margin = 0,
) {
  const pixels = plainPicture(1200, 700, WALL);
  const y = 700 - margin - thickness;
  fill(pixels, { x: from, y, width: length, height: thickness }, BAR);
  for (const { x, size, hex = '#43203d' } of items)
    fill(pixels, { x, y: y + ((thickness - size) >> 1), width: size, height: size }, hex);
  return { pixels, rect: { x: from, y, width: length, height: thickness } };
}

describe('reading a bar', () => {
  it('finds every item, its size and the gap between, whatever their number', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 20 }),
        fc.integer({ min: 12, max: 36 }),
        fc.integer({ min: 5, max: 14 }),
        (n, size, gap) => {
          const thickness = size + 16;
          const items = Array.from({ length: n }, (_, i) => ({ x: 14 + i * (size + gap), size }));
          const { pixels, rect } = withBar(thickness, items);
          const bar = readBar(pixels, rect);
          expect(bar.ok && bar.value.items.length).toBe(n);
          expect(bar.ok && bar.value.itemSize).toEqual({ ok: true, value: size });
          expect(bar.ok && bar.value.spacing.ok && bar.value.spacing.value).toBeCloseTo(gap, 1);
          expect(bar.ok && bar.value.colour).toBe(BAR);
        },
      ),
      { numRuns: cases(60) },
    );
  });

  it('tells edge, thickness, length and margins of a floating dock from a rough hand', () => {
    const { pixels } = withBar(60, [{ x: 500, size: 40 }], 500, 350, 12);
    const bar = readBar(pixels, { x: 345, y: 624, width: 508, height: 70 }, { settle: true, reach: 10 });
    expect(bar).toMatchObject({
      ok: true,
      value: {
        edge: 'bottom',
        thickness: 60,
        length: 500,
        margins: { edge: 12, start: 350, end: 350 },
        alignment: 'centre',
        cornerRadius: { ok: true, value: 0 },
      },
    });
  });

  it('puts items into the zones where they stand', () => {
    const items = [20, 60, 580, 620, 1150].map((x) => ({ x, size: 24 }));
    const { pixels, rect } = withBar(40, items);
    const bar = readBar(pixels, rect);
    expect(bar.ok && countByZone(bar.value.items)).toEqual({ start: 2, centre: 2, end: 1 });
  });

  it('says how many items there are, and not where they may be parts of others or several', () => {
    const row = [20, 60, 100, 140].map((x) => ({ x, size: 24 }));
    const countOn = (
      items: Parameters<typeof withBar>[1],
      more?: (bar: ReturnType<typeof withBar>) => void,
    ) => {
      const bar = withBar(40, items);
      more?.(bar);
      const told = readBar(bar.pixels, bar.rect);
      return told.ok ? told.value.count : null;
    };
    expect(countOn(row)).toEqual({ ok: true, value: 4 });
    // A speck beside them, a thing twice as large, one as long as half the bar, one at its very end.
    expect(countOn([...row, { x: 180, size: 6 }])).toMatchObject({ ok: false, code: 'unsure' });
    expect(countOn([...row, { x: 180, size: 36 }])).toMatchObject({ ok: false, code: 'unsure' });
    const long = countOn(row, ({ pixels, rect }) =>
      fill(pixels, { x: 300, y: rect.y + 8, width: 700, height: 24 }, '#43203d'),
    );
    expect(long).toMatchObject({ ok: false, code: 'unsure' });
    const end = countOn(row, ({ pixels, rect }) =>
      fill(pixels, { x: 1176, y: rect.y + 8, width: 24, height: 24 }, '#43203d'),
    );
    expect(end).toMatchObject({ ok: false, code: 'unsure' });
  });

  it('says that a region at no edge is none, and that a plain bar has nothing on it', () => {
    const pixels = plainPicture(1200, 700, WALL);
    fill(pixels, { x: 300, y: 300, width: 400, height: 40 }, BAR);
    expect(readBar(pixels, { x: 300, y: 300, width: 400, height: 40 })).toMatchObject({
      ok: false,
      code: 'no-edge',
    });
    const { pixels: plain, rect } = withBar(40, []);
    const bar = readBar(plain, rect);
    expect(bar.ok && bar.value.items).toEqual([]);
    expect(bar.ok && bar.value.itemSize).toMatchObject({ ok: false, code: 'plain' });
    expect(bar.ok && bar.value.spacing.ok).toBe(false);
  });

  it('gives no item a zone of its own for an ordinary gap', () => {
    expect(zonesOf([], 100, 20)).toEqual([]);
    expect(
      zonesOf(
        [
          { from: 4, to: 24 },
          { from: 30, to: 50 },
        ],
        1000,
        30,
      ),
    ).toEqual(['start', 'start']);
  });
});
