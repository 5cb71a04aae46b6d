import type { Rect } from '@spare-coat/core/measuring/picture/rect';
import type { Order, TraitValue } from '@spare-coat/core/model/traits/value';
import type { SaidStanding } from '@spare-coat/core/model/coat/rows/matches';

/** The demo coat: what the volunteer has measured, typed and decided so far. Half-way, with every standing present. */
export interface DemoElement {
  readonly kind: string;
  readonly name: string;
  readonly weight: number;
  /** The name of the box in the drawn scene that its region lies on, or a region of its own (at 1440 lines). */
  readonly box: string | Rect;
  readonly typed: Readonly<Record<string, TraitValue>>;
  /** Values nobody has looked at closely yet. */
  readonly assumed?: Readonly<Record<string, TraitValue>>;
  readonly base?: { readonly part: string | null; readonly offer: string };
  /** Settings typed by hand instead of settled. */
  readonly byHand?: Readonly<Record<string, TraitValue>>;
  readonly said?: { readonly as: SaidStanding; readonly reason: string; readonly lost: string };
}

const order = (start: string[], centre: string[], end: string[]): Order => ({ start, centre, end });

export const DEMO_NAME = 'Studio B, the old way';

export const DEMO_ELEMENTS: readonly DemoElement[] = [
  {
    kind: 'bar',
    name: 'Rail',
    weight: 5,
    box: 'rail',
    typed: {
      hiding: 'never',
      besideMaximised: 'keeps its space',
      opacity: 100,
      blur: 0,
      cornerRadius: 0,
      items: order(['clock'], ['desk', 'editor', 'launcher', 'letters', 'archive'], ['status area']),
    },
    base: { part: 'Tidebar', offer: 'bar' },
  },
  {
    kind: 'bar',
    name: 'Cue strip',
    weight: 4,
    box: 'strip',
    typed: {
      hiding: 'never',
      besideMaximised: 'keeps its space',
      opacity: 100,
      items: order(['window list'], [], []),
    },
    base: { part: 'Cue Tabs', offer: 'strip' },
  },
  {
    kind: 'launcher-button',
    name: 'Launcher button',
    weight: 4,
    box: 'rail/launcher',
    typed: { place: { zone: 'centre', offset: 50 }, shape: 'house', label: 'none' },
    assumed: { padding: 24 },
    base: { part: 'Hearth', offer: 'button' },
  },
  {
    kind: 'clock',
    name: 'Clock',
    weight: 3,
    box: 'rail/clock',
    typed: { format: 'HH:mm\nEEE d', lines: 2, place: { zone: 'start', offset: 4 }, size: 25 },
    base: { part: null, offer: 'clock' },
    byHand: { format: 'HH:mm' },
    said: {
      as: 'stand-in',
      reason: '',
      lost: 'The date is gone from the screen; it shows when the clock is pressed.',
    },
  },
  {
    kind: 'frame',
    name: 'Window frame',
    weight: 5,
    box: 'order/title',
    typed: { titlePlace: 'foot', titleAlignment: 'start', cornerRadius: 0, border: 1, shadow: true },
    base: { part: 'Clayworks', offer: 'frame' },
  },
  {
    kind: 'window-buttons',
    name: 'Window buttons',
    weight: 4,
    box: 'order/buttons',
    typed: { side: 'centre', order: order([], ['fold', 'widen', 'shut'], []), shape: 'notched', spacing: 16 },
    base: { part: 'Clayworks', offer: 'buttons' },
  },
  {
    kind: 'icon-set',
    name: 'Icon set',
    weight: 4,
    box: 'icon/Archive',
    typed: {
      outline: 'mixed',
      drawing: 'flat with folds',
      palette: { first: '#8c5340', second: '#52637a', third: '#75801f' },
    },
    base: { part: 'Samphire Icons', offer: 'icons' },
  },
  {
    kind: 'pointer',
    name: 'Pointer',
    weight: 3,
    box: 'pointer',
    typed: { shape: 'kite', shadow: true },
    assumed: { fill: '#43203d', rim: '#faf3ec' },
  },
  {
    kind: 'wallpaper',
    name: 'Wallpaper',
    weight: 3,
    box: { x: 140, y: 900, width: 1050, height: 460 },
    typed: { picture: 'Salt pans', fit: 'fill and crop' },
    base: { part: 'Salt Pans', offer: 'wallpaper' },
  },
  {
    kind: 'interface-type',
    name: 'Interface type',
    weight: 3,
    box: { x: 674, y: 208, width: 240, height: 26 },
    typed: { style: 'sans', weight: 400, size: 25 },
    assumed: { family: 'Studio Sans' },
    base: { part: 'Weir Sans', offer: 'interface' },
  },
  {
    kind: 'title-type',
    name: 'Title type',
    weight: 2,
    box: { x: 330, y: 796, width: 180, height: 40 },
    typed: { style: 'rounded slab serif', weight: 500, size: 25, family: 'Saltmarsh Slab' },
    said: { as: 'gap', reason: 'No family found yet with the same shoulders.', lost: '' },
  },
  {
    kind: 'window-buttons',
    name: 'Buttons of small windows',
    weight: 1,
    box: 'notes/buttons',
    typed: { side: 'centre', order: order([], ['fold', 'widen', 'shut'], []), shape: 'notched' },
    said: {
      as: 'left alone',
      reason: 'Small windows keep the host’s buttons; the hand knows where they are.',
      lost: '',
    },
  },
];

/** What was done already, by how the titles of steps begin. */
export const DEMO_DONE: readonly string[] = [
  'Make a safe point to return to',
  'Install Tidebar 2.1',
  'Install Cue Tabs 1.4',
  'Set Rail: thickness',
];

/** Pictures of the own desktop: before anything, and after the first evening, when the bars stood and the rest was to come. */
export const DEMO_CAPTURES: readonly {
  readonly name: string;
  /** ISO 8601 in UTC; null: when the demo is loaded, after what was done. */
  readonly at: string | null;
  /** Names of the elements that were done by then. */
  readonly done: readonly string[];
  /** Pixels that a part added to what was set: what one finds out by comparing only. */
  readonly added: Readonly<Record<string, Readonly<Record<string, number>>>>;
}[] = [
  { name: 'Before anything', at: '2026-11-21T08:30:00.000Z', done: [], added: {} },
  {
    name: 'After the first evening',
    at: null,
    done: ['Rail', 'Cue strip'],
    added: { Rail: { thickness: 8 } },
  },
];
