import { idSchema } from '../../../ground/ids.js';
import { alter } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { number } from '../../../ground/shape/shape.js';
import { need } from '../../../model/coat/refused.js';
import { command } from '../command.js';

/** Puts a variant elsewhere in their order. */
export const moveVariant = command({
  type: 'variant.move',
  fields: { id: idSchema, position: number(-1e9, 1e9) },
  needs: () => ({}),
  does: (rows, { id, position }) => keep(alter('variant', need(rows.variant, id, 'variant'), { position })),
  says: (rows, c) => `Move the variant ${rows.variant[c.id]?.name ?? ''}`,
});
