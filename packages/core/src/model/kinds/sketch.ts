import { ZONES } from '../../measuring/picture/zone.js';
import { type Palette, type TraitValue } from '../traits/value.js';
import type { Civil } from '../../ground/calendar.js';
import { writeDate } from '../traits/writeDate.js';
import { pointerOutline } from './pictures/pointerOutline.js';
import {
  DARK,
  GREY,
  inkOn,
  PALE,
  rect,
  SHEET,
  SKETCH,
  Told,
  write,
  type SketchShape,
} from './sketchShapes.js';

/** What an element would show by the values of its traits (lengths in device pixels), and the display it stands on. */
export interface Sketched {
  readonly kind: string;
  readonly values: ReadonlyMap<string, TraitValue>;
  readonly display: { readonly width: number; readonly height: number };
  /** BCP 47 tag in which clocks write. */
  readonly language: string;
}

/** The moment that clocks show. */
const MOMENT: Civil = { year: 2026, month: 11, day: 24, hour: 14, minute: 5, second: 0 };
/**
 * Draws what an offer would show from its values alone: place, size, order and colours, for judging beside the crop of
 * the reference. Kinds that cannot be seen are told in words.
 */
export function sketchOf({ kind, values, display, language }: Sketched): SketchShape[] {
  const v = new Told(values);
  switch (kind) {
    case 'bar':
    case 'dock':
      return bar(v, kind === 'dock', display);
    case 'frame':
      return frame(v);
    case 'window-buttons':
      return buttons(v);
    case 'clock':
      return clock(v, language);
    case 'launcher-button':
    case 'search-button':
    case 'overview-button':
    case 'bin':
    case 'app-icon':
    case 'folder-icon':
      return mark(v, kind);
    case 'status-area':
    case 'media-control':
    case 'weather':
    case 'system-indicators':
    case 'bar-menus':
      return row(v, v.items(kind === 'bar-menus' ? 'order' : 'items'));
    case 'workspace-switcher':
      return workspaces(v);
    case 'window-list':
      return entries(v);
    case 'launcher':
      return launcher(v, display);
    case 'controls':
      return controls(v);
    case 'file-manager':
      return fileManager(v);
    case 'icon-set':
      return iconSet(v);
    case 'pointer':
      return pointer(v);
    case 'wallpaper':
      return wallpaper(v);
    case 'interface-type':
    case 'title-type':
    case 'fixed-type':
      return letters(v, kind);
    case 'terminal':
      return terminal(v);
    case 'desktop-items':
      return desktopItems(v, display);
    case 'desktop-widget':
      return widget(v, display);
    default:
      return words(values);
  }
}

/** The screen small, in the middle of the sketch. */
function screen(display: Sketched['display']) {
  const k = Math.min((SKETCH.width - 16) / display.width, (SKETCH.height - 16) / display.height);
  const [w, h] = [display.width * k, display.height * k];
  return { k, w, h, x: (SKETCH.width - w) / 2, y: (SKETCH.height - h) / 2 };
}

function bar(v: Told, isDock: boolean, display: Sketched['display']): SketchShape[] {
  const { k, x, y, w, h } = screen(display);
  const thick = Math.max(2, v.number('thickness', 40) * k);
  const margin = v.number('margin', 0) * k;
  const edge = v.text('edge', 'bottom');
  const along = v.text('alignment', 'centre');
  const upright = edge === 'left' || edge === 'right';
  const length = ((upright ? h : w) * v.number('edgeShare', 100, 100)) / 100;
  const rest = (upright ? h : w) - length;
  const at = along === 'start' ? 0 : along === 'end' ? rest : rest / 2;
  const place = {
    left: { x: x + margin, y: y + at, w: thick, h: length },
    right: { x: x + w - thick - margin, y: y + at, w: thick, h: length },
    top: { x: x + at, y: y + margin, w: length, h: thick },
    bottom: { x: x + at, y: y + h - thick - margin, w: length, h: thick },
  }[edge] ?? { x, y, w, h: thick };
  const order = v.zones('items');
  const side = Math.min(thick, isDock ? Math.max(2, v.number('iconSize', 48) * k) : Math.min(6, thick * 0.5));
  const gap = isDock ? v.number('spacing', 8) * k : side;
  const ground = v.text('colour', GREY);
  const dots: SketchShape[] = [];
  for (const zone of order ? ZONES : []) {
    const n = order![zone].length;
    const all = n * side + Math.max(0, n - 1) * gap;
    const from = zone === 'start' ? gap : zone === 'end' ? length - all - gap : (length - all) / 2;
    for (let i = 0; i < n; i++) {
      const [a, b] = [from + i * (side + gap), (thick - side) / 2];
      dots.push(
        rect(
          upright ? place.x + b : place.x + a,
          upright ? place.y + a : place.y + b,
          side,
          side,
          inkOn(ground),
          {
            r: 1,
            opacity: 0.8,
          },
        ),
      );
    }
  }
  return [
    rect(x, y, w, h, PALE),
    rect(place.x, place.y, place.w, place.h, ground, {
      r: v.number('cornerRadius', 0) * k,
      opacity: v.number('opacity', 100, 100) / 100,
    }),
    ...dots,
  ];
}

function frame(v: Told): SketchShape[] {
  const box = { x: 20, y: 18, w: 140, h: 112 };
  const title = v.number('titleHeight', 28, 48);
  const r = v.number('cornerRadius', 0);
  const place = v.text('titlePlace', 'head');
  const fill = v.text('colourActive', GREY);
  const line = v.number('border', 0, 8);
  const shade = v.flag('shadow') ? [rect(box.x + 4, box.y + 5, box.w, box.h, DARK, { r, opacity: 0.3 })] : [];
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
            side === 'start' ? box.x + 26 : side === 'end' ? box.x + box.w - 26 : box.x + box.w / 2,
            (place === 'foot' ? box.y + box.h - title : box.y) + title / 2 + 4,
            12,
            'Title',
            v.text('ink', DARK),
          ),
        ]
      : []),
  ];
}

/** A button's or launcher's outline in a square. */
function outline(shape: string, x: number, y: number, s: number, fill: string): SketchShape {
  const at = (points: readonly (readonly [number, number])[]): SketchShape => ({
    is: 'polygon',
    points: points.map(([px, py]) => [x + px * s, y + py * s] as const),
    fill,
  });
  switch (shape) {
    case 'disc':
    case 'ring':
    case 'all discs':
      return rect(x, y, s, s, fill, { r: s / 2 });
    case 'house':
      return at([[0.5, 0], [1, 0.38], [1, 1], [0, 1], [0, 0.38]]); // prettier-ignore
    case 'lozenge':
      return at([[0.5, 0], [1, 0.5], [0.5, 1], [0, 0.5]]); // prettier-ignore
    case 'notched':
    case 'notched square':
      return at([[0, 0], [0.7, 0], [1, 0.3], [1, 1], [0, 1]]); // prettier-ignore
    case 'tab':
      return at([[0.15, 0], [0.85, 0], [1, 1], [0, 1]]); // prettier-ignore
    case 'bevelled':
      return at([[0.2, 0], [0.8, 0], [1, 0.2], [1, 0.8], [0.8, 1], [0.2, 1], [0, 0.8], [0, 0.2]]); // prettier-ignore
    case 'bare sign':
    case 'bare signs':
      return rect(x + s * 0.2, y + s * 0.45, s * 0.6, Math.max(1.5, s * 0.12), fill);
    case 'all rounded squares':
      return rect(x, y, s, s, fill, { r: s * 0.25 });
    default:
      return rect(x, y, s, s, fill);
  }
}

function buttons(v: Told): SketchShape[] {
  const all = v.items('order');
  const side = v.number('size', 20, 40);
  const gap = v.number('spacing', 8, 20);
  const length = all.length * side + Math.max(0, all.length - 1) * gap;
  const at =
    { start: 10, centre: (SKETCH.width - length) / 2, end: SKETCH.width - length - 10 }[
      v.text('side', 'centre')
    ] ?? 10;
  const y = SKETCH.height / 2 - side / 2;
  return all.flatMap((name, i) => {
    const x = at + i * (side + gap);
    return [
      outline(v.text('shape', 'square'), x, y, side, v.text('colour', DARK)),
      write(x + side / 2, y + side + 13, 9, name, '#000000'),
    ];
  });
}

function clock(v: Told, language: string): SketchShape[] {
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

function mark(v: Told, kind: string): SketchShape[] {
  const size = v.number('size', 40, 100);
  const [x, y] = [(SKETCH.width - size) / 2, (SKETCH.height - size) / 2 - 8];
  const colour = v.text('colour', DARK);
  const label = v.text(kind === 'app-icon' ? 'application' : 'label', 'none');
  const said = label === 'none' ? [] : [write(SKETCH.width / 2, y + size + 16, 12, label, '#000000')];
  if (kind === 'folder-icon') {
    const form = v.text('form', 'plate');
    const body = rect(x, y + size * 0.2, size, size * 0.7, form === 'bare outline' ? SHEET : colour, {
      stroke: colour,
      r: form === 'drawer' ? size * 0.12 : 0,
    });
    const fold = outline('notched square', x, y, size * 0.5, colour);
    return form === 'folded sheet' || form === 'box' ? [fold, body] : [body];
  }
  if (v.text('form', '') === 'field')
    return [
      rect(20, 62, 140, 26, SHEET, { stroke: colour, r: 4 }),
      write(32, 79, 12, 'Search', colour, 'start'),
    ];
  if (v.text('form', '') === 'word') return [write(SKETCH.width / 2, 82, 18, 'Search', colour)];
  return [outline(v.text('shape', 'square'), x, y, size, colour), ...said];
}

/** Items in their order, each a plate with its name. */
function row(v: Told, items: readonly string[]): SketchShape[] {
  if (items.length === 0) return [write(SKETCH.width / 2, SKETCH.height / 2, 13, 'nothing shown', DARK)];
  const shown = items.slice(0, 6);
  const each = (SKETCH.height - 20) / Math.max(4, shown.length);
  return shown.flatMap((item, i) => [
    rect(24, 10 + i * each + each / 2 - 5, 10, 10, v.text('colour', DARK), { r: 2 }),
    write(44, 10 + i * each + each / 2 + 5, Math.min(14, each * 0.7), item, v.text('colour', DARK), 'start'),
  ]);
}

function workspaces(v: Told): SketchShape[] {
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
        show === 'names' ? 'abc'[i % 3]! : String(i + 1),
        colour,
      );
    return rect(x, y, each, each * 0.7, colour, { opacity: i === 0 ? 1 : 0.4 });
  });
}

function entries(v: Told): SketchShape[] {
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

function launcher(v: Told, display: Sketched['display']): SketchShape[] {
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

function controls(v: Told): SketchShape[] {
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

function fileManager(v: Told): SketchShape[] {
  const side = Math.min(90, v.number('sidebarWidth', 180) / 3);
  const isList = v.text('view', 'pictures') !== 'pictures';
  return [
    rect(10, 10, 160, 130, SHEET, { stroke: GREY }),
    rect(10, 10, side, 130, v.text('colour', PALE)),
    ...(v.text('toolbar', 'none') === 'none' ? [] : [rect(10, 10, 160, 16, v.text('colour', PALE))]),
    ...[0, 1, 2].flatMap((l) =>
      isList
        ? [rect(side + 20, 38 + l * 30, 132 - side, 6, DARK, { opacity: 0.6 })]
        : [0, 1].map((c) =>
            rect(side + 20 + c * (70 - side / 2.4), 36 + l * 34, 22, 22, DARK, { opacity: 0.6, r: 2 }),
          ),
    ),
  ];
}

function iconSet(v: Told): SketchShape[] {
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

function pointer(v: Told): SketchShape[] {
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

function wallpaper(v: Told): SketchShape[] {
  const colours = v.colours('palette');
  const each = (SKETCH.width - 20) / Math.max(1, colours.length);
  return [
    ...colours.map((c, i) => rect(10 + i * each, 14, each, 92, c)),
    write(SKETCH.width / 2, 126, 12, v.text('picture', 'no picture is named'), '#000000'),
    write(SKETCH.width / 2, 142, 11, v.text('fit', ''), DARK),
  ];
}

function letters(v: Told, kind: string): SketchShape[] {
  const style = v.text('style', kind === 'fixed-type' ? 'fixed width' : 'sans');
  const size = v.number('size', 24, 44);
  const face =
    style.includes('serif') && style !== 'sans'
      ? 'serif'
      : style === 'fixed width'
        ? 'monospace'
        : 'sans-serif';
  const sample: SketchShape = {
    is: 'text',
    x: SKETCH.width / 2,
    y: 70 + size / 3,
    size,
    fill: v.text('colour', '#000000'),
    text: 'Rail ag 14',
    at: 'middle',
    weight: v.number('weight', 400),
    face,
  };
  return [
    sample,
    write(SKETCH.width / 2, 124, 12, v.text('family', 'family not told'), '#000000'),
    write(SKETCH.width / 2, 141, 10.5, 'not in the face itself', DARK),
  ];
}

function terminal(v: Told): SketchShape[] {
  const palette = v.colours('palette');
  const size = v.number('size', 13, 18);
  const ink = v.text('text', SHEET);
  const line = (n: number) => 14 + size + n * size * 1.5;
  return [
    rect(6, 6, 168, 138, v.text('background', DARK), { opacity: v.number('opacity', 100, 100) / 100 }),
    { ...write(14, line(0), size, 'tape list', ink, 'start'), face: 'monospace' } as SketchShape,
    rect(12, line(1) - size, 90, size * 1.3, v.text('selection', GREY)),
    { ...write(14, line(1), size, 'chosen', ink, 'start'), face: 'monospace' } as SketchShape,
    {
      ...write(14, line(2), size, 'bold', v.text('bold', ink), 'start'),
      face: 'monospace',
      weight: 700,
    } as SketchShape,
    rect(14 + size * 3.4, line(2) - size, size * 0.6, size * 1.2, v.text('cursor', ink)),
    ...palette.slice(0, 16).map((c, i) => rect(14 + (i % 8) * 19, 112 + Math.floor(i / 8) * 14, 16, 11, c)),
  ];
}

function desktopItems(v: Told, display: Sketched['display']): SketchShape[] {
  const s = screen(display);
  const size = Math.max(3, v.number('size', 48) * s.k);
  const [gx, gy] = [v.number('gridWidth', 100) * s.k, v.number('gridHeight', 110) * s.k];
  const corner = v.text('corner', 'top left');
  return [
    rect(s.x, s.y, s.w, s.h, PALE),
    ...Array.from({ length: 6 }, (_, i) => {
      const [dx, dy] = [4 + Math.floor(i / 3) * Math.max(gx, size + 2), 4 + (i % 3) * Math.max(gy, size + 4)];
      const x = corner.includes('right') ? s.x + s.w - dx - size : s.x + dx;
      const y = corner.includes('bottom') ? s.y + s.h - dy - size : s.y + dy;
      return rect(x, y, size, size, DARK, { opacity: 0.75 });
    }),
  ];
}

function widget(v: Told, display: Sketched['display']): SketchShape[] {
  const s = screen(display);
  const [w, h] = [Math.max(6, v.number('width', 300) * s.k), Math.max(5, v.number('height', 160) * s.k)];
  const place = v.place('place');
  const across = place ? { start: 0.04, centre: 0.5, end: 0.96 }[place.zone] : 0.5;
  return [
    rect(s.x, s.y, s.w, s.h, PALE),
    rect(
      s.x + (s.w - w) * across,
      s.y + ((s.h - h) * (place?.offset ?? 50)) / 100,
      w,
      h,
      v.text('colour', DARK),
      {
        r: 2,
      },
    ),
    write(SKETCH.width / 2, s.y + s.h + 7, 10, v.text('what', ''), '#000000'),
  ];
}

/** What cannot be seen: its colours as fields, its words beneath. */
function words(values: ReadonlyMap<string, TraitValue>): SketchShape[] {
  const colours: string[] = [];
  const said: string[] = [];
  for (const value of values.values()) {
    if (typeof value === 'string' && /^#[0-9a-f]{6}$/.test(value)) colours.push(value);
    else if (typeof value === 'string') said.push(value);
    else if (
      typeof value === 'object' &&
      Object.values(value).every((c) => typeof c === 'string' && c.startsWith('#'))
    )
      colours.push(...Object.values(value as Palette));
  }
  const shown = colours.slice(0, 6);
  const side = shown.length > 0 ? Math.min(56, (SKETCH.width - 24) / shown.length - 4) : 0;
  const left = (SKETCH.width - shown.length * (side + 4)) / 2;
  return [
    ...shown.map((fill, i) => rect(left + i * (side + 4), 24, side, side, fill, { r: 2 })),
    ...said
      .slice(0, 4)
      .map((word, i) => write(SKETCH.width / 2, (side > 0 ? 46 + side : 46) + i * 18, 13, word, '#000000')),
  ];
}
