import { byteAt } from '../../ground/cells.js';
import { colourDifference } from '../colour/ciede2000.js';
import { toHex, type Rgb } from '../colour/srgb.js';
import { stripOf } from './strip.js';
import type { Pixels } from './pixels.js';
import type { ScreenEdge } from './readRegion.js';
import type { Rect } from './rect.js';
import { refused, ok, type Result } from '../../ground/result.js';
import { median } from '../../ground/statistics.js';

/** Two grounds must differ by this much (CIEDE2000), or what is seen through says nothing of how much is let through. */
export const GROUNDS_APART = 15;

/** What is seen through an element at one place, and the ground there without it. */
export interface SeenThrough {
  readonly seen: Rgb;
  readonly ground: Rgb;
}

export interface OpacityReading {
  /** 0–100 points. */
  readonly opacity: number;
  /** The element's own colour, `#rrggbb`; null where it is too clear to have one. */
  readonly colour: string | null;
  /** How far the two most different grounds are apart (CIEDE2000). */
  readonly apart: number;
  /** Mean channel difference between what was seen and what the answer explains, 0–255. */
  readonly residual: number;
}

const CHANNELS = ['r', 'g', 'b'] as const;
/** Below this opacity (points) the element's own colour is a guess. */
const TOO_CLEAR = 8;

/** Mean channel difference above which one opacity and colour do not explain what is seen. */
const MOST_RESIDUAL = 14;

/**
 * The opacity and colour that explain what is seen: `seen = k · colour + (1 − k) · ground`, mixed in encoded sRGB as
 * desktops do, by least squares over all places and channels with one `k`.
 *
 * @param places two or more; those of one element over different grounds
 */
export function solveOpacity(places: readonly SeenThrough[]): Result<OpacityReading> {
  if (places.length < 2) return refused('grounds-alike', 'Two places over different grounds are needed.');
  let apart = 0;
  const few = spreadOut(places);
  for (let i = 0; i < few.length; i++)
    for (let j = i + 1; j < few.length; j++)
      apart = Math.max(apart, colourDifference(few[i]!.ground, few[j]!.ground));
  if (apart < GROUNDS_APART)
    return refused(
      'grounds-alike',
      `The grounds are too alike to tell (ΔE ${apart.toFixed(1)}, at least ${GROUNDS_APART} is needed).`,
    );
  const n = places.length;
  let through = 0;
  let spread = 0;
  const mean = (pick: (p: SeenThrough) => Rgb, c: (typeof CHANNELS)[number]) =>
    places.reduce((sum, p) => sum + pick(p)[c], 0) / n;
  const seenMean = { r: 0, g: 0, b: 0 };
  const groundMean = { r: 0, g: 0, b: 0 };
  for (const c of CHANNELS) {
    seenMean[c] = mean((p) => p.seen, c);
    groundMean[c] = mean((p) => p.ground, c);
    for (const { seen, ground } of places) {
      through += (seen[c] - seenMean[c]) * (ground[c] - groundMean[c]);
      spread += (ground[c] - groundMean[c]) ** 2;
    }
  }
  const clear = Math.min(1, Math.max(0, through / spread));
  const k = 1 - clear;
  let off = 0;
  for (const { seen, ground } of places)
    for (const c of CHANNELS)
      off += Math.abs(seen[c] - seenMean[c] - clear * (ground[c] - groundMean[c])) / (3 * n);
  if (off > MOST_RESIDUAL)
    return refused(
      'unsure',
      'What is seen through it does not follow the ground: it may be blurred, or not one colour.',
    );
  const own = (c: (typeof CHANNELS)[number]) => (seenMean[c] - clear * groundMean[c]) / k;
  return ok({
    opacity: 100 * k,
    colour: 100 * k < TOO_CLEAR ? null : toHex({ r: own('r'), g: own('g'), b: own('b') }),
    apart,
    residual: off,
  });
}

/** At most some dozens of places over the whole range, for comparing each with each. */
function spreadOut(places: readonly SeenThrough[]): readonly SeenThrough[] {
  const step = Math.max(1, Math.floor(places.length / 48));
  return places.filter((_, i) => i % step === 0);
}

/** So many pixels inside and outside the inner side are left out: its rim, its anti-aliased line, a thin shadow. */
const OFF_SIDE = 3;
/** Places along the bar are averaged over so many pixels. */
const STEP = 4;
/** Trimmed: the share of places that fit worst, such as items at the inner side. */
const TRIM = 0.25;

/** So far outside of a bar its ground is looked at for a shadow's fall-off, in pixels; the last one stands for the bare ground. */
const FALL_OFF = [OFF_SIDE, 8, 16, 28] as const;
/** Beside a bar its ground is this much darker than further off, and lighter with every step, where a shadow lies on it. */
const SHADOW = 0.94;
/** What lets this share through is not solid: then blur and shadow count. */
const LETS_THROUGH = 0.04;
/** Neighbouring places of the ground differ by this many levels in the mean, or its detail tells nothing. */
const DETAIL = 2.5;
/** Less than this share of what is let through comes as detail: what lies beneath is blurred. */
const BLURRED = 0.6;
/** An opacity explains this share of all places, each within so many levels, or it is only that of the places that were kept. */
const EXPLAINED = 0.6;
const EXPLAINS = 20;
/** Both halves of a bar tell the same opacity within this, or neither is believed. */
const HALVES = 0.08;

/** A blur mixes so many places on each hand of one. */
const SMOOTH = 6;
/** A ground that differs by so many levels would be seen through, by more than this share of that. */
const SOME = 8;
const UNMOVED = 0.08;

export interface BarOpacity extends OpacityReading {
  /** How far what lies beneath moves the bar's own pixels, in levels of the channel that moves most. */
  readonly showsThrough: number;
}

/**
 * Reads a bar's opacity off one picture: along its inner side, what lies just inside against what lies just outside.
 *
 * Where it lets something through, that is believed only if the ground beside it bears no shadow (its fall-off would be seen), comes
 * through with its detail (or it is blurred), and both halves of the bar tell the same.
 *
 * @param rect the bar, settled; `edge` the edge of the screen it lies along
 * @param radius of its corners, in pixels: there the ground itself is seen
 */
export function readOpacity(pixels: Pixels, rect: Rect, edge: ScreenEdge, radius = 0): Result<BarOpacity> {
  const upright = edge === 'left' || edge === 'right';
  const inner = innerSide(rect, edge);
  const room = inner.grow > 0 ? (upright ? pixels.width : pixels.height) - inner.at : inner.at;
  const thickness = upright ? rect.width : rect.height;
  if (room < OFF_SIDE + 2 || thickness < 2 * OFF_SIDE + 2)
    return refused('too-small', 'There is not enough to be seen beside it.');
  const ends = Math.ceil(radius);
  if ((upright ? rect.height : rect.width) <= 2 * ends + 4 * STEP)
    return refused('too-small', 'There is not enough to be seen beside it.');
  const band = (from: number): Rect =>
    upright
      ? { x: from, y: rect.y + ends, width: 2, height: rect.height - 2 * ends }
      : { x: rect.x + ends, y: from, width: rect.width - 2 * ends, height: 2 };
  const outside = inner.grow > 0 ? inner.at + OFF_SIDE - 1 : inner.at - OFF_SIDE - 1;
  const inside = inner.grow > 0 ? inner.at - OFF_SIDE - 1 : inner.at + OFF_SIDE - 1;
  const seen = means(stripOf(pixels, band(inside), upright));
  const ground = means(stripOf(pixels, band(outside), upright));
  const places = seen.map((s, i) => ({ seen: s, ground: ground[i]!, at: i }));
  const variety = Math.max(
    ...CHANNELS.map((c) => {
      const sorted = ground.map((g) => g[c]).sort((a, b) => a - b);
      return (
        (sorted[Math.floor(0.97 * sorted.length)] ?? 0) - (sorted[Math.floor(0.03 * sorted.length)] ?? 0)
      );
    }),
  );
  const first = solveOpacity(places);
  // Items at the inner side, and marks, follow no ground: without the places that fit worst the rest decides.
  const kept = trimmed(places);
  const second = solveOpacity(kept);
  const best = second.ok ? second : first.ok ? first : second;
  if (!best.ok) return best;
  const clear = 1 - best.value.opacity / 100;
  if (explainedShare(places, kept, clear) < EXPLAINED)
    return refused('unsure', 'No one opacity explains what is seen along it.');
  if (clear > LETS_THROUGH) {
    const far = FALL_OFF.filter((d) => d + 2 <= room).map((d) =>
      means(stripOf(pixels, band(inner.grow > 0 ? inner.at + d - 1 : inner.at - d - 1), upright)),
    );
    if (isShadowed(far))
      return refused('shadowed', 'A shadow lies beside it, so that its ground cannot be told from there.');
    const detail = detailThrough(seen, ground);
    if (detail !== null && detail < BLURRED * clear)
      return refused(
        'blurred',
        'What lies beneath it is blurred, so how much is let through cannot be told.',
      );
    if (!doHalvesAgree(kept, clear))
      return refused('unsure', 'One half of it tells another opacity than the other half.');
  }
  // What is blurred looks solid over a ground that differs from place to place alone: what it differs over longer ways has to be missing too.
  else {
    const smooth = smoothed(ground);
    const there = kept.map((p) => ({ ...p, ground: smooth[p.at]! }));
    const far = solveOpacity(there);
    if (!far.ok && !isUnmoved(there)) return far;
    if (far.ok && far.value.opacity < 100 * (1 - LETS_THROUGH))
      return refused(
        'blurred',
        'What lies beneath it is blurred, so how much is let through cannot be told.',
      );
  }
  return ok({ ...best.value, showsThrough: variety * clear });
}

/** Whether what is seen stays as it is though the ground beneath differs, were it by a few levels. */
function isUnmoved(places: readonly SeenThrough[]): boolean {
  const moves = (pick: (p: SeenThrough) => Rgb) =>
    Math.max(
      ...CHANNELS.map((c) => {
        const sorted = places.map((p) => pick(p)[c]).sort((a, b) => a - b);
        return (
          (sorted[Math.floor(0.95 * sorted.length)] ?? 0) - (sorted[Math.floor(0.05 * sorted.length)] ?? 0)
        );
      }),
    );
  const beneath = moves((p) => p.ground);
  return beneath >= SOME && moves((p) => p.seen) <= UNMOVED * beneath;
}

/** Each place as the mean of those so near to it. */
function smoothed(places: readonly Rgb[]): Rgb[] {
  return places.map((_, i) => {
    const near = places.slice(Math.max(0, i - SMOOTH), i + SMOOTH + 1);
    const mean = (c: (typeof CHANNELS)[number]) => near.reduce((sum, p) => sum + p[c], 0) / near.length;
    return { r: mean('r'), g: mean('g'), b: mean('b') };
  });
}

const lightOf = ({ r, g, b }: Rgb) => 0.2126 * r + 0.7152 * g + 0.0722 * b;

/** Whether the ground grows lighter from band to band outwards, as beside a shadow, by the middle of all places. */
function isShadowed(bands: readonly (readonly Rgb[])[]): boolean {
  const bare = bands.at(-1);
  if (bands.length < 3 || !bare) return false;
  const shares = bands
    .slice(0, -1)
    .map((band) =>
      median(band.flatMap((c, i) => (lightOf(bare[i]!) > 8 ? [lightOf(c) / lightOf(bare[i]!)] : []))),
    );
  return (
    shares.every((s) => s !== null) &&
    shares[0]! < SHADOW &&
    shares.every((s, i) => i === 0 || s! >= shares[i - 1]! - 0.01)
  );
}

/** The share of the ground's detail that comes through, from place to place; null where the ground has none. */
function detailThrough(seen: readonly Rgb[], ground: readonly Rgb[]): number | null {
  const steps = ground
    .slice(1)
    .flatMap((g, i) =>
      CHANNELS.map((c) => ({ ground: g[c] - ground[i]![c], seen: seen[i + 1]![c] - seen[i]![c] })),
    );
  // The ends of items step far without the ground.
  const kept = [...steps]
    .sort((a, b) => Math.abs(a.seen) - Math.abs(b.seen))
    .slice(0, Math.ceil(0.85 * steps.length));
  const mean = kept.reduce((sum, s) => sum + Math.abs(s.ground), 0) / Math.max(1, kept.length);
  if (mean < DETAIL) return null;
  const spread = kept.reduce((sum, s) => sum + s.ground * s.ground, 0);
  return kept.reduce((sum, s) => sum + s.ground * s.seen, 0) / spread;
}

/** The share of places at which an opacity, with the colour that it has at the places kept, is what is seen. */
function explainedShare(places: readonly SeenThrough[], kept: readonly SeenThrough[], clear: number): number {
  const mean = (pick: (p: SeenThrough) => number) => kept.reduce((sum, p) => sum + pick(p), 0) / kept.length;
  const own = CHANNELS.map((c) => mean((p) => p.seen[c] - clear * p.ground[c]));
  const isExplained = ({ seen, ground }: SeenThrough) =>
    CHANNELS.every((c, i) => Math.abs(seen[c] - own[i]! - clear * ground[c]) <= EXPLAINS);
  return places.filter(isExplained).length / places.length;
}

/** Whether the first and the second half of a bar's places let the same share through. Halves of one ground say nothing. */
function doHalvesAgree(places: readonly (SeenThrough & { readonly at: number })[], clear: number): boolean {
  const sorted = [...places].sort((a, b) => a.at - b.at);
  const middle = sorted.length >> 1;
  return [sorted.slice(0, middle), sorted.slice(middle)].every((half) => {
    const told = solveOpacity(half);
    return !told.ok
      ? told.code === 'grounds-alike'
      : Math.abs(1 - told.value.opacity / 100 - clear) <= HALVES;
  });
}

function innerSide(rect: Rect, edge: ScreenEdge): { at: number; grow: 1 | -1 } {
  switch (edge) {
    case 'top':
      return { at: rect.y + rect.height, grow: 1 };
    case 'left':
      return { at: rect.x + rect.width, grow: 1 };
    case 'bottom':
      return { at: rect.y, grow: -1 };
    case 'right':
      return { at: rect.x, grow: -1 };
  }
}

function means(strip: { along: number; across: number; rgb: Uint8Array }): Rgb[] {
  const out: Rgb[] = [];
  for (let u = 0; u + STEP <= strip.along; u += STEP) {
    const sum = [0, 0, 0];
    for (let v = 0; v < strip.across; v++)
      for (let k = 0; k < STEP; k++)
        for (let c = 0; c < 3; c++) sum[c]! += byteAt(strip.rgb, (v * strip.along + u + k) * 3 + c);
    const n = strip.across * STEP;
    out.push({ r: sum[0]! / n, g: sum[1]! / n, b: sum[2]! / n });
  }
  return out;
}

/** Without the places furthest from a line through the medians; repeated twice. */
function trimmed<T extends SeenThrough>(places: readonly T[]): readonly T[] {
  let kept = places;
  for (let round = 0; round < 3; round++) {
    const n = kept.length;
    const mid = (pick: (p: SeenThrough) => number) => {
      const sorted = kept.map(pick).sort((a, b) => a - b);
      return sorted[n >> 1]!;
    };
    const centre = CHANNELS.map((c) => ({ c, s: mid((p) => p.seen[c]), g: mid((p) => p.ground[c]) }));
    let through = 0;
    let spread = 0;
    for (const p of kept)
      for (const { c, s, g } of centre) {
        through += (p.seen[c] - s) * (p.ground[c] - g);
        spread += (p.ground[c] - g) ** 2;
      }
    const clear = spread === 0 ? 0 : Math.min(1, Math.max(0, through / spread));
    const off = (p: SeenThrough) =>
      centre.reduce((sum, { c, s, g }) => sum + Math.abs(p.seen[c] - s - clear * (p.ground[c] - g)), 0);
    kept = [...kept].sort((a, b) => off(a) - off(b)).slice(0, Math.max(2, Math.ceil(n * (1 - TRIM))));
  }
  return kept;
}
