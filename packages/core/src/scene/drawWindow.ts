import type { Rect } from '../picture/rect.js';
import { drawContent } from './drawContent.js';
import type { Lettering, WindowState } from './state.js';
import { box, polygon, tag } from './svg.js';

export interface DrawnWindow {
  readonly svg: string;
  readonly title: Rect;
  readonly buttons: Rect;
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
  const titleY = frame.titlePlace === 'head' ? w.y : w.y + w.height - frame.titleHeight;
  const title: Rect = { x: w.x, y: titleY, width: w.width, height: frame.titleHeight };
  const contentY = frame.titlePlace === 'head' ? w.y + frame.titleHeight : w.y;
  const room: Rect = { x: w.x, y: contentY, width: w.width, height: w.height - frame.titleHeight };
  let inside = box(w.x, w.y, w.width, w.height, w.palette.ground);
  inside += drawContent(w, room, unit, letters);
  inside += box(title.x, title.y, title.width, title.height, frame.colour);

  const n = buttons.order.length;
  const run = n * buttons.size + (n - 1) * buttons.spacing;
  const pad = Math.round((frame.titleHeight - buttons.size) / 2);
  const bx =
    buttons.side === 'start'
      ? w.x + pad + 4 * unit
      : buttons.side === 'end'
        ? w.x + w.width - pad - 4 * unit - run
        : w.x + Math.round((w.width - run) / 2);
  const by = titleY + pad;
  buttons.order.forEach((what, i) => {
    inside += drawButton(what, Math.round(bx) + i * (buttons.size + buttons.spacing), by, buttons.size, w);
  });

  const text = letters.outline('title', w.title, frame.titleSize);
  const cap = letters.metrics('title').cap * frame.titleSize;
  const free = 14 * unit;
  const tx =
    frame.titleAlignment === 'start'
      ? w.x + free
      : frame.titleAlignment === 'end'
        ? w.x + w.width - free - text.width
        : w.x + (w.width - text.width) / 2;
  inside += tag('path', {
    d: text.d,
    fill: frame.ink,
    transform: `translate(${tx.toFixed(2)} ${(titleY + (frame.titleHeight + cap) / 2).toFixed(2)})`,
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
  return { svg, title, buttons: { x: Math.round(bx), y: by, width: run, height: buttons.size } };
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
