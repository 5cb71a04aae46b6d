import { oneOf } from '../../../ground/shape/shape.js';
import { alter } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { coatOf } from '../../../model/coat/rows.js';
import { CARRY_POLICIES } from '../../../model/coat/rows/reference.js';
import { command } from '../command.js';

/** Says how lengths are carried to the host, where an element says nothing else. */
export const setPolicy = command({
  type: 'coat.policy',
  fields: { policy: oneOf(CARRY_POLICIES) },
  needs: () => ({}),
  does: (rows, c) => keep(alter('coat', coatOf(rows), { policy: c.policy })),
  says: () => 'Change how lengths are carried',
});
