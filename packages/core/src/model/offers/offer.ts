import { specProblem } from '../kinds/kind.js';
import { STATES, type State } from '../traits/state.js';
import * as yup from 'yup';
import { findKind, findTrait } from '../kinds/registry.js';
import type { TraitValue } from '../traits/value.js';
import { BREAKS, type Break } from './break.js';
import { filePlaceSchema, type FilePlace } from './ownSetting.js';

/** Where a value is typed, or which key a command sets. */
export interface SettingPlace {
  readonly key: string;
  /** Where a hand finds it, from the outermost window inwards. */
  readonly place: string;
  readonly effect?: Break;
  /** Where it stands when it is a line of a file rather than a key of the settings. */
  readonly file?: FilePlace;
}

/**
 * What an offer supplies for one trait. Lengths are in the host's units (device pixels = units × scale).
 * `byVariant` names a variant in lower case ("light", "dark"); a variant not named gets `fixed`.
 */
export type Supply =
  | {
      readonly fixed: TraitValue;
      readonly byVariant?: Readonly<Record<string, TraitValue>>;
      /** Where it looks otherwise under the pointer, pressed, focused, or inactive. */
      readonly byState?: Readonly<Partial<Record<State, TraitValue>>>;
    }
  | {
      readonly range: { readonly least: number; readonly most: number; readonly step: number };
      readonly setting: SettingPlace;
    }
  | { readonly oneOf: readonly TraitValue[]; readonly setting: SettingPlace }
  | { readonly any: true; readonly setting: SettingPlace }
  | { readonly itemsFrom: readonly string[]; readonly setting: SettingPlace };

/** What a part, or the host itself, can supply for one kind of element. */
export interface Offer {
  readonly id: string;
  readonly kind: string;
  readonly name: string;
  readonly supplies: Readonly<Record<string, Supply>>;
  /** It stands in place of the host's own, so the host's defaults do not fill what it leaves unsaid. */
  readonly replaces: boolean;
  /** The setting by which it is chosen in a list, where there is one. */
  readonly choose?: SettingPlace & { readonly value: string };
  /** Of a wallpaper: the sizes in which it comes, in pixels. */
  readonly pictures?: readonly { readonly width: number; readonly height: number }[];
}

/**
 * Whether an offer can lie over another for some traits: not what stands in place of the host's own thing, and not
 * what is chosen whole in a list.
 */
export function canOverlay(offer: Offer): boolean {
  return !offer.replaces && !offer.choose;
}

export const settingPlaceSchema = yup
  .object({
    key: yup.string().max(200).required(),
    place: yup.string().max(300).required(),
    effect: yup.string().oneOf(BREAKS),
    file: filePlaceSchema.default(undefined),
  })
  .noUnknown();

/** What is wrong with a supply for a kind's trait, or null. */
export function supplyProblem(kindId: string, traitId: string, raw: unknown): string | null {
  const spec = findTrait(kindId, traitId);
  if (!spec) return `${kindId} has no trait ${traitId}.`;
  if (typeof raw !== 'object' || raw === null) return `${spec.label}: a supply is an object.`;
  const s = raw as Partial<Record<string, unknown>>;
  const value = (v: unknown) => specProblem(spec, v);
  if ('fixed' in s) {
    const states = (s['byState'] as Record<string, unknown> | undefined) ?? {};
    const strange = Object.keys(states).find((k) => !(STATES as readonly string[]).includes(k));
    if (strange !== undefined) return `${spec.label}: there is no state “${strange}”.`;
    const others = [
      ...Object.values((s['byVariant'] as Record<string, unknown>) ?? {}),
      ...Object.values(states),
    ];
    return [s['fixed'], ...others].map(value).find((p) => p !== null) ?? null;
  }
  if (!settingPlaceSchema.isValidSync(s['setting']))
    return `${spec.label}: it says no setting with a key and a place.`;
  if ('range' in s) {
    const r = s['range'] as { least: number; most: number; step: number };
    const right = r && Number.isFinite(r.least) && Number.isFinite(r.most) && r.step > 0 && r.least <= r.most;
    if (!['length', 'duration', 'count', 'share'].includes(spec.type))
      return `${spec.label}: only numbers have a range.`;
    return right ? null : `${spec.label}: a range needs least ≤ most and a step above 0.`;
  }
  if ('oneOf' in s) {
    const list = s['oneOf'];
    if (!Array.isArray(list) || list.length === 0) return `${spec.label}: a list of values is empty.`;
    return list.map(value).find((p) => p !== null) ?? null;
  }
  if ('itemsFrom' in s)
    return spec.type === 'order' && Array.isArray(s['itemsFrom'])
      ? null
      : `${spec.label}: only an order has items.`;
  return s['any'] === true ? null : `${spec.label}: this way of supplying is not known.`;
}

/** One schema for offers of parts and of hosts. */
export const offerSchema = yup
  .object({
    id: yup.string().max(100).required(),
    kind: yup
      .string()
      .required()
      .test('kind', 'This kind of element is not known.', (k) => findKind(k ?? '') !== null),
    name: yup.string().max(200).required(),
    replaces: yup.boolean().required(),
    choose: settingPlaceSchema.shape({ value: yup.string().required() }).default(undefined),
    supplies: yup.object().required(),
    pictures: yup
      .array(
        yup
          .object({
            width: yup.number().integer().min(1).max(16_384).required(),
            height: yup.number().integer().min(1).max(16_384).required(),
          })
          .noUnknown(),
      )
      .max(40),
  })
  .test('supplies', '', function (offer) {
    const { kind, supplies } = offer as unknown as Offer;
    for (const [trait, supply] of Object.entries(supplies)) {
      const problem = supplyProblem(kind, trait, supply);
      if (problem) return this.createError({ message: `${offer.name}: ${problem}` });
    }
    return true;
  });
