import { inTheMiddle, mark } from '../marks.js';
import { pointerOutline } from './pointerOutline.js';
import { DARK, SHEET, SKETCH, outline, rect, write, type SketchShape } from '../sketchShapes.js';
import type { Sketch } from '../sketched.js';
import type { ValueReader } from '../valueReader.js';

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
      18 + (i % 3) * 52,
      20 + Math.floor(i / 3) * 60,
      side,
      colours[i % Math.max(1, colours.length)] ?? DARK,
    ),
  );
}

function pointer(v: ValueReader): SketchShape[] {
  const size = v.number('size', 24, 100);
  const [x, y] = [SKETCH.width / 2 - size / 3, (SKETCH.height - size) / 2];
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
  const each = (SKETCH.width - 20) / Math.max(1, colours.length);
  return [
    ...colours.map((c, i) => rect(10 + i * each, 14, each, 92, c)),
    write(SKETCH.width / 2, 126, 12, v.text('picture', 'no picture is named'), '#000000'),
    write(SKETCH.width / 2, 142, 11, v.text('fit', ''), DARK),
  ];
}

function folder(v: ValueReader): SketchShape[] {
  const { size, x, y } = inTheMiddle(v);
  const colour = v.text('colour', DARK);
  const form = v.text('form', 'plate');
  const body = rect(x, y + size * 0.2, size, size * 0.7, form === 'bare outline' ? SHEET : colour, {
    stroke: colour,
    r: form === 'drawer' ? size * 0.12 : 0,
  });
  const fold = outline('notched square', x, y, size * 0.5, colour);
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
