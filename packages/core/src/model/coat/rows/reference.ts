import { idSchema, shaSchema } from '../../../ground/ids.js';
import {
  flag,
  isRecord,
  list,
  number,
  oneOf,
  plain,
  record,
  shape,
  tagged,
  text,
  whole,
  type Of,
} from '../../../ground/shape/shape.js';
import { nameSchema, noteSchema } from '../../../ground/text.js';
import { faceSchema } from '../../../measuring/type/face.js';
import { moveSchema } from '../../deeds/step.js';
import { IMPORTANCES } from '../../kinds/kind.js';
import {
  guidesSchema,
  kindId,
  linksSchema,
  pixelsFields,
  positionSchema,
  regionFields,
  revisionSchema,
  someId,
  subjectSchema,
  targetFields,
  timeSchema,
  flavoursSchema,
  scopesSchema,
  usesSchema,
} from '../fields.js';
import { limitsSchema } from '../limits.js';
import { ownKindFields } from '../ownKind.js';
import { entity } from './entity.js';

/** Rows of what is to be recreated: the coat itself, its variants and displays, pictures, elements and what was read off them. */

/** How lengths of the reference picture become lengths on the host display. */
export const CARRY_POLICIES = ['share of height', 'same physical size', 'same pixels'] as const;
export type CarryPolicy = (typeof CARRY_POLICIES)[number];

const originSchema = shape({
  coatId: idSchema,
  name: text(1000, 0),
  /** The original's revision whose reference was brought over last. */
  revision: whole(0, 1e12),
  /** Ids of rows there → ids of the same rows here. */
  ids: record(idSchema, { most: 1e6 }),
});
/** What ties a coat to the one that it was carried over from. */
export type Origin = Of<typeof originSchema>;

export const coat = entity({
  fields: {
    id: idSchema,
    name: nameSchema,
    policy: oneOf(CARRY_POLICIES),
    /** Closeness (0–1) from which an element with a choice is *matched*, and from which it is *near*. */
    matchedAt: number(0, 1),
    nearAt: number(0, 1),
    profileId: someId,
    profileRevision: revisionSchema.nullable(),
    /** Id of the distribution's package channel in the profile. */
    channel: text(64, 0).nullable(),
    /** Kinds that most looks have and this one was said not to: they are not offered again. */
    dismissed: list(kindId, { most: 200 }),
    limits: limitsSchema,
    uses: usesSchema,
    flavours: flavoursSchema.default({}),
    /** By a part's id, for whom it is got; what is not told comes as it comes. */
    scopes: scopesSchema.default({}),
    /** Steps of the plan that a person has put elsewhere, in the order in which it was done. */
    moves: list(moveSchema, { most: 200 }),
    /** What came with a bundle and is not known here: it goes out again with the next one. */
    extras: plain(isRecord, 'What came with a bundle is kept by name.', { type: 'object' }).default({}),
    /** The coat that it was carried over from, to another host; null of a coat of its own. */
    origin: originSchema.nullable().default(null),
    /** When it was put in the bin, or null. */
    deletedAt: timeSchema.nullable(),
  },
  times: ['deletedAt'],
  home: ['extras', 'origin'],
});

export const variant = entity({ fields: { id: idSchema, name: nameSchema, position: positionSchema } });

export const display = entity({
  fields: {
    id: idSchema,
    position: positionSchema,
    /** Device pixels. */
    width: whole(320, 16_384),
    height: whole(200, 16_384),
    /** Device pixels per unit of the host's settings. */
    scale: number(0.5, 4),
    /** Diagonal in inches where known. */
    inches: number(3, 200).nullable(),
  },
});

export const picture = entity({
  fields: {
    id: idSchema,
    variantId: idSchema,
    name: nameSchema,
    subject: subjectSchema,
    ...pixelsFields,
    /** Interface scale of the reference, where known. */
    scale: number(0.5, 4).nullable(),
    /** Diagonal of the display it was taken on, in inches, where known. */
    inches: number(3, 200).nullable(),
    guides: guidesSchema,
    position: positionSchema,
    /** It was a photo of a screen, and was set straight: its pixels do not tell that any more. */
    straightened: flag().default(false),
  },
  ties: { variantId: 'variant' },
});

export const kind = entity({ fields: ownKindFields, once: [['key']] });

/** A font that was dropped in, by which the reference's type is told. */
export const font = entity({
  fields: { id: idSchema, name: nameSchema, blob: shaSchema, metrics: faceSchema },
});

const elementCarrySchema = tagged('policy', [
  shape({ policy: oneOf(CARRY_POLICIES) }),
  shape({ policy: oneOf(['same proportion']), neighbour: idSchema }),
]);
/** How lengths of one element are carried where it is not the coat's way: as a proportion of a neighbour, or by a policy. */
export type ElementCarry = Of<typeof elementCarrySchema>;

const traitRuleSchema = shape({
  importance: oneOf(IMPORTANCES).optional(),
  /** In 0–100 points. */
  tolerance: number(0, 50).optional(),
});
export type TraitRule = Of<typeof traitRuleSchema>;

export const element = entity({
  fields: {
    id: idSchema,
    kind: kindId,
    name: nameSchema,
    weight: whole(1, 5),
    position: positionSchema,
    note: noteSchema,
    links: linksSchema,
    /** Importance and tolerance where they differ from the kind's. */
    rules: record(traitRuleSchema, { sentence: 'A rule says an importance or a tolerance.' }),
    /** Null: lengths are carried as the coat says. */
    carry: elementCarrySchema.nullable().default(null),
    /** The host display it stands on; null: the first. */
    displayId: someId,
    /** Wanted, though the reference never had it: chosen and planned like the rest, and never scored. */
    addition: flag(),
  },
  ties: { displayId: 'display' },
});

export const region = entity({
  fields: {
    ...regionFields,
    elementId: idSchema,
    /** Its pixels changed when the picture was replaced: it wants another look. */
    again: flag(),
  },
  ties: { elementId: 'element', pictureId: 'picture' },
  once: [['elementId', 'pictureId', 'state']],
});

export const trait = entity({
  fields: { ...targetFields, elementId: idSchema },
  ties: { elementId: 'element', variantId: 'variant', pictureId: 'picture' },
  once: [['elementId', 'trait', 'variantId', 'state']],
});
