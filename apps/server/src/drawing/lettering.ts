import { mapped, nth } from '@spare-coat/core/ground/checked';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import * as fontkit from 'fontkit';
import type { Font } from 'fontkit';
import type { FaceRole, Lettering } from '@spare-coat/core/model/scene/state';

const require = createRequire(import.meta.url);

/** The faces that ship, by role: files of npm packages under the SIL Open Font License. */
const FILES: Readonly<Record<FaceRole, string>> = {
  interface: '@fontsource/commissioner/files/commissioner-latin-400-normal.woff2',
  bold: '@fontsource/commissioner/files/commissioner-latin-600-normal.woff2',
  title: '@fontsource/solway/files/solway-latin-500-normal.woff2',
  fixed: '@fontsource-variable/jetbrains-mono/files/jetbrains-mono-latin-wght-normal.woff2',
};

/** The fonts that ship, by role. */
export function loadFaces(): Map<FaceRole, Font> {
  const fonts = new Map<FaceRole, Font>();
  for (const [role, file] of Object.entries(FILES) as [FaceRole, string][])
    fonts.set(role, fontkit.create(readFileSync(require.resolve(file))) as Font);
  return fonts;
}

/** Letters as outlines of the fonts that ship, kerned. Loads each face once; outlines are kept per text. */
export function loadLettering(): Lettering {
  const fonts = loadFaces();
  const cache = new Map<string, { d: string; width: number }>();
  return {
    outline(face, text, size) {
      const key = `${face} ${size} ${text}`;
      const known = cache.get(key);
      if (known) return known;
      const font = mapped(fonts, face);
      const scale = size / font.unitsPerEm;
      const run = font.layout(text);
      let pen = 0;
      let d = '';
      run.glyphs.forEach((glyph, i) => {
        const position = nth(run.positions, i);
        // Font units point up, pixels point down.
        const path = glyph.path.transform(
          scale,
          0,
          0,
          -scale,
          (pen + position.xOffset) * scale,
          -position.yOffset * scale,
        );
        d += path.toSVG().replace(/-?\d+\.\d+/g, (v) => String(Math.round(Number(v) * 100) / 100));
        pen += position.xAdvance;
      });
      const drawn = { d, width: pen * scale };
      if (cache.size < 5000) cache.set(key, drawn);
      return drawn;
    },
    metrics(face) {
      const font = mapped(fonts, face);
      const em = font.unitsPerEm;
      return { cap: font.capHeight / em, x: font.xHeight / em, descent: Math.abs(font.descent) / em };
    },
  };
}
