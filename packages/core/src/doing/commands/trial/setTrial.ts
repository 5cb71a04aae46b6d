import * as yup from 'yup';
import { idSchema } from '../../../ground/ids.js';
import { dateSchema, noteSchema } from '../../../ground/text.js';
import { alter, put } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { whole } from '../../../model/coat/fields.js';
import { CommandRefused } from '../../../model/coat/refused.js';
import { TRIAL_OUTCOMES } from '../../../model/coat/rows.js';
import { command } from '../command.js';
import { by } from '../needs.js';

/** Notes how a part did on a host. */
export const setTrial = command({
  type: 'trial.set',
  fields: {
    id: idSchema,
    partId: idSchema,
    partRevision: whole(1, 1e9),
    family: yup.string().strict().min(1).max(64).required(),
    hostVersion: yup.string().strict().min(1).max(40).required(),
    outcome: yup.string().oneOf(TRIAL_OUTCOMES).required(),
    why: noteSchema,
    tried: dateSchema,
  },
  needs: (c) => ({ trial: by('id', c.id) }),
  does: (rows, { id, partId, partRevision, family, hostVersion, outcome, why, tried }) => {
    if (outcome === 'dropped' && why.trim() === '')
      throw new CommandRefused('bad-value', 'Say why it was dropped: that is what one wants to know later.');
    const fields = { partId, partRevision, family, hostVersion, outcome, why, tried };
    const known = rows.trial[id];
    return known ? keep(alter('trial', known, fields)) : [put('trial', { id, ...fields })];
  },
  says: (_, c) => `Note a trial: ${c.outcome}`,
});
