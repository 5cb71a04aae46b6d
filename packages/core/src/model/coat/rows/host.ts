import { idSchema, shaSchema } from '../../../ground/ids.js';
import { oneOf, text } from '../../../ground/shape/shape.js';
import { dateSchema, nameSchema, noteSchema } from '../../../ground/text.js';
import { revisionSchema, samplesSchema, someId, timeSchema } from '../fields.js';
import { entity } from './entity.js';

/** Rows of what the host is, how it ran, and what was tried on it. */

export const TRIAL_OUTCOMES = ['kept', 'not for daily use', 'dropped'] as const;
export type TrialOutcome = (typeof TRIAL_OUTCOMES)[number];

/** A part tried on a host. */
export const trial = entity({
  fields: {
    id: idSchema,
    partId: idSchema,
    partRevision: revisionSchema,
    /** The host profile's family and version. */
    family: text(64),
    hostVersion: text(40),
    outcome: oneOf(TRIAL_OUTCOMES),
    /** The flavour of the part that was tried; null: all of it. */
    flavour: text(200).nullable().default(null),
    why: noteSchema,
    tried: dateSchema,
  },
});

/** What the host was at one moment. The survey itself is kept as a file. */
export const survey = entity({
  fields: {
    id: idSchema,
    name: nameSchema,
    /** When it was taken, or brought in where that is not said. */
    at: timeSchema,
    what: oneOf(['survey', 'settings']),
    /** SHA-256 of the survey in the core's form, as JSON. */
    blob: shaSchema,
  },
  times: ['at'],
});

export const READING_PHASES = ['before', 'after'] as const;
export type ReadingPhase = (typeof READING_PHASES)[number];
export const READING_LOADS = ['idle', 'under load'] as const;
export type ReadingLoad = (typeof READING_LOADS)[number];

/** One run of samples: memory in megabytes, processor in percent of all cores. */
export const reading = entity({
  fields: {
    id: idSchema,
    surveyId: someId,
    at: timeSchema,
    phase: oneOf(READING_PHASES),
    load: oneOf(READING_LOADS),
    memory: samplesSchema,
    processor: samplesSchema,
  },
  ties: { surveyId: 'survey' },
  times: ['at'],
});
