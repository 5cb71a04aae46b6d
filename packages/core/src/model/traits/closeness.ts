import { keyed, nth } from '../../ground/checked.js';
import { type Zone, ZONES } from '../../measuring/picture/zone.js';
import { itemKey } from './items.js';
import { colourDifference } from '../../measuring/colour/ciede2000.js';
import { layOver, parseHex, type Rgb } from '../../measuring/colour/srgb.js';
import { deltaCloseness } from './deltaCloseness.js';
import { faceCloseness, iconsCloseness } from './faceCloseness.js';
import { formatCloseness } from './format.js';
import { pictureCloseness } from './pictureCloseness.js';
import type {
  FaceValue,
  IconNames,
  Order,
  Palette,
  PictureValue,
  Place,
  Shadow,
  TraitType,
  TraitValue,
} from './value.js';
import { colourBytes } from './value.js';

/** Lengths are compared on a log scale shifted by so many pixels, so that 1 px of a hairline does not count as half. */
export const LENGTH_SHIFT = 4;
/** The same for durations, in milliseconds. */
export const DURATION_SHIFT = 40;
/** A length within this share of its target is as good as equal, unless the trait says otherwise (in 0–100 points). */
export const DEFAULT_TOLERANCE = 6;
export const MAX_TOLERANCE = 50;
/** Half a device pixel cannot be seen. */
const SAME_PIXEL = 0.5;
const SHARE_FREE = 3;
const SHARE_LOST = 50;

/** What closeness may need to know beside the two values. */
export interface ClosenessContext {
  /** In 0–100 points; lengths and durations only. */
  readonly tolerance?: number;
  /** Partial credit of the kind: target value → actual value → 0–1. */
  readonly credit?: Readonly<Record<string, Readonly<Record<string, number>>>>;
  /** The target's opacity, 0–100; 100 when not told. */
  readonly opacity?: number;
  /** What lies beneath, in the reference. */
  readonly ground?: Rgb | null;
}

/** Closeness of two lengths in device pixels. `shift` in the same unit; `tolerance` in 0–100 points. */
export function lengthCloseness(
  actual: number,
  target: number,
  tolerance = DEFAULT_TOLERANCE,
  shift = LENGTH_SHIFT,
  same = SAME_PIXEL,
): number {
  if (Math.abs(actual - target) <= same) return 1;
  const r = Math.abs(Math.log((actual + shift) / (target + shift)));
  const free = Math.log(1 + Math.min(tolerance, MAX_TOLERANCE) / 100);
  if (r <= free) return 1;
  return Math.max(0, 1 - (r - free) / (Math.LN2 - free));
}

/** Closeness of two counts: one minus the difference over the greater. */
export function countCloseness(actual: number, target: number): number {
  const most = Math.max(actual, target);
  return most === 0 ? 1 : 1 - Math.abs(actual - target) / most;
}

/** Closeness of two shares in 0–100 points: 1 within 3 points, falling to 0 at 50. */
export function shareCloseness(actual: number, target: number): number {
  const off = Math.abs(actual - target);
  return off <= SHARE_FREE ? 1 : Math.max(0, 1 - (off - SHARE_FREE) / (SHARE_LOST - SHARE_FREE));
}

/** The difference as both colours are seen: laid at the target's opacity on the same ground. */
export function seenDifference(actual: Rgb, target: Rgb, opacity = 100, ground?: Rgb | null): number {
  if (!ground || opacity >= 100) return colourDifference(actual, target);
  return colourDifference(layOver(actual, ground, opacity), layOver(target, ground, opacity));
}

function paletteCloseness(actual: Palette, target: Palette): number {
  const roles = Object.keys(target);
  if (roles.length === 0) return 1;
  const sum = roles.reduce((total, role) => {
    const a = actual[role] === undefined ? null : parseHex(actual[role]);
    return total + (a ? deltaCloseness(colourDifference(a, parseHex(keyed(target, role))!)) : 0);
  }, 0);
  return sum / roles.length;
}

/**
 * Mean of four: how far the offsets are apart (a length against none), blur, colour as laid on, and opacity.
 */
function shadowCloseness(actual: Shadow, target: Shadow, tolerance?: number): number {
  const offset = lengthCloseness(Math.hypot(actual.x - target.x, actual.y - target.y), 0, tolerance);
  const blur = lengthCloseness(actual.blur, target.blur, tolerance);
  const colour = deltaCloseness(colourDifference(colourBytes(actual.colour), colourBytes(target.colour)));
  return (offset + blur + colour + shareCloseness(actual.opacity, target.opacity)) / 4;
}

/** Length of the longest common subsequence. */
function commonLength(a: readonly string[], b: readonly string[]): number {
  let row = new Array<number>(b.length + 1).fill(0);
  for (const x of a) {
    const next = [0];
    for (let j = 1; j <= b.length; j++)
      next.push(x === b[j - 1] ? nth(row, j - 1) + 1 : Math.max(nth(row, j), nth(next, j - 1)));
    row = next;
  }
  return nth(row, b.length);
}

/** Longest common subsequence over the longer list, zone by zone, then over all items together. Both empty: 1. */
export function orderCloseness(actual: Order, target: Order): number {
  let common = 0;
  let longest = 0;
  for (const zone of ZONES) {
    common += commonLength(actual[zone].map(itemKey), target[zone].map(itemKey));
    longest += Math.max(actual[zone].length, target[zone].length);
  }
  return longest === 0 ? 1 : common / longest;
}

const MIDDLE: Record<Zone, number> = { start: 0, centre: 50, end: 100 };

function placeCloseness(actual: Place, target: Place): number {
  const at = (p: Place) => (Number.isFinite(p.offset) ? p.offset : MIDDLE[p.zone]);
  return (actual.zone === target.zone ? 0.5 : 0) + 0.5 * shareCloseness(at(actual), at(target));
}

/**
 * Closeness of an actual value to a target, 0 to 1, by trait type. Both values have passed `valueProblem`.
 * Source: the product's model, "Closeness of a trait".
 */
export function closeness(
  type: TraitType,
  actual: TraitValue,
  target: TraitValue,
  context: ClosenessContext = {},
): number {
  switch (type) {
    case 'length':
      return lengthCloseness(actual as number, target as number, context.tolerance);
    case 'duration':
      return lengthCloseness(actual as number, target as number, context.tolerance, DURATION_SHIFT, 0);
    case 'count':
      return countCloseness(actual as number, target as number);
    case 'share':
      return shareCloseness(actual as number, target as number);
    case 'colour':
      return deltaCloseness(
        seenDifference(colourBytes(actual), colourBytes(target), context.opacity, context.ground),
      );
    case 'palette':
      return paletteCloseness(actual as Palette, target as Palette);
    case 'flag':
    case 'choice':
    case 'label':
    case 'key':
      return actual === target ? 1 : (context.credit?.[String(target)]?.[String(actual)] ?? 0);
    case 'place':
      return placeCloseness(actual as Place, target as Place);
    case 'order':
      return orderCloseness(actual as Order, target as Order);
    case 'shadow':
      return shadowCloseness(actual as Shadow, target as Shadow, context.tolerance);
    case 'picture':
      return pictureCloseness((actual as PictureValue).sample, (target as PictureValue).sample);
    case 'face':
      return faceCloseness(actual as FaceValue, target as FaceValue, (a, t) =>
        lengthCloseness(a, t, context.tolerance),
      );
    case 'icons':
      return iconsCloseness(actual as IconNames, target as IconNames);
    case 'format':
      return formatCloseness(actual as string, target as string);
  }
}
