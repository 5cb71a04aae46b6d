import { text, oneOf, list } from '../../../ground/shape/shape.js';
import { idSchema, shaSchema } from '../../../ground/ids.js';
import { noteSchema } from '../../../ground/text.js';
import { put } from '../../../model/coat/changes.js';
import { timeSchema } from '../../../model/coat/fields.js';
import { keptStepSchema } from '../../../model/deeds/step.js';
import { CommandRefused } from '../../../model/coat/refused.js';
import { JOURNAL_WHATS, type JournalWhat } from '../../../model/coat/rows/journal.js';
import { command } from '../command.js';
import { by } from '../needs.js';

const TICKED: Readonly<Record<JournalWhat, string>> = {
  done: 'Tick',
  withdrawn: 'Untick',
  skipped: 'Skip',
  'skip withdrawn': 'Skip no longer',
  failed: 'Note as failed',
  'failure withdrawn': 'Note as failed no longer',
  noted: 'Note something of',
  begun: 'Begin',
};

/** Notes in the journal what became of a step. */
export const tickStep = command({
  type: 'plan.tick',
  fields: {
    id: idSchema,
    stepKey: text(500),
    title: text(500),
    what: oneOf(JOURNAL_WHATS),
    note: noteSchema,
    pictures: list(shaSchema, { most: 20 }),
    step: keptStepSchema.nullable().default(null),
    at: timeSchema,
  },
  needs: (c) => ({ journal: by('id', c.id) }),
  does: (_, { id, stepKey, title, what, note, pictures, step, at }) => {
    if (what === 'done' && step === null)
      throw new CommandRefused(
        'bad-value',
        'What was done is kept with its step, so that it can be taken back.',
      );
    return [put('journal', { id, stepKey, what, at, title, note, pictures, step })];
  },
  says: (_, c) => `${TICKED[c.what]}: ${c.title}`,
});
