import type { ScreenEdge } from '../../measuring/picture/readRegion.js';
import type { Rect } from '../../measuring/picture/rect.js';
import { drawIcon } from './drawIcon.js';
import type { BarItem, BarState, Lettering, RowEntry, Sign } from '../../model/scene/state.js';
import { box, polygon, tag } from './svg.js';

/** Where a bar lies on the screen. */
export function barRect(bar: BarState, width: number, height: number): Rect {
  const { thickness: t, length, from, margin } = bar;
  switch (bar.edge) {
    case 'top':
      return { x: from, y: margin, width: length, height: t };
    case 'bottom':
      return { x: from, y: height - margin - t, width: length, height: t };
    case 'left':
      return { x: margin, y: from, width: t, height: length };
    case 'right':
      return { x: width - margin - t, y: from, width: t, height: length };
  }
}

/** Whether a bar along an edge stands rather than lies. */
export const isUpright = (edge: ScreenEdge) => edge === 'left' || edge === 'right';

function textBlock(item: Extract<BarItem, { what: 'text' }>, letters: Lettering) {
  const lines = item.lines.map((line) => {
    const cap = Math.round(letters.metrics(line.face).cap * line.size);
    return { ...line, ...letters.outline(line.face, line.text, line.size), cap };
  });
  return {
    lines,
    width: Math.max(...lines.map((l) => l.width)),
    height: lines.reduce((sum, l) => sum + l.cap, 0) + item.gap * (lines.length - 1),
  };
}

/** How much room an item takes along the bar. */
function itemLength(item: BarItem, upright: boolean, letters: Lettering): number {
  switch (item.what) {
    case 'text': {
      const block = textBlock(item, letters);
      return Math.round(upright ? block.height : block.width);
    }
    case 'icon':
      return item.size;
    case 'tab':
      return item.length;
    case 'gap':
      return item.length;
    case 'row': {
      const run = item.entries.reduce((sum, e) => sum + entryRoom(item, e, upright, letters), 0);
      return Math.round(run + item.spacing * Math.max(0, item.entries.length - 1));
    }
  }
}

type RowItem = Extract<BarItem, { what: 'row' }>;

/** Text whose capitals are as high as an entry. */
const rowType = (item: RowItem, letters: Lettering) => item.size / letters.metrics(item.face).cap;

/** The room of one entry of a row, along the bar: text lies, also on a bar that stands. */
function entryRoom(item: RowItem, entry: RowEntry, upright: boolean, letters: Lettering): number {
  if (!('text' in entry) || upright) return item.size;
  return Math.round(letters.outline(item.face, entry.text, rowType(item, letters)).width);
}

export interface DrawnBar {
  readonly svg: string;
  readonly rect: Rect;
  /** Boxes of its items by duty. */
  readonly items: Readonly<Record<string, Rect>>;
}

const gradientId = (bar: BarState) => `g-${bar.name.replace(/\W/g, '')}`;

/** The definition of a bar's gradient, or nothing. */
function gradientOf(bar: BarState, upright: boolean): string {
  if (!bar.gradient) return '';
  const { to, way } = bar.gradient;
  const down = (way === 'along') === upright;
  // Across, a gradient starts at the screen's edge, wherever that is.
  const back = way === 'across' && (bar.edge === 'bottom' || bar.edge === 'right');
  const [first, last] = back ? [to, bar.colour] : [bar.colour, to];
  return tag(
    'linearGradient',
    { id: gradientId(bar), x1: 0, y1: 0, x2: down ? 0 : 1, y2: down ? 1 : 0 },
    tag('stop', { offset: 0, 'stop-color': first }) + tag('stop', { offset: 1, 'stop-color': last }),
  );
}

/** Draws a bar and tells where its items came to lie. */
export function drawBar(bar: BarState, width: number, height: number, letters: Lettering): DrawnBar {
  const rect = barRect(bar, width, height);
  const upright = isUpright(bar.edge);
  const { x, y } = rect;
  let svg = gradientOf(bar, upright);
  svg += box(x, y, rect.width, rect.height, bar.gradient ? `url(#${gradientId(bar)})` : bar.colour, {
    'fill-opacity': bar.opacity >= 100 ? null : bar.opacity / 100,
    rx: bar.cornerRadius || null,
  });
  if (bar.rim) {
    if (bar.edge === 'right') svg += box(x, y, 1, rect.height, bar.rim);
    if (bar.edge === 'left') svg += box(x + rect.width - 1, y, 1, rect.height, bar.rim);
    if (bar.edge === 'bottom') svg += box(x, y, rect.width, 1, bar.rim);
    if (bar.edge === 'top') svg += box(x, y + rect.height - 1, rect.width, 1, bar.rim);
  }
  const along = upright ? rect.height : rect.width;
  const items: Record<string, Rect> = {};
  let over = '';
  const run = (zone: readonly BarItem[]) =>
    zone.reduce((sum, item) => sum + itemLength(item, upright, letters), 0) +
    bar.spacing * Math.max(0, zone.length - 1);
  const alone = [...bar.zones.start, ...bar.zones.centre, ...bar.zones.end].filter((i) => i.at !== undefined);
  const runs = (zone: readonly BarItem[]) => zone.filter((i) => i.at === undefined);
  const place = (zone: readonly BarItem[], from: number) => {
    let at = Math.round(from);
    for (const item of zone) {
      const length = itemLength(item, upright, letters);
      const slot: Rect = upright
        ? { x, y: y + at, width: rect.width, height: length }
        : { x: x + at, y, width: length, height: rect.height };
      const drawn = drawItem(item, slot, bar.edge, letters);
      if (item.what === 'icon' && item.grown !== undefined) over += drawn.svg;
      else svg += drawn.svg;
      items[item.duty] = drawn.rect;
      at += length + bar.spacing;
    }
  };
  const [start, centre, end] = [bar.zones.start, bar.zones.centre, bar.zones.end].map(runs) as [
    BarItem[],
    BarItem[],
    BarItem[],
  ];
  place(start, bar.padding);
  place(centre, (along - run(centre)) / 2);
  place(end, along - bar.padding - run(end));
  for (const item of alone) {
    const length = itemLength(item, upright, letters);
    const middle = (along * item.at!) / 100;
    place([item], Math.max(0, Math.min(along - length, middle - length / 2)));
  }
  return { svg: svg + over, rect, items };
}

/** A picture so many times its size: its side towards the edge of the screen stays where it is. */
function grow(r: Rect, times: number, edge: ScreenEdge): Rect {
  const size = Math.round(r.width * times);
  const more = size - r.width;
  return {
    x: edge === 'left' ? r.x : edge === 'right' ? r.x - more : r.x - Math.round(more / 2),
    y: edge === 'top' ? r.y : edge === 'bottom' ? r.y - more : r.y - Math.round(more / 2),
    width: size,
    height: size,
  };
}

/** A centred start on whole pixels. */
const centred = (from: number, room: number, size: number) => from + Math.round((room - size) / 2);

function drawItem(
  item: BarItem,
  slot: Rect,
  edge: ScreenEdge,
  letters: Lettering,
): { svg: string; rect: Rect } {
  const upright = isUpright(edge);
  switch (item.what) {
    case 'icon': {
      const at = {
        x: centred(slot.x, slot.width, item.size),
        y: centred(slot.y, slot.height, item.size),
        width: item.size,
        height: item.size,
      };
      const rect = grow(at, item.grown ?? 1, edge);
      const [ix, iy] = [at.x, at.y];
      let svg = drawIcon(item.look, rect.x, rect.y, rect.width);
      const thick = Math.max(2, Math.round(item.size / 14));
      if (item.mark)
        svg += upright
          ? box(slot.x + slot.width - thick, iy, thick, item.size, item.mark)
          : box(ix, slot.y + slot.height - thick, item.size, thick, item.mark);
      return { svg, rect };
    }
    case 'text': {
      const block = textBlock(item, letters);
      let y = centred(slot.y, slot.height, block.height);
      const rect = {
        x: centred(slot.x, slot.width, block.width),
        y,
        width: Math.ceil(block.width),
        height: block.height,
      };
      let svg = '';
      for (const line of block.lines) {
        y += line.cap;
        const lx = slot.x + (slot.width - line.width) / 2;
        svg += tag('path', { d: line.d, fill: line.ink, transform: `translate(${lx.toFixed(2)} ${y})` });
        y += item.gap;
      }
      return { svg, rect };
    }
    case 'tab': {
      let svg = item.ground ? box(slot.x, slot.y, slot.width, slot.height, item.ground) : '';
      if (item.accent)
        svg += box(slot.x, slot.y, slot.width, Math.max(2, Math.round(slot.height / 12)), item.accent);
      const pad = Math.round(slot.height * 0.32);
      let tx = slot.x + pad;
      if (item.look) {
        const size = Math.round(slot.height * 0.5);
        svg += drawIcon(item.look, tx, centred(slot.y, slot.height, size), size);
        tx += size + Math.round(pad * 0.8);
      }
      const text = letters.outline(item.face, item.label, item.size);
      const base =
        centred(slot.y, slot.height, letters.metrics(item.face).cap * item.size) +
        letters.metrics(item.face).cap * item.size;
      svg += tag('path', { d: text.d, fill: item.ink, transform: `translate(${tx} ${base.toFixed(2)})` });
      return { svg, rect: slot };
    }
    case 'row':
      return drawRow(item, slot, upright, letters);
    case 'gap': {
      const line = item.ink
        ? upright
          ? box(
              slot.x + slot.width * 0.2,
              slot.y + Math.floor(slot.height / 2),
              slot.width * 0.6,
              1,
              item.ink,
            )
          : box(
              slot.x + Math.floor(slot.width / 2),
              slot.y + slot.height * 0.2,
              1,
              slot.height * 0.6,
              item.ink,
            )
        : '';
      return { svg: line, rect: slot };
    }
  }
}

/** Entries of a row one after the other, along the bar. */
function drawRow(
  item: RowItem,
  slot: Rect,
  upright: boolean,
  letters: Lettering,
): { svg: string; rect: Rect } {
  const { size, ink } = item;
  const across = upright ? slot.width : slot.height;
  const side = centred(upright ? slot.x : slot.y, across, size);
  let at = upright ? slot.y : slot.x;
  let svg = '';
  let widest = size;
  for (const entry of item.entries) {
    const room = entryRoom(item, entry, upright, letters);
    const [x, y] = upright ? [side, at] : [at, side];
    if ('text' in entry) {
      const em = rowType(item, letters);
      const text = letters.outline(item.face, entry.text, em);
      const left = upright ? slot.x + (slot.width - text.width) / 2 : x;
      widest = Math.max(widest, upright ? Math.ceil(text.width) : 0);
      svg += tag('path', { d: text.d, fill: ink, transform: `translate(${left.toFixed(2)} ${y + size})` });
    } else if ('sign' in entry) svg += drawSign(entry.sign, Math.round(x), Math.round(y), size, ink);
    else if ('look' in entry) svg += drawIcon(entry.look, x, y, size);
    else svg += box(x, y, size, size, ink, { 'fill-opacity': entry.field });
    at += room + item.spacing;
  }
  const length = Math.round(at - item.spacing - (upright ? slot.y : slot.x));
  return {
    svg,
    rect: upright
      ? { x: centred(slot.x, slot.width, widest), y: slot.y, width: widest, height: length }
      : { x: slot.x, y: side, width: length, height: size },
  };
}

/** Signs of the system's state, drawn from plain forms: a stepped level, a wave, a cell, and so on. */
function drawSign(sign: Sign, x: number, y: number, s: number, ink: string): string {
  if (sign === 'level')
    return polygon(
      [
        [x, y + s],
        [x, y + s * 0.66],
        [x + s / 3, y + s * 0.66],
        [x + s / 3, y + s * 0.33],
        [x + (s * 2) / 3, y + s * 0.33],
        [x + (s * 2) / 3, y],
        [x + s, y],
        [x + s, y + s],
      ],
      ink,
    );
  if (sign === 'wave')
    return [0.3, 0.7, 1, 0.55]
      .map((h, i) => box(x + i * s * 0.27, y + (s * (1 - h)) / 2, s * 0.16, s * h, ink))
      .join('');
  if (sign === 'letters') return box(x, y, s * 0.42, s, ink) + box(x + s * 0.58, y, s * 0.42, s * 0.7, ink);
  if (sign === 'bell')
    return polygon([[x + s / 2, y], [x + s, y + s * 0.8], [x, y + s * 0.8]], ink) + box(x + s * 0.38, y + s * 0.86, s * 0.24, s * 0.14, ink); // prettier-ignore
  if (sign === 'sheet')
    return polygon([[x + s * 0.1, y], [x + s * 0.66, y], [x + s * 0.9, y + s * 0.3], [x + s * 0.9, y + s], [x + s * 0.1, y + s]], ink); // prettier-ignore
  if (sign === 'turn')
    return polygon([[x, y], [x + s * 0.9, y + s * 0.5], [x, y + s]], ink) + box(x + s * 0.86, y, s * 0.14, s, ink); // prettier-ignore
  if (sign === 'sun')
    return tag('circle', { cx: x + s / 2, cy: y + s / 2, r: s * 0.34, fill: ink }) + box(x, y + s * 0.94, s, s * 0.06, ink) + box(x, y, s, s * 0.06, ink); // prettier-ignore
  return (
    box(x + s * 0.2, y, s * 0.6, s, 'none', { stroke: ink, 'stroke-width': s * 0.14 }) +
    box(x + s * 0.36, y + s * 0.4, s * 0.28, s * 0.45, ink)
  );
}
