import { contrast, parseHex } from '../../measuring/colour/srgb.js';
import type { TraitValue } from '../traits/value.js';
import { ValueReader } from './valueReader.js';

/** One element as it is seen: what is told of it, in device pixels of the display. */
export interface SeenElement {
  /** The element's id; of what the host has without being asked, its kind. */
  readonly id: string;
  readonly kind: string;
  readonly name: string;
  readonly values: ReadonlyMap<string, TraitValue>;
  /** The bar that it stands on in the reference, or null. */
  readonly carrier: string | null;
}

/** What stands in where nothing is told: greys, so that nobody takes it for a colour that was chosen. */
export const UNTOLD = {
  ground: '#8c8c8c',
  bar: '#b4b4b4',
  window: '#f2f2f2',
  raised: '#e2e2e2',
  ink: '#2a2a2a',
  faint: '#6c6c6c',
  accent: '#767676',
} as const;

/** Elements by kind, read with what stands in for what is missing. */
export class Look {
  constructor(readonly seen: readonly SeenElement[]) {}

  first(kind: string): SeenElement | null {
    return this.seen.find((e) => e.kind === kind) ?? null;
  }
  told(kind: string): ValueReader {
    return new ValueReader(this.first(kind)?.values ?? new Map());
  }
  has(kind: string): boolean {
    return this.first(kind) !== null;
  }
  /** The element of a kind that stands on a bar, else any of that kind that stands on none. */
  on(kind: string, bar: string): SeenElement | null {
    const all = this.seen.filter((e) => e.kind === kind);
    return all.find((e) => e.carrier === bar) ?? all.find((e) => e.carrier === null) ?? all[0] ?? null;
  }
}

/** Black or white, or the nearest told ink, whichever can be read on a ground. */
export function readable(ground: string, ...inks: string[]): string {
  const rgb = parseHex(ground) ?? { r: 128, g: 128, b: 128 };
  const good = inks.find((ink) => {
    const own = parseHex(ink);
    return own !== null && contrast(own, rgb) >= 3;
  });
  if (good) return good;
  return contrast(parseHex('#1c1c1c')!, rgb) >= contrast(parseHex('#f4f4f4')!, rgb) ? '#1c1c1c' : '#f4f4f4';
}

/** A number from a name, the same on every run. */
export function pick(name: string, among: number): number {
  let h = 2166136261;
  for (let i = 0; i < name.length; i++) h = Math.imul(h ^ name.charCodeAt(i), 16777619) >>> 0;
  return h % among;
}
