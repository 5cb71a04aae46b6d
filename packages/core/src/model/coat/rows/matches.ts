import { idSchema } from '../../../ground/ids.js';
import { list, oneOf, oneOfOrNull, record, text, whole } from '../../../ground/shape/shape.js';
import { dateSchema, nameSchema, noteSchema } from '../../../ground/text.js';
import { traitValueSchema } from '../../traits/value.js';
import {
  filesSchema,
  kindId,
  linksSchema,
  recipeSchema,
  revisionSchema,
  someId,
  suppliesSchema,
  timeSchema,
  traitId,
} from '../fields.js';
import { answerSchema } from '../answers.js';
import { entity } from './entity.js';

/** Rows of what was chosen for the elements, made by hand, and taken as it is. */

export const CHOSEN_BY = ['hand', 'proposal'] as const;
export type ChosenBy = (typeof CHOSEN_BY)[number];

export const SAID_STANDINGS = ['stand-in', 'gap', 'left alone'] as const;
export type SaidStanding = (typeof SAID_STANDINGS)[number];

export const match = entity({
  fields: {
    id: idSchema,
    elementId: idSchema,
    said: oneOfOrNull(SAID_STANDINGS),
    /** Why (gap, left alone). */
    reason: noteSchema,
    /** What is lost (stand-in). */
    lost: noteSchema,
    note: noteSchema,
    /** Where to read on, for the ledger. */
    links: linksSchema,
    /** ISO date on which to look again, or null. */
    lookAgain: dateSchema.nullable(),
    /** Chosen by hand it stays whatever is proposed, until it is released. */
    by: oneOf(CHOSEN_BY),
  },
  ties: { elementId: 'element' },
  once: [['elementId']],
});

export const layer = entity({
  fields: {
    id: idSchema,
    matchId: idSchema,
    /** 0 is the base; overlays follow. */
    position: whole(0, 1000),
    /** Null: the host itself. */
    partId: someId,
    partRevision: revisionSchema.nullable(),
    offer: text(100),
    /** The traits an overlay is for; null for all it has. */
    traits: list(traitId, { most: 60 }).nullable(),
    /** Settings by hand, per variant id or `all`. */
    settings: record(record(traitValueSchema), { sentence: 'Settings by hand stand by variant and trait.' }),
    /** Values of the part's own settings, by their id, written as the part takes them; missing: none. */
    own: record(text(500, 0), {
      most: 200,
      sentence: 'A setting of a part has a name and a text.',
    }).optional(),
  },
  ties: { matchId: 'match' },
  once: [['matchId', 'position']],
});

/** A layer of one's own making: what it supplies, the files made for it, and how they were made. */
export const handmade = entity({
  fields: {
    id: idSchema,
    elementId: idSchema,
    kind: kindId,
    name: nameSchema,
    supplies: suppliesSchema,
    /** By a variant's id, what is otherwise there. */
    byVariant: record(suppliesSchema).optional(),
    files: filesSchema,
    recipe: recipeSchema,
  },
  ties: { elementId: 'element' },
});

/** A finding taken as it is. It comes back when its facts are no longer these. */
export const accepted = entity({
  fields: {
    id: idSchema,
    /** The finding's key, and its facts as they were. */
    finding: text(500),
    facts: text(4000, 0),
    reason: noteSchema,
    at: timeSchema,
    /** What is done about it, where it was not merely taken as it is. */
    answer: answerSchema.nullable().default(null),
  },
  once: [['finding']],
  times: ['at'],
});
