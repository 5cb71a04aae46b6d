import type { Rect } from '../picture/rect.js';
import { drawIcon } from './drawIcon.js';
import type { BarItem, BarState, Lettering } from './state.js';
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
    case 'signs':
      return Math.round(item.signs.length * item.size * 1.6 - item.size * 0.6);
  }
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
  const upright = bar.edge === 'left' || bar.edge === 'right';
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
  const run = (zone: readonly BarItem[]) =>
    zone.reduce((sum, item) => sum + itemLength(item, upright, letters), 0) +
    bar.spacing * Math.max(0, zone.length - 1);
  const place = (zone: readonly BarItem[], from: number) => {
    let at = Math.round(from);
    for (const item of zone) {
      const length = itemLength(item, upright, letters);
      const slot: Rect = upright
        ? { x, y: y + at, width: rect.width, height: length }
        : { x: x + at, y, width: length, height: rect.height };
      const drawn = drawItem(item, slot, upright, letters);
      svg += drawn.svg;
      items[item.duty] = drawn.rect;
      at += length + bar.spacing;
    }
  };
  place(bar.zones.start, bar.padding);
  place(bar.zones.centre, (along - run(bar.zones.centre)) / 2);
  place(bar.zones.end, along - bar.padding - run(bar.zones.end));
  return { svg, rect, items };
}

/** A centred start on whole pixels. */
const centred = (from: number, room: number, size: number) => from + Math.round((room - size) / 2);

function drawItem(
  item: BarItem,
  slot: Rect,
  upright: boolean,
  letters: Lettering,
): { svg: string; rect: Rect } {
  switch (item.what) {
    case 'icon': {
      const ix = centred(slot.x, slot.width, item.size);
      const iy = centred(slot.y, slot.height, item.size);
      let svg = drawIcon(item.look, ix, iy, item.size);
      const thick = Math.max(2, Math.round(item.size / 14));
      if (item.mark)
        svg += upright
          ? box(slot.x + slot.width - thick, iy, thick, item.size, item.mark)
          : box(ix, slot.y + slot.height - thick, item.size, thick, item.mark);
      return { svg, rect: { x: ix, y: iy, width: item.size, height: item.size } };
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
    case 'signs': {
      const step = item.size * 1.6;
      const s = item.size;
      let svg = '';
      const length = item.signs.length * step - 0.6 * s;
      const rect = upright
        ? { x: centred(slot.x, slot.width, s), y: slot.y, width: s, height: Math.round(length) }
        : { x: slot.x, y: centred(slot.y, slot.height, s), width: Math.round(length), height: s };
      item.signs.forEach((sign, i) => {
        const sx = upright ? rect.x : rect.x + Math.round(i * step);
        const sy = upright ? rect.y + Math.round(i * step) : rect.y;
        svg += drawSign(sign, sx, sy, s, item.ink);
      });
      return { svg, rect };
    }
  }
}

/** Signs of the system's state: a stepped level, a wave, a cell. */
function drawSign(sign: 'level' | 'wave' | 'cell', x: number, y: number, s: number, ink: string): string {
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
  return (
    box(x + s * 0.2, y, s * 0.6, s, 'none', { stroke: ink, 'stroke-width': s * 0.14 }) +
    box(x + s * 0.36, y + s * 0.4, s * 0.28, s * 0.45, ink)
  );
}
