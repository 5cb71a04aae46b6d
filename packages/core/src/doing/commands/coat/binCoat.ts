import { alter } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { timeSchema } from '../../../model/coat/fields.js';
import { coatOf } from '../../../model/coat/rows.js';
import { command } from '../command.js';

/** Deletes the coat, or (null) brings it back. */
export const binCoat = command({
  type: 'coat.bin',
  fields: { at: timeSchema.nullable() },
  needs: () => ({}),
  does: (rows, c) => keep(alter('coat', coatOf(rows), { deletedAt: c.at })),
  says: (_, c) => (c.at ? 'Delete the coat' : 'Bring the coat back'),
});
