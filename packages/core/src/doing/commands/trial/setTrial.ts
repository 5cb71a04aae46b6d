import { idSchema } from '../../../ground/ids.js';
import { dateSchema, noteSchema } from '../../../ground/text.js';
import { alter, put } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { oneOf, text, whole } from '../../../ground/shape/shape.js';
import { CommandRefused } from '../../../model/coat/refused.js';
import { TRIAL_OUTCOMES } from '../../../model/coat/rows/host.js';
import { command } from '../command.js';
import { by } from '../needs.js';

/** Notes how a part did on a host. */
export const setTrial = command({
  type: 'trial.set',
  fields: {
    id: idSchema,
    partId: idSchema,
    partRevision: whole(1, 1e9),
    family: text(64),
    hostVersion: text(40),
    outcome: oneOf(TRIAL_OUTCOMES),
    flavour: text(200).nullable().default(null),
    why: noteSchema,
    tried: dateSchema,
  },
  needs: (c) => ({ trial: by('id', c.id) }),
  does: (rows, { id, partId, partRevision, family, hostVersion, outcome, flavour, why, tried }) => {
    if (outcome === 'dropped' && why.trim() === '')
      throw new CommandRefused('bad-value', 'Say why it was dropped: that is what one wants to know later.');
    const fields = { partId, partRevision, family, hostVersion, outcome, flavour, why, tried };
    const known = rows.trial[id];
    return known ? keep(alter('trial', known, fields)) : [put('trial', { id, ...fields })];
  },
  says: (_, c) => `Note a trial: ${c.outcome}`,
});
