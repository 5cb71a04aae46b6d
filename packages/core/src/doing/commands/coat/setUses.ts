import { alter } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { usesSchema } from '../../../model/coat/fields.js';
import { coatOf } from '../../../model/coat/rows.js';
import { command } from '../command.js';

/** Says how much each application is used. */
export const setUses = command({
  type: 'coat.uses',
  fields: { uses: usesSchema },
  needs: () => ({}),
  does: (rows, c) => keep(alter('coat', coatOf(rows), { uses: c.uses })),
  says: () => 'Say which applications are used',
});
