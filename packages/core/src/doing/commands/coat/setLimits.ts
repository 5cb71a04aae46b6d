import { alter } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { limitsSchema } from '../../../model/coat/limits.js';
import { coatOf } from '../../../model/coat/rows.js';
import { command } from '../command.js';

/** Says what the person will not accept. */
export const setLimits = command({
  type: 'coat.limits',
  fields: { limits: limitsSchema },
  needs: () => ({}),
  does: (rows, c) => keep(alter('coat', coatOf(rows), { limits: c.limits })),
  says: () => 'Change the limits',
});
