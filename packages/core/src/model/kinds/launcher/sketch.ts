import { PALE, SHEET, inkOn, rect, screen, type SketchShape } from '../sketchShapes.js';
import type { Sketch, SketchedOn } from '../sketched.js';
import type { ValueReader } from '../valueReader.js';

function launcher(v: ValueReader, { display }: SketchedOn): SketchShape[] {
  const s = screen(display);
  const isWhole = v.text('place', '') === 'whole screen' || v.text('style', '') === 'whole screen';
  const w = isWhole ? s.w : Math.min(s.w, Math.max(16, v.number('width', 480) * s.k));
  const h = isWhole ? s.h : Math.min(s.h, Math.max(16, v.number('height', 600) * s.k));
  const isMiddle = v.text('place', 'middle of the screen').startsWith('middle');
  const x = isMiddle ? s.x + (s.w - w) / 2 : s.x;
  const y = isMiddle ? s.y + (s.h - h) / 2 : s.y + s.h - h;
  const ground = v.text('colour', SHEET);
  const ink = inkOn(ground);
  const field = v.text('searchField', 'none');
  const shapes = [
    rect(s.x, s.y, s.w, s.h, PALE),
    rect(x, y, w, h, ground, {
      r: v.number('cornerRadius', 0) * s.k,
      opacity: v.number('opacity', 100, 100) / 100,
    }),
  ];
  if (field !== 'none')
    shapes.push(rect(x + w * 0.1, field === 'top' ? y + 4 : y + h - 10, w * 0.8, 6, SHEET, { stroke: ink }));
  const style = v.text('style', 'list');
  const top = y + (field === 'top' ? 15 : 6);
  const room = h - (field === 'none' ? 10 : 20);
  const isGrid = style === 'grid' || style === 'tiles' || style === 'whole screen';
  const columns = isGrid ? 4 : style === 'list and columns' ? 2 : 1;
  const lines = Math.max(1, Math.floor(room / (isGrid ? 16 : 9)));
  if (style !== 'search only')
    for (let c = 0; c < columns; c++)
      for (let l = 0; l < Math.min(lines, 9); l++) {
        const each = (w - 8) / columns;
        shapes.push(
          isGrid
            ? rect(x + 4 + c * each + each * 0.2, top + l * 16, each * 0.6, 10, ink, { opacity: 0.7, r: 1 })
            : rect(x + 5 + c * each, top + l * 9, each * 0.75, 4, ink, { opacity: 0.7 }),
        );
      }
  return shapes;
}

/** How a launcher would look. */
export const LAUNCHER_SKETCHES: Readonly<Record<string, Sketch>> = { launcher };
