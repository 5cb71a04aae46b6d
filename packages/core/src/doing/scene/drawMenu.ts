import type { Rect } from '../../measuring/picture/rect.js';
import type { Lettering, MenuState } from '../../model/scene/state.js';
import { box, tag } from './svg.js';

/** Where an open menu lies, in device pixels of the screen. */
export function menuRect(m: MenuState): Rect {
  return { x: m.x, y: m.y, width: m.width, height: Math.round(m.rowHeight * m.entries.length) };
}

/** Draws an open menu; its first entry is pointed at. */
export function drawMenu(m: MenuState, letters: Lettering): string {
  const { x, y, width, height } = menuRect(m);
  const cap = letters.metrics(m.face).cap * m.textSize;
  let svg = box(x, y, width, height, m.colour, {
    rx: m.cornerRadius || null,
    'fill-opacity': m.opacity >= 100 ? null : m.opacity / 100,
    stroke: m.ink,
    'stroke-opacity': 0.4,
  });
  svg += box(x, y, width, m.rowHeight, m.accent, { rx: m.cornerRadius || null });
  m.entries.forEach((entry, i) => {
    const base = y + i * m.rowHeight + (m.rowHeight + cap) / 2;
    svg += tag('path', {
      d: letters.outline(m.face, entry, m.textSize).d,
      fill: i === 0 ? m.accentInk : m.ink,
      transform: `translate(${(x + m.rowHeight * 0.5).toFixed(2)} ${base.toFixed(2)})`,
    });
  });
  return svg;
}
