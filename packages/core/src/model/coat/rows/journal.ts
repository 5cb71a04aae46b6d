import { idSchema, shaSchema } from '../../../ground/ids.js';
import { list, oneOf, text } from '../../../ground/shape/shape.js';
import { noteSchema } from '../../../ground/text.js';
import { keptStepSchema } from '../../deeds/step.js';
import { timeSchema } from '../fields.js';
import { entity } from './entity.js';

export const JOURNAL_WHATS = [
  'done',
  'withdrawn',
  'skipped',
  'skip withdrawn',
  'failed',
  'failure withdrawn',
  'noted',
  'begun',
] as const;
export type JournalWhat = (typeof JOURNAL_WHATS)[number];

/** Append-only: what was really done. An entry is never taken out, only answered by a later one. */
export const journal = entity({
  fields: {
    id: idSchema,
    stepKey: text(500),
    what: oneOf(JOURNAL_WHATS),
    at: timeSchema,
    title: text(500, 0),
    /** Why it was skipped, what happened, or anything else worth keeping. */
    note: noteSchema,
    /** SHA-256 of pictures kept with it. */
    pictures: list(shaSchema, { most: 20 }),
    /** What the step was when it was done; null of entries that do nothing. */
    step: keptStepSchema.nullable().default(null),
  },
  times: ['at'],
});
