import { nth } from '@spare-coat/core/ground/checked';
import * as fontkit from 'fontkit';
import { faceSchema, meanByFrequency, type FaceMetrics } from '@spare-coat/core/measuring/type/face';

/** What of fontkit's font is used here; its types leave the tables out. */
export interface OpenFont {
  readonly unitsPerEm: number;
  readonly xHeight: number;
  readonly capHeight: number;
  readonly italicAngle: number;
  readonly familyName: string | null;
  readonly subfamilyName: string | null;
  readonly copyright: string | null;
  readonly characterSet: number[];
  readonly name?: { readonly records?: { readonly license?: Readonly<Record<string, string>> } };
  readonly 'OS/2'?: {
    readonly usWeightClass?: number;
    readonly usWidthClass?: number;
    readonly panose?: ArrayLike<number>;
  };
  readonly post?: { readonly isFixedPitch?: number };
  glyphForCodePoint(codePoint: number): Glyph;
  hasGlyphForCodePoint(codePoint: number): boolean;
}
interface Glyph {
  readonly advanceWidth: number;
  readonly bbox: {
    readonly minX: number;
    readonly minY: number;
    readonly maxX: number;
    readonly maxY: number;
  };
  readonly path: {
    readonly commands: readonly { readonly command: string; readonly args: readonly number[] }[];
  };
}

/** A font that cannot be used, with a sentence that says why. */
export class FontProblem extends Error {}

/** Curves are taken as so many straight pieces for measuring strokes. */
const PIECES = 12;

/** Crossings of an outline with a horizontal line, as x from left to right. */
function crossings(glyph: Glyph, y: number): number[] {
  const xs: number[] = [];
  let at: [number, number] = [0, 0];
  let start: [number, number] = [0, 0];
  const line = (to: [number, number]) => {
    const [x0, y0] = at;
    const [x1, y1] = to;
    if (y0 > y !== y1 > y) xs.push(x0 + ((y - y0) / (y1 - y0)) * (x1 - x0));
    at = to;
  };
  const curve = (points: readonly [number, number][]) => {
    const from = at;
    for (let i = 1; i <= PIECES; i++) {
      const t = i / PIECES;
      // De Casteljau, whatever the degree.
      let level = [from, ...points];
      while (level.length > 1)
        level = level.slice(1).map((p, k): [number, number] => {
          const q = nth(level, k);
          return [q[0] + (p[0] - q[0]) * t, q[1] + (p[1] - q[1]) * t];
        });
      line(nth(level, 0));
    }
  };
  for (const { command, args } of glyph.path.commands) {
    const pairs = Array.from({ length: args.length / 2 }, (_, i): [number, number] => [
      nth(args, 2 * i),
      nth(args, 2 * i + 1),
    ]);
    if (command === 'moveTo') at = start = nth(pairs, 0);
    else if (command === 'lineTo') line(nth(pairs, 0));
    else if (command === 'closePath') line(start);
    else curve(pairs);
  }
  return xs.sort((a, b) => a - b);
}

/** Width of the upright stroke of an l, in font units, halfway up the small letters. */
function stemOf(font: OpenFont): number | null {
  if (!font.hasGlyphForCodePoint(0x6c)) return null;
  const xs = crossings(font.glyphForCodePoint(0x6c), font.xHeight / 2);
  if (xs.length < 2) return null;
  let widest = 0;
  for (let i = 0; i + 1 < xs.length; i += 2) widest = Math.max(widest, nth(xs, i + 1) - nth(xs, i));
  return widest > 0 ? widest : null;
}

/** PANOSE: family 2 is Latin text; serif styles 2 to 10 have serifs, 11 to 15 have none. */
function serifOf(panose: ArrayLike<number> | undefined): boolean | null {
  const [family, serif] = [panose?.[0], panose?.[1]];
  if (family !== 2 || serif === undefined || serif < 2 || serif > 15) return null;
  return serif <= 10;
}

/** A table and its letter differ by rounding and by round strokes; by more than this share of the em it is wrong. */
const SAME_HEIGHT = 0.02;

/**
 * The height of the small letters, in font units: what the table says where the drawn x agrees with it, else the drawn one; null
 * without an x. A flat letter is measured, so that what is told is what is seen.
 */
function drawnXHeight(
  font: Pick<OpenFont, 'xHeight' | 'unitsPerEm' | 'hasGlyphForCodePoint' | 'glyphForCodePoint'>,
): number | null {
  const drawn = font.hasGlyphForCodePoint(0x78) ? font.glyphForCodePoint(0x78).bbox.maxY : 0;
  if (!(drawn > 0)) return font.xHeight > 0 ? font.xHeight : null;
  return font.xHeight > 0 && Math.abs(font.xHeight - drawn) <= SAME_HEIGHT * font.unitsPerEm
    ? font.xHeight
    : drawn;
}

/** What a font's table says of its small letters and the drawn x contradicts, in a sentence; null where they agree. */
export function xHeightContradiction(font: OpenFont): string | null {
  const drawn = drawnXHeight(font);
  if (drawn === null || !(font.xHeight > 0) || drawn === font.xHeight) return null;
  const share = (units: number) => `${Math.round((1000 * units) / font.unitsPerEm) / 10} % of the em`;
  return `Its table says that small letters are ${share(font.xHeight)} high; the drawn x is ${share(drawn)}, and that is used.`;
}

/**
 * Opens a font file with one face. What is packed in it is unpacked when it is first asked for, and once.
 *
 * @param bytes an OpenType, TrueType, WOFF or WOFF2 file
 * @throws FontProblem with a sentence for the person
 */
export function openFont(bytes: Uint8Array): OpenFont {
  try {
    const opened = fontkit.create(Buffer.from(bytes));
    if ('fonts' in opened)
      throw new FontProblem('It is a collection of several faces. Drop in one face alone.');
    return opened as OpenFont;
  } catch (error) {
    if (error instanceof FontProblem) throw error;
    throw new FontProblem('It is no OpenType, TrueType or WOFF2 font, or it is damaged.', { cause: error });
  }
}

/** The metrics by which a face is told from others, of a font file. @throws FontProblem with a sentence for the person */
export const faceOf = (bytes: Uint8Array): FaceMetrics => metricsOf(openFont(bytes));

/** The same of a font that is open. @throws FontProblem with a sentence for the person */
export function metricsOf(font: OpenFont): FaceMetrics {
  try {
    const em = font.unitsPerEm;
    const letter = (c: string) => {
      const code = c.codePointAt(0)!;
      return font.hasGlyphForCodePoint(code) ? font.glyphForCodePoint(code) : null;
    };
    // Older fonts leave the heights out of their table: then the letters themselves tell them.
    const xHeight = drawnXHeight(font) ?? 0;
    const capHeight = font.capHeight || (letter('H')?.bbox.maxY ?? 0);
    if (!(xHeight > 0) || !letter('x'))
      throw new FontProblem('It has no small Latin letters, so it has no x-height to compare by.');
    const os2 = font['OS/2'];
    return faceSchema.validateSync(
      {
        family: (font.familyName ?? 'Unnamed').slice(0, 200) || 'Unnamed',
        style: (font.subfamilyName ?? '').slice(0, 200),
        xHeight: xHeight / em,
        capHeight: capHeight / em,
        advance: meanByFrequency((c) => letter(c)?.advanceWidth ?? null) / em,
        inkWidth:
          meanByFrequency((c) => {
            const box = letter(c)?.bbox;
            return box ? box.maxX - box.minX : null;
          }) / em,
        stem: ((stem) => (stem === null ? null : stem / em))(stemOf(font)),
        weight: Math.min(1000, Math.max(1, Math.round(os2?.usWeightClass ?? 400))),
        width: Math.min(9, Math.max(1, Math.round(os2?.usWidthClass ?? 5))),
        italic: font.italicAngle || 0,
        fixed: (font.post?.isFixedPitch ?? 0) !== 0,
        serif: serifOf(os2?.panose),
      },
      { strict: true },
    ) as FaceMetrics;
  } catch (error) {
    if (error instanceof FontProblem) throw error;
    throw new FontProblem('Its tables are broken: the heights of its letters cannot be read.', {
      cause: error,
    });
  }
}
