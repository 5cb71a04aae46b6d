import { nameSchema } from '../../../ground/text.js';
import { alter } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { coatOf } from '../../../model/coat/rows.js';
import { command } from '../command.js';

/** Gives the coat another name. */
export const renameCoat = command({
  type: 'coat.rename',
  fields: { name: nameSchema },
  needs: () => ({}),
  does: (rows, c) => keep(alter('coat', coatOf(rows), { name: c.name })),
  says: (_, c) => `Rename to ${c.name}`,
});
