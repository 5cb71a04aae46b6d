import type { BarItem } from '../../measuring/picture/readBar.js';
import type { RegionReading } from '../../measuring/picture/readRegion.js';
import type { KindFolder } from './folder.js';
import { KIND_FOLDERS } from './groups.js';

type Scored = readonly [kind: string, score: number];

/** The kind for which one number is the greatest; the first of those that tie. */
function greatest(scores: readonly Scored[]): string {
  return scores.reduce<Scored>((best, one) => (one[1] > best[1] ? one : best), ['', -1])[0];
}

/** The likeliest kind of what was drawn: a first choice in a list, which a person then makes. */
export function likeliestKind(reading: RegionReading, folders: readonly KindFolder[] = KIND_FOLDERS): string {
  return greatest(
    folders.flatMap(({ likely = {} }) =>
      Object.entries(likely).map(([kind, of]): [string, number] => [kind, of(reading)]),
    ),
  );
}

/** The likeliest kind of an item of a bar by itself. */
export function likeliestItem(item: BarItem, folders: readonly KindFolder[] = KIND_FOLDERS): string {
  return greatest(
    folders.flatMap(({ likelyItems = {} }) =>
      Object.entries(likelyItems).map(([kind, of]): [string, number] => [kind, of(item)]),
    ),
  );
}
