import type { Palette, TraitValue } from '../traits/value.js';
import type { KindFolder } from './folder.js';
import { KIND_FOLDERS } from './groups.js';
import type { SketchedOn } from './sketched.js';
import { rect, SKETCH, write, type SketchShape } from './sketchShapes.js';
import { ValueReader } from './valueReader.js';

/** What an element would show by the values of its traits (lengths in device pixels), and what it is shown on. */
export interface Sketched extends SketchedOn {
  readonly kind: string;
  readonly values: ReadonlyMap<string, TraitValue>;
}

/**
 * Draws what an offer would show from its values alone: place, size, order and colours, for judging beside the crop of
 * the reference. Kinds that cannot be seen are told in words.
 */
export function sketchOf(
  { kind, values, ...on }: Sketched,
  folders: readonly KindFolder[] = KIND_FOLDERS,
): SketchShape[] {
  const folder = folders.find(({ sketches }) => Object.hasOwn(sketches, kind));
  return folder?.sketches[kind]?.(new ValueReader(values), on) ?? words(values);
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
