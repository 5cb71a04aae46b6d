import { valueProblem, type TraitValue } from '../../model/traits/value.js';
import { itemKey, otherNames } from '../../model/traits/items.js';
import type { SettingPlace, Supply } from '../../model/offers/offer.js';
import { colourFormOf, readAs, type Writes } from '../../model/offers/writes.js';
import type { TraitSpec } from '../../model/kinds/kind.js';
import { choiceWords } from './choiceWords.js';
import { withoutUnit, type Target } from './described.js';
import type { MachineSetting } from './machine.js';
import { specOf } from './targets.js';
import { hourWords } from './hours.js';
import { switchWords } from './switchWords.js';
import { tokensOf } from './tokens.js';

/** What a setting supplies for a trait, with how its values are written; or why it cannot. */
export type SupplyAnswer =
  | { readonly ok: true; readonly supply: Supply; readonly writes: Writes }
  | { readonly ok: false; readonly sentence: string };

const PICTURES: readonly Target[] = ['wallpaper.picture', 'sign-in.background'];
/** A number without bounds of its own is offered up to here. */
const MOST: Readonly<Record<string, number>> = { length: 4000, duration: 10_000, count: 100, share: 100 };

/** Words of items by the duty that they have, as names of a bar's items are made of them. */
const DUTIES: Readonly<Record<string, readonly string[]>> = {
  launcher: ['menu', 'launcher', 'start', 'programmenu', 'appmenu', 'finder', 'mnu', 'app', 'applications'],
  clock: ['clock', 'time', 'date', 'clk', 'datetime'],
  'window list': ['task', 'tasks', 'tasklist', 'windowrow', 'windows', 'win', 'tsk', 'list'],
  'status area': ['tray', 'status', 'systray', 'indicators', 'try'],
  'workspace switcher': ['pager', 'workspaces', 'workspace', 'ws'],
  'show desktop': ['showdesktop', 'desktop'],
  search: ['search'],
  spacer: ['spacer', 'space', 'gap'],
  separator: ['separator', 'divider', 'line'],
};
const BUTTONS: Readonly<Record<string, readonly string[]>> = {
  fold: ['minimize', 'minimise', 'min', 'fold', 'iconify', 'hide'],
  widen: ['maximize', 'maximise', 'max', 'fill', 'zoom'],
  shut: ['close', 'shut', 'quit'],
  menu: ['menu', 'icon', 'appmenu'],
  'keep above': ['above', 'pin', 'stick', 'keepabove'],
};

function wordsOfItems(
  items: readonly string[],
  duties: Readonly<Record<string, readonly string[]>>,
): Record<string, string> {
  const found: Record<string, string> = {};
  for (const item of items) {
    const bare = item.toLowerCase().replace(/[^a-z]/g, '');
    const tokens = tokensOf(item);
    const duty = Object.entries(duties).find(
      ([name, words]) =>
        found[name] === undefined &&
        (words.includes(bare) ||
          itemKey(item) === name ||
          otherNames(name).includes(item.toLowerCase()) ||
          tokens.some((t) => words.includes(t))),
    )?.[0];
    if (duty !== undefined && duty !== item) found[duty] = item;
  }
  return found;
}

/** What may stand between items of an order, and between its two ends: the likelier to do the latter the later. */
const SIGNS = [',', ';', '|', ':'] as const;

/**
 * What stands between the items of an order in one text, and what parts its start from its end. Of two signs the one that stands once parts;
 * a colon or a bar that stands alone parts as well.
 *
 * @returns a sentence where nobody can tell
 */
function signsOf(value: string): Pick<Writes, 'between' | 'parted'> | string {
  const counts = SIGNS.map((sign) => ({ sign, count: value.split(sign).length - 1 })).filter(
    (s) => s.count > 0,
  );
  const [first, second, third] = counts;
  if (!first) return 'No value of it tells what stands between its items.';
  if (third) return 'Three signs stand between its items, and nobody can tell what they mean.';
  if (!second)
    return first.count === 1 && (first.sign === ':' || first.sign === '|')
      ? { between: ',', parted: first.sign }
      : { between: first.sign };
  if (second.count === 1) return { between: first.sign, parted: second.sign };
  if (first.count === 1) return { between: second.sign, parted: first.sign };
  return 'Its items stand in more than two groups, which one value here cannot write.';
}

/** The measure of a trait, as a value has it behind its number. */
const UNIT: Readonly<Record<string, string>> = { length: 'px', duration: 'ms' };

/** How a setting's values are written for a target; null where nobody can tell. */
function writesOf(setting: MachineSetting, spec: TraitSpec, said: ItemWords): Writes | string {
  const { takes, type } = setting;
  const value = setting.now ?? setting.first ?? '';
  const unit = takes.as === 'number' ? withoutUnit(value)?.unit : undefined;
  const base: Writes = { ...(type === null ? {} : { type }), ...(unit === undefined ? {} : { after: unit }) };
  const says = `${setting.name} ${setting.label}`;
  switch (spec.type) {
    case 'length':
    case 'duration':
    case 'count':
      if (takes.as !== 'number') return 'It takes no number.';
      if (unit === undefined || unit === UNIT[spec.type]) return base;
      // Traits have milliseconds; how many pixels an em or a point has nobody here can tell.
      return spec.type === 'duration' && unit === 's'
        ? { ...base, factor: 0.001 }
        : `It is in ${unit}, which is no measure of the trait.`;
    case 'share': {
      if (takes.as !== 'number') return 'It takes no number.';
      if (unit !== undefined && unit !== '%') return `It is in ${unit}, which is no measure of the trait.`;
      const factor = takes.most === 1 ? 0.01 : takes.most === 255 ? 2.55 : 1;
      return factor === 1 ? base : { ...base, factor };
    }
    case 'colour': {
      const form = colourFormOf(value);
      return form === null ? 'No value of it tells how it writes colours.' : { ...base, colour: form };
    }
    case 'flag': {
      if (takes.as !== 'flag') return 'It is no switch.';
      const isOpposite = /\b(hide|hides|hidden|disable|disabled|no)\b/i.test(tokensOf(says).join(' '));
      const [yes, no] = switchWords(value);
      return !isOpposite && yes === 'true'
        ? base
        : { ...base, words: isOpposite ? { true: no, false: yes } : { true: yes, false: no } };
    }
    case 'choice':
      return writesOfChoice(setting, spec, base, value, says);
    case 'format': {
      const words = hourWords(setting);
      if (words) return { ...base, words };
      if (takes.as !== 'text') return 'It takes no text.';
      return value.includes('%') ? { ...base, format: 'strftime' } : base;
    }
    case 'order':
      return writesOfOrder(setting, spec, base, value, said);
    case 'label': {
      if (takes.as !== 'text') return 'It takes no text.';
      const size = spec.id === 'family' ? /[a-z](,?\s*\d+(\.\d+)?(,\w+)?)$/i.exec(value)?.[1] : undefined;
      return size === undefined ? base : { ...base, after: size };
    }
    default:
      return 'Such a trait cannot be set by one value.';
  }
}

function writesOfChoice(
  setting: MachineSetting,
  spec: TraitSpec,
  base: Writes,
  value: string,
  says: string,
): Writes | string {
  const { takes } = setting;
  const choices = spec.choices ?? [];
  if (takes.as === 'flag') {
    const [yes, no] = switchWords(value);
    if (spec.id === 'hiding') return { ...base, words: { never: no, always: yes } };
    if (spec.id !== 'show') return 'It is a mere switch, and the trait has more than two values.';
    const isPictures = /picture|miniature|thumbnail/i.test(says);
    return choices.includes('small pictures') && isPictures
      ? { ...base, words: { numbers: no, 'small pictures': yes } }
      : choices.includes('picture only')
        ? { ...base, words: { 'picture only': no, 'picture and title': yes } }
        : 'It is a mere switch, and nobody can tell what it switches between.';
  }
  const words = choiceWords(choices, takes.as === 'choice' ? takes.values : [value]);
  if (Object.keys(words).length === 0) return 'None of its words is known to mean a value of the trait.';
  return { ...base, words };
}

/** What somebody said that the items of an order mean, by the items. */
export type ItemWords = Readonly<Record<string, string>>;

/** Buttons as letters, those at the start parted from those at the end or not. */
const LETTERS = /^[A-Z_]*([|:])?[A-Z_]*$/;

/** The items of a value that is an order, as it writes them, and the signs that it writes them with; a sentence where nobody can tell. */
function takenApart(
  setting: MachineSetting,
  value: string,
  isButtons: boolean,
): { readonly items: readonly string[]; readonly signs: Pick<Writes, 'between' | 'parted'> } | string {
  if (setting.type === null && value.startsWith('[')) return 'It is a list in JSON, which is for a hand.';
  const parting = LETTERS.exec(value)?.[1];
  if (isButtons && setting.type !== 'as' && value.length > 1 && LETTERS.test(value))
    return {
      items: [...value].filter((letter) => letter !== parting),
      signs: { between: '', ...(parting === undefined ? {} : { parted: parting }) },
    };
  const items = value.split(/[,:|;]\s*/).filter((item) => item !== '');
  const signs = setting.type === 'as' ? {} : signsOf(value);
  return typeof signs === 'string' ? signs : { items, signs };
}

/** The items that a setting's value has where it is an order, each with what it means; null where it is none. */
export function itemsOf(
  setting: MachineSetting,
  target: Target,
  said: ItemWords,
): readonly { readonly item: string; readonly means: string | null }[] | null {
  const spec = specOf(target);
  const isButtons = (spec?.items ?? []).includes('shut');
  const apart =
    spec?.type === 'order' ? takenApart(setting, setting.now ?? setting.first ?? '', isButtons) : null;
  if (apart === null || typeof apart === 'string') return null;
  const words = wordsSaid(apart.items, isButtons ? BUTTONS : DUTIES, said);
  return [...new Set(apart.items)].map((item) => ({
    item,
    means: Object.entries(words).find(([, written]) => written === item)?.[0] ?? null,
  }));
}

/** Words of items by what each means: what somebody said, before what the items' names tell. */
function wordsSaid(
  items: readonly string[],
  duties: Readonly<Record<string, readonly string[]>>,
  said: ItemWords,
): Record<string, string> {
  const told = Object.entries(said).flatMap(([item, means]): [string, string][] =>
    means !== '' && items.includes(item) ? [[means, item]] : [],
  );
  const others = items.filter((item) => !(item in said));
  return { ...wordsOfItems(others, duties), ...Object.fromEntries(told) };
}

function writesOfOrder(
  setting: MachineSetting,
  spec: TraitSpec,
  base: Writes,
  value: string,
  said: ItemWords,
): Writes | string {
  const isButtons = (spec.items ?? []).includes('shut');
  const apart = takenApart(setting, value, isButtons);
  if (typeof apart === 'string') return apart;
  const { items, signs } = apart;
  const words = wordsSaid(items, isButtons ? BUTTONS : DUTIES, said);
  if (signs.between === '' && items.some((item) => said[item] === undefined))
    return 'It writes buttons by single letters: say what each of them is.';
  const named = Object.keys(words).length > 0 ? { words } : {};
  return {
    ...base,
    ...named,
    ...signs,
    ...(signs.parted === undefined ? { zone: isButtons ? 'end' : 'start' } : {}),
  };
}

/** Bounds of a number in the trait's own measure. */
function rangeOf(
  setting: MachineSetting,
  spec: TraitSpec,
  factor: number,
): { least: number; most: number; step: number } {
  const { takes } = setting;
  const [least, most] = takes.as === 'number' ? [takes.least, takes.most] : [0, 1e12];
  const round = (n: number) => Number(n.toPrecision(12));
  const top = MOST[spec.type] ?? 4000;
  const step =
    takes.as === 'number' && !takes.isWhole ? (spec.type === 'share' ? 1 : 0.1) : round(1 / factor);
  return {
    least: Math.max(0, round(least / factor)),
    most: Math.min(top, round(most / factor)),
    step: spec.type === 'share' && step < 1 ? 1 : step,
  };
}

/**
 * What a setting supplies for a target's trait.
 *
 * @param said of an order, what somebody said that its items mean
 */
export function supplyOf(setting: MachineSetting, target: Target, said: ItemWords = {}): SupplyAnswer {
  if (!isKept(setting)) return { ok: false, sentence: 'Its key is longer than a profile keeps, or none.' };
  const spec = specOf(target);
  if (!spec) return { ok: false, sentence: 'Such a thing is no trait.' };
  if (PICTURES.includes(target))
    return {
      ok: false,
      sentence: 'It takes where a picture lies on this machine: choose the picture by hand.',
    };
  const writes = writesOf(setting, spec, said);
  if (typeof writes === 'string') return { ok: false, sentence: writes };
  const place: SettingPlace = placeOf(setting, writes);
  if (['length', 'duration', 'count', 'share'].includes(spec.type)) {
    const range = rangeOf(setting, spec, writes.factor ?? 1);
    if (range.least > range.most) return { ok: false, sentence: 'Its bounds leave no value for the trait.' };
    return { ok: true, supply: { range, setting: place }, writes };
  }
  if (spec.type === 'choice' || (spec.type === 'format' && writes.words))
    return { ok: true, supply: { oneOf: Object.keys(writes.words ?? {}), setting: place }, writes };
  return { ok: true, supply: { any: true, setting: place }, writes };
}

/** Whether a profile can keep where a setting is set: cut off it would be another place. */
export const isKept = ({ key, file }: MachineSetting): boolean =>
  key !== '' &&
  key.length <= 200 &&
  (!file || (file.at !== '' && file.at.length <= 200 && file.path.length <= 300));

/** Where a setting is set, for a profile. */
export function placeOf(setting: MachineSetting, writes: Writes): SettingPlace {
  const { key, file, group, name, type, entry } = setting;
  const place = file
    ? `${file.path}, ${file.at}`
    : type === null
      ? key
      : `Settings schema ${group}, key ${name}`;
  return {
    key,
    place: place.slice(0, 300),
    ...(file ? { file } : {}),
    ...(entry ? { entry: { of: entry.name.slice(0, 200), ...entry.place } } : {}),
    ...(Object.keys(writes).length > 0 ? { writes } : {}),
  };
}

/** How a setting says where a picture lies, by what it says now; null where that is neither a path nor a URI of a file. */
export function fileWayOf({ now, first, type }: MachineSetting): Writes | null {
  const value = now !== null && now !== '' ? now : (first ?? '');
  const as = /^file:\/\//.test(value) ? 'URI' : /^[/~]/.test(value) ? 'path' : null;
  return as === null ? null : { ...(type === null ? {} : { type }), file: as };
}

/** The trait's value that a plain text of a setting means; null where it means none. */
export function valueOf(
  setting: MachineSetting,
  target: Target,
  writes: Writes,
  plain: string,
): TraitValue | null {
  const spec = specOf(target);
  if (!spec) return null;
  const { type: _, ...untyped } = writes;
  const isList = setting.type === 'as';
  const value = readAs(isList ? { ...untyped, between: writes.between ?? ', ' } : untyped, spec.type, plain);
  if (value === null || valueProblem(spec.type, value) !== null) return null;
  return spec.choices && !spec.choices.includes(String(value)) ? null : value;
}
