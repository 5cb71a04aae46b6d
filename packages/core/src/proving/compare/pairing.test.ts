import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { LongLine, LongLines } from '../../measuring/apart/longLines.js';
import type { Finding, FoundKind } from '../../measuring/apart/takeApart.js';
import type { ScreenEdge } from '../../measuring/picture/readRegion.js';
import type { Rect } from '../../measuring/picture/rect.js';
import { cases } from '../../testing/properties.js';
import { mayBePaired, pairUp, type Wanted } from './pairing.js';

const SIZE = { width: 1440, height: 810 };
const NO_LINES: LongLines = { lying: [], standing: [] };
const rect = (x: number, y: number, width: number, height: number): Rect => ({ x, y, width, height });
const wanted = (kind: string, region: Rect): Wanted => ({ kind, region, expected: region });
const found = (what: FoundKind, at: Rect, edge: ScreenEdge | null = null): Finding => ({
  what,
  rect: at,
  sure: 1,
  edge,
  count: null,
});
const pair = (all: readonly Wanted[], there: readonly Finding[], lines = NO_LINES) =>
  pairUp(all, there, lines, SIZE, SIZE);

const HEAD = rect(0, 0, 1440, 40);
const FOOT = rect(0, 770, 1440, 40);
const DOCK = rect(500, 730, 440, 60);

describe('elements paired with what stands on the own picture', () => {
  it('are the bars at their edges, however thick they are there', () => {
    const [head, foot] = pair(
      [wanted('bar', HEAD), wanted('bar', FOOT)],
      [found('bar', rect(0, 740, 1440, 70), 'bottom'), found('bar', rect(0, 0, 1440, 24), 'top')],
    );
    expect(head).toMatchObject({ rect: { y: 0, height: 24 }, why: 'It is what stands at the head.' });
    expect(foot).toMatchObject({ rect: { y: 740, height: 70 } });
  });
  it('are found at another edge where all else is the same, and that is said', () => {
    const moved = rect(10, 185, 60, 440);
    const [dock] = pair([wanted('dock', DOCK)], [found('dock', moved, 'left')]);
    expect(dock).toMatchObject({ rect: moved });
    expect(dock!.why).toContain('It stands on the left here');
    // A bar of another size at another edge is a new one.
    const [none] = pair([wanted('dock', DOCK)], [found('bar', rect(0, 0, 90, 810), 'left')]);
    expect(none).toMatchObject({ rect: null });
  });
  it('are not there where nothing is, and not told where a line goes along their edge', () => {
    expect(pair([wanted('bar', HEAD)], [])).toEqual([
      { rect: null, sure: 0.7, why: expect.stringContaining('Nothing of its kind') as string },
    ]);
    const line: LongLine = {
      at: 38,
      from: 100,
      to: 900,
      share: 1,
      strength: 40,
      sameWay: 1,
      way: [40, 40, 40],
    };
    expect(pair([wanted('bar', HEAD)], [], { lying: [line], standing: [] })).toEqual([null]);
    // In pieces, where the wall has the bar's own colour here and there.
    const pieces = [0, 400, 800].map((from) => ({ ...line, from, to: from + 200 }));
    expect(pair([wanted('bar', HEAD)], [], { lying: pieces, standing: [] })).toEqual([null]);
    const tiles = Array.from({ length: 24 }, (_, i) => ({ ...line, from: i * 60, to: i * 60 + 58 }));
    expect(pair([wanted('bar', HEAD)], [], { lying: tiles, standing: [] })).toMatchObject([{ rect: null }]);
    // The side of a window that was found is that window's.
    const window = found('window', rect(100, 38, 800, 300));
    expect(pair([wanted('bar', HEAD)], [window], { lying: [line], standing: [] })).toMatchObject([
      { rect: null },
    ]);
  });
  it('are gone with the bar on which they stood; else nothing is told of them', () => {
    const clock = wanted('clock', rect(1380, 10, 50, 20));
    expect(pair([wanted('bar', HEAD), clock], [])[1]).toMatchObject({
      rect: null,
      why: 'The bar on which it stood is not there.',
    });
    expect(pair([wanted('bar', HEAD), clock], [found('bar', HEAD, 'top')])[1]).toBeNull();
  });
  it('are the strip and the buttons of any window, the most alike; not told where windows were not taken apart', () => {
    const strip = wanted('frame', rect(200, 200, 500, 30));
    const [frame] = pair(
      [strip],
      [found('title', rect(40, 300, 900, 60), 'top'), found('title', rect(700, 90, 520, 31), 'top')],
    );
    expect(frame).toMatchObject({ rect: { x: 700 } });
    expect(pair([strip], [found('window', rect(700, 90, 520, 310))])).toEqual([null]);
    expect(pair([strip], [])).toMatchObject([{ rect: null }]);
  });
  it('are never two for one bar, and never more than there are', () => {
    const edges: ScreenEdge[] = ['top', 'bottom', 'left', 'right'];
    const bar = fc.record({
      edge: fc.constantFrom(...edges),
      thick: fc.integer({ min: 15, max: 120 }),
      long: fc.integer({ min: 200, max: 800 }),
    });
    const placed = ({ edge, thick, long }: { edge: ScreenEdge; thick: number; long: number }): Rect =>
      edge === 'top'
        ? rect(0, 0, long, thick)
        : edge === 'bottom'
          ? rect(0, 810 - thick, long, thick)
          : edge === 'left'
            ? rect(0, 0, thick, long)
            : rect(1440 - thick, 0, thick, long);
    fc.assert(
      fc.property(fc.array(bar, { maxLength: 5 }), fc.array(bar, { maxLength: 5 }), (mine, there) => {
        const answers = pair(
          mine.map((b) => wanted('bar', placed(b))),
          there.map((b) => found('bar', placed(b), b.edge)),
        );
        expect(answers).toHaveLength(mine.length);
        const rects = answers.flatMap((a) => (a?.rect ? [a.rect] : []));
        expect(new Set(rects).size).toBe(rects.length);
        for (const a of answers) if (a) expect(a.sure >= 0 && a.sure <= 1).toBe(true);
      }),
      { numRuns: cases(200) },
    );
  });
  it('are of kinds that pictures are taken apart into: a frame is one where its strip was drawn', () => {
    expect(mayBePaired('frame', rect(0, 0, 500, 30))).toBe(true);
    expect(mayBePaired('frame', rect(0, 0, 500, 400))).toBe(false);
    expect(mayBePaired('wallpaper', rect(0, 0, 500, 30))).toBe(false);
  });
});
