import { text } from '../../../ground/shape/shape.js';
import { idSchema } from '../../../ground/ids.js';
import { noteSchema } from '../../../ground/text.js';
import { alter, put } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { answerSchema } from '../../../model/coat/answers.js';
import { timeSchema } from '../../../model/coat/fields.js';
import { command } from '../command.js';

/** Takes a finding as it is, with a reason, for as long as its facts stay the same. */
export const acceptFinding = command({
  type: 'finding.accept',
  fields: {
    id: idSchema,
    finding: text(500),
    facts: text(4000, 0),
    reason: noteSchema,
    at: timeSchema,
    answer: answerSchema.nullable().default(null),
  },
  needs: () => ({ accepted: 'all' }),
  does: (rows, { id, finding, facts, reason, at, answer }) => {
    const known = Object.values(rows.accepted).find((a) => a.finding === finding);
    if (known) return keep(alter('accepted', known, { facts, reason, at, answer }));
    return [put('accepted', { id, finding, facts, reason, at, answer })];
  },
  says: (_, { answer, reason }) => (answer === null ? 'Accept a finding' : reason || 'Answer a finding'),
});
