import { DARK, outline, rect, SHEET, SKETCH, write, type SketchShape } from './sketchShapes.js';
import type { ValueReader } from './valueReader.js';

/** The square in the middle in which a mark stands, a little above the middle so that there is room for its label. */
export function inTheMiddle(v: ValueReader): {
  readonly size: number;
  readonly x: number;
  readonly y: number;
} {
  const size = v.number('size', 40, 100);
  return { size, x: (SKETCH.width - size) / 2, y: (SKETCH.height - size) / 2 - 8 };
}

/** One mark by its form and shape, with a label beneath unless that is `none`. */
export function mark(v: ValueReader, label: string): SketchShape[] {
  const { size, x, y } = inTheMiddle(v);
  const colour = v.text('colour', DARK);
  const said = label === 'none' ? [] : [write(SKETCH.width / 2, y + size + 16, 12, label, '#000000')];
  switch (v.text('form', '')) {
    case 'field':
      return [
        rect(20, 62, 140, 26, SHEET, { stroke: colour, r: 4 }),
        write(32, 79, 12, 'Search', colour, 'start'),
      ];
    case 'word':
      return [write(SKETCH.width / 2, 82, 18, 'Search', colour)];
    default:
      return [outline(v.text('shape', 'square'), x, y, size, colour), ...said];
  }
}

/** A mark that says its own label. */
export const labelledMark = (v: ValueReader): SketchShape[] => mark(v, v.text('label', 'none'));
