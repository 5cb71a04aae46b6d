import { START_IDS, type StartId, type StartingElement } from './begin.js';
import type { KindFolder } from './folder.js';
import { KIND_FOLDERS } from './groups.js';

/** What to begin with, so that nobody starts from an empty list. */
export interface StartingSet {
  readonly id: StartId;
  readonly label: string;
  readonly help: string;
  readonly elements: readonly StartingElement[];
}

const TOLD: Readonly<Record<StartId, readonly [label: string, help: string]>> = {
  'one-bar': ['One bar', 'Everything on one bar along the top or bottom.'],
  'bar-and-dock': ['Bar and dock', 'A thin bar for the system, and a dock of large pictures.'],
  rail: ['Rail', 'A broad bar down the left or right edge.'],
  bare: ['Bare', 'No bar at all: windows, a launcher on a key, and the wallpaper.'],
};

/** What the folders of kinds begin with, and what every look has, in the order of the spine. */
export function startingSets(folders: readonly KindFolder[] = KIND_FOLDERS): StartingSet[] {
  return START_IDS.map((id) => {
    const [label, help] = TOLD[id];
    const elements = folders.flatMap(({ begins = {} }) => [...(begins[id] ?? []), ...(begins.every ?? [])]);
    return { id, label, help, elements };
  });
}

/**
 * The kinds that most looks have and this one does not mention, in the order in which they are missed.
 *
 * @param mentioned kinds of the coat's elements
 * @param dismissed kinds that were said not to be wanted
 */
export function forgottenKinds(
  mentioned: Iterable<string>,
  dismissed: readonly string[],
  folders: readonly KindFolder[] = KIND_FOLDERS,
): string[] {
  const out = new Set([...mentioned, ...dismissed]);
  return folders
    .flatMap(({ missed = {} }) => Object.entries(missed))
    .sort(([, a], [, b]) => a - b)
    .map(([kind]) => kind)
    .filter((kind) => !out.has(kind));
}
