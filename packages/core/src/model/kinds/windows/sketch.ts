import {
  DARK,
  GREY,
  PALE,
  SHEET,
  SKETCH,
  outline,
  rect,
  write,
  type SketchShape,
  EDGE,
  WITHIN,
  WORD,
  WORDS,
} from '../sketchShapes.js';
import type { Sketch } from '../sketched.js';
import type { ValueReader } from '../valueReader.js';

/** A window in the sketch: its borders, the widest of 8, and its shadow stay within. */
const WINDOW = { x: 20, y: 18, w: 140, h: 112 };
/** How far a shadow lies off the window, and how much of it shows. */
const SHADE = { x: 4, y: 5, opacity: 0.3 };
/** The middle of a title that stands at one side, from there on: half of the word and a little. */
const TITLE_IN = 26;
/** Height of a toolbar. */
const TOOLBAR = 16;

function frame(v: ValueReader): SketchShape[] {
  const box = WINDOW;
  const title = v.number('titleHeight', 28, 48);
  const r = v.number('cornerRadius', 0);
  const place = v.text('titlePlace', 'head');
  const fill = v.text('colourActive', GREY);
  const line = v.number('border', 0, 8);
  const shade = v.flag('shadow')
    ? [rect(box.x + SHADE.x, box.y + SHADE.y, box.w, box.h, DARK, { r, opacity: SHADE.opacity })]
    : [];
  const strip = {
    head: rect(box.x, box.y, box.w, title, fill, { r }),
    foot: rect(box.x, box.y + box.h - title, box.w, title, fill, { r }),
    'left side': rect(box.x, box.y, title, box.h, fill, { r }),
    'right side': rect(box.x + box.w - title, box.y, title, box.h, fill, { r }),
  }[place];
  const side = v.text('titleAlignment', 'centre');
  const lies = place === 'head' || place === 'foot';
  return [
    ...shade,
    rect(box.x - line, box.y - line, box.w + 2 * line, box.h + 2 * line, fill, { r: r + line }),
    rect(box.x, box.y, box.w, box.h, SHEET, { r }),
    ...(strip ? [strip] : []),
    ...(lies
      ? [
          write(
            side === 'start'
              ? box.x + TITLE_IN
              : side === 'end'
                ? box.x + box.w - TITLE_IN
                : box.x + box.w / 2,
            (place === 'foot' ? box.y + box.h - title : box.y) + title / 2 + WORD.rise,
            WORD.size,
            'Title',
            v.text('ink', DARK),
          ),
        ]
      : []),
  ];
}

function buttons(v: ValueReader): SketchShape[] {
  const all = v.items('order');
  const side = v.number('size', 20, 40);
  const gap = v.number('spacing', 8, 20);
  const length = all.length * side + Math.max(0, all.length - 1) * gap;
  const at =
    { start: EDGE, centre: (SKETCH.width - length) / 2, end: SKETCH.width - length - EDGE }[
      v.text('side', 'centre')
    ] ?? EDGE;
  const y = SKETCH.height / 2 - side / 2;
  return all.flatMap((name, i) => {
    const x = at + i * (side + gap);
    return [
      outline(v.text('shape', 'square'), x, y, side, v.text('colour', DARK)),
      write(x + side / 2, y + side + 13, 9, name, WORDS),
    ];
  });
}

function controls(v: ValueReader): SketchShape[] {
  const r = v.number('cornerRadius', 0);
  const ink = v.text('ink', DARK);
  const accent = v.text('accent', GREY);
  const high = v.number(
    'rowHeight',
    { tight: 22, usual: 28, airy: 36 }[v.text('density', 'usual')] ?? 28,
    44,
  );
  return [
    rect(0, 0, SKETCH.width, SKETCH.height, v.text('background', SHEET)),
    rect(14, 12, 70, high, accent, { r }),
    rect(96, 12, 70, high, v.text('background', SHEET), { r, stroke: ink }),
    write(131, 12 + high / 2 + 4, 12, 'Later', ink),
    ...[0, 1].flatMap((i) => [
      rect(14, 22 + high + i * high, 152, high, accent, { opacity: i === 0 ? 0.25 : 0 }),
      write(22, 22 + high * 1.5 + i * high + 4, 12, i === 0 ? 'Chosen' : 'Not chosen', ink, 'start'),
    ]),
  ];
}

function fileManager(v: ValueReader): SketchShape[] {
  const side = Math.min(90, v.number('sidebarWidth', 180) / 3);
  const isList = v.text('view', 'pictures') !== 'pictures';
  return [
    rect(WITHIN.x, WITHIN.y, WITHIN.w, WITHIN.h, SHEET, { stroke: GREY }),
    rect(WITHIN.x, WITHIN.y, side, WITHIN.h, v.text('colour', PALE)),
    ...(v.text('toolbar', 'none') === 'none'
      ? []
      : [rect(WITHIN.x, WITHIN.y, WITHIN.w, TOOLBAR, v.text('colour', PALE))]),
    ...[0, 1, 2].flatMap((l) =>
      isList
        ? [rect(side + 20, 38 + l * 30, 132 - side, 6, DARK, { opacity: 0.6 })]
        : [0, 1].map((c) =>
            rect(side + 20 + c * (70 - side / 2.4), 36 + l * 34, 22, 22, DARK, { opacity: 0.6, r: 2 }),
          ),
    ),
  ];
}

/** How windows and what is in them would look. */
export const WINDOW_SKETCHES: Readonly<Record<string, Sketch>> = {
  frame,
  'window-buttons': buttons,
  controls,
  'file-manager': fileManager,
};
