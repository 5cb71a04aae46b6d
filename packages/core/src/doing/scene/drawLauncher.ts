import { drawIcon } from './drawIcon.js';
import type { LauncherState, Lettering } from '../../model/scene/state.js';
import { box, tag } from './svg.js';

/** Draws the launcher, open: its search field, then programs as a list, a list beside places, a grid or tiles. */
export function drawLauncher(l: LauncherState, unit: number, letters: Lettering): string {
  const u = unit;
  const write = (text: string, x: number, y: number, size = l.textSize) =>
    tag('path', {
      d: letters.outline('interface', text, size).d,
      fill: l.ink,
      transform: `translate(${x.toFixed(2)} ${y.toFixed(2)})`,
    });
  let out = box(l.x, l.y, l.width, l.height, l.colour, {
    rx: l.cornerRadius || null,
    'fill-opacity': l.opacity >= 100 ? null : l.opacity / 100,
  });
  const pad = 18 * u;
  const field = 34 * u;
  if (l.searchField !== 'none' || l.style === 'search only') {
    const y = l.searchField === 'bottom' ? l.y + l.height - pad - field : l.y + pad;
    out += box(l.x + pad, y, l.width - 2 * pad, field, 'none', {
      stroke: l.ink,
      'stroke-width': Math.max(1, u),
    });
    out += write('Look for a program', l.x + pad + 12 * u, y + field * 0.64);
  }
  if (l.style === 'search only') return out;
  const top = l.y + pad + (l.searchField === 'top' ? field + 16 * u : 0);
  const foot = l.y + l.height - pad - (l.searchField === 'bottom' ? field + 16 * u : 0);
  if (l.style === 'list' || l.style === 'list and columns') {
    const row = 36 * u;
    const rows = Math.max(0, Math.floor((foot - top) / row));
    l.entries.slice(0, rows).forEach(({ label, look }, i) => {
      const y = top + i * row;
      out += drawIcon(look, l.x + pad, y + 5 * u, 24 * u);
      out += write(label, l.x + pad + 36 * u, y + 23 * u);
    });
    if (l.style === 'list and columns') {
      const x = l.x + l.firstColumn;
      out += box(x, top, Math.max(1, u), foot - top, l.ink, { 'fill-opacity': 0.4 });
      l.places.slice(0, rows).forEach((label, i) => (out += write(label, x + pad, top + i * row + 23 * u)));
    }
    return out;
  }
  const isTiles = l.style === 'tiles';
  const cell = isTiles ? 132 * u : l.style === 'whole screen' ? 150 * u : 108 * u;
  const across = Math.max(1, Math.floor((l.width - 2 * pad) / cell));
  const down = Math.max(1, Math.floor((foot - top) / cell));
  const left = l.x + (l.width - across * cell) / 2;
  l.entries.slice(0, across * down).forEach(({ label, look }, i) => {
    const [x, y] = [left + (i % across) * cell, top + Math.floor(i / across) * cell];
    if (isTiles)
      out += box(x + 4 * u, y + 4 * u, cell - 8 * u, cell - 8 * u, l.accent, { 'fill-opacity': 0.35 });
    out += drawIcon(look, x + cell * 0.32, y + cell * 0.16, cell * 0.36);
    const width = letters.outline('interface', label, l.textSize).width;
    out += write(label, x + (cell - width) / 2, y + cell * 0.78);
  });
  return out;
}
