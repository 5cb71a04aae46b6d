import { PALE, SHEET, inkOn, rect, screen, type SketchShape } from '../sketchShapes.js';
import type { Sketch, SketchedOn } from '../sketched.js';
import type { ValueReader } from '../valueReader.js';

/** The least of a launcher that still shows what is in it, in the sketch's units. */
const LEAST = 16;
/** The field to search in: this much of the width, this high, this far from the head or the foot. */
const FIELD = { share: 0.8, h: 6, head: 4, foot: 10 };
/** Where entries begin, and what they leave free: more where the field takes its room. */
const ENTRIES = { head: 6, underField: 15, free: 10, freeWithField: 20, in: 4, most: 9, opacity: 0.7 };
/** Tiles: four in a row, each this much of its column. */
const TILE = { across: 4, dy: 16, before: 0.2, share: 0.6, h: 10 };
/** Lines of a list. */
const LINE = { in: 5, dy: 9, share: 0.75, h: 4 };

function launcher(v: ValueReader, { display }: SketchedOn): SketchShape[] {
  const s = screen(display);
  const isWhole = v.text('place', '') === 'whole screen' || v.text('style', '') === 'whole screen';
  const w = isWhole ? s.w : Math.min(s.w, Math.max(LEAST, v.number('width', 480) * s.k));
  const h = isWhole ? s.h : Math.min(s.h, Math.max(LEAST, v.number('height', 600) * s.k));
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
    shapes.push(
      rect(
        x + (w * (1 - FIELD.share)) / 2,
        field === 'top' ? y + FIELD.head : y + h - FIELD.foot,
        w * FIELD.share,
        FIELD.h,
        SHEET,
        { stroke: ink },
      ),
    );
  const style = v.text('style', 'list');
  const top = y + (field === 'top' ? ENTRIES.underField : ENTRIES.head);
  const room = h - (field === 'none' ? ENTRIES.free : ENTRIES.freeWithField);
  const isGrid = style === 'grid' || style === 'tiles' || style === 'whole screen';
  const columns = isGrid ? TILE.across : style === 'list and columns' ? 2 : 1;
  const lines = Math.max(1, Math.floor(room / (isGrid ? TILE.dy : LINE.dy)));
  if (style !== 'search only')
    for (let c = 0; c < columns; c++)
      for (let l = 0; l < Math.min(lines, ENTRIES.most); l++) {
        const each = (w - 2 * ENTRIES.in) / columns;
        shapes.push(
          isGrid
            ? rect(
                x + ENTRIES.in + c * each + each * TILE.before,
                top + l * TILE.dy,
                each * TILE.share,
                TILE.h,
                ink,
                { opacity: ENTRIES.opacity, r: 1 },
              )
            : rect(x + LINE.in + c * each, top + l * LINE.dy, each * LINE.share, LINE.h, ink, {
                opacity: ENTRIES.opacity,
              }),
        );
      }
  return shapes;
}

/** How a launcher would look. */
export const LAUNCHER_SKETCHES: Readonly<Record<string, Sketch>> = { launcher };
