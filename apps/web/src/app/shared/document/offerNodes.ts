import type { AbstractControl } from '@angular/forms';
import { isRecord } from '@spare-coat/core/ground/shape/shape';
import type { TraitSpec } from '@spare-coat/core/model/kinds/kind';
import { KINDS, findKind, findTrait } from '@spare-coat/core/model/kinds/registry';
import { STATES } from '@spare-coat/core/model/traits/state';
import { sayValue } from '@spare-coat/core/model/traits/say';
import type { TraitValue } from '@spare-coat/core/model/traits/value';
import { choicesOf, groupOf, type Either, type Leaf, type List, type Suggestion } from '../forms/tree/nodes';
import { fieldAbove, namesAbove } from '../forms/tree/tree';
import { FRESH_SETTING, rangeFields, said, settingFields, settingGroup } from './settingNodes';

/** Offers, as a form: for a kind of element, which trait is supplied how. */

const NUMBERS = ['length', 'duration', 'count', 'share'];

export const kindSuggestions: readonly Suggestion[] = KINDS.map(({ id, label }) => ({ value: id, label }));
/** The traits of a kind, by their words. */
export const traitSuggestions = (kind: unknown): readonly Suggestion[] =>
  (findKind(String(kind))?.traits ?? []).map(({ id, label }) => ({ value: id, label }));

/** The trait that a control is about: the kind stands in the offer, the trait's name above the value. */
function specOf(at: AbstractControl): TraitSpec | null {
  const kind = String(fieldAbove(at, 'kind'));
  return namesAbove(at).flatMap((name) => findTrait(kind, name) ?? [])[0] ?? null;
}
const value = (label: string, wide: Leaf['wide'] = 2): Leaf => ({ is: 'trait', label, wide, spec: specOf });
const settingOf = { setting: { ...settingGroup, label: '' } };
const isOf =
  (...types: string[]) =>
  (at: AbstractControl): boolean =>
    types.includes(specOf(at)?.type ?? '');

const SUPPLY: Either = {
  is: 'either',
  label: 'Supplied by',
  pick: (supply) =>
    isRecord(supply)
      ? (['fixed', 'range', 'oneOf', 'itemsFrom', 'any'].find((way) => supply[way] !== undefined) ?? 'none')
      : null,
  branches: [
    {
      id: 'none',
      label: 'nothing yet',
      of: groupOf({}),
      fresh: {},
      fits: () => false,
    },
    {
      id: 'fixed',
      label: 'a fixed value',
      of: groupOf({
        fixed: value('Value', 4),
        byVariant: {
          is: 'by name',
          label: 'Otherwise in a variant',
          one: 'variant',
          nameLabel: 'Variant',
          suggest: choicesOf(['light', 'dark']),
          of: value('Value'),
          fresh: null,
          empty: 'absent',
        },
        byState: {
          is: 'by name',
          label: 'Otherwise in a state',
          one: 'state',
          nameLabel: 'State',
          suggest: choicesOf(STATES),
          only: true,
          of: value('Value'),
          fresh: null,
          empty: 'absent',
        },
      }),
      fresh: { fixed: null },
    },
    {
      id: 'range',
      label: 'a range',
      of: groupOf({ range: groupOf(rangeFields), ...settingOf }),
      fresh: { range: { least: 0, most: 100, step: 1 }, setting: FRESH_SETTING },
      fits: isOf(...NUMBERS),
    },
    {
      id: 'oneOf',
      label: 'one of a list',
      of: groupOf({
        oneOf: {
          is: 'list',
          label: 'Values to choose from',
          one: 'value',
          of: value('Value'),
          fresh: () => null,
        },
        ...settingOf,
      }),
      fresh: { oneOf: [], setting: FRESH_SETTING },
    },
    {
      id: 'itemsFrom',
      label: 'items in any order',
      of: groupOf({
        itemsFrom: {
          is: 'words',
          label: 'Items',
          wide: 4,
          suggest: (at) => choicesOf(specOf(at)?.items ?? []),
        },
        ...settingOf,
      }),
      fresh: { itemsFrom: [], setting: FRESH_SETTING },
      fits: isOf('order'),
    },
    {
      id: 'any',
      label: 'any value',
      of: groupOf(settingOf),
      fresh: { any: true, setting: FRESH_SETTING },
    },
  ],
};

const sayTrait = (spec: TraitSpec, raw: unknown) =>
  raw === null || raw === undefined ? 'not said' : sayValue(spec.type, raw as TraitValue);

/** A supply in one line: what it gives, and from where. */
export function saySupply(kind: string, trait: string, supply: unknown): string {
  const spec = findTrait(kind, trait);
  if (!spec) return trait === '' ? 'Which trait?' : trait;
  if (!isRecord(supply)) return spec.label;
  const key = said(supply['setting'], 'key');
  const from = key === '' ? '' : `, by ${key}`;
  if ('fixed' in supply) return `${spec.label}: ${sayTrait(spec, supply['fixed'])}`;
  if (isRecord(supply['range'])) {
    const { least, most } = supply['range'];
    return `${spec.label}: ${String(least)} to ${String(most)}${from}`;
  }
  if (Array.isArray(supply['oneOf']))
    return `${spec.label}: ${supply['oneOf'].map((v) => sayTrait(spec, v)).join(', ')}${from}`;
  if ('itemsFrom' in supply) return `${spec.label}: its items in any order${from}`;
  if ('any' in supply) return `${spec.label}: anything${from}`;
  return spec.label;
}

function sayOffer(offer: unknown): string {
  const kind = said(offer, 'kind');
  const supplies = isRecord(offer) && isRecord(offer['supplies']) ? Object.keys(offer['supplies']) : [];
  const count = supplies.length === 1 ? 'one trait' : `${supplies.length} traits`;
  return `${said(offer, 'name') || 'Without a name'}: ${findKind(kind)?.label ?? kind}, ${count}`;
}

function newOfferId(beside: readonly unknown[]): string {
  const taken = new Set(beside.map((offer) => said(offer, 'id')));
  let n = beside.length + 1;
  while (taken.has(`offer-${n}`)) n++;
  return `offer-${n}`;
}

export const offersList: List = {
  is: 'list',
  label: '',
  one: 'offer',
  fresh: (beside) => ({
    id: newOfferId(beside),
    kind: 'bar',
    name: 'New offer',
    replaces: false,
    supplies: {},
  }),
  says: sayOffer,
  of: groupOf({
    name: { is: 'text', label: 'Name' },
    kind: { is: 'text', label: 'Serves', suggest: kindSuggestions },
    id: { is: 'text', label: 'Id', mono: true, help: 'Told apart by it; plans keep it.' },
    replaces: { is: 'flag', label: 'in place of the host’s own' },
    choose: {
      is: 'group',
      label: 'It is chosen in a list',
      optional: { empty: 'absent', fresh: { ...FRESH_SETTING, value: '' } },
      fields: { value: { is: 'text', label: 'Listed as' }, ...settingFields },
    },
    pictures: {
      is: 'list',
      label: 'Sizes in which a wallpaper comes',
      one: 'size',
      fresh: () => ({ width: 1920, height: 1080 }),
      empty: 'absent',
      of: groupOf({
        width: { is: 'number', label: 'Width', unit: 'px' },
        height: { is: 'number', label: 'Height', unit: 'px' },
      }),
    },
    supplies: {
      is: 'by name',
      label: 'Traits that it supplies',
      one: 'trait',
      nameLabel: 'Trait',
      suggest: (at) => traitSuggestions(fieldAbove(at, 'kind')),
      of: SUPPLY,
      fresh: { fixed: null },
      only: true,
      says: (trait, supply, at) => saySupply(String(fieldAbove(at, 'kind')), trait, supply),
    },
  }),
};
