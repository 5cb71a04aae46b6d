import { nth } from '../../ground/checked.js';
import type { Rect } from '../../measuring/picture/rect.js';
import { drawContent } from './drawContent.js';
import type { Lettering, WindowState } from '../../model/scene/state.js';
import { box, polygon, tag } from './svg.js';

export interface DrawnWindow {
  readonly svg: string;
  readonly title: Rect;
  readonly buttons: Rect;
  /** What is inside, by name: a line of text, a chosen row, the sidebar. */
  readonly inside: Readonly<Record<string, Rect>>;
}

/** Where the title strip lies, and what it leaves for the content. */
function divide(w: WindowState): { readonly title: Rect; readonly room: Rect } {
  const { titlePlace, titleHeight: t } = w.frame;
  const whole: Rect = { x: w.x, y: w.y, width: w.width, height: w.height };
  switch (titlePlace) {
    case 'head':
      return { title: { ...whole, height: t }, room: { ...whole, y: w.y + t, height: w.height - t } };
    case 'foot':
      return {
        title: { ...whole, y: w.y + w.height - t, height: t },
        room: { ...whole, height: w.height - t },
      };
    case 'left side':
      return { title: { ...whole, width: t }, room: { ...whole, x: w.x + t, width: w.width - t } };
    case 'right side':
      return {
        title: { ...whole, x: w.x + w.width - t, width: t },
        room: { ...whole, width: w.width - t },
      };
    case 'none':
      return { title: { ...whole, height: 0 }, room: whole };
  }
}

/** Where along the strip each button begins, at an even distance from its ends. */
function buttonPlaces(w: WindowState, along: number, pad: number, unit: number): number[] {
  const { size, spacing, side, order } = w.buttons;
  const n = order.length;
  const run = (count: number) => count * size + Math.max(0, count - 1) * spacing;
  const free = pad + 4 * unit;
  const at = (from: number, i: number) => Math.round(from) + i * (size + spacing);
  if (side === 'both ends') {
    const first = Math.ceil(n / 2);
    const rest = along - free - run(n - first);
    return order.map((_, i) => (i < first ? at(free, i) : at(rest, i - first)));
  }
  const from =
    side === 'start' ? free : side === 'end' ? along - free - run(n) : Math.round((along - run(n)) / 2);
  return order.map((_, i) => at(from, i));
}

/** The space that a title leaves free at each end of its strip: what is usual, and where its buttons stand. */
function besideButtons(
  places: readonly number[],
  size: number,
  along: number,
  usual: number,
): [start: number, end: number] {
  const isFirst = (at: number) => at + size / 2 < along / 2;
  const head = Math.max(0, ...places.filter(isFirst).map((at) => at + size));
  const tail = Math.max(0, ...places.filter((at) => !isFirst(at)).map((at) => along - at));
  // In the middle they are at neither end.
  const beside = (taken: number) => (taken > 0 && taken < along / 3 ? taken + usual * 0.75 : usual);
  return [Math.max(usual, beside(head)), Math.max(usual, beside(tail))];
}

/** Draws a window: shadow, frame, title strip with its buttons, content. */
export function drawWindow(w: WindowState, unit: number, letters: Lettering): DrawnWindow {
  const { frame, buttons } = w;
  const r = frame.cornerRadius;
  let svg = '';
  if (frame.shadow)
    for (let i = 4; i >= 1; i--)
      svg += box(
        w.x - i * 2 * unit,
        w.y - i * unit + 5 * unit,
        w.width + i * 4 * unit,
        w.height + i * 3 * unit,
        '#140a14',
        {
          'fill-opacity': 0.055,
          rx: r + i * 2 * unit,
        },
      );
  const id = `w-${w.name.replace(/\W/g, '')}`;
  svg += tag('clipPath', { id }, box(w.x, w.y, w.width, w.height, '#000', { rx: r || null }));
  const { title, room } = divide(w);
  const upright = frame.titlePlace === 'left side' || frame.titlePlace === 'right side';
  const content = drawContent(w, room, unit, letters);
  let inside = box(w.x, w.y, w.width, w.height, w.palette.ground);
  inside += content.svg;
  if (frame.titlePlace !== 'none') inside += box(title.x, title.y, title.width, title.height, frame.colour);

  const along = upright ? title.height : title.width;
  const pad = Math.round((frame.titleHeight - buttons.size) / 2);
  const shown = frame.titlePlace === 'none' ? [] : buttons.order;
  const places = shown.length === 0 ? [] : buttonPlaces(w, along, pad, unit);
  shown.forEach((what, i) => {
    const [bx, by] = upright
      ? [title.x + pad, title.y + nth(places, i)]
      : [Math.round(title.x) + nth(places, i), title.y + pad];
    inside += drawButton(what, bx, by, buttons.size, w);
  });

  const text = letters.outline('title', w.title, frame.titleSize);
  const cap = letters.metrics('title').cap * frame.titleSize;
  const [head, tail] = besideButtons(places, buttons.size, along, 14 * unit);
  const start =
    frame.titleAlignment === 'start'
      ? head
      : frame.titleAlignment === 'end'
        ? along - tail - text.width
        : (along - text.width) / 2;
  if (frame.titlePlace !== 'none')
    inside += tag('path', {
      d: text.d,
      fill: frame.ink,
      transform: upright
        ? `translate(${(title.x + (frame.titleHeight + cap) / 2).toFixed(2)} ${(title.y + along - start).toFixed(2)}) rotate(-90)`
        : `translate(${(title.x + start).toFixed(2)} ${(title.y + (frame.titleHeight + cap) / 2).toFixed(2)})`,
    });
  svg += tag('g', { 'clip-path': `url(#${id})` }, inside);
  if (frame.border > 0)
    svg += box(
      w.x + frame.border / 2,
      w.y + frame.border / 2,
      w.width - frame.border,
      w.height - frame.border,
      'none',
      {
        stroke: frame.borderColour,
        'stroke-width': frame.border,
        rx: r || null,
      },
    );
  const first = places[0] ?? 0;
  const run = (places.at(-1) ?? first) + buttons.size - first;
  const opacity = w.opacity ?? 100;
  return {
    svg: opacity >= 100 ? svg : tag('g', { opacity: opacity / 100 }, svg),
    title,
    buttons: upright
      ? { x: title.x + pad, y: title.y + first, width: buttons.size, height: run }
      : { x: Math.round(title.x) + first, y: title.y + pad, width: run, height: buttons.size },
    inside: content.boxes,
  };
}

/** One window button: a plate in the set's shape with its own sign. */
function drawButton(what: string, x: number, y: number, s: number, w: WindowState): string {
  const { colour, sign, shape } = w.buttons;
  const at = (px: number, py: number): [number, number] => [x + px * s, y + py * s];
  let plate = '';
  if (shape === 'notched')
    plate = polygon([at(0, 0), at(0.36, 0), at(0.5, 0.2), at(0.64, 0), at(1, 0), at(1, 1), at(0, 1)], colour);
  else if (shape === 'disc') plate = tag('circle', { cx: x + s / 2, cy: y + s / 2, r: s / 2, fill: colour });
  else if (shape === 'tab') plate = polygon([at(0.2, 0), at(0.8, 0), at(1, 1), at(0, 1)], colour);
  else if (shape === 'bevelled')
    plate = polygon(
      [
        at(0.25, 0),
        at(0.75, 0),
        at(1, 0.25),
        at(1, 0.75),
        at(0.75, 1),
        at(0.25, 1),
        at(0, 0.75),
        at(0, 0.25),
      ],
      colour,
    );
  else if (shape === 'square') plate = box(x, y, s, s, colour);
  const ink = shape === 'bare sign' ? colour : sign;
  const line = { stroke: ink, 'stroke-width': Math.max(1, s * 0.11), fill: 'none' };
  if (what === 'fold')
    return (
      plate +
      tag('path', {
        d: `M${x + s * 0.26} ${y + s * 0.44}L${x + s * 0.5} ${y + s * 0.68}L${x + s * 0.74} ${y + s * 0.44}`,
        ...line,
      })
    );
  if (what === 'widen')
    return (
      plate +
      tag('path', {
        d: `M${x + s * 0.24} ${y + s * 0.36}V${y + s * 0.76}M${x + s * 0.76} ${y + s * 0.36}V${y + s * 0.76}M${x + s * 0.24} ${y + s * 0.56}H${x + s * 0.76}`,
        ...line,
      })
    );
  return plate + polygon([at(0.5, 0.36), at(0.7, 0.56), at(0.5, 0.76), at(0.3, 0.56)], ink);
}
