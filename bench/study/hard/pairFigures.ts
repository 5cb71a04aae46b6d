import { sidesOf, takeApart } from '@spare-coat/core/measuring/apart/takeApart';
import { overlap, sameness, type Rect } from '@spare-coat/core/measuring/picture/rect';
import { expectedRect } from '@spare-coat/core/proving/compare/expectedRect';
import { pairUp } from '@spare-coat/core/proving/compare/pairing';
import type { Figure } from '../../figure.js';
import { pixelsOf } from '../accuracy.js';
import { drawnPages, type DrawnLayout, type ToldBox } from './drawn.js';
import { pairedLayouts } from './layout.js';

const PAIRS = 60;
const FIRST = Number(process.env['HARD_SEED'] ?? 1);
/** A pair covers at least so much of what it and the truth cover together. */
const OVERLAP = 0.5;
/** What windows hide more of than this is none to be paired; on the own picture, whatever shows may be what it is paired with. */
const HIDDEN = 0.4;
const GONE = 0.95;

const rounded = ({ x, y, width, height }: Rect): Rect => ({
  x: Math.round(x),
  y: Math.round(y),
  width: Math.max(1, Math.round(width)),
  height: Math.max(1, Math.round(height)),
});

/** Boxes that can be seen, of what may be paired. */
function seen({ boxes }: DrawnLayout, what: string, limit = HIDDEN): ToldBox[] {
  return boxes.filter((box, i) => {
    if (box.told.what !== what) return false;
    const hidden = boxes
      .slice(i + 1)
      .filter((b) => b.told.what === 'window')
      .reduce((most, b) => Math.max(most, overlap(b.rect, box.rect)), 0);
    return hidden <= limit * box.rect.width * box.rect.height;
  });
}

const KINDS: readonly (readonly [what: string, kind: string])[] = [
  ['bar', 'bar'],
  ['clock', 'clock'],
  ['title', 'frame'],
  ['buttons', 'window-buttons'],
];

/** Elements of a reference paired with what stands on an own picture that differs in nearly all. */
async function pair(say: (line: string) => void, each: (line: string) => void): Promise<Figure> {
  const pairs = Array.from({ length: PAIRS }, (_, i) => pairedLayouts(FIRST + i));
  const references = await drawnPages(pairs.map((p) => p.reference));
  const owns = await drawnPages(pairs.map((p) => p.own));
  const counts = new Map(KINDS.map(([what]) => [what, { right: 0, falsely: 0, unsaid: 0 }]));
  for (const [n, reference] of references.entries()) {
    const own = owns[n]!;
    const size = { width: reference.layout.width, height: reference.layout.height };
    const wanted = KINDS.flatMap(([what, kind]) => {
      const all = seen(reference, what);
      // One frame and one set of buttons stand for those of all windows.
      return (what === 'bar' ? all : all.slice(0, 1)).map((box) => ({
        what,
        box,
        kind,
        region: rounded(box.rect),
        expected: expectedRect(rounded(box.rect), size, size, 1) ?? rounded(box.rect),
      }));
    });
    const pixels = await pixelsOf(own.png);
    const answers = pairUp(wanted, takeApart(pixels), sidesOf(pixels), size, size);
    wanted.forEach(({ what, box }, i) => {
      const count = counts.get(what)!;
      const isAlike = (b: ToldBox) =>
        what !== 'bar' || (b.told.what === 'bar' && box.told.what === 'bar' && b.told.edge === box.told.edge);
      const there = seen(own, what).filter(isAlike);
      const showing = seen(own, what, GONE).filter(isAlike);
      const answer = answers[i];
      const isRight = answer?.rect
        ? showing.some((b) => sameness(b.rect, answer.rect!) >= OVERLAP)
        : answer !== null && there.length === 0;
      const at = `pair ${reference.layout.seed}: ${what} at ${Math.round(box.rect.x)}, ${Math.round(box.rect.y)}`;
      if (isRight) count.right++;
      else if (answer) {
        count.falsely++;
        each(
          `${at} ${answer.rect ? `paired with ${answer.rect.x}, ${answer.rect.y} ${answer.rect.width} × ${answer.rect.height}` : 'said to be not there'}, and ${there.length} there`,
        );
      } else {
        count.unsaid++;
        each(`${at} not told`);
      }
    });
  }
  const all = { right: 0, falsely: 0, unsaid: 0 };
  for (const [what, { right, falsely, unsaid }] of counts) {
    say(`${what.padEnd(8)} ${right} right, ${falsely} falsely paired or missed, ${unsaid} not told`);
    all.right += right;
    all.falsely += falsely;
    all.unsaid += unsaid;
  }
  const total = all.right + all.falsely + all.unsaid;
  return {
    id: 'pair',
    value: Math.round((1000 * all.right) / total) / 10,
    unit: `% of ${total} elements rightly paired or not there; ${Math.round((1000 * all.falsely) / total) / 10} % falsely`,
    against: null,
    ratio: null,
  };
}

export const PAIR_FIGURES = { pair };
