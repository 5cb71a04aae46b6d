import { DARK, GREY, SHEET, rect, write, type SketchShape } from '../sketchShapes.js';
import type { Sketch } from '../sketched.js';
import type { ValueReader } from '../valueReader.js';

function terminal(v: ValueReader): SketchShape[] {
  const palette = v.colours('palette');
  const size = v.number('size', 13, 18);
  const ink = v.text('text', SHEET);
  const line = (n: number) => 14 + size + n * size * 1.5;
  return [
    rect(6, 6, 168, 138, v.text('background', DARK), { opacity: v.number('opacity', 100, 100) / 100 }),
    { ...write(14, line(0), size, 'tape list', ink, 'start'), face: 'monospace' } as SketchShape,
    rect(12, line(1) - size, 90, size * 1.3, v.text('selection', GREY)),
    { ...write(14, line(1), size, 'chosen', ink, 'start'), face: 'monospace' } as SketchShape,
    {
      ...write(14, line(2), size, 'bold', v.text('bold', ink), 'start'),
      face: 'monospace',
      weight: 700,
    } as SketchShape,
    rect(14 + size * 3.4, line(2) - size, size * 0.6, size * 1.2, v.text('cursor', ink)),
    ...palette.slice(0, 16).map((c, i) => rect(14 + (i % 8) * 19, 112 + Math.floor(i / 8) * 14, 16, 11, c)),
  ];
}

/** How a terminal would look. */
export const TERMINAL_SKETCHES: Readonly<Record<string, Sketch>> = { terminal };
