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
/** What a window button does, written beneath it. */
const BUTTON_NAME = { below: 13, size: 9 };
/** Two buttons of equal width side by side, and rows beneath them as wide as both. */
const PUSH = { x: 14, y: 12, w: 70, next: 82 };
/** Rows begin this far under the buttons; their words lie this far in. */
const ROWS = { under: 10, w: PUSH.next + PUSH.w, in: 8 };
/** How strongly a chosen row is tinted. */
const CHOSEN = 0.25;
/** Heights of a row where only its density is known: what toolkits of that density come to, within a pixel or two. */
const DENSE = { tight: 22, usual: 28, airy: 36 };
/** A side bar is drawn at a third, and takes no more than half the window. */
const SIDE_BAR = { scale: 3, most: 90 };
/** Lines of a list, from the first one down. */
const LIST = { in: 20, right: 152, y: 38, dy: 30, thick: 6 };
/** Pictures, two in a row, nearer to each other the wider the side bar is, so that both stay within. */
const PICTURES = { in: 20, y: 36, dx: 70, dy: 34, side: 22, nearer: 2.4 };
/** Files are there to be told apart from their ground, not looked at. */
const FILE_INK = 0.6;

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
      write(x + side / 2, y + side + BUTTON_NAME.below, BUTTON_NAME.size, name, WORDS),
    ];
  });
}

function controls(v: ValueReader): SketchShape[] {
  const r = v.number('cornerRadius', 0);
  const ink = v.text('ink', DARK);
  const accent = v.text('accent', GREY);
  const high = v.number(
    'rowHeight',
    DENSE[v.text('density', 'usual') as keyof typeof DENSE] ?? DENSE.usual,
    44,
  );
  return [
    rect(0, 0, SKETCH.width, SKETCH.height, v.text('background', SHEET)),
    rect(PUSH.x, PUSH.y, PUSH.w, high, accent, { r }),
    rect(PUSH.x + PUSH.next, PUSH.y, PUSH.w, high, v.text('background', SHEET), { r, stroke: ink }),
    write(PUSH.x + PUSH.next + PUSH.w / 2, PUSH.y + high / 2 + WORD.rise, WORD.size, 'Later', ink),
    ...['Chosen', 'Not chosen'].flatMap((word, i) => {
      const y = PUSH.y + ROWS.under + high * (1 + i);
      return [
        rect(PUSH.x, y, ROWS.w, high, accent, { opacity: i === 0 ? CHOSEN : 0 }),
        write(PUSH.x + ROWS.in, y + high / 2 + WORD.rise, WORD.size, word, ink, 'start'),
      ];
    }),
  ];
}

function fileManager(v: ValueReader): SketchShape[] {
  const side = Math.min(SIDE_BAR.most, v.number('sidebarWidth', 180) / SIDE_BAR.scale);
  const isList = v.text('view', 'pictures') !== 'pictures';
  return [
    rect(WITHIN.x, WITHIN.y, WITHIN.w, WITHIN.h, SHEET, { stroke: GREY }),
    rect(WITHIN.x, WITHIN.y, side, WITHIN.h, v.text('colour', PALE)),
    ...(v.text('toolbar', 'none') === 'none'
      ? []
      : [rect(WITHIN.x, WITHIN.y, WITHIN.w, TOOLBAR, v.text('colour', PALE))]),
    ...[0, 1, 2].flatMap((l) =>
      isList
        ? [
            rect(side + LIST.in, LIST.y + l * LIST.dy, LIST.right - LIST.in - side, LIST.thick, DARK, {
              opacity: FILE_INK,
            }),
          ]
        : [0, 1].map((c) =>
            rect(
              side + PICTURES.in + c * (PICTURES.dx - side / PICTURES.nearer),
              PICTURES.y + l * PICTURES.dy,
              PICTURES.side,
              PICTURES.side,
              DARK,
              { opacity: FILE_INK, r: 2 },
            ),
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
