import { ZONES } from '../../measuring/picture/zone.js';
import type { Order, Palette, Place, TraitValue } from '../traits/value.js';

/** Reads the values of an element's traits by their ids, with what stands in where nobody tells. */
export class ValueReader {
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
