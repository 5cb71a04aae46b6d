import * as yup from 'yup';
import { alter } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { CARRY_POLICIES, coatOf } from '../../../model/coat/rows.js';
import { command } from '../command.js';

/** Says how lengths are carried to the host, where an element says nothing else. */
export const setPolicy = command({
  type: 'coat.policy',
  fields: { policy: yup.string().oneOf(CARRY_POLICIES).required() },
  needs: () => ({}),
  does: (rows, c) => keep(alter('coat', coatOf(rows), { policy: c.policy })),
  says: () => 'Change how lengths are carried',
});
