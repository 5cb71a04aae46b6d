import { idSchema } from '../../ground/ids.js';
import { flag, held, list, oneOf, pattern, shape, text, whole, type Of } from '../../ground/shape/shape.js';
import { nameSchema } from '../../ground/text.js';
import { IMPORTANCES, KIND_GROUPS, type ReadFrom } from '../kinds/kind.js';
import { TRAIT_TYPES } from '../traits/value.js';

/** Traits of own kinds are typed, or read off a region in the plain ways; what instruments fill is the shipped kinds'. */
const OWN_READS = [
  'edge',
  'thickness',
  'width',
  'height',
  'ink',
  'palette',
  'colour:0',
  'picture',
] as const satisfies readonly ReadFrom[];
const KEY = /^[a-z][A-Za-z0-9-]{0,63}$/;

const traitSpecSchema = held(
  shape({
    id: pattern(KEY, 'The id of a trait is made of letters, digits and hyphens.'),
    label: nameSchema,
    type: oneOf(TRAIT_TYPES),
    importance: oneOf(IMPORTANCES),
    help: text(500, 0),
    choices: list(nameSchema, { least: 1, most: 40 }).optional(),
    reads: oneOf(OWN_READS).optional(),
    perVariant: flag().optional(),
  }),
  'choices',
  ({ type, choices }) =>
    type !== 'choice' || (choices !== undefined && choices.length >= 2)
      ? null
      : 'A choice has at least two values to choose from.',
  {
    if: { properties: { type: { const: 'choice' } } },
    then: { required: ['choices'], properties: { choices: { minItems: 2 } } },
  },
);

/** A trait of an own kind. */
export type OwnTrait = Of<typeof traitSpecSchema>;

/** A kind of the coat's own, or traits added to a shipped one of the same key. */
export const ownKindFields = {
  id: idSchema,
  /** The kind's id, by which elements name it. */
  key: pattern(KEY, 'The id of a kind is made of letters, digits and hyphens.'),
  label: nameSchema,
  group: oneOf(KIND_GROUPS),
  help: text(500, 0),
  weight: whole(1, 5),
  traits: list(traitSpecSchema, { most: 60 }),
};
