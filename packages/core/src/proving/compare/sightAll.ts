import type { LongLines } from '../../measuring/apart/longLines.js';
import { sidesOf, takeApart, type Finding } from '../../measuring/apart/takeApart.js';
import type { Pixels } from '../../measuring/picture/pixels.js';
import { expectedRect } from './expectedRect.js';
import { mayBePaired, pairUp, type Pairing } from './pairing.js';
import { sight, type Sight, type SightAsk } from './sight.js';

/**
 * Finds elements of the reference on a picture of the own desktop: what it was taken apart into is paired with them by kind, edge,
 * place and size; what cannot be told so is looked for by its likeness.
 *
 * @param areWhole whether both pictures show whole desktops to the pixel: a part of one, and what was worn, is not taken apart
 * @param progress hears which share of them is found, 0 to 1
 * @returns for each what `sight` tells
 */
export function sightAll(
  reference: Pixels,
  own: Pixels,
  asks: readonly SightAsk[],
  areWhole: boolean,
  progress: (share: number) => void = () => undefined,
): (Sight | null)[] {
  const lines = areWhole ? sidesOf(own) : null;
  const apart = lines && takeApart(own, lines);
  const pairings = lines && apart ? pairingsOf(reference, own, asks, lines, apart) : asks.map(() => null);
  return asks.map((ask, i) => {
    progress(i / asks.length);
    return sight(reference, own, ask, pairings[i], apart);
  });
}

/** The pairs of those that are not placed by a hand. */
function pairingsOf(
  reference: Pixels,
  own: Pixels,
  asks: readonly SightAsk[],
  lines: LongLines,
  apart: readonly Finding[],
): (Pairing | null)[] {
  const wanted = asks.flatMap((ask, i) => {
    const expected = expectedRect(ask.region, reference, own, ask.factor);
    const kind = ask.kind?.id;
    if (kind === undefined || ask.byHand !== null || !expected) return [];
    return mayBePaired(kind, ask.region) ? [{ i, kind, region: ask.region, expected }] : [];
  });
  const pairings: (Pairing | null)[] = asks.map(() => null);
  if (wanted.length === 0) return pairings;
  const found = pairUp(wanted, apart, lines, reference, own);
  wanted.forEach(({ i }, k) => (pairings[i] = found[k]!));
  return pairings;
}
