import type { Lettering, WidgetState } from '../../model/scene/state.js';
import { tag } from './svg.js';

/** Draws what lives on the bare desktop: one large line as wide as its box, and a small one at its foot. */
export function drawWidget(w: WidgetState, letters: Lettering): string {
  const one = letters.outline('title', w.text, 100);
  const cap = letters.metrics('title').cap * 100;
  const small = w.under === '' ? 0 : w.height * 0.2;
  const size = Math.min((w.width / Math.max(1, one.width)) * 100, ((w.height - small * 1.4) / cap) * 100);
  const text = letters.outline('title', w.text, size);
  const base = w.y + letters.metrics('title').cap * size;
  const line = (d: string, x: number, y: number) =>
    tag('path', { d, fill: w.colour, transform: `translate(${x.toFixed(2)} ${y.toFixed(2)})` });
  const under = letters.outline('interface', w.under, small / letters.metrics('interface').cap);
  return (
    line(text.d, w.x + (w.width - text.width) / 2, base) +
    (w.under === '' ? '' : line(under.d, w.x + (w.width - under.width) / 2, w.y + w.height))
  );
}
