import { ValidationError } from 'yup';
import {
  BEYOND,
  byField,
  flag,
  held,
  list,
  named,
  number,
  oneOf,
  openShape,
  read,
  record,
  shape,
  text,
  whole,
  type Of,
} from '../../ground/shape/shape.js';
import { specProblem } from '../kinds/kind.js';
import { findKind, findTrait } from '../kinds/registry.js';
import { STATES } from '../traits/state.js';
import { traitValueSchema, type TraitValue } from '../traits/value.js';
import { BREAKS } from './break.js';
import { exportPlaceSchema } from './exportPlace.js';
import { filePlaceSchema } from './ownSetting.js';
import { writesSchema } from './writes.js';

/** The fields of where a value is typed, or which key a command sets. */
export const settingPlaceFields = {
  key: text(200),
  /** Where a hand finds it, from the outermost window inwards. */
  place: text(300),
  effect: oneOf(BREAKS).optional(),
  /** Where it stands when it is a line of a file rather than a key of the settings. */
  file: filePlaceSchema.optional(),
  /** Where it stands in an export of settings, where those are imported by a hand. */
  entry: exportPlaceSchema.optional(),
  /** How it takes its value, where that is not plainly the trait's. */
  writes: writesSchema.optional(),
};
export const settingPlaceSchema = named('setting-place', shape(settingPlaceFields));
export type SettingPlace = Of<typeof settingPlaceSchema>;

const byState = Object.fromEntries(STATES.map((state) => [state, traitValueSchema.optional()])) as {
  readonly [S in (typeof STATES)[number]]: ReturnType<typeof traitValueSchema.optional>;
};
const amount = number(-1e12, 1e12);
const setting = settingPlaceSchema;

/**
 * What an offer supplies for one trait. Lengths are in the host's units (device pixels = units × scale).
 * `byVariant` names a variant in lower case ("light", "dark"); a variant not named gets `fixed`.
 */
export const supplySchema = named(
  'supply',
  byField(
    {
      fixed: openShape({
        fixed: traitValueSchema,
        byVariant: record(traitValueSchema).optional(),
        /** Where it looks otherwise under the pointer, pressed, focused, or inactive. */
        byState: shape(byState, 'There is no state “${unknown}”.').optional(),
      }),
      range: openShape({
        range: held(
          openShape({ least: amount, most: amount, step: number(0, 1e12).moreThan(0) }),
          'range',
          ({ least, most }) => (least <= most ? null : 'A range needs least ≤ most and a step above 0.'),
          BEYOND,
        ),
        setting,
      }),
      oneOf: openShape({
        oneOf: list(traitValueSchema, { least: 1, sentence: 'A list of values is not empty.' }),
        setting,
      }),
      itemsFrom: openShape({ itemsFrom: list(text(200, 0)), setting }),
      any: openShape({ any: flag().isTrue('It takes anything, or it does not say so.'), setting }),
    },
    'It is supplied in no way that is known: fixed, range, oneOf, itemsFrom or any.',
  ),
);
export type Supply = Of<typeof supplySchema>;

const NUMBERS = ['length', 'duration', 'count', 'share'];

/** What is wrong with a supply for a kind's trait, whatever its shape, in a sentence; or null. */
export function supplyProblem(kindId: string, traitId: string, raw: unknown): string | null {
  const spec = findTrait(kindId, traitId);
  if (!spec) return `${kindId} has no trait ${traitId}.`;
  try {
    return misfit(kindId, traitId, read(supplySchema, raw));
  } catch (error) {
    if (error instanceof ValidationError) return `${spec.label}: ${error.errors.join(' ')}`;
    throw error;
  }
}

/** What is wrong with a supply of the right shape for a kind's trait, or null. */
function misfit(kindId: string, traitId: string, supply: Supply): string | null {
  const spec = findTrait(kindId, traitId);
  if (!spec) return `${kindId} has no trait ${traitId}.`;
  const first = (values: readonly (TraitValue | undefined)[]): string | null => {
    for (const value of values) {
      const problem = value === undefined ? null : specProblem(spec, value);
      if (problem !== null) return problem;
    }
    return null;
  };
  if ('fixed' in supply) {
    const { fixed, byVariant = {}, byState = {} } = supply;
    return first([fixed, ...Object.values(byVariant), ...Object.values(byState)]);
  }
  if ('range' in supply)
    return NUMBERS.includes(spec.type) ? null : `${spec.label}: only numbers have a range.`;
  if ('oneOf' in supply) return first(supply.oneOf);
  if ('itemsFrom' in supply) return spec.type === 'order' ? null : `${spec.label}: only an order has items.`;
  return null;
}

const kindSchema = held(
  text(64),
  'kind',
  (kind) => (findKind(kind) ? null : 'This kind of element is not known.'),
  BEYOND,
);

/** What a part, or the host itself, can supply for one kind of element. */
export const offerSchema = named(
  'offer',
  held(
    openShape({
      id: text(100),
      kind: kindSchema,
      name: text(200),
      supplies: record(supplySchema),
      /** It stands in place of the host's own, so the host's defaults do not fill what it leaves unsaid. */
      replaces: flag(),
      /** The setting by which it is chosen in a list, where there is one. */
      choose: shape({ ...settingPlaceFields, value: text(1000) }).optional(),
      /** Of a wallpaper: the sizes in which it comes, in pixels. */
      pictures: list(shape({ width: whole(1, 16_384), height: whole(1, 16_384) }), { most: 40 }).optional(),
    }),
    'supplies',
    ({ name, kind, supplies }) => {
      for (const [trait, supply] of Object.entries(supplies)) {
        const problem = misfit(kind, trait, supply);
        if (problem) return `${name}: ${problem}`;
      }
      return null;
    },
    BEYOND,
  ),
);
export type Offer = Of<typeof offerSchema>;

/**
 * Whether an offer can lie over another for some traits: not what stands in place of the host's own thing, and not
 * what is chosen whole in a list.
 */
export function canOverlay(offer: Offer): boolean {
  return !offer.replaces && !offer.choose;
}
