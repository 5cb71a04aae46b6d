import type { Break } from '@spare-coat/core/model/offers/break';
import type { Supply } from '@spare-coat/core/model/offers/offer';
import type { FaceMetrics } from '@spare-coat/core/measuring/type/face';
import type { TraitValue } from '@spare-coat/core/model/traits/value';

/** Short ways to write supplies, so that the catalogue reads as a list; with `file`, each stands in a line `label = …` of it. */
export function supplier(prefix: string, place: string, effect?: Break, file?: string) {
  const setting = (trait: string, label: string) => ({
    setting: {
      key: `${prefix}.${trait}`,
      place: `${place} › ${label}`,
      ...(effect ? { effect } : {}),
      ...(file ? { file: { path: file, format: 'lines' as const, at: `${label} =` } } : {}),
    },
  });
  return {
    range: (trait: string, label: string, least: number, most: number, step = 1): [string, Supply] => [
      trait,
      { range: { least, most, step }, ...setting(trait, label) },
    ],
    oneOf: (trait: string, label: string, ...values: TraitValue[]): [string, Supply] => [
      trait,
      { oneOf: values, ...setting(trait, label) },
    ],
    any: (trait: string, label: string): [string, Supply] => [trait, { any: true, ...setting(trait, label) }],
    items: (trait: string, label: string, ...items: string[]): [string, Supply] => [
      trait,
      { itemsFrom: items, ...setting(trait, label) },
    ],
  };
}

/** A value that cannot be set, the same in all variants or one for each. */
export function fixed(trait: string, value: TraitValue, dark?: TraitValue): [string, Supply] {
  return [trait, dark === undefined ? { fixed: value } : { fixed: value, byVariant: { light: value, dark } }];
}

/** A type face by its measures in em; what is not told is that of a plain upright face. */
export function face(family: string, measures: Partial<FaceMetrics>): [string, Supply] {
  const metrics: FaceMetrics = {
    family,
    style: 'Regular',
    xHeight: 0.5,
    capHeight: 0.7,
    advance: 0.5,
    inkWidth: 0.43,
    stem: 0.08,
    weight: 400,
    width: 5,
    italic: 0,
    fixed: false,
    serif: false,
    ...measures,
  };
  return ['face', { fixed: { family, metrics, pixels: null } }];
}

export function supplies(...entries: [string, Supply][]): Record<string, Supply> {
  return Object.fromEntries(entries);
}
