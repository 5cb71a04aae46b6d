import { inTheMiddle, mark } from '../marks.js';
import { pointerOutline } from './pointerOutline.js';
import {
  DARK,
  SHEET,
  SKETCH,
  outline,
  rect,
  write,
  type SketchShape,
  EDGE,
  WITHIN,
  NAME_LINE,
  MORE_LINE,
  WORDS,
} from '../sketchShapes.js';
import type { Sketch } from '../sketched.js';
import type { ValueReader } from '../valueReader.js';

/** Six icons in two rows: the largest of 46 px do not touch. */
const GRID = { x: 18, y: 20, dx: 52, dy: 60, across: 3 };
/** The fields of a wallpaper's colours, above its words. */
const FIELDS = { y: 14, h: 92 };

/** A folder's body lies under its fold, in shares of its size; a drawer's corners are round. */
const FOLDER = { down: 0.2, high: 0.7, round: 0.12, fold: 0.5 };
/** The middle of what a pointer covers lies a third of its size from its point. */
const POINTER_MIDDLE = 1 / 3;

function iconSet(v: ValueReader): SketchShape[] {
  const colours = v.colours('palette');
  const shapes =
    v.text('outline', 'mixed') === 'mixed'
      ? ['house', 'disc', 'notched square', 'lozenge', 'bevelled', 'square']
      : Array.from({ length: 6 }, () => v.text('outline', 'square'));
  const side = v.number('size', 40, 46);
  return shapes.map((shape, i) =>
    outline(
      shape,
      GRID.x + (i % GRID.across) * GRID.dx,
      GRID.y + Math.floor(i / GRID.across) * GRID.dy,
      side,
      colours[i % Math.max(1, colours.length)] ?? DARK,
    ),
  );
}

function pointer(v: ValueReader): SketchShape[] {
  const size = v.number('size', 24, 100);
  const [x, y] = [SKETCH.width / 2 - size * POINTER_MIDDLE, (SKETCH.height - size) / 2];
  return [
    {
      is: 'polygon',
      points: pointerOutline(v.text('shape', 'kite'), x, y, size),
      fill: v.text('fill', DARK),
      stroke: v.text('rim', SHEET),
    },
  ];
}

function wallpaper(v: ValueReader): SketchShape[] {
  const colours = v.colours('palette');
  const each = WITHIN.w / Math.max(1, colours.length);
  return [
    ...colours.map((c, i) => rect(EDGE + i * each, FIELDS.y, each, FIELDS.h, c)),
    write(SKETCH.width / 2, NAME_LINE.y, NAME_LINE.size, v.text('picture', 'no picture is named'), WORDS),
    write(SKETCH.width / 2, MORE_LINE.y, MORE_LINE.size, v.text('fit', ''), DARK),
  ];
}

function folder(v: ValueReader): SketchShape[] {
  const { size, x, y } = inTheMiddle(v);
  const colour = v.text('colour', DARK);
  const form = v.text('form', 'plate');
  const body = rect(
    x,
    y + size * FOLDER.down,
    size,
    size * FOLDER.high,
    form === 'bare outline' ? SHEET : colour,
    {
      stroke: colour,
      r: form === 'drawer' ? size * FOLDER.round : 0,
    },
  );
  const fold = outline('notched square', x, y, size * FOLDER.fold, colour);
  return form === 'folded sheet' || form === 'box' ? [fold, body] : [body];
}

/** How pictures and sets of them would look. */
export const PICTURE_SKETCHES: Readonly<Record<string, Sketch>> = {
  'icon-set': iconSet,
  pointer,
  wallpaper,
  'app-icon': (v) => mark(v, v.text('application', 'none')),
  'folder-icon': folder,
};
