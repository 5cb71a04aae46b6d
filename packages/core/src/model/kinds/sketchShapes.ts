import { ZONES } from '../../measuring/picture/zone.js';
import { contrast, parseHex } from '../../measuring/colour/srgb.js';
import { type Order, type Palette, type Place, type TraitValue } from '../traits/value.js';

/** One shape of a sketch, in the sketch's own pixels. Colours are six-digit hex; opacity is 0 to 1. */
export type SketchShape =
  | {
      readonly is: 'rect';
      readonly x: number;
      readonly y: number;
      readonly w: number;
      readonly h: number;
      readonly r: number;
      readonly fill: string;
      readonly opacity: number;
      readonly stroke?: string;
    }
  | {
      readonly is: 'polygon';
      readonly points: readonly (readonly [number, number])[];
      readonly fill: string;
      readonly stroke?: string;
    }
  | {
      readonly is: 'text';
      readonly x: number;
      readonly y: number;
      readonly size: number;
      readonly fill: string;
      readonly text: string;
      readonly at: 'start' | 'middle';
      readonly weight?: number;
      readonly face?: 'serif' | 'sans-serif' | 'monospace';
    };

/** Width and height of every sketch. */
export const SKETCH = { width: 180, height: 150 };

export const GREY = '#9a9a9a';
export const DARK = '#3d3d3d';
export const PALE = '#c9c9c9';
export const SHEET = '#f4f4f4';

/** Dark or pale, whichever is told better on a colour. */
export function inkOn(ground: string): string {
  const rgb = parseHex(ground);
  return rgb && contrast(rgb, parseHex(DARK)!) < contrast(rgb, parseHex(SHEET)!) ? SHEET : DARK;
}

/** A rectangle, its corners rounded as far as there is room. */
export const rect = (
  x: number,
  y: number,
  w: number,
  h: number,
  fill: string,
  more: { readonly r?: number; readonly opacity?: number; readonly stroke?: string } = {},
): SketchShape => ({
  is: 'rect',
  x,
  y,
  w: Math.max(0, w),
  h: Math.max(0, h),
  r: Math.max(0, Math.min(more.r ?? 0, w / 2, h / 2)),
  fill,
  opacity: more.opacity ?? 1,
  ...(more.stroke ? { stroke: more.stroke } : {}),
});

/** A short text on its baseline. */
export const write = (
  x: number,
  y: number,
  size: number,
  text: string,
  fill: string,
  at: 'start' | 'middle' = 'middle',
): SketchShape => ({
  is: 'text',
  x,
  y,
  size,
  fill,
  text: text.length > 26 ? `${text.slice(0, 25)}…` : text,
  at,
});

/** Reads the values of one sketch, with what stands in where nobody tells. */
export class Told {
  constructor(private readonly values: ReadonlyMap<string, TraitValue>) {}
  number(id: string, other: number, most = Infinity): number {
    const value = this.values.get(id);
    return Math.min(most, typeof value === 'number' && Number.isFinite(value) ? value : other);
  }
  text(id: string, other: string): string {
    const value = this.values.get(id);
    return typeof value === 'string' ? value : other;
  }
  flag(id: string): boolean {
    return this.values.get(id) === true;
  }
  items(id: string): string[] {
    const order = this.values.get(id) as Order | undefined;
    return order && 'start' in order ? ZONES.flatMap((z) => order[z]) : [];
  }
  zones(id: string): Order | null {
    const order = this.values.get(id) as Order | undefined;
    return order && 'start' in order ? order : null;
  }
  colours(id: string): string[] {
    const palette = this.values.get(id);
    return typeof palette === 'object' && palette !== null
      ? Object.values(palette as Palette).filter((c) => typeof c === 'string' && c.startsWith('#'))
      : [];
  }
  place(id: string): Place | null {
    const value = this.values.get(id);
    return typeof value === 'object' && value !== null && 'zone' in value ? (value as Place) : null;
  }
}
