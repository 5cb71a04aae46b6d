import { byteAt } from '../../ground/cells.js';
import type { Likeness } from '../../model/coat/fields.js';
import { readBeside } from '../../measuring/apart/readBeside.js';
import type { Finding } from '../../measuring/apart/takeApart.js';
import { cutOut } from '../../measuring/picture/cutOut.js';
import type { Pixels } from '../../measuring/picture/pixels.js';
import { readBar } from '../../measuring/picture/readBar.js';
import {
  edgeGap,
  readRegion,
  type RegionReading,
  type ScreenEdge,
} from '../../measuring/picture/readRegion.js';
import { readText } from '../../measuring/picture/readText.js';
import { clip, type Rect } from '../../measuring/picture/rect.js';
import { resample } from '../../measuring/picture/resample.js';
import { luma, samplePicture } from '../../measuring/picture/samplePicture.js';
import type { Result } from '../../ground/result.js';
import type { Kind, ReadFrom } from '../../model/kinds/kind.js';
import { measuredTraits } from '../../model/kinds/measure.js';
import type { TraitValue } from '../../model/traits/value.js';
import { bestOffset, REACH, type Free } from './bestOffset.js';
import { expectedRect } from './expectedRect.js';
import { cropOf, likenessOf } from './likeness.js';
import type { Pairing } from './pairing.js';

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

/** An element as it was found on the own picture, or what is in its place where it was not. */
export interface Sight {
  readonly isFound: boolean;
  /** It is not there: nothing on the picture could be it. Else what was not found may be there and look otherwise. */
  readonly isGone: boolean;
  /** How sure that is, 0 to 1, and why, in a sentence. */
  readonly sure: number;
  readonly why: string;
  readonly rect: Rect;
  readonly dx: number;
  readonly dy: number;
  readonly likeness: Likeness;
  readonly values: Readonly<Record<string, TraitValue>>;
}

const ALL_SIDES = { left: true, top: true, right: true, bottom: true };

/** Sides are looked for within this share of the element's shorter side, at least and at most so many pixels. */
const SIDE_SHARE = 1 / 3;
const LEAST_SIDE = 6;
/** A region touches an edge of the screen within this many pixels. */
const TOUCH = 1;

const EDGES = ['left', 'right', 'top', 'bottom'] as const;

/** The edges of the screen that an element touches. */
function touchedEdges(rect: Rect, width: number, height: number): ReadonlySet<ScreenEdge> {
  return new Set(EDGES.filter((edge) => edgeGap(edge, rect, width, height) <= TOUCH));
}

/** Alike in form or in colours by this much, what is there is the element. */
const ALIKE_FORM = 0.55;
const ALIKE_COLOURS = 0.5;
/**
 * So is what stands at the same edge of the screen, has a real edge of its own, and is alike by half as much. An edge alone is no
 * likeness: a window or a wallpaper has edges too.
 */
const HALF_ALIKE = 0.5;
/** What covers this share of the screen has not moved out of reach: whatever is there stands in its place. */
const LARGE = 0.1;

type FoundSides = RegionReading['found'];

/** How two pictures of one size rise and fall together in brightness, −1 to 1; 0 where one of them is plain. */
function formAlike(a: Pixels, b: Pixels): number {
  const n = a.width * a.height;
  let [p, q, pp, qq, pq] = [0, 0, 0, 0, 0];
  for (let i = 0; i < n * 4; i += 4) {
    const x = luma(byteAt(a.data, i), byteAt(a.data, i + 1), byteAt(a.data, i + 2));
    const y = luma(byteAt(b.data, i), byteAt(b.data, i + 1), byteAt(b.data, i + 2));
    p += x;
    q += y;
    pp += x * x;
    qq += y * y;
    pq += x * y;
  }
  const spread = Math.sqrt((pp - (p * p) / n) * (qq - (q * q) / n));
  return spread < n ? 0 : (pq - (p * q) / n) / spread;
}

/** Whether what is at a place is the element that was looked for. */
function isElement(
  form: number,
  colours: number,
  found: FoundSides,
  touched: ReadonlySet<ScreenEdge>,
): boolean {
  const hasSide = EDGES.some((edge) => !touched.has(edge) && found[edge]);
  const isHalfAlike = form >= HALF_ALIKE * ALIKE_FORM || colours >= HALF_ALIKE * ALIKE_COLOURS;
  return form >= ALIKE_FORM || colours >= ALIKE_COLOURS || (touched.size > 0 && hasSide && isHalfAlike);
}

/** Whether a length that was read off a region rests on real edges, and not only on where it was looked for. */
function isMeasured(reads: ReadFrom | undefined, { edge, rect, found }: RegionReading): boolean {
  const upright = edge === 'left' || edge === 'right' || (edge === null && rect.height > rect.width);
  const across = upright ? found.left && found.right : found.top && found.bottom;
  const along = upright ? found.top && found.bottom : found.left && found.right;
  switch (reads) {
    case 'thickness':
      return across;
    case 'width':
      return found.left && found.right;
    case 'height':
      return found.top && found.bottom;
    case 'edgeShare':
    case 'alignment':
      return along;
    case 'margin':
      return edge !== null && found[edge];
    default:
      return true;
  }
}

const valueOf = <T>(answer: Result<T>): T | null => (answer.ok ? answer.value : null);

/**
 * Finds an element of the reference on a picture of the own desktop, tells how alike the two are there, and reads its traits
 * off the own picture with the instruments that read the reference.
 *
 * @param pairing what it was paired with by what the own picture was taken apart into; without one it is looked for by its likeness
 * @param apart what the own picture was taken apart into, where it shows a whole desktop to the pixel
 * @returns null where it would lie outside the own picture
 */
export function sight(
  reference: Pixels,
  own: Pixels,
  ask: SightAsk,
  pairing: Pairing | null = null,
  apart: readonly Finding[] | null = null,
): Sight | null {
  const { region, factor, byHand, kind } = ask;
  const expected = expectedRect(region, reference, own, factor);
  if (!expected) return null;
  const patch = resample(reference, region, expected.width, expected.height);
  const share = (region.width * region.height) / (reference.width * reference.height);
  const touched = touchedEdges(region, reference.width, reference.height);
  // What touches an edge of the screen stays at it.
  const isFree = (...edges: ScreenEdge[]) => share < LARGE && !edges.some((edge) => touched.has(edge));
  const free: Free = { x: isFree('left', 'right'), y: isFree('top', 'bottom') };
  const placed = byHand ?? pairing?.rect ?? null;
  const { dx, dy } = placed
    ? { dx: placed.x - expected.x, dy: placed.y - expected.y }
    : bestOffset(own, patch, expected, free);
  const moved = clip({ ...expected, x: expected.x + dx, y: expected.y + dy }, own.width, own.height);
  if (!moved && !placed) return null;
  const drawn = placed ?? moved!;
  const side = Math.min(drawn.width, drawn.height);
  const reach = Math.round(Math.min(REACH, Math.max(LEAST_SIDE, side * SIDE_SHARE)));
  const settled = readRegion(own, drawn, { settle: placed === null, reach });
  // What it was paired with was found by its sides.
  const read = placed && !byHand ? { ...settled, found: ALL_SIDES } : settled;
  // Where it is of another size, the reference is brought to that size: alike is told of the whole of both.
  const at = placed ?? moved!;
  const wanted =
    at.width === patch.width && at.height === patch.height
      ? patch
      : resample(reference, region, at.width, at.height);
  const there = cropOf(own, at);
  const likeness = likenessOf(wanted, there);
  const { rect } = read;
  const wants = (prefix: string) =>
    (kind?.traits ?? []).some((t) => ask.traits.includes(t.id) && t.reads?.startsWith(prefix));
  // The colour of what may let something through is told by its opacity.
  const lets = kind?.traits.some((t) => t.reads === 'bar:opacity') === true && wants('colour:0');
  const found = measuredTraits(kind, {
    region: read,
    bar: wants('bar:') || lets ? valueOf(readBar(own, rect, { settle: false })) : null,
    text: wants('text:') || wants('ink') ? valueOf(readText(own, rect)) : null,
    beside: apart && wants('beside:') ? readBeside(own, rect, apart) : null,
  });
  for (const spec of kind?.traits ?? [])
    if (spec.reads === 'picture' && ask.traits.includes(spec.id)) {
      const cut = cutOut(own, rect).pixels;
      const { width, height } = cut;
      found.set(spec.id, { blob: ask.blob, width, height, sample: samplePicture(cut) });
    }
  const form = formAlike(wanted, there);
  const isFound = placed !== null || share >= LARGE || isElement(form, likeness.palette, read.found, touched);
  const verdict = byHand
    ? { sure: 1, why: 'A hand placed it.' }
    : pairing && (pairing.rect || !isFound)
      ? { sure: pairing.sure, why: pairing.why }
      : {
          sure: Math.min(1, Math.max(0, form, likeness.palette)),
          why: isFound ? 'It looks like it.' : 'Nothing near its place looks like it.',
        };
  // What a hand has drawn is told by the hand; of what was not found nothing is told.
  const counts = (trait: string) =>
    ask.traits.includes(trait) &&
    isFound &&
    (byHand !== null || isMeasured(kind?.traits.find((t) => t.id === trait)?.reads, read));
  const values = Object.fromEntries([...found].filter(([trait]) => counts(trait)));
  const isGone = !isFound && pairing !== null;
  return { isFound, isGone, ...verdict, rect, dx, dy, likeness, values };
}
