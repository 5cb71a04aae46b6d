import { nth } from '../../../ground/checked.js';
import type { IconLook, IconShape } from '../../scene/state.js';
import type { TraitValue } from '../../traits/value.js';
import { pick, readable, UNTOLD, type Look } from '../look.js';
import { ValueReader } from '../valueReader.js';

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
  const colour = colours.length > 0 ? nth(colours, n % colours.length) : UNTOLD.accent;
  const sign = readable(colour, colours[(n + 1) % Math.max(1, colours.length)] ?? '#f4f4f4');
  const drawing = set.text('drawing', 'flat with folds') as IconLook['drawing'] & string;
  const base: IconLook = { shape: nth(shapes, n % shapes.length), colour, sign, drawing };
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
