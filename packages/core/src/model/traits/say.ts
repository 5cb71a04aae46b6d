import { ZONES } from '../../measuring/picture/zone.js';
import { colourDifference } from '../../measuring/colour/ciede2000.js';
import { orderCloseness } from './closeness.js';
import { iconsCloseness } from './faceCloseness.js';
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

/** A number rounded to so many decimals, halves up. */
export function roundTo(value: number, decimals: number): number {
  const k = 10 ** decimals;
  return Math.round(value * k) / k;
}

/** A number as people write it: at most one decimal, no trailing zero. */
export function sayNumber(value: number): string {
  return String(roundTo(value, 1));
}

/**
 * A value with its unit, for reading: `42 px`, `44 ± 2 px`, `66 %`, `#e9cfc4`, `3 items`.
 *
 * @param off by how many pixels a length may be off either way; 0: that is not known, or nothing
 */
export function sayValue(type: TraitType, value: TraitValue, off = 0): string {
  switch (type) {
    case 'length':
      return `${sayNumber(value as number)}${off > 0 ? ` ± ${sayNumber(off)}` : ''} px`;
    case 'duration':
      return `${sayNumber(value as number)} ms`;
    case 'share':
      return `${sayNumber(value as number)} %`;
    case 'count':
      return sayNumber(value as number);
    case 'flag':
      return value ? 'yes' : 'no';
    case 'place': {
      const place = value as Place;
      return `${place.zone}, ${sayNumber(place.offset)} %`;
    }
    case 'order': {
      const n = ZONES.reduce((sum, zone) => sum + (value as Order)[zone].length, 0);
      return n === 1 ? '1 item' : `${n} items`;
    }
    case 'palette': {
      const n = Object.keys(value as Palette).length;
      return n === 1 ? '1 colour' : `${n} colours`;
    }
    case 'shadow': {
      const { x, y, blur, opacity } = value as Shadow;
      return `${sayNumber(x)}, ${sayNumber(y)} px, blur ${sayNumber(blur)} px, ${sayNumber(opacity)} %`;
    }
    case 'picture': {
      const { width, height } = value as PictureValue;
      return `${width} × ${height} px`;
    }
    case 'face': {
      const { family, pixels } = value as FaceValue;
      return pixels === null ? family : `${family}, ${sayNumber(pixels)} px`;
    }
    case 'icons': {
      const n = Object.values((value as IconNames).names).filter((v) => v > 0).length;
      return n === 1 ? '1 name' : `${n} names`;
    }
    case 'format':
      return (value as string).replace(/\n/g, ' ⏎ ');
    default:
      return String(value);
  }
}

/** An order spelled out: `start: clock, launcher; end: bin`. */
export function sayOrder(order: Order): string {
  const zones = ZONES.filter((zone) => order[zone].length > 0);
  return zones.length === 0
    ? 'nothing'
    : zones.map((zone) => `${zone}: ${order[zone].join(', ')}`).join('; ');
}

/** A value spelled out in full, for a plan or a tip. */
export function spellValue(type: TraitType, value: TraitValue, off = 0): string {
  if (type === 'order') return sayOrder(value as Order);
  if (type === 'palette')
    return Object.entries(value as Palette)
      .map(([role, hex]) => `${role} ${hex}`)
      .join(', ');
  return sayValue(type, value, off);
}

/** What tells two faces apart most, in words. */
function sayFaceDifference(actual: FaceValue, target: FaceValue): string {
  const [a, t] = [actual.metrics, target.metrics];
  const words: string[] = [];
  const x = a.xHeight - t.xHeight;
  if (Math.abs(x) >= 0.01)
    words.push(`small letters ${x > 0 ? 'taller' : 'lower'} by ${roundTo(Math.abs(x), 2)} em`);
  const wide = a.advance - t.advance;
  if (Math.abs(wide) >= 0.01)
    words.push(`${wide > 0 ? 'wider' : 'narrower'} by ${roundTo(Math.abs(wide), 2)} em`);
  if (a.weight !== t.weight) words.push(`weight ${a.weight} for ${t.weight}`);
  if (a.fixed !== t.fixed) words.push(a.fixed ? 'fixed pitch' : 'no fixed pitch');
  if (a.serif !== null && t.serif !== null && a.serif !== t.serif)
    words.push(a.serif ? 'with serifs' : 'without serifs');
  return words.join(', ');
}

/** How far an actual value is from its target, in the trait's own unit; empty when they are the same. */
export function sayDifference(type: TraitType, actual: TraitValue, target: TraitValue): string {
  switch (type) {
    case 'length':
    case 'duration':
    case 'share':
    case 'count': {
      const off = (actual as number) - (target as number);
      const text = sayNumber(Math.abs(off));
      if (text === '0') return '';
      const unit = { length: ' px', duration: ' ms', share: ' points', count: '' }[type];
      return `${off > 0 ? '+' : '−'}${text}${unit}`;
    }
    case 'colour': {
      const delta = colourDifference(colourBytes(actual), colourBytes(target));
      return delta < 0.05 ? '' : `ΔE ${delta.toFixed(1)}`;
    }
    case 'order': {
      const missing = ZONES.flatMap((zone) =>
        (target as Order)[zone].filter((item) => !(actual as Order)[zone].includes(item)),
      );
      if (missing.length > 0) return `without ${missing.join(', ')}`;
      return orderCloseness(actual as Order, target as Order) < 1 ? 'other order' : '';
    }
    case 'face':
      return sayFaceDifference(actual as FaceValue, target as FaceValue);
    case 'icons': {
      const lost = Object.keys((target as IconNames).names).filter((n) => !(actual as IconNames).names[n]);
      if (lost.length === 0)
        return iconsCloseness(actual as IconNames, target as IconNames) < 1 ? 'some from a parent set' : '';
      const more = lost.length > 3 ? ` and ${lost.length - 3} more` : '';
      return `without ${lost.slice(0, 3).join(', ')}${more}`;
    }
    default:
      return JSON.stringify(actual) === JSON.stringify(target) ? '' : 'differs';
  }
}
