import { readCorners } from '../picture/cornerRadius.js';
import { findItems, type FoundItem } from '../picture/findItems.js';
import type { Pixels } from '../picture/pixels.js';
import type { ScreenEdge } from '../picture/readRegion.js';
import { overlap, type Rect } from '../picture/rect.js';
import { stripOf } from '../picture/strip.js';
import type { FoundWindow } from './findWindows.js';
import { LineIndex, without } from './lineIndex.js';
import type { LongLines } from './longLines.js';

/** The strip of a window that bears its title and buttons. */
export interface FoundTitle {
  readonly side: ScreenEdge;
  readonly rect: Rect;
  /** Its buttons, in order along it; none where none were told apart. */
  readonly buttons: readonly Rect[];
  readonly sure: number;
}

/** A strip is at least and at most so thick, as shares of the shorter side of the screen. */
const THIN = 0.018;
const THICK = 0.075;
/** Its inner side is there on this share of what is seen of it. */
const THERE = 0.78;
/** Buttons are as large as each other within this, at most this share of their strip, and so many sizes apart at most. */
const ALIKE = 0.25;
const OF_STRIP = 0.85;
const APART = 2.2;
const FEW = 2;
const MANY = 6;
/** Their first or last one is at most so many thicknesses of the strip from its end. */
const FROM_END = 2.5;

/** A rim is no wider than this, in pixels; of a strip that is thinner than that nothing is cut off. */
const RIM = 2;
const LEAST_RIMMED = 22;

const SIDES = ['top', 'bottom', 'left', 'right'] as const;

/** The title strip of a window, at whichever side one is; null where none is told. */
export function findTitle(
  pixels: Pixels,
  lines: LongLines,
  window: FoundWindow,
  over: readonly Rect[],
): FoundTitle | null {
  const least = Math.min(pixels.width, pixels.height);
  const { x, y, width, height } = window.rect;
  const [thin, thick] = [Math.ceil(THIN * least), Math.floor(THICK * least)];
  const found: FoundTitle[] = [];
  const round = readCorners(pixels, window.rect).reach;
  for (const side of SIDES) {
    const upright = side === 'left' || side === 'right';
    const index = new LineIndex(upright ? lines.standing : lines.lying);
    const [from, to] = upright ? [y, y + height] : [x, x + width];
    const inset = Math.round((to - from) * 0.03);
    let best: FoundTitle | null = null;
    for (let off = thin; off <= thick; off++) {
      const at = { top: y + off, bottom: y + height - off, left: x + off, right: x + width - off }[side];
      const hidden = over
        .filter((o) => (upright ? o.x <= at && o.x + o.width >= at : o.y <= at && o.y + o.height >= at))
        .map(
          (o) => (upright ? [o.y - 3, o.y + o.height + 3] : [o.x - 3, o.x + o.width + 3]) as [number, number],
        );
      const there = index.covers(at, from + inset, to - inset, hidden);
      if (there === null || there < THERE || (best && there <= best.sure + 0.02)) continue;
      const line = index.exactly(at, from, to);
      const rect = {
        top: { x, y, width, height: line - y },
        bottom: { x, y: line, width, height: y + height - line },
        left: { x, y, width: line - x, height },
        right: { x: line, y, width: x + width - line, height },
      }[side];
      best = { side, rect, buttons: [], sure: there };
    }
    if (best)
      found.push({
        ...best,
        buttons: buttonsOn(pixels, withoutRim(seenOf(best.rect, upright, over)), upright, round),
      });
  }
  return found.reduce<FoundTitle | null>((p, q) => (p && worth(p) >= worth(q) ? p : q), null);
}

const worth = (t: FoundTitle) => t.sure + (t.buttons.length > 0 ? 1 : 0);

/** The longest part of a strip that nothing hides. */
export function seenOf(rect: Rect, upright: boolean, over: readonly Rect[]): Rect {
  const [from, to] = upright ? [rect.y, rect.y + rect.height] : [rect.x, rect.x + rect.width];
  const hidden = over.filter((o) => overlap(o, rect) > 0);
  const seen = without(
    [[from, to]],
    hidden.map((o) => (upright ? [o.y - 2, o.y + o.height + 2] : [o.x - 2, o.x + o.width + 2])),
  );
  const [a, b] = seen.reduce((p, q) => (q[1] - q[0] > p[1] - p[0] ? q : p), [from, from]);
  return upright ? { ...rect, y: a, height: b - a } : { ...rect, x: a, width: b - a };
}

/** A strip without the rim that may go round its window. */
const withoutRim = (rect: Rect): Rect =>
  Math.min(rect.width, rect.height) < LEAST_RIMMED
    ? rect
    : { x: rect.x + RIM, y: rect.y + RIM, width: rect.width - 2 * RIM, height: rect.height - 2 * RIM };

/** A row of things as large as each other, near an end of a strip. */
function buttonsOn(pixels: Pixels, rect: Rect, upright: boolean, round: number): Rect[] {
  if (rect.width < 8 || rect.height < 8) return [];
  const strip = stripOf(pixels, rect, upright);
  const items = findItems(strip, round, 0).items.filter((i) => i.what === 'picture');
  const thickness = strip.across;
  const sizeOf = ({ box }: FoundItem) => Math.max(box.width, box.height);
  const fits = (i: FoundItem) =>
    sizeOf(i) <= OF_STRIP * thickness && Math.min(i.box.width, i.box.height) >= 0.5 * sizeOf(i);
  let row: FoundItem[] = [];
  let best: FoundItem[] = [];
  const close = () => {
    if (row.length >= FEW && row.length <= MANY && nearEnd(row) && row.length > best.length) best = row;
    row = [];
  };
  const nearEnd = (r: readonly FoundItem[]) =>
    Math.min(r[0]!.from, strip.along - r.at(-1)!.to) <= FROM_END * thickness;
  for (const item of items.filter(fits)) {
    const last = row.at(-1);
    if (
      last &&
      (item.from - last.to > APART * sizeOf(last) ||
        Math.abs(sizeOf(item) - sizeOf(last)) > Math.max(2, ALIKE * sizeOf(last)))
    )
      close();
    row.push(item);
  }
  close();
  return best.map((i) => i.box);
}
