import { nth } from '../../ground/checked.js';
import { randomFrom } from '../../ground/random.js';
import type { Rect } from '../../measuring/picture/rect.js';
import type { FaceRole, Lettering, WindowState } from '../../model/scene/state.js';
import { drawIcon } from './drawIcon.js';
import { box, tag } from './svg.js';

/** Programmes of a small radio station: rows of the running order. */
const RUNNING_ORDER: readonly (readonly [string, string, string, string])[] = [
  ['06:00', 'Tide table and weather', 'Ines Quill', '04:30'],
  ['06:05', 'Harbour gossip', 'The morning desk', '12:00'],
  ['06:17', 'Reed organ, first movement', 'From the archive', '08:42'],
  ['06:26', 'Letters from the far bank', 'Oswin Tarr', '06:15'],
  ['06:32', 'School orchestra rehearses', 'Outside unit 2', '14:20'],
  ['06:47', 'Notices and lost dogs', 'Ines Quill', '03:00'],
  ['06:50', 'Slow river (repeat)', 'The night desk', '09:50'],
  ['07:00', 'News in brief', 'Newsroom', '05:00'],
  ['07:05', 'Market prices', 'Pia Lund', '02:45'],
  ['07:08', 'A walk along the sluice', 'Outside unit 1', '21:30'],
  ['07:30', 'Choir of the salt works', 'From the archive', '11:05'],
  ['07:41', 'Readers’ corner', 'Oswin Tarr', '08:00'],
];

const NOTES: readonly string[] = [
  'Desk two hums when the kettle is on.',
  'Ask Pia for the key to the tape room.',
  '',
  'Before Friday',
  '– new batteries, outside unit 1',
  '– transfer reels 40 to 52',
  '– the fader on channel six sticks',
  '',
  'The old machines stay until June.',
];

type Write = (face: FaceRole, text: string, x: number, base: number, size: number, ink: string) => string;

export interface DrawnContent {
  readonly svg: string;
  /** By name: a line of text, a chosen row, the sidebar, a line of a terminal. */
  readonly boxes: Readonly<Record<string, Rect>>;
}

/** The counter of a tape. */
const COUNTER = '00:12:48.310';
/** Type that contents are laid out for, in units. */
const USUAL_SIZE = 14;

/** Draws what a window shows, clipped by its frame. */
export function drawContent(w: WindowState, room: Rect, unit: number, letters: Lettering): DrawnContent {
  const boxes: Record<string, Rect> = {};
  const larger = w.text ? w.text.size / (USUAL_SIZE * unit) : 1;
  const fixed = w.text?.fixed === undefined ? larger : w.text.fixed / (USUAL_SIZE * unit);
  const faceOf = (face: FaceRole) =>
    face === 'interface' ? (w.text?.face ?? face) : face === 'bold' ? (w.text?.bold ?? face) : face;
  const write: Write = (face, text, x, base, size, ink) =>
    text === ''
      ? ''
      : tag('path', {
          d: letters.outline(faceOf(face), text, size * (face === 'fixed' ? fixed : larger)).d,
          fill: ink,
          transform: `translate(${x.toFixed(2)} ${base.toFixed(2)})`,
        });
  const svg = {
    'running order': () => drawRunningOrder(w, room, unit, write, boxes),
    tape: () => drawTape(w, room, unit, write, letters.outline('fixed', COUNTER, 15 * unit * fixed).width),
    notes: () => drawNotes(w, room, unit, write, boxes),
    terminal: () => drawTerminal(w, room, unit, letters, boxes),
    files: () => drawFiles(w, room, unit, write, boxes),
    pages: () => drawPages(w, room, unit, write, boxes),
  }[w.content]();
  return { svg, boxes };
}

function drawRunningOrder(
  w: WindowState,
  room: Rect,
  u: number,
  write: Write,
  boxes: Record<string, Rect>,
): string {
  const { palette: p } = w;
  const side = 168 * u;
  let out = box(room.x, room.y, side, room.height, p.raised);
  ['Today', 'Tomorrow', 'This week', 'Archive', 'Jingles', 'Outside units'].forEach((label, i) => {
    const y = room.y + (22 + i * 34) * u;
    if (i === 0) {
      const high = w.controls?.rowHeight ?? 30 * u;
      const top = Math.round(y + 7 * u - high / 2);
      out += box(room.x + 10 * u, top, side - 20 * u, high, p.accent, {
        rx: w.controls?.cornerRadius || null,
      });
      boxes['chosen row'] = {
        x: Math.round(room.x + 10 * u),
        y: top,
        width: Math.round(side - 20 * u),
        height: Math.round(high),
      };
    }
    out += write('interface', label, room.x + 22 * u, y + 12 * u, 14 * u, i === 0 ? p.accentInk : p.ink);
  });
  const left = room.x + side + 18 * u;
  const width = room.width - side;
  const columns = [0, 0.11, 0.56, 0.86].map((k) => left + k * width);
  ['At', 'Programme', 'By', 'Length'].forEach((head, i) => {
    out += write('bold', head, nth(columns, i), room.y + 30 * u, 13 * u, p.faint);
  });
  out += box(left, room.y + 42 * u, width - 36 * u, Math.max(1, u), p.faint, { 'fill-opacity': 0.5 });
  RUNNING_ORDER.forEach((row, r) => {
    const y = room.y + (66 + r * 31) * u;
    if (y > room.y + room.height) return;
    if (r === 3) out += box(left - 8 * u, y - 20 * u, width - 20 * u, 30 * u, p.raised);
    row.forEach((cell, c) => {
      const face = c === 0 || c === 3 ? 'fixed' : r === 3 ? 'bold' : 'interface';
      out += write(face, cell, nth(columns, c), y, 14 * u, c === 2 ? p.faint : p.ink);
    });
  });
  return out;
}

function drawTape(w: WindowState, room: Rect, u: number, write: Write, counterWidth: number): string {
  const { palette: p } = w;
  const random = randomFrom(77);
  let out = write('bold', 'Reel 41, side A', room.x + 20 * u, room.y + 32 * u, 16 * u, p.ink);
  out += write('fixed', COUNTER, room.x + room.width - 20 * u - counterWidth, room.y + 32 * u, 15 * u, p.ink);
  const tracks = 2;
  const top = 52 * u;
  const height = (room.height - top - 70 * u) / tracks;
  for (let t = 0; t < tracks; t++) {
    const y = room.y + top + t * height;
    out += box(room.x + 20 * u, y, room.width - 40 * u, height - 12 * u, p.raised);
    const middle = y + (height - 12 * u) / 2;
    const step = 5 * u;
    let level = 0.4;
    for (let x = 26 * u; x < room.width - 26 * u; x += step) {
      level = Math.min(0.95, Math.max(0.06, level + (random() - 0.5) * 0.34));
      const h = level * (height - 24 * u);
      const played = x < room.width * 0.46;
      out += box(room.x + x, middle - h / 2, 3 * u, h, played ? p.accent : p.faint);
    }
  }
  out += box(room.x + room.width * 0.46, room.y + top - 6 * u, 2 * u, room.height - top - 66 * u, p.ink);
  const labels = ['Mark', 'Cut', 'Fade', 'Level', 'Send to air'];
  let x = room.x + 20 * u;
  labels.forEach((label, i) => {
    const width = (i === 4 ? 112 : 66) * u;
    const y = room.y + room.height - 50 * u;
    out += box(x, y, width, 34 * u, i === 4 ? p.accent : p.raised);
    out += write('interface', label, x + 14 * u, y + 22 * u, 14 * u, i === 4 ? p.accentInk : p.ink);
    x += width + 10 * u;
  });
  return out;
}

function drawNotes(w: WindowState, room: Rect, u: number, write: Write, boxes: Record<string, Rect>): string {
  const { palette: p } = w;
  let out = '';
  NOTES.forEach((line, i) => {
    const y = room.y + (36 + i * 25) * u;
    if (i === 0)
      boxes['line of text'] = {
        x: Math.round(room.x + 18 * u),
        y: Math.round(y - 16 * u),
        width: Math.round(room.width - 36 * u),
        height: Math.round(23 * u),
      };
    if (y < room.y + room.height)
      out += write(line === 'Before Friday' ? 'bold' : 'interface', line, room.x + 22 * u, y, 15 * u, p.ink);
  });
  return out;
}

const SHELL_LINES: readonly (readonly [string, number | 'bold' | 'chosen' | null])[] = [
  ['desk:~$ tape list', null],
  ['reel 40   side A   00:42:10', 2],
  ['reel 41   side A   00:38:05', 4],
  ['reel 41   side B   broken off', 1],
  ['3 reels, one of them wants a look', 'bold'],
  ['desk:~$ tape copy 41', 'chosen'],
];

/** A terminal: text, bold text, a selection, the cursor, and its sixteen colours as fields. */
function drawTerminal(
  w: WindowState,
  room: Rect,
  u: number,
  letters: Lettering,
  boxes: Record<string, Rect>,
): string {
  const t = w.terminal;
  if (!t) return '';
  const size = t.lineHeight / 1.4;
  const advance = letters.outline(t.face, 'n', size).width;
  let out = box(room.x, room.y, room.width, room.height, t.background, {
    'fill-opacity': t.opacity >= 100 ? null : t.opacity / 100,
  });
  const left = room.x + 12 * u;
  SHELL_LINES.forEach(([text, how], i) => {
    const base = room.y + 10 * u + (i + 1) * t.lineHeight;
    if (how === 'chosen') out += box(left + 8 * advance, base - size, 9 * advance, t.lineHeight, t.selection);
    const ink = typeof how === 'number' ? (t.palette[how] ?? t.text) : how === 'bold' ? t.bold : t.text;
    const d = letters.outline(t.face, text, size).d;
    out += tag('path', { d, fill: ink, transform: `translate(${left.toFixed(2)} ${base.toFixed(2)})` });
    if (how === null)
      boxes['line of the terminal'] = {
        x: Math.round(left - 4),
        y: Math.round(base - size),
        width: Math.round(text.length * advance + 8),
        height: Math.round(size * 1.3),
      };
    if (how === 'chosen') {
      const at = left + text.length * advance;
      out += box(at, base - size, advance, t.lineHeight, t.cursor);
    }
  });
  const field = Math.max(4, Math.round(t.lineHeight * 0.8));
  const top = room.y + room.height - field * 2 - 10 * u;
  t.palette.slice(0, 16).forEach((colour, i) => {
    out += box(left + (i % 8) * (field + 3 * u), top + Math.floor(i / 8) * field, field, field, colour);
  });
  return out;
}

const FILES: readonly string[] = [
  'Reels',
  'Rota',
  'Jingles',
  'Outside',
  'Letters',
  'Levels',
  'Archive',
  'Notes',
];

/** Files in a window: a sidebar, a row of tools, and files as pictures or in a list. */
function drawFiles(w: WindowState, room: Rect, u: number, write: Write, boxes: Record<string, Rect>): string {
  const { palette: p, files: f } = w;
  if (!f) return '';
  const side = Math.round(f.sidebarWidth);
  const tools = f.toolbar === 'none' ? 0 : Math.round(36 * u);
  let out = box(room.x, room.y, side, room.height, f.colour);
  boxes['sidebar'] = {
    x: Math.round(room.x),
    y: Math.round(room.y),
    width: side,
    height: Math.round(room.height),
  };
  ['Home', 'Reels', 'Desk', 'Shared'].forEach((label, i) => {
    out += write('interface', label, room.x + 16 * u, room.y + (30 + i * 30) * u, 14 * u, p.ink);
  });
  if (tools > 0) out += box(room.x + side, room.y, room.width - side, tools, p.raised);
  if (f.toolbar === 'one line with the path')
    out += write('interface', 'Home / Reels', room.x + side + 14 * u, room.y + 23 * u, 14 * u, p.ink);
  else if (tools > 0)
    ['Back', 'Up', 'New'].forEach((label, i) => {
      const x = room.x + side + (14 + i * (f.toolbar === 'pictures' ? 34 : 74)) * u;
      out += box(x, room.y + 11 * u, 14 * u, 14 * u, p.faint);
      if (f.toolbar === 'pictures and words')
        out += write('interface', label, x + 20 * u, room.y + 23 * u, 13 * u, p.ink);
    });
  const left = room.x + side + 16 * u;
  const top = room.y + tools + 16 * u;
  const free = room.width - side - 32 * u;
  FILES.forEach((label, i) => {
    if (f.view === 'pictures') {
      const across = Math.max(1, Math.floor(free / (84 * u)));
      const [x, y] = [left + (i % across) * 84 * u, top + Math.floor(i / across) * 84 * u];
      out += drawIcon(f.look, x + 16 * u, y, 44 * u);
      out += write('interface', label, x + 10 * u, y + 64 * u, 13 * u, p.ink);
    } else {
      const y = top + (i * 26 + 12) * u;
      out += drawIcon(f.look, left, y - 13 * u, 17 * u);
      out += write('interface', label, left + 26 * u, y, 14 * u, p.ink);
      if (f.view === 'list') out += write('fixed', `${12 + i * 7} MB`, left + free * 0.7, y, 13 * u, p.faint);
    }
  });
  if (f.view === 'columns') out += box(left + free * 0.46, top - 8 * u, Math.max(1, u), room.height, p.faint);
  return out;
}

/** A page in a browser: its tabs, a line for the address, a heading and grey lines of text. */
function drawPages(w: WindowState, room: Rect, u: number, write: Write, boxes: Record<string, Rect>): string {
  const { palette: p, tabs } = w;
  const strip = tabs && !tabs.inTitle ? Math.round(34 * u) : 0;
  let out = '';
  if (tabs && strip > 0) {
    out += box(room.x, room.y, room.width, strip, tabs.colour);
    out += box(room.x + 8 * u, room.y + 6 * u, 120 * u, strip - 6 * u, p.ground);
    out += write('interface', 'Tide table', room.x + 20 * u, room.y + 23 * u, 13 * u, p.ink);
    boxes['tabs'] = {
      x: Math.round(room.x + 140 * u),
      y: Math.round(room.y),
      width: Math.round(room.width - 140 * u),
      height: strip,
    };
  }
  const top = room.y + strip;
  out += box(room.x + 12 * u, top + 8 * u, room.width - 24 * u, 24 * u, p.raised);
  out += write('interface', 'tides.example', room.x + 22 * u, top + 25 * u, 13 * u, p.faint);
  out += write('bold', 'Tide table', room.x + 20 * u, top + 66 * u, 20 * u, p.ink);
  for (let y = top + 84 * u; y < room.y + room.height - 12 * u; y += 16 * u)
    out += box(
      room.x + 20 * u,
      y,
      (room.width - 40 * u) * (0.7 + 0.3 * Math.abs(Math.sin(y))),
      6 * u,
      p.raised,
    );
  return out;
}
