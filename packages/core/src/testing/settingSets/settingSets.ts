import type { DescribedSetting, SettingTakes } from '../../deciding/learning/described.js';
import { BRINDLE } from './brindle.js';
import { CINDER } from './cinder.js';
import { EBB } from './ebb.js';
import { HOLLOW } from './hollow.js';
import { LARCH } from './larch.js';
import { OTHERS } from './others.js';
import { QUAYSIDE } from './quayside.js';
import { TALLOW } from './tallow.js';
import { WICKET } from './wicket.js';

/** A setting of an invented desktop, and what it is: `kind.trait`, `list:sort`, `variants`; null: nothing to do with looks. */
export interface KnownSetting {
  readonly setting: DescribedSetting;
  readonly is: string | null;
}
export interface SettingSet {
  readonly name: string;
  readonly settings: readonly KnownSetting[];
}

function takesOf(raw: string, first: string): SettingTakes {
  const [sign = '', ...rest] = raw.split(' ');
  const bounds = /^(-?[\d.]+)\.\.(-?[\d.]+)$/.exec(rest.join(' '));
  if (bounds)
    return { as: 'number', least: Number(bounds[1]), most: Number(bounds[2]), isWhole: sign !== 'd' };
  if (sign === 'n') return { as: 'number', least: -1e12, most: 1e12, isWhole: !first.includes('.') };
  if (sign === 'e') return { as: 'choice', values: rest.join(' ').split(',') };
  if (sign === 'b') return { as: 'flag' };
  if (sign === 'as' || sign === 'l') return { as: 'texts' };
  return { as: 'text' };
}

/** How a desktop of this name writes a key of words. */
const STYLES: Readonly<
  Record<string, (words: string, group: string) => readonly [group: string, key: string]>
> = {
  Quayside: (words, group) => [`org.quayside.${group.replaceAll(' ', '-')}`, words.replaceAll(' ', '-')],
  Tallow: (words, group) => [
    `tallow.${group.slice(0, 4)}`,
    words
      .split(' ')
      .map((w) => w.slice(0, 3))
      .join(''),
  ],
  Larch: (words, group) => [
    group.replace(/(^|\s)(\w)/g, (_, __, c: string) => c.toUpperCase()),
    words.replace(/\s(\w)/g, (_, c: string) => c.toUpperCase()),
  ],
  Brindle: (words, group) => [
    'brindle',
    `${group.slice(0, 3)}_${words
      .split(' ')
      .map((w) => w.slice(0, 5))
      .join('_')}`,
  ],
  Ebb: (words, group) => [`ebb.${group.replaceAll(' ', '.')}.settings`, words.replaceAll(' ', '-')],
  Cinder: (words, group) => [`org.cinder.${group.replaceAll(' ', '.')}`, words.replaceAll(' ', '-')],
  Wicket: (words) => ['wicket.options', `opt-${400 + ((words.length * 31 + words.charCodeAt(0) * 7) % 500)}`],
  Hollow: (words, group) => [`hollow.${group.replaceAll(' ', '.')}`, words.replaceAll(' ', '-')],
};
/** Which of these say nothing but their keys. */
const UNLABELLED = ['Larch', 'Tallow'];
const UNHELPED = ['Larch', 'Brindle', 'Ebb', 'Wicket'];

function rowsOf(text: string): string[][] {
  return text
    .trim()
    .split('\n')
    .map((line) => line.split(/(?:^|\s)\|(?=\s|$)/).map((field) => field.trim()));
}

function setOf(name: string, text: string, skip: number): SettingSet {
  const own = rowsOf(text).map(
    ([is = '', group = '', key = '', takes = '', first = '', label = '', help = '']): KnownSetting => ({
      is: is === '-' ? null : is,
      setting: {
        key: `${group} ${key}`,
        group,
        name: key,
        label,
        help,
        takes: takesOf(takes, first),
        first,
        now: null,
      },
    }),
  );
  const style = STYLES[name]!;
  // Each desktop has some three fifths of them, others each.
  const others = rowsOf(OTHERS)
    .filter((_, i) => (i * 7 + skip * 3) % 5 < 3)
    .map(([group = '', words = '', takes = '', first = '', label = '', help = '']): KnownSetting => {
      const [own, key] = style(words, group);
      const said = UNLABELLED.includes(name)
        ? name === 'Tallow'
          ? ['', help || `${label}.`]
          : ['', '']
        : [label, UNHELPED.includes(name) ? '' : help];
      return {
        is: null,
        setting: {
          key: `${own} ${key}`,
          group: own,
          name: key,
          label: said[0]!,
          help: said[1]!,
          takes: takesOf(takes, first),
          first,
          now: null,
        },
      };
    });
  return { name, settings: [...own, ...others] };
}

/** Eight invented desktops with what each of their settings is, worded in as many ways. */
export const SETTING_SETS: readonly SettingSet[] = Object.entries({
  Quayside: QUAYSIDE,
  Tallow: TALLOW,
  Larch: LARCH,
  Brindle: BRINDLE,
  Ebb: EBB,
  Cinder: CINDER,
  Wicket: WICKET,
  Hollow: HOLLOW,
}).map(([name, text], i) => setOf(name, text, i));
