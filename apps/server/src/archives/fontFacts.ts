import { unreadFont, type FontEvidence } from '@spare-coat/core/deciding/archives/findings';
import type { FaceMetrics } from '@spare-coat/core/measuring/type/face';
import { FontProblem, metricsOf, openFont, xHeightContradiction, type OpenFont } from '../fonts/faceOf.js';

/** Letters by which a script counts as covered: the first and last of its alphabet. Source: the Unicode charts. */
const SCRIPTS: readonly (readonly [string, number, number])[] = [
  ['Latin', 0x61, 0x7a],
  ['Latin with accents', 0xe0, 0xff],
  ['Greek', 0x3b1, 0x3c9],
  ['Cyrillic', 0x430, 0x44f],
  ['Armenian', 0x561, 0x586],
  ['Hebrew', 0x5d0, 0x5ea],
  ['Arabic', 0x627, 0x63a],
  ['Devanagari', 0x905, 0x939],
  ['Thai', 0xe01, 0xe2e],
  ['Georgian', 0x10d0, 0x10f0],
  ['Hiragana', 0x3041, 0x3093],
  ['Han', 0x4e00, 0x4fff],
  ['Hangul', 0xac00, 0xadff],
];
const MOST_OF = 0.9;

/** What a font file says of itself; a file that cannot be read says why. */
export function fontFacts(path: string, bytes: Uint8Array): FontEvidence {
  try {
    const font = openFont(bytes);
    // The last code point of a table's end mark is no character, and neither is what has no letter behind it.
    const set = new Set(font.characterSet.filter((c) => c !== 0xffff && font.hasGlyphForCodePoint(c)));
    const covers = (from: number, to: number) => {
      let n = 0;
      for (let c = from; c <= to; c++) if (set.has(c)) n++;
      return n / (to - from + 1) >= MOST_OF;
    };
    const em = font.unitsPerEm;
    const metrics = comparable(font);
    return {
      path,
      family: (font.familyName ?? '').slice(0, 200),
      style: (font.subfamilyName ?? '').slice(0, 200),
      weight: font['OS/2']?.usWeightClass ?? 400,
      italic: (font.italicAngle || 0) !== 0,
      xHeight: metrics?.xHeight ?? (font.xHeight > 0 ? font.xHeight / em : null),
      capHeight: font.capHeight > 0 ? font.capHeight / em : null,
      characters: set.size,
      scripts: SCRIPTS.filter(([, from, to]) => covers(from, to)).map(([name]) => name),
      licence: (Object.values(font.name?.records?.license ?? {})[0] ?? font.copyright ?? '').slice(0, 500),
      metrics,
      told: xHeightContradiction(font) ?? '',
      problem: '',
    };
  } catch (error) {
    return unreadFont(path, error instanceof FontProblem ? error.message : 'It is damaged or no font.');
  }
}

/** Fonts of signs alone have nothing to compare by. */
function comparable(font: OpenFont): FaceMetrics | null {
  try {
    return metricsOf(font);
  } catch {
    return null;
  }
}
