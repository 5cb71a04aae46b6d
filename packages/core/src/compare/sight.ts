import type { Likeness } from '../coat/rows.js';
import { cutOut } from '../picture/cutOut.js';
import type { Pixels } from '../picture/pixels.js';
import { readBar } from '../picture/readBar.js';
import { edgeGap, readRegion } from '../picture/readRegion.js';
import { readText } from '../picture/readText.js';
import { clip, type Rect } from '../picture/rect.js';
import { resample } from '../picture/resample.js';
import { samplePicture } from '../picture/samplePicture.js';
import type { Told } from '../picture/told.js';
import type { Kind } from '../reference/kind.js';
import { measuredTraits } from '../reference/measure.js';
import type { TraitValue } from '../traits/value.js';
import { bestOffset, REACH, type Free } from './bestOffset.js';
import { expectedRect } from './expectedRect.js';
import { cropOf, likenessOf } from './likeness.js';

/** What is looked for: an element of the reference, and what its kind lets instruments read. */
export interface SightAsk {
  readonly kind: Kind | null;
  /** Where it is on the reference. */
  readonly region: Rect;
  /** Pixels of the own picture for one of the reference. */
  readonly factor: number;
  /** Where a hand says it is on the own picture; null: it is looked for. */
  readonly byHand: Rect | null;
  /** Traits that are wanted: what nobody asks for is not read. */
  readonly traits: readonly string[];
  /** SHA-256 of the own picture, by which pictures that are read off it are named. */
  readonly blob: string;
}

/** An element as it was found on the own picture. */
export interface Sight {
  readonly rect: Rect;
  readonly dx: number;
  readonly dy: number;
  readonly likeness: Likeness;
  readonly values: Readonly<Record<string, TraitValue>>;
}

/** Sides are looked for within this share of the element's shorter side, at least and at most so many pixels. */
const SIDE_SHARE = 1 / 3;
const LEAST_SIDE = 6;
/** A region touches an edge of the screen within this many pixels. */
const TOUCH = 1;

/** Which ways an element may have moved: one that touches an edge of the screen stays at it, one that fills it stays altogether. */
function freedomOf(rect: Rect, width: number, height: number): Free {
  const touches = (edge: 'left' | 'right' | 'top' | 'bottom') => edgeGap(edge, rect, width, height) <= TOUCH;
  return {
    x: !touches('left') && !touches('right'),
    y: !touches('top') && !touches('bottom'),
  };
}

const valueOf = <T>(answer: Told<T>): T | null => (answer.ok ? answer.value : null);

/**
 * Finds an element of the reference on a picture of the own desktop, tells how alike the two are there, and reads its traits
 * off the own picture with the instruments that read the reference.
 *
 * @returns null where it would lie outside the own picture
 */
export function sight(reference: Pixels, own: Pixels, ask: SightAsk): Sight | null {
  const { region, factor, byHand, kind } = ask;
  const expected = expectedRect(region, reference, own, factor);
  if (!expected) return null;
  const patch = resample(reference, region, expected.width, expected.height);
  const free = freedomOf(region, reference.width, reference.height);
  const { dx, dy } = byHand
    ? { dx: byHand.x - expected.x, dy: byHand.y - expected.y }
    : bestOffset(own, patch, expected, free);
  const moved = clip({ ...expected, x: expected.x + dx, y: expected.y + dy }, own.width, own.height);
  if (!moved && !byHand) return null;
  const drawn = byHand ?? moved!;
  const side = Math.min(drawn.width, drawn.height);
  const reach = Math.round(Math.min(REACH, Math.max(LEAST_SIDE, side * SIDE_SHARE)));
  const read = readRegion(own, drawn, { settle: byHand === null, reach });
  // Where a hand drew it at another size, the reference is brought to that size: alike is told of the whole of both.
  const at = byHand ?? moved!;
  const likeness = likenessOf(
    byHand || at.width !== patch.width || at.height !== patch.height
      ? resample(reference, region, at.width, at.height)
      : patch,
    cropOf(own, at),
  );
  const { rect } = read;
  const wants = (prefix: string) =>
    (kind?.traits ?? []).some((t) => ask.traits.includes(t.id) && t.reads?.startsWith(prefix));
  const found = measuredTraits(kind, {
    region: read,
    bar: wants('bar:') ? valueOf(readBar(own, rect, { settle: false })) : null,
    text: wants('text:') || wants('ink') ? valueOf(readText(own, rect)) : null,
  });
  for (const spec of kind?.traits ?? [])
    if (spec.reads === 'picture' && ask.traits.includes(spec.id)) {
      const cut = cutOut(own, rect).pixels;
      const { width, height } = cut;
      found.set(spec.id, { blob: ask.blob, width, height, sample: samplePicture(cut) });
    }
  const values = Object.fromEntries([...found].filter(([trait]) => ask.traits.includes(trait)));
  return { rect, dx, dy, likeness, values };
}
