import { nth } from '../../ground/checked.js';
import type { FaceRole, Lettering } from '../../model/scene/state.js';

/** Units to the em in which glyphs are written: fine enough that rounding is under a hundredth of a pixel at 20 px. */
export const EM = 2000;

/** The letters of one face as data, so that a page can draw without font files. */
export interface GlyphFace {
  /** Heights in em. */
  readonly cap: number;
  readonly x: number;
  readonly descent: number;
  /** How far a p reaches below the baseline. */
  readonly foot: number;
  /** By character: its advance, and its outline as SVG path commands in capital letters, y down, both in `EM`ths. */
  readonly glyphs: Readonly<Record<string, readonly [number, string]>>;
}
export type GlyphTable = Readonly<Record<FaceRole, GlyphFace>>;

/** Characters that are in the table; others are drawn as the last resort. */
export const LAST_RESORT = '?';

type Command = readonly [string, readonly number[]];

function readPath(d: string): Command[] {
  return [...d.matchAll(/([MLQCZ])([^MLQCZ]*)/g)].map(([, op, numbers]): Command => [
    op!,
    numbers!.trim() === '' ? [] : numbers!.trim().split(/[ ,]+/).map(Number),
  ]);
}

/** Lettering from glyphs as data. Letters stand side by side by their advances, without kerning. */
export function letteringFrom(table: GlyphTable): Lettering {
  const parsed = new Map<string, readonly Command[]>();
  const commandsOf = (face: FaceRole, char: string, d: string) => {
    const key = face + char;
    let commands = parsed.get(key);
    if (!commands) parsed.set(key, (commands = readPath(d)));
    return commands;
  };
  return {
    outline(face, text, size) {
      const { glyphs } = table[face];
      const scale = size / EM;
      let pen = 0;
      let d = '';
      for (const char of text) {
        const known = glyphs[char] ? char : LAST_RESORT;
        const glyph = glyphs[known];
        if (!glyph) continue;
        const [advance, path] = glyph;
        for (const [op, numbers] of commandsOf(face, known, path)) {
          d += op;
          for (let i = 0; i < numbers.length; i++) {
            const at = i % 2 === 0 ? (nth(numbers, i) + pen) * scale : nth(numbers, i) * scale;
            d += `${i > 0 ? ' ' : ''}${Math.round(at * 100) / 100}`;
          }
        }
        pen += advance;
      }
      return { d, width: pen * scale };
    },
    metrics: (face) => table[face],
  };
}
