import { DARK, GREY, SHEET, rect, write, type SketchShape } from '../sketchShapes.js';
import type { Sketch } from '../sketched.js';
import type { ValueReader } from '../valueReader.js';

/** The window, and what is written in it: where lines begin and how far apart they are, in sizes of its letters. */
const PANE = { x: 6, y: 6, w: 168, h: 138 };
const TEXT = { x: 14, y: 14, apart: 1.5 };
/** A marked line: a little wider than its word to the left, as high as a line that is set tight. */
const MARKED = { before: 2, w: 90, h: 1.3 };
/** The cursor stands after a word of four letters of fixed width, each about six tenths of its size wide. */
const CURSOR = { x: 3.4, w: 0.6, h: 1.2 };
const BOLD = 700;
/** Sixteen colours in two rows of eight, as palettes of terminals are counted. */
const PALETTE = { count: 16, across: 8, x: 14, y: 112, dx: 19, dy: 14, w: 16, h: 11 };

function terminal(v: ValueReader): SketchShape[] {
  const palette = v.colours('palette');
  const size = v.number('size', 13, 18);
  const ink = v.text('text', SHEET);
  const line = (n: number) => TEXT.y + size + n * size * TEXT.apart;
  return [
    rect(PANE.x, PANE.y, PANE.w, PANE.h, v.text('background', DARK), {
      opacity: v.number('opacity', 100, 100) / 100,
    }),
    { ...write(TEXT.x, line(0), size, 'tape list', ink, 'start'), face: 'monospace' } as SketchShape,
    rect(TEXT.x - MARKED.before, line(1) - size, MARKED.w, size * MARKED.h, v.text('selection', GREY)),
    { ...write(TEXT.x, line(1), size, 'chosen', ink, 'start'), face: 'monospace' } as SketchShape,
    {
      ...write(TEXT.x, line(2), size, 'bold', v.text('bold', ink), 'start'),
      face: 'monospace',
      weight: BOLD,
    } as SketchShape,
    rect(TEXT.x + size * CURSOR.x, line(2) - size, size * CURSOR.w, size * CURSOR.h, v.text('cursor', ink)),
    ...palette
      .slice(0, PALETTE.count)
      .map((c, i) =>
        rect(
          PALETTE.x + (i % PALETTE.across) * PALETTE.dx,
          PALETTE.y + Math.floor(i / PALETTE.across) * PALETTE.dy,
          PALETTE.w,
          PALETTE.h,
          c,
        ),
      ),
  ];
}

/** How a terminal would look. */
export const TERMINAL_SKETCHES: Readonly<Record<string, Sketch>> = { terminal };
