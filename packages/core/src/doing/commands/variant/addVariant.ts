import { idSchema } from '../../../ground/ids.js';
import { nameSchema } from '../../../ground/text.js';
import { put } from '../../../model/coat/changes.js';
import { last } from '../../../model/coat/refused.js';
import { command } from '../command.js';
import { freeName } from '../shared/variantName.js';

/** Adds a variant of the reference. */
export const addVariant = command({
  type: 'variant.add',
  fields: { id: idSchema, name: nameSchema },
  needs: () => ({}),
  does: (rows, c) => [put('variant', { id: c.id, name: freeName(rows, c), position: last(rows.variant) })],
  says: (_, c) => `Add the variant ${c.name}`,
});
