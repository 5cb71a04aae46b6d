import type { ScreenEdge } from '../../../measuring/picture/readRegion.js';
import { ZONES, type Zone } from '../../../measuring/picture/zone.js';
import type { BarItem, BarState } from '../../scene/state.js';
import { NO_ITEMS, type Order } from '../../traits/value.js';
import { program } from '../bars/items.js';
import type { BarThing, Drawing, OnBar, Pointed } from '../drawn.js';
import { UNTOLD, type Look, type SeenElement } from '../look.js';
import { ValueReader } from '../valueReader.js';

/** Bars and docks as they are drawn, with what stands on them. */

const FEWEST_PIXELS = 6;
const whole = (value: number) => Math.max(1, Math.round(value));

/** What tells apart the kinds of this folder that carry items. */
interface Carrier {
  /** The share of its edge that it covers where nobody tells, 0–100. */
  readonly share: number;
  /** What stands on it where no order is told. */
  readonly items: Order;
  /** Its padding is what is told, and not held to the pictures. */
  readonly isPadded: boolean;
}
export const CARRIERS: Readonly<Record<string, Carrier>> = {
  bar: { share: 100, items: NO_ITEMS, isPadded: false },
  dock: {
    share: 60,
    items: { ...NO_ITEMS, centre: ['desk', 'editor', 'letters', 'archive'] },
    isPadded: true,
  },
};

/** What a bar is told to carry, by names of items. */
const orderOf = (bar: SeenElement): Order =>
  new ValueReader(bar.values).zones('items') ?? CARRIERS[bar.kind]?.items ?? NO_ITEMS;

type Things = Readonly<Record<string, BarThing>>;

/** The name by which an element stands on bars, or null where it stands on none. */
function itemOf(element: SeenElement, things: Things): string | null {
  const thing = things[element.kind];
  if (!thing) return null;
  const v = new ValueReader(element.values);
  return thing.wants && thing.wants(v) === undefined ? null : (thing.item ?? v.text('name', element.name));
}

/**
 * The bar, of those shown, that an element stands on: as in the reference, else one of the kind that it asks for, else the
 * first. What the host only has by itself stands where an order of items names it.
 */
function homeOf(element: SeenElement, bars: readonly SeenElement[], things: Things): SeenElement | undefined {
  const own = bars.find((b) => b.id === element.carrier);
  if (own || element.id === element.kind) return own;
  const kind = things[element.kind]?.wants?.(new ValueReader(element.values));
  return bars.find((b) => b.kind === kind) ?? bars[0];
}

/** The bars and docks that are seen, each with what stands on it; those that hide always are not. */
export function composeBars(of: Drawing, things: Things): BarState[] {
  const { look } = of;
  const bars = look.seen.filter(
    (e) => CARRIERS[e.kind] && new ValueReader(e.values).text('hiding', 'never') !== 'always',
  );
  const names = (bar: SeenElement) => ZONES.flatMap((z) => orderOf(bar)[z].map((i) => i.toLowerCase()));
  const unnamed = look.seen.flatMap((element) => {
    const item = itemOf(element, things);
    const home = item === null ? undefined : homeOf(element, bars, things);
    if (item === null || !home) return [];
    const named = home.id === element.carrier ? names(home) : bars.flatMap(names);
    return named.includes(item.toLowerCase()) ? [] : [{ element, item, home }];
  });
  return bars.map((bar) => {
    const here = unnamed.filter((u) => u.home === bar);
    const once = here.filter((u, i) => here.findIndex((o) => o.item === u.item) === i);
    return composeBar(of, things, bar, once);
  });
}

/** A bar or dock as it is seen: its items in their order, then those that no order names, each in its own place. */
function composeBar(
  of: Drawing,
  things: Things,
  element: SeenElement,
  unnamed: readonly { readonly element: SeenElement; readonly item: string }[],
): BarState {
  const { screen } = of;
  const v = new ValueReader(element.values);
  const { share, isPadded } = CARRIERS[element.kind] ?? { share: 100, isPadded: false };
  const edge = v.text('edge', 'bottom') as ScreenEdge;
  const upright = edge === 'left' || edge === 'right';
  const along = upright ? screen.height : screen.width;
  const length = whole((along * v.number('edgeShare', share, 100)) / 100);
  const alignment = v.text('alignment', 'centre');
  const from =
    alignment === 'start' ? 0 : alignment === 'end' ? along - length : Math.round((along - length) / 2);
  const iconSize = v.number('iconSize', 0);
  const padding = v.number('padding', 6 * screen.unit);
  const thickness = Math.max(
    FEWEST_PIXELS,
    whole(v.number('thickness', iconSize > 0 ? iconSize + 2 * padding : 40 * screen.unit)),
  );
  const colour = v.text('colour', UNTOLD.bar);
  const side = iconSize > 0 ? iconSize : Math.min(thickness * 0.56, 44 * screen.unit);
  const spacing = Math.round(v.number('spacing', Math.max(4 * screen.unit, side * 0.36)));
  const bar = { id: element.id, thickness, colour, upright, runningMark: v.text('runningMark', 'line') };
  const itemsFor = (name: string): BarItem[] => {
    const [kind, thing] = Object.entries(things).find(([, t]) => t.item === name) ?? [null, null];
    const told = kind === null ? null : of.look.on(kind, bar.id);
    const on: OnBar = {
      ...of,
      name,
      element: told,
      v: new ValueReader(told?.values ?? new Map()),
      bar,
      side,
    };
    return (thing?.draw ?? program)(on);
  };
  const zones: Record<Zone, BarItem[]> = { start: [], centre: [], end: [] };
  const order = orderOf(element);
  for (const zone of ZONES)
    for (const item of order[zone]) zones[zone].push(...unique(itemsFor(item), zones));
  for (const { element: other, item } of unnamed) {
    const place = new ValueReader(other.values).place('place');
    const pieces = unique(itemsFor(item), zones);
    // What is named after itself is a program, and programs stand in the middle.
    const usual = things[other.kind]?.item === null ? 'centre' : 'end';
    zones[place?.zone ?? usual].push(
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
    padding: Math.round(isPadded ? padding : Math.max(8 * screen.unit, side * 0.4)),
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

/**
 * Bars while the pointer is on the second picture of the first dock that has one: that picture has grown as far as the dock
 * lets it.
 */
export function pointedAt(look: Look, bars: readonly BarState[]): Pointed | null {
  for (const dock of look.seen.filter((e) => e.kind === 'dock')) {
    const bar = bars.find((b) => b.name === dock.name);
    const pictures = bar?.zones.centre.filter((i) => i.what === 'icon') ?? [];
    const item = pictures[1] ?? pictures[0];
    if (!bar || !item) continue;
    const grown = 1 + new ValueReader(dock.values).number('enlargement', 0) / 100;
    const centre = bar.zones.centre.map((i) => (i === item && i.what === 'icon' ? { ...i, grown } : i));
    return {
      bars: bars.map((b) => (b === bar ? { ...b, zones: { ...b.zones, centre } } : b)),
      bar: bar.name,
      duty: item.duty,
    };
  }
  return null;
}
