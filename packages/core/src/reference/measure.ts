import type { RegionReading } from '../picture/readRegion.js';
import type { TraitValue } from '../traits/value.js';
import type { ReadFrom } from './kind.js';
import { findKind } from './kinds/registry.js';

/** The roles that dominant colours take in a palette, fullest first. */
export const PALETTE_ROLES = ['first', 'second', 'third'] as const;
/** An element that covers this share of its edge has no alignment: it is the edge. */
const WHOLE_EDGE = 96;

/**
 * The traits of a kind that a region reading tells by itself, in the kind's order. What the reading cannot tell
 * (no edge, no ink) is left out rather than guessed.
 *
 * @returns trait id → value; lengths in pixels of the picture
 */
export function measuredTraits(kindId: string, reading: RegionReading): Map<string, TraitValue> {
  const found = new Map<string, TraitValue>();
  for (const spec of findKind(kindId)?.traits ?? []) {
    const value = spec.reads ? readOne(spec.reads, reading) : null;
    if (value !== null) found.set(spec.id, value);
  }
  return found;
}

function readOne(from: ReadFrom, r: RegionReading): TraitValue | null {
  switch (from) {
    case 'edge':
      return r.edge;
    case 'alignment':
      return r.edge !== null && r.edgeShare < WHOLE_EDGE ? r.alignment : null;
    case 'edgeShare':
      return r.edge === null ? null : Math.round(r.edgeShare * 10) / 10;
    case 'margin':
      return r.edge === null ? null : r.margin;
    case 'thickness':
    case 'width':
    case 'height':
      return r[from];
    case 'ink':
      return r.ink;
    case 'palette': {
      const colours = r.colours.slice(0, PALETTE_ROLES.length);
      return colours.length === 0
        ? null
        : Object.fromEntries(colours.map((c, i) => [PALETTE_ROLES[i]!, c.hex]));
    }
    default:
      return r.colours[Number(from.slice('colour:'.length))]?.hex ?? null;
  }
}
