import * as yup from 'yup';
import { idSchema } from '../../../ground/ids.js';
import { noteSchema } from '../../../ground/text.js';
import { alter, put } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { timeSchema } from '../../../model/coat/fields.js';
import { command } from '../command.js';

/** Takes a finding as it is, with a reason, for as long as its facts stay the same. */
export const acceptFinding = command({
  type: 'finding.accept',
  fields: {
    id: idSchema,
    finding: yup.string().strict().min(1).max(500).required(),
    facts: yup.string().strict().max(4000).defined(),
    reason: noteSchema,
    at: timeSchema,
  },
  needs: () => ({ accepted: 'all' }),
  does: (rows, { id, finding, facts, reason, at }) => {
    const known = Object.values(rows.accepted).find((a) => a.finding === finding);
    if (known) return keep(alter('accepted', known, { facts, reason, at }));
    return [put('accepted', { id, finding, facts, reason, at })];
  },
  says: () => 'Accept a finding',
});
