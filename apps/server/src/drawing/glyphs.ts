import { EM, LAST_RESORT, type GlyphFace, type GlyphTable } from '@spare-coat/core/doing/scene/glyphs';
import type { FaceRole } from '@spare-coat/core/model/scene/state';
import type { Font } from 'fontkit';
import { loadFaces } from './lettering.js';

/** Characters that drawings are written with: what is on a western keyboard, and the signs that dates and names need. */
const CHARACTERS = [
  ...Array.from({ length: 0x7f - 0x20 }, (_, i) => String.fromCodePoint(0x20 + i)),
  ...Array.from({ length: 0x180 - 0xa0 }, (_, i) => String.fromCodePoint(0xa0 + i)),
  ...'–—‘’“”…•€′″→×',
];

function faceOf(font: Font): GlyphFace {
  const scale = EM / font.unitsPerEm;
  const glyphs: Record<string, readonly [number, string]> = {};
  let foot = 0;
  for (const char of CHARACTERS) {
    const code = char.codePointAt(0)!;
    if (char !== LAST_RESORT && !font.hasGlyphForCodePoint(code)) continue;
    const glyph = font.glyphForCodePoint(code);
    const path = glyph.path
      .transform(scale, 0, 0, -scale, 0, 0)
      .toSVG()
      .replace(/-?\d+(\.\d+)?(e-?\d+)?/g, (v) => ` ${Math.round(Number(v))}`)
      .replace(/([MLQCZ]) /g, '$1');
    glyphs[char] = [Math.round(glyph.advanceWidth * scale), path];
    if (char === 'p') foot = Math.max(0, -glyph.bbox.minY) / font.unitsPerEm;
  }
  const em = font.unitsPerEm;
  return {
    cap: font.capHeight / em,
    x: font.xHeight / em,
    descent: Math.abs(font.descent) / em,
    foot,
    glyphs,
  };
}

let table: GlyphTable | null = null;

/** The faces that ship, as data. Made once. */
export function loadGlyphs(): GlyphTable {
  table ??= Object.fromEntries(
    [...loadFaces()].map(([role, font]): [FaceRole, GlyphFace] => [role, faceOf(font)]),
  ) as Record<FaceRole, GlyphFace>;
  return table;
}
