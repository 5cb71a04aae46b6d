import { idSchema } from '../../../ground/ids.js';
import { alter, put } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { number } from '../../../ground/shape/shape.js';
import { whole } from '../../../ground/shape/shape.js';
import { last } from '../../../model/coat/refused.js';
import { command } from '../command.js';

/** Describes a display of the host, or adds one. Pixels; inches of its diagonal, where known. */
export const setDisplay = command({
  type: 'display.set',
  fields: {
    id: idSchema,
    width: whole(320, 16_384),
    height: whole(200, 16_384),
    scale: number(0.5, 4),
    inches: number(3, 200).nullable().default(null),
  },
  needs: () => ({}),
  does: (rows, { id, width, height, scale, inches }) => {
    const display = rows.display[id];
    if (display) return keep(alter('display', display, { width, height, scale, inches }));
    return [put('display', { id, position: last(rows.display), width, height, scale, inches })];
  },
  says: () => 'Describe the display',
});
