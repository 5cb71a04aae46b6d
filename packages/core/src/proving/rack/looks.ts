import { colourDifference } from '../../measuring/colour/ciede2000.js';
import { parseHex } from '../../measuring/colour/srgb.js';
import { deltaCloseness } from '../../model/traits/deltaCloseness.js';
import { coloursCloseness } from '../../model/traits/pictureCloseness.js';
import type { AtEdge, CoatFacts, LookColour } from './facts.js';

/** A colour counts as being in a look from this presence on: less is a detail that nobody would search by. */
export const LEAST_PRESENCE = 0.02;

/** How much of a look is of a colour, or near it: shares weighted by the closeness of their colours. 0 to 1. */
export function presence(colours: readonly LookColour[], hex: string): number {
  const wanted = parseHex(hex);
  if (!wanted) return 0;
  return colours.reduce(
    (sum, c) => sum + c.share * deltaCloseness(colourDifference(parseHex(c.hex)!, wanted)),
    0,
  );
}

const at = ({ what, edge }: AtEdge) => `${what} ${edge}`;

/** How alike two layouts are: what stands at the same edge in both, of what stands anywhere in either. Both bare: 1. */
export function layoutCloseness(a: readonly AtEdge[], b: readonly AtEdge[]): number {
  const [x, y] = [new Set(a.map(at)), new Set(b.map(at))];
  const all = new Set([...x, ...y]);
  return all.size === 0 ? 1 : [...all].filter((e) => x.has(e) && y.has(e)).length / all.size;
}

/**
 * How alike two looks are, 0 to 1: the mean of their colours (the best way to turn one set into the other, as for pictures)
 * and of their layout.
 */
export function lookCloseness(
  a: Pick<CoatFacts, 'colours' | 'layout'>,
  b: Pick<CoatFacts, 'colours' | 'layout'>,
): number {
  return (coloursCloseness(a.colours, b.colours) + layoutCloseness(a.layout, b.layout)) / 2;
}
