import { idSchema } from '../../../ground/ids.js';
import { nameSchema } from '../../../ground/text.js';
import { alter } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { need } from '../../../model/coat/refused.js';
import { command } from '../command.js';
import { freeName } from '../shared/variantName.js';

/** Gives a variant another name. */
export const renameVariant = command({
  type: 'variant.rename',
  fields: { id: idSchema, name: nameSchema },
  needs: () => ({}),
  does: (rows, c) => keep(alter('variant', need(rows.variant, c.id, 'variant'), { name: freeName(rows, c) })),
  says: (_, c) => `Rename a variant to ${c.name}`,
});
