import type { Order, TraitValue } from '../traits/value.js';

/** One element of a starting set. */
export interface StartingElement {
  readonly kind: string;
  readonly name: string;
  /** Assumed until they are measured. */
  readonly traits: Readonly<Record<string, TraitValue>>;
}

/** What to begin with, so that nobody starts from an empty list. */
export interface StartingSet {
  readonly id: string;
  readonly label: string;
  readonly help: string;
  readonly elements: readonly StartingElement[];
}

const order = (start: string[], centre: string[], end: string[]): Order => ({ start, centre, end });
const element = (kind: string, name: string, traits: StartingElement['traits'] = {}): StartingElement => ({
  kind,
  name,
  traits,
});

/** What every look has. */
const EVERY: readonly StartingElement[] = [
  element('frame', 'Window frame'),
  element('window-buttons', 'Window buttons'),
  element('icon-set', 'Icon set'),
  element('pointer', 'Pointer'),
  element('wallpaper', 'Wallpaper'),
  element('interface-type', 'Interface type'),
];

export const STARTING_SETS: readonly StartingSet[] = [
  {
    id: 'one-bar',
    label: 'One bar',
    help: 'Everything on one bar along the top or bottom.',
    elements: [
      element('bar', 'Bar', {
        edge: 'bottom',
        items: order(['launcher', 'window list'], [], ['status area', 'clock']),
      }),
      element('launcher-button', 'Launcher button'),
      element('window-list', 'Window list'),
      element('status-area', 'Status area'),
      element('clock', 'Clock'),
      ...EVERY,
    ],
  },
  {
    id: 'bar-and-dock',
    label: 'Bar and dock',
    help: 'A thin bar for the system, and a dock of large pictures.',
    elements: [
      element('bar', 'Bar', { edge: 'top', items: order(['launcher'], ['clock'], ['status area']) }),
      element('dock', 'Dock', { edge: 'bottom', alignment: 'centre' }),
      element('launcher-button', 'Launcher button'),
      element('status-area', 'Status area'),
      element('clock', 'Clock'),
      ...EVERY,
    ],
  },
  {
    id: 'rail',
    label: 'Rail',
    help: 'A broad bar down the left or right edge.',
    elements: [
      element('bar', 'Rail', { edge: 'left', items: order(['launcher'], [], ['status area', 'clock']) }),
      element('launcher-button', 'Launcher button'),
      element('window-list', 'Window list', { show: 'picture only' }),
      element('status-area', 'Status area'),
      element('clock', 'Clock'),
      ...EVERY,
    ],
  },
  {
    id: 'bare',
    label: 'Bare',
    help: 'No bar at all: windows, a launcher on a key, and the wallpaper.',
    elements: [element('launcher', 'Launcher'), element('launcher-key', 'Launcher key'), ...EVERY],
  },
];

/** Kinds that most looks have and that people remember last, most missed first. */
const OFTEN_FORGOTTEN: readonly string[] = [
  'pointer',
  'title-type',
  'sign-in',
  'terminal',
  'interface-type',
  'icon-set',
  'folder-icon',
  'window-buttons',
  'controls',
  'launcher',
  'launcher-key',
  'minimise-effect',
  'sound-theme',
  'wallpaper',
  'start-up',
  'file-manager',
];

/**
 * The kinds that most looks have and this one does not mention, in the order in which they are missed.
 *
 * @param mentioned kinds of the coat's elements; `dismissed` kinds that were said not to be wanted
 */
export function forgottenKinds(mentioned: Iterable<string>, dismissed: readonly string[]): string[] {
  const out = new Set([...mentioned, ...dismissed]);
  return OFTEN_FORGOTTEN.filter((kind) => !out.has(kind));
}
