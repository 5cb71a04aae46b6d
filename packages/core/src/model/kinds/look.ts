import { ValueReader } from './valueReader.js';
import { contrast, parseHex } from '../../measuring/colour/srgb.js';
import type { FaceRole, IconLook, IconShape, Lettering, Sign } from '../scene/state.js';
import type { TraitValue } from '../traits/value.js';
import type { SeenElement } from '../../doing/scene/seen.js';

/** What stands in where nothing is told: greys, so that nobody takes it for a colour that was chosen. */
export const UNTOLD = {
  ground: '#8c8c8c',
  bar: '#b4b4b4',
  window: '#f2f2f2',
  raised: '#e2e2e2',
  ink: '#2a2a2a',
  faint: '#6c6c6c',
  accent: '#767676',
} as const;

/** Elements by kind, read with what stands in for what is missing. */
export class Look {
  constructor(readonly seen: readonly SeenElement[]) {}

  first(kind: string): SeenElement | null {
    return this.seen.find((e) => e.kind === kind) ?? null;
  }
  told(kind: string): ValueReader {
    return new ValueReader(this.first(kind)?.values ?? new Map());
  }
  has(kind: string): boolean {
    return this.first(kind) !== null;
  }
  /** The element of a kind that stands on a bar, else any of that kind that stands on none. */
  on(kind: string, bar: string): SeenElement | null {
    const all = this.seen.filter((e) => e.kind === kind);
    return all.find((e) => e.carrier === bar) ?? all.find((e) => e.carrier === null) ?? all[0] ?? null;
  }
}

/** Black or white, or the nearest told ink, whichever can be read on a ground. */
export function readable(ground: string, ...inks: string[]): string {
  const rgb = parseHex(ground) ?? { r: 128, g: 128, b: 128 };
  const good = inks.find((ink) => {
    const own = parseHex(ink);
    return own !== null && contrast(own, rgb) >= 3;
  });
  if (good) return good;
  return contrast(parseHex('#1c1c1c')!, rgb) >= contrast(parseHex('#f4f4f4')!, rgb) ? '#1c1c1c' : '#f4f4f4';
}

/** A number from a name, the same on every run. */
export function pick(name: string, among: number): number {
  let h = 2166136261;
  for (let i = 0; i < name.length; i++) h = Math.imul(h ^ name.charCodeAt(i), 16777619) >>> 0;
  return h % among;
}

const MIXED: readonly IconShape[] = ['disc', 'notched square', 'lozenge', 'tablet', 'drop', 'square', 'ring'];
const OUTLINES: Readonly<Record<string, readonly IconShape[]>> = {
  mixed: MIXED,
  'all discs': ['disc'],
  'all rounded squares': ['tablet'],
  'all squares': ['square'],
  'bare signs': ['bare'],
};

/** The picture of a program in the icon set that is seen. */
export function iconFor(look: Look, program: string): IconLook {
  const set = look.told('icon-set');
  const shapes = OUTLINES[set.text('outline', 'mixed')] ?? MIXED;
  const colours = set.colours('palette');
  const own = look.seen.find(
    (e) =>
      e.kind === 'app-icon' &&
      new ValueReader(e.values).text('application', '').toLowerCase() === program.toLowerCase(),
  );
  const n = pick(program, 97);
  const colour = colours.length > 0 ? colours[n % colours.length]! : UNTOLD.accent;
  const sign = readable(colour, colours[(n + 1) % Math.max(1, colours.length)] ?? '#f4f4f4');
  const drawing = set.text('drawing', 'flat with folds') as IconLook['drawing'] & string;
  const base: IconLook = { shape: shapes[n % shapes.length]!, colour, sign, drawing };
  const picture = own?.values.get('picture');
  const main = picture === undefined ? undefined : mainColour(picture);
  return main === undefined ? base : { ...base, colour: main, sign: readable(main) };
}

/** The fullest colour of a picture that was cut out. */
function mainColour(value: TraitValue): string | undefined {
  if (typeof value !== 'object' || !('sample' in value) || typeof value.sample === 'string') return undefined;
  return value.sample.colours[0]?.hex;
}

/** The picture of a folder, in its own form and colour where one is told of. */
export function folderLook(look: Look): IconLook {
  const own = look.told('folder-icon');
  const set = iconFor(look, 'folder');
  const colour = own.text('colour', set.colour);
  const form = own.text('form', 'plate');
  return { shape: form as IconShape, colour, sign: readable(colour), drawing: 'flat with folds' };
}

/** Which of the ship's faces stands for a style of letters. */
export function faceOf(style: string, weight: number): FaceRole {
  if (style === 'fixed width') return 'fixed';
  if (style.includes('serif')) return style === 'sans' ? 'interface' : 'title';
  return weight >= 550 ? 'bold' : 'interface';
}

/** Pixels per em at which a face has the told heights: by its small letters, else from a capital's top to a p's foot. */
export function emOf(type: ValueReader, face: FaceRole, letters: Lettering, other: number): number {
  const { cap, x, foot, descent } = letters.metrics(face);
  const xHeight = type.number('xHeight', 0);
  const line = type.number('size', 0);
  if (line > 0) return line / (cap + (foot ?? descent));
  return xHeight > 0 ? xHeight / x : other;
}

export const SIGN_OF: Readonly<Record<string, Sign>> = {
  network: 'level',
  sound: 'wave',
  battery: 'cell',
  'keyboard layout': 'letters',
  notifications: 'bell',
  clipboard: 'sheet',
  updates: 'turn',
};
