import { ValueReader } from '../valueReader.js';
import { ZONES, type Zone } from '../../../measuring/picture/zone.js';
import type { Civil } from '../../../ground/calendar.js';
import { type Order } from '../../traits/value.js';
import { writeDate } from '../../traits/writeDate.js';
import type { ScreenEdge } from '../../../measuring/picture/readRegion.js';
import { isUpright } from '../../../doing/scene/drawBar.js';
import type { BarItem, BarState, IconLook, IconShape, Lettering, RowEntry } from '../../scene/state.js';
import { emOf, iconFor, readable, SIGN_OF, UNTOLD, type Look } from '../look.js';
import type { SeenElement } from '../../../doing/scene/seen.js';

export interface Screen {
  readonly width: number;
  readonly height: number;
  /** Device pixels per unit. */
  readonly unit: number;
  readonly language: string;
  readonly moment: Civil;
}

/** Items of bars by the kind of element that tells how they look. */
const KIND_OF_ITEM: Readonly<Record<string, string>> = {
  launcher: 'launcher-button',
  clock: 'clock',
  'window list': 'window-list',
  'status area': 'status-area',
  'workspace switcher': 'workspace-switcher',
  menus: 'bar-menus',
  'keyboard layout': 'keyboard-mark',
  'media control': 'media-control',
  weather: 'weather',
  'system indicators': 'system-indicators',
  search: 'search-button',
  overview: 'overview-button',
  bin: 'bin',
  'show desktop': 'show-desktop',
  spacer: 'spacer',
};
const ITEM_OF_KIND = new Map(Object.entries(KIND_OF_ITEM).map(([item, kind]) => [kind, item]));

/** Programs that are open, for window lists and marks of what is running. */
const OPEN = ['desk', 'editor', 'notes'];
const TITLES: Readonly<Record<string, string>> = {
  desk: 'Running order',
  editor: 'Reel 41, side A',
  notes: 'Desk notes',
};
const FEWEST_PIXELS = 6;

interface Making {
  readonly look: Look;
  readonly screen: Screen;
  readonly letters: Lettering;
  readonly bar: {
    readonly id: string;
    readonly thickness: number;
    readonly colour: string;
    readonly upright: boolean;
  };
  /** Side of a picture where an element of its own does not tell it. */
  readonly side: number;
  readonly spacing: number;
  readonly runningMark: string;
}

const whole = (value: number) => Math.max(1, Math.round(value));

/** The pieces that one item of a bar is drawn as; several where a list has several entries. */
function itemsFor(m: Making, name: string): BarItem[] {
  const kind = KIND_OF_ITEM[name];
  const element = kind ? m.look.on(kind, m.bar.id) : null;
  const v = new ValueReader(element?.values ?? new Map());
  const duty = name;
  const ink = (id = 'colour') =>
    v.text(id, readable(m.bar.colour, m.look.told('interface-type').text('colour', UNTOLD.ink)));
  const size = (id = 'size') => whole(v.number(id, m.side));
  const row = (entries: readonly RowEntry[], high: number, spacing: number): BarItem[] =>
    entries.length === 0
      ? []
      : [
          {
            what: 'row',
            duty,
            size: whole(high),
            spacing: Math.round(spacing),
            ink: ink(),
            face: 'bold',
            entries,
          },
        ];
  const text = m.look.told('interface-type');
  const em = Math.min(emOf(text, 'interface', m.letters, 14 * m.screen.unit), m.bar.thickness * 0.6);
  const words = (list: readonly string[]): BarItem[] =>
    row(
      list.map((t) => ({ text: t })),
      em * m.letters.metrics('bold').cap,
      em,
    );
  const icon = (look: IconLook, high: number, mark: string | null = null): BarItem => ({
    what: 'icon',
    duty,
    size: whole(high),
    look,
    ...(mark ? { mark } : {}),
  });
  switch (kind) {
    case 'launcher-button': {
      const colour = ink();
      const shape = v.text('shape', 'ring');
      const known: readonly string[] = ['house', 'disc', 'square', 'lozenge', 'ring', 'notched square'];
      const label = v.text('label', 'none');
      const button = icon(
        {
          shape: (known.includes(shape) ? shape : 'square') as IconShape,
          colour,
          sign: m.bar.colour,
          drawing: 'flat with folds',
        },
        size(),
      );
      return label === 'none' || m.bar.upright
        ? [button]
        : [button, ...words([label]).map((i) => ({ ...i, duty: 'launcher label' }))];
    }
    case 'clock': {
      const lines = writeDate(v.text('format', 'HH:mm'), m.screen.moment, m.screen.language).split('\n');
      // A clock's size is the height of its figures.
      const figure = v.number('size', Math.min(14 * m.screen.unit, m.bar.thickness * 0.4));
      const cap = m.letters.metrics('title').cap;
      const faint = ink();
      return [
        {
          what: 'text',
          duty,
          gap: Math.round(figure * 0.45),
          lines: lines.map((line, i) => ({
            text: line,
            face: i === 0 ? 'title' : 'interface',
            size: i === 0 ? figure / cap : (figure * 0.7) / m.letters.metrics('interface').cap,
            ink: i === 0 ? ink() : faint,
          })),
        },
      ];
    }
    case 'status-area': {
      const told = v.items('items');
      const high = size('size');
      const names = told.length > 0 ? told : ['network', 'sound', 'battery'];
      return row(
        names.map((n) => ({ sign: SIGN_OF[n] ?? 'sheet' })),
        element?.values.has('size') ? high : Math.min(high, 20 * m.screen.unit),
        v.number('spacing', high * 0.6),
      );
    }
    case 'window-list': {
      const show = v.text('show', m.bar.upright ? 'picture only' : 'picture and title');
      const mark = v.text('runningMark', 'line') === 'none' ? null : ink();
      if (show === 'picture only' || m.bar.upright)
        return OPEN.map((p, i) => ({
          ...icon(iconFor(m.look, p), size(), i === 0 ? mark : null),
          duty: `window list ${i + 1}`,
        }));
      const accent = m.look.told('controls').text('accent', ink());
      return OPEN.map((p, i): BarItem => ({
        what: 'tab',
        duty: `window list ${i + 1}`,
        length: whole(v.number('entryWidth', 200 * m.screen.unit)),
        label: TITLES[p]!,
        face: i === 0 ? 'bold' : 'interface',
        size: em,
        ink: ink(),
        ground: i === 0 ? m.look.told('frame').text('colourActive', UNTOLD.raised) : null,
        accent: i === 0 && mark ? accent : null,
        look: show === 'title only' ? null : iconFor(m.look, p),
      }));
    }
    case 'workspace-switcher': {
      const count = whole(Math.min(12, v.number('count', 4)));
      const show = v.text('show', 'numbers');
      const entries = Array.from({ length: show === 'one mark' ? 1 : count }, (_, i): RowEntry =>
        show === 'numbers'
          ? { text: String(i + 1) }
          : show === 'names'
            ? { text: ['Air', 'Desk', 'Cut', 'Post', 'Rota'][i % 5]! }
            : show === 'dots'
              ? { look: { shape: 'disc', colour: ink(), sign: ink(), drawing: 'flat' } }
              : { field: i === 0 ? 1 : 0.4 },
      );
      const high = size();
      return row(entries, element?.values.has('size') ? high : high * 0.6, high * 0.4);
    }
    case 'bar-menus':
      return v.flag('present') || v.items('order').length > 0
        ? words(v.items('order').length > 0 ? v.items('order') : ['File', 'Edit', 'View'])
        : [];
    case 'keyboard-mark': {
      const show = v.text('show', 'two letters');
      const said = { 'two letters': 'en', 'three letters': 'eng', name: 'English' }[show];
      return row([said ? { text: said } : { sign: 'letters' }], v.number('size', em), 0);
    }
    case 'media-control':
      return row(
        (v.items('items').length > 0 ? v.items('items') : ['back', 'play', 'on'])
          .slice(0, 5)
          .map(() => ({ sign: 'turn' as const })),
        em,
        em * 0.6,
      );
    case 'weather':
      return row([{ sign: 'sun' }, { text: '14°' }], v.number('size', em), em * 0.5);
    case 'system-indicators':
      return row(
        (v.items('items').length > 0 ? v.items('items') : ['processor', 'memory'])
          .slice(0, 4)
          .map((_, i): RowEntry =>
            v.text('show', 'figures') === 'figures' ? { text: `${[12, 34, 7, 51][i]} %` } : { sign: 'wave' },
          ),
        em * 0.8,
        em * 0.6,
      );
    case 'search-button':
      if (v.text('form', 'picture') === 'word') return words(['Search']);
      if (v.text('form', 'picture') === 'field' && !m.bar.upright)
        return [
          { what: 'tab', duty, length: whole(180 * m.screen.unit), label: 'Search', face: 'interface', size: em, ink: ink(), ground: UNTOLD.window, accent: null, look: null }, // prettier-ignore
        ];
      return [icon({ shape: 'ring', colour: ink(), sign: ink(), drawing: 'flat' }, size())];
    case 'overview-button':
      return [icon({ shape: 'square', colour: ink(), sign: m.bar.colour }, size())];
    case 'bin':
      return [icon({ shape: 'drawer', colour: ink(), sign: m.bar.colour }, size())];
    case 'show-desktop': {
      const thin = v.text('form', 'button') !== 'button';
      const length = whole(v.number('width', thin ? 8 * m.screen.unit : m.side));
      return thin
        ? [
            {
              what: 'tab',
              duty,
              length,
              label: '',
              face: 'interface',
              size: em,
              ink: ink(),
              ground: ink(),
              accent: null,
              look: null,
            },
          ]
        : [icon({ shape: 'plate', colour: ink(), sign: m.bar.colour }, length)];
    }
    case 'spacer': {
      const along = m.bar.upright ? m.screen.height : m.screen.width;
      return [
        {
          what: 'gap',
          duty,
          length: whole((along * v.number('length', 2)) / 100),
          ink: v.flag('line') ? ink() : null,
        },
      ];
    }
    default: {
      const running = OPEN.includes(name) && m.runningMark !== 'none';
      return [
        icon(
          iconFor(m.look, name),
          m.side,
          running ? readable(m.bar.colour, m.look.told('controls').text('accent', ink())) : null,
        ),
      ];
    }
  }
}

const NOTHING: Order = { start: [], centre: [], end: [] };
const DOCKED: Order = { ...NOTHING, centre: ['desk', 'editor', 'letters', 'archive'] };

/** What a bar is told to carry, by names of items. */
const orderOf = (bar: SeenElement): Order =>
  new ValueReader(bar.values).zones('items') ?? (bar.kind === 'dock' ? DOCKED : NOTHING);

/** The name by which an element stands on bars, or null where it stands on none. */
function itemOf(element: SeenElement): string | null {
  if (element.kind !== 'expected-app') return ITEM_OF_KIND.get(element.kind) ?? null;
  const v = new ValueReader(element.values);
  return ['dock', 'bar'].includes(v.text('shown', 'nowhere')) ? v.text('name', element.name) : null;
}

/**
 * The bar, of those shown, that an element stands on: as in the reference, else an application where it is said to be shown,
 * else the first. What the host only has by itself stands where an order of items names it.
 */
function homeOf(element: SeenElement, bars: readonly SeenElement[]): SeenElement | undefined {
  const own = bars.find((b) => b.id === element.carrier);
  if (own || element.id === element.kind) return own;
  const kind =
    element.kind === 'expected-app' ? new ValueReader(element.values).text('shown', 'nowhere') : 'no kind';
  return bars.find((b) => b.kind === kind) ?? bars[0];
}

/** The bars and docks that are seen, each with what stands on it; those that hide always are not. */
export function composeBars(look: Look, screen: Screen, letters: Lettering): BarState[] {
  const bars = look.seen.filter(
    (e) =>
      (e.kind === 'bar' || e.kind === 'dock') &&
      new ValueReader(e.values).text('hiding', 'never') !== 'always',
  );
  const names = (bar: SeenElement) => ZONES.flatMap((z) => orderOf(bar)[z].map((i) => i.toLowerCase()));
  const unnamed = look.seen.flatMap((element) => {
    const item = itemOf(element);
    const home = item === null ? undefined : homeOf(element, bars);
    if (item === null || !home) return [];
    const named = home.id === element.carrier ? names(home) : bars.flatMap(names);
    return named.includes(item.toLowerCase()) ? [] : [{ element, item, home }];
  });
  return bars.map((bar) =>
    composeBar(
      look,
      screen,
      letters,
      bar,
      unnamed.filter((u, i) => u.home === bar && unnamed.findIndex((o) => o.home === bar && o.item === u.item) === i), // prettier-ignore
    ),
  );
}

/** A bar or dock as it is seen: its items in their order, then those that no order names, each in its own place. */
function composeBar(
  look: Look,
  screen: Screen,
  letters: Lettering,
  element: SeenElement,
  unnamed: readonly { readonly element: SeenElement; readonly item: string }[],
): BarState {
  const v = new ValueReader(element.values);
  const isDock = element.kind === 'dock';
  const edge = v.text('edge', 'bottom') as ScreenEdge;
  const upright = isUpright(edge);
  const whole_ = upright ? screen.height : screen.width;
  const length = whole((whole_ * v.number('edgeShare', isDock ? 60 : 100, 100)) / 100);
  const alignment = v.text('alignment', 'centre');
  const from =
    alignment === 'start' ? 0 : alignment === 'end' ? whole_ - length : Math.round((whole_ - length) / 2);
  const iconSize = v.number('iconSize', 0);
  const padding = v.number('padding', 6 * screen.unit);
  const thickness = Math.max(
    FEWEST_PIXELS,
    whole(v.number('thickness', iconSize > 0 ? iconSize + 2 * padding : 40 * screen.unit)),
  );
  const colour = v.text('colour', UNTOLD.bar);
  const side = iconSize > 0 ? iconSize : Math.min(thickness * 0.56, 44 * screen.unit);
  const spacing = Math.round(v.number('spacing', Math.max(4 * screen.unit, side * 0.36)));
  const making: Making = {
    look,
    screen,
    letters,
    bar: { id: element.id, thickness, colour, upright },
    side,
    spacing,
    runningMark: v.text('runningMark', 'line'),
  };
  const zones: Record<Zone, BarItem[]> = { start: [], centre: [], end: [] };
  const order = orderOf(element);
  for (const zone of ZONES)
    for (const item of order[zone]) zones[zone].push(...unique(itemsFor(making, item), zones));
  for (const { element: other, item } of unnamed) {
    const place = new ValueReader(other.values).place('place');
    const pieces = unique(itemsFor(making, item), zones);
    zones[place?.zone ?? (other.kind === 'expected-app' ? 'centre' : 'end')].push(
      ...pieces.map((p) => (place && pieces.length === 1 ? { ...p, at: place.offset } : p)),
    );
  }
  const blur = v.number('blur', 0);
  return {
    name: element.name,
    edge,
    thickness,
    length,
    from,
    margin: Math.round(v.number('margin', 0)),
    colour,
    opacity: v.number('opacity', 100, 100),
    ...(blur > 0 ? { blur: { radius: blur, brightness: v.number('blurBrightness', 100) } } : {}),
    cornerRadius: v.number('cornerRadius', 0),
    rim: null,
    padding: Math.round(isDock ? padding : Math.max(8 * screen.unit, side * 0.4)),
    spacing,
    zones,
  };
}

/** Boxes are found again by their duty, so that no two pieces of a bar have the same. */
function unique(items: readonly BarItem[], zones: Readonly<Record<Zone, readonly BarItem[]>>): BarItem[] {
  const taken = new Set(ZONES.flatMap((z) => zones[z].map((i) => i.duty)));
  return items.map((item) => {
    let { duty } = item;
    for (let n = 2; taken.has(duty); n++) duty = `${item.duty} ${n}`;
    taken.add(duty);
    return { ...item, duty };
  });
}
