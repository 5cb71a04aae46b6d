import type { SeenElement } from '@spare-coat/core/model/kinds/look';
import { NO_ITEMS, type Order, type TraitValue } from '@spare-coat/core/model/traits/value';
import { SETTINGS, type Setting } from './settings.js';

/** What the desktop shows of its settings, and how it reads them. */

/** The moment that its clock shows: Tuesday, 24 November 2026, five past two in the afternoon. */
const TIME: Readonly<Record<string, string>> = {
  H: '14',
  I: '02',
  M: '05',
  S: '00',
  p: 'PM',
  A: 'Tuesday',
  a: 'Tue',
  d: '24',
  e: '24',
  B: 'November',
  b: 'Nov',
  m: '11',
  Y: '2026',
  y: '26',
  '-H': '14',
  '-I': '2',
  '-d': '24',
  '-m': '11',
  n: '\n',
  '%': '%',
};

/** A clock's text as strftime writes it, as text that stands as it is. */
function timeOf(format: string): string {
  const text = format.replace(/%(-?[a-zA-Z%])/g, (all, code: string) => TIME[code] ?? all);
  return text
    .split('\n')
    .map((line) => `'${line.replaceAll("'", "''")}'`)
    .join('\n');
}

const wordsOf = (told: string) => new Map(told.split(',').map((pair) => pair.split('=') as [string, string]));

/** What a value shows; null where it says nothing that the desktop knows, and what it first shows stays. */
export function shownAs({ takes, readAs }: Setting, value: string): TraitValue | null {
  if (readAs === '%') return Number.isFinite(Number(value)) ? Number(value) * 100 : null;
  if (readAs === 'time') return timeOf(value);
  if (readAs === 'items') return { start: value.split(',').filter(Boolean), centre: [], end: [] };
  if (readAs.startsWith('zones ')) {
    const words = wordsOf(readAs.slice('zones '.length));
    const [start = [], end = []] = value
      .split(';')
      .map((zone) => zone.split(',').flatMap((item) => words.get(item.trim()) ?? []));
    return { start, centre: [], end };
  }
  if (readAs !== '') return wordsOf(readAs).get(value) ?? null;
  if (takes.type === 'b') return value === 'true';
  if (takes.type === 's') return takes.words && !takes.words.includes(value) ? null : value;
  return Number.isFinite(Number(value)) && value !== '' ? Number(value) : null;
}

/** What may stand on the bar in this desktop: by its kind, what an order of items calls it. */
const ON_BAR: Readonly<Record<string, string>> = {
  'launcher-button': 'launcher',
  'window-list': 'window list',
  'status-area': 'status area',
  clock: 'clock',
  'workspace-switcher': 'workspace switcher',
};
/** The picture that lies behind everything; no setting changes it. */
const BACKDROP: SeenElement = {
  id: 'wallpaper',
  kind: 'wallpaper',
  name: 'wallpaper',
  values: new Map<string, TraitValue>([
    ['picture', 'Reedbeds'],
    ['palette', { ground: '#7d9690', field: '#8fa89c', far: '#a9b79f' }],
  ]),
  carrier: null,
};
/** Kinds that are shown once they are told of. */
const SHOWN = [
  'pointer',
  'frame',
  'window-buttons',
  'controls',
  'terminal',
  'icon-set',
  'desktop-items',
  'file-manager',
  'dock',
  'bar',
  'interface-type',
  'title-type',
  'fixed-type',
  'translucency',
  ...Object.keys(ON_BAR),
];

/**
 * The desktop as its settings say it looks.
 *
 * @param valueOf what is in force, in plain words
 */
export function elementsOf(valueOf: (setting: Setting) => string): SeenElement[] {
  const kinds = new Map<string, Map<string, TraitValue>>();
  for (const setting of SETTINGS) {
    if (!setting.shows || !SHOWN.includes(setting.shows.kind)) continue;
    const values = kinds.get(setting.shows.kind) ?? new Map<string, TraitValue>();
    const shown = shownAs(setting, valueOf(setting)) ?? shownAs(setting, setting.first);
    if (shown !== null) values.set(setting.shows.trait, shown);
    kinds.set(setting.shows.kind, values);
  }
  const { start, centre, end } = (kinds.get('bar')?.get('items') ?? NO_ITEMS) as Order;
  const named = [...start, ...centre, ...end];
  const told = [...kinds].flatMap(([kind, values]): SeenElement[] => {
    const item = ON_BAR[kind];
    if (item !== undefined && !named.includes(item)) return [];
    return [{ id: kind, kind, name: kind, values, carrier: item === undefined ? null : 'bar' }];
  });
  return [BACKDROP, ...told];
}
