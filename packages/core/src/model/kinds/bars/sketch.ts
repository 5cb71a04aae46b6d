import { nth } from '../../../ground/checked.js';
import type { Civil } from '../../../ground/calendar.js';
import { writeDate } from '../../traits/writeDate.js';
import { labelledMark } from '../marks.js';
import { DARK, GREY, SHEET, SKETCH, WORD, rect, write, type SketchShape } from '../sketchShapes.js';
import type { Sketch, SketchedOn } from '../sketched.js';
import type { ValueReader } from '../valueReader.js';

/** The moment that clocks show. */
const MOMENT: Civil = { year: 2026, month: 11, day: 24, hour: 14, minute: 5, second: 0 };

/** Lines of a clock stand one and a quarter of their size apart; what is large of a letter rises a third above the middle. */
const LINES = { apart: 1.25, rise: 1 / 3 };
/** At most six items, in a column that four fill as well; each with a plate before its name. */
const ROW = {
  most: 6,
  fills: 4,
  in: 10,
  plate: { x: 24, side: 10, r: 2 },
  name: { x: 44, rise: 5, most: 14, share: 0.7 },
};
/** Words where there is nothing to draw. */
const NOTHING = { size: 13 };
/** Plates of workspaces: no larger than this, with a seam between them, within this margin on both sides together. */
const PLATES = { most: 34, seam: 4, margin: 20, high: 0.7, others: 0.4, digit: 0.6 };
/** Three entries of a window list, one below the other, drawn with the room that a picture takes at their start. */
const ENTRY = { x: 15, y: 16, dy: 42, h: 34, in: 6, gap: 8, titleRise: 22, least: 24, most: 150 };
/** The mark of what is running, at the foot of its entry. */
const RUNNING = { x: 17, y: 31, dot: 4, line: 24, thick: 3 };

function clock(v: ValueReader, { language }: SketchedOn): SketchShape[] {
  const size = v.number('size', 16, 44);
  const lines = writeDate(v.text('format', 'HH:mm'), MOMENT, language).split('\n');
  return lines.map((line, i) =>
    write(
      SKETCH.width / 2,
      SKETCH.height / 2 + (i - (lines.length - 1) / 2) * size * LINES.apart + size * LINES.rise,
      size,
      line,
      v.text('colour', '#000000'),
    ),
  );
}

/** Items in their order, each a plate with its name. */
function row(v: ValueReader, items: readonly string[]): SketchShape[] {
  if (items.length === 0)
    return [write(SKETCH.width / 2, SKETCH.height / 2, NOTHING.size, 'nothing shown', DARK)];
  const shown = items.slice(0, ROW.most);
  const each = (SKETCH.height - 2 * ROW.in) / Math.max(ROW.fills, shown.length);
  const { plate, name } = ROW;
  return shown.flatMap((item, i) => {
    const middle = ROW.in + i * each + each / 2;
    return [
      rect(plate.x, middle - plate.side / 2, plate.side, plate.side, v.text('colour', DARK), { r: plate.r }),
      write(
        name.x,
        middle + name.rise,
        Math.min(name.most, each * name.share),
        item,
        v.text('colour', DARK),
        'start',
      ),
    ];
  });
}

function workspaces(v: ValueReader): SketchShape[] {
  const count = Math.max(1, v.number('count', 4, 9));
  const each = Math.min(PLATES.most, (SKETCH.width - PLATES.margin) / count - PLATES.seam);
  const left = (SKETCH.width - count * (each + PLATES.seam)) / 2;
  const show = v.text('show', 'numbers');
  const colour = v.text('colour', DARK);
  return Array.from({ length: show === 'one mark' ? 1 : count }, (_, i): SketchShape => {
    const x = left + i * (each + PLATES.seam);
    const y = (SKETCH.height - each) / 2;
    if (show === 'dots') return rect(x + each / 3, y + each / 3, each / 3, each / 3, colour, { r: each / 6 });
    if (show === 'numbers' || show === 'names')
      return write(
        x + each / 2,
        y + each * PLATES.high,
        each * PLATES.digit,
        show === 'names' ? nth('abc', i % 3) : String(i + 1),
        colour,
      );
    return rect(x, y, each, each * PLATES.high, colour, { opacity: i === 0 ? 1 : PLATES.others });
  });
}

function entries(v: ValueReader): SketchShape[] {
  const wide = Math.max(ENTRY.least, v.number('entryWidth', 120, ENTRY.most));
  const size = v.number('size', 20, 34);
  const show = v.text('show', 'picture and title');
  const running = v.text('runningMark', 'none');
  return [0, 1, 2].flatMap((i) => {
    const y = ENTRY.y + i * ENTRY.dy;
    const first = ENTRY.x + ENTRY.in;
    const box = show === 'picture only' ? size + 2 * ENTRY.in : wide;
    const shapes = [rect(ENTRY.x, y, box, ENTRY.h, SHEET, { stroke: GREY })];
    if (show !== 'title only')
      shapes.push(rect(first, y + (ENTRY.h - size) / 2, size, size, DARK, { r: ROW.plate.r }));
    if (show !== 'picture only') {
      const from = show === 'title only' ? ENTRY.x + ENTRY.gap : first + size + ENTRY.gap;
      shapes.push(write(from, y + ENTRY.titleRise, WORD.size, 'Title', DARK, 'start'));
    }
    if (running !== 'none') {
      const isDot = running === 'dot';
      shapes.push(
        rect(RUNNING.x, y + RUNNING.y, isDot ? RUNNING.dot : RUNNING.line, RUNNING.thick, DARK, {
          r: isDot ? RUNNING.dot / 2 : 0,
        }),
      );
    }
    return shapes;
  });
}

const items: Sketch = (v) => row(v, v.items('items'));

/** How the items of bars would look. */
export const BAR_ITEM_SKETCHES: Readonly<Record<string, Sketch>> = {
  clock,
  'launcher-button': labelledMark,
  'search-button': labelledMark,
  'overview-button': labelledMark,
  bin: labelledMark,
  'status-area': items,
  'media-control': items,
  weather: items,
  'system-indicators': items,
  'bar-menus': (v) => row(v, v.items('order')),
  'workspace-switcher': workspaces,
  'window-list': entries,
};
