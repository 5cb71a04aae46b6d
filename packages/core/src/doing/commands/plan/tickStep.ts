import * as yup from 'yup';
import { idSchema, shaSchema } from '../../../ground/ids.js';
import { noteSchema } from '../../../ground/text.js';
import { put } from '../../../model/coat/changes.js';
import { keptStepSchema, timeSchema } from '../../../model/coat/fields.js';
import { CommandRefused } from '../../../model/coat/refused.js';
import { JOURNAL_WHATS, type JournalWhat } from '../../../model/coat/rows.js';
import type { KeptStep } from '../../../model/deeds/step.js';
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
    stepKey: yup.string().strict().min(1).max(500).required(),
    title: yup.string().strict().max(500).required(),
    what: yup.string().oneOf(JOURNAL_WHATS).required(),
    note: noteSchema,
    pictures: yup.array(shaSchema).max(20).required(),
    step: keptStepSchema as unknown as yup.Schema<KeptStep | null>,
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
