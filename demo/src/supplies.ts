import type { Break } from '@spare-coat/core/parts/break';
import type { Supply } from '@spare-coat/core/parts/offer';
import type { TraitValue } from '@spare-coat/core/traits/value';

/** Short ways to write supplies, so that the catalogue reads as a list. */
export function supplier(prefix: string, place: string, effect?: Break) {
  const setting = (trait: string, label: string) => ({
    setting: { key: `${prefix}.${trait}`, place: `${place} › ${label}`, ...(effect ? { effect } : {}) },
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

export function supplies(...entries: [string, Supply][]): Record<string, Supply> {
  return Object.fromEntries(entries);
}
