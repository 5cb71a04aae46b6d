import type { Rect } from '../picture/rect.js';
import type { FaceRole, Lettering, WindowState } from './state.js';
import { box, randomFrom, tag } from './svg.js';

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

/** Draws what a window shows, clipped by its frame. */
export function drawContent(w: WindowState, room: Rect, unit: number, letters: Lettering): string {
  const write: Write = (face, text, x, base, size, ink) =>
    text === ''
      ? ''
      : tag('path', {
          d: letters.outline(face, text, size).d,
          fill: ink,
          transform: `translate(${x.toFixed(2)} ${base.toFixed(2)})`,
        });
  if (w.content === 'running order') return drawRunningOrder(w, room, unit, write);
  if (w.content === 'tape') return drawTape(w, room, unit, write);
  return drawNotes(w, room, unit, write);
}

function drawRunningOrder(w: WindowState, room: Rect, u: number, write: Write): string {
  const { palette: p } = w;
  const side = 168 * u;
  let out = box(room.x, room.y, side, room.height, p.raised);
  ['Today', 'Tomorrow', 'This week', 'Archive', 'Jingles', 'Outside units'].forEach((label, i) => {
    const y = room.y + (22 + i * 34) * u;
    if (i === 0) out += box(room.x + 10 * u, y - 8 * u, side - 20 * u, 30 * u, p.accent);
    out += write('interface', label, room.x + 22 * u, y + 12 * u, 14 * u, i === 0 ? p.accentInk : p.ink);
  });
  const left = room.x + side + 18 * u;
  const width = room.width - side;
  const columns = [0, 0.11, 0.56, 0.86].map((k) => left + k * width);
  ['At', 'Programme', 'By', 'Length'].forEach((head, i) => {
    out += write('bold', head, columns[i]!, room.y + 30 * u, 13 * u, p.faint);
  });
  out += box(left, room.y + 42 * u, width - 36 * u, Math.max(1, u), p.faint, { 'fill-opacity': 0.5 });
  RUNNING_ORDER.forEach((row, r) => {
    const y = room.y + (66 + r * 31) * u;
    if (y > room.y + room.height) return;
    if (r === 3) out += box(left - 8 * u, y - 20 * u, width - 20 * u, 30 * u, p.raised);
    row.forEach((cell, c) => {
      const face = c === 0 || c === 3 ? 'fixed' : r === 3 ? 'bold' : 'interface';
      out += write(face, cell, columns[c]!, y, 14 * u, c === 2 ? p.faint : p.ink);
    });
  });
  return out;
}

function drawTape(w: WindowState, room: Rect, u: number, write: Write): string {
  const { palette: p } = w;
  const random = randomFrom(77);
  let out = write('bold', 'Reel 41, side A', room.x + 20 * u, room.y + 32 * u, 16 * u, p.ink);
  out += write('fixed', '00:12:48.310', room.x + room.width - 132 * u, room.y + 32 * u, 15 * u, p.ink);
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

function drawNotes(w: WindowState, room: Rect, u: number, write: Write): string {
  const { palette: p } = w;
  let out = '';
  NOTES.forEach((line, i) => {
    const y = room.y + (36 + i * 25) * u;
    if (y < room.y + room.height)
      out += write(line === 'Before Friday' ? 'bold' : 'interface', line, room.x + 22 * u, y, 15 * u, p.ink);
  });
  return out;
}
