import { nth } from '../../../ground/checked.js';
import type { Civil } from '../../../ground/calendar.js';
import { writeDate } from '../../traits/writeDate.js';
import { labelledMark } from '../marks.js';
import { DARK, GREY, SHEET, SKETCH, rect, write, type SketchShape } from '../sketchShapes.js';
import type { Sketch, SketchedOn } from '../sketched.js';
import type { ValueReader } from '../valueReader.js';

/** The moment that clocks show. */
const MOMENT: Civil = { year: 2026, month: 11, day: 24, hour: 14, minute: 5, second: 0 };

function clock(v: ValueReader, { language }: SketchedOn): SketchShape[] {
  const size = v.number('size', 16, 44);
  const lines = writeDate(v.text('format', 'HH:mm'), MOMENT, language).split('\n');
  return lines.map((line, i) =>
    write(
      SKETCH.width / 2,
      SKETCH.height / 2 + (i - (lines.length - 1) / 2) * size * 1.25 + size / 3,
      size,
      line,
      v.text('colour', '#000000'),
    ),
  );
}

/** Items in their order, each a plate with its name. */
function row(v: ValueReader, items: readonly string[]): SketchShape[] {
  if (items.length === 0) return [write(SKETCH.width / 2, SKETCH.height / 2, 13, 'nothing shown', DARK)];
  const shown = items.slice(0, 6);
  const each = (SKETCH.height - 20) / Math.max(4, shown.length);
  return shown.flatMap((item, i) => [
    rect(24, 10 + i * each + each / 2 - 5, 10, 10, v.text('colour', DARK), { r: 2 }),
    write(44, 10 + i * each + each / 2 + 5, Math.min(14, each * 0.7), item, v.text('colour', DARK), 'start'),
  ]);
}

function workspaces(v: ValueReader): SketchShape[] {
  const count = Math.max(1, v.number('count', 4, 9));
  const each = Math.min(34, (SKETCH.width - 20) / count - 4);
  const left = (SKETCH.width - count * (each + 4)) / 2;
  const show = v.text('show', 'numbers');
  const colour = v.text('colour', DARK);
  return Array.from({ length: show === 'one mark' ? 1 : count }, (_, i): SketchShape => {
    const x = left + i * (each + 4);
    const y = (SKETCH.height - each) / 2;
    if (show === 'dots') return rect(x + each / 3, y + each / 3, each / 3, each / 3, colour, { r: each / 6 });
    if (show === 'numbers' || show === 'names')
      return write(
        x + each / 2,
        y + each * 0.7,
        each * 0.6,
        show === 'names' ? nth('abc', i % 3) : String(i + 1),
        colour,
      );
    return rect(x, y, each, each * 0.7, colour, { opacity: i === 0 ? 1 : 0.4 });
  });
}

function entries(v: ValueReader): SketchShape[] {
  const wide = Math.max(24, v.number('entryWidth', 120, 150));
  const size = v.number('size', 20, 34);
  const show = v.text('show', 'picture and title');
  const running = v.text('runningMark', 'none');
  return [0, 1, 2].flatMap((i) => {
    const y = 16 + i * 42;
    const shapes = [rect(15, y, show === 'picture only' ? size + 12 : wide, 34, SHEET, { stroke: GREY })];
    if (show !== 'title only') shapes.push(rect(21, y + (34 - size) / 2, size, size, DARK, { r: 2 }));
    if (show !== 'picture only')
      shapes.push(write(show === 'title only' ? 23 : 29 + size, y + 22, 12, 'Title', DARK, 'start'));
    if (running !== 'none')
      shapes.push(rect(17, y + 31, running === 'dot' ? 4 : 24, 3, DARK, { r: running === 'dot' ? 2 : 0 }));
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
