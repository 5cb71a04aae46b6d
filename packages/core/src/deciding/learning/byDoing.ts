import { isRecord } from '../../ground/shape/shape.js';
import { colourFormOf, undress } from '../../model/offers/writes.js';
import { withoutUnit, type SettingTakes } from './described.js';
import { lineOf, type PlacedLine } from './lineOf.js';
import { NO_MACHINE, type Machine, type MachineSetting } from './machine.js';

/** One place that became another while somebody changed something in his desktop's settings. */
export interface Change {
  /** In which round; from 1. */
  readonly round: number;
  /** `settings`, or the file. */
  readonly in: string;
  /** Of a setting, its schema and key; of a line, the group that it stands in. */
  readonly key: string;
  /** Of a line, those that it lies in, from the outermost on. */
  readonly within: readonly string[];
  readonly from: string | null;
  readonly to: string;
  /** Whether its file was written anew and put in the place of the one before. */
  readonly moved: boolean;
}

export type ChangesAnswer =
  | {
      readonly ok: true;
      readonly desktop: string;
      readonly changes: readonly Change[];
      /** Programs that began anew, by the round. */
      readonly restarted: ReadonlyMap<number, readonly string[]>;
    }
  | { readonly ok: false; readonly sentence: string };

const MOST_CHANGES = 20_000;
const textOf = (raw: unknown): string => (typeof raw === 'string' ? raw : '');

/** Whether a text is what `learn.sh` writes. */
export const isLearnt = (raw: string): boolean => /^\s*\{\s*"learnt"\s*:/.test(raw);

/** Reads what `learn.sh` writes. */
export function readChanges(raw: string): ChangesAnswer {
  let told: unknown;
  try {
    told = JSON.parse(raw);
  } catch {
    return { ok: false, sentence: 'It is no JSON, or it breaks off. Did learn.sh come to its end?' };
  }
  if (!isRecord(told) || told['learnt'] !== 1)
    return { ok: false, sentence: 'It is JSON, but not what learn.sh writes.' };
  const list: readonly unknown[] = Array.isArray(told['changes']) ? told['changes'] : [];
  const changes = list.slice(0, MOST_CHANGES).flatMap((change): Change[] => {
    if (!isRecord(change) || typeof change['to'] !== 'string' || typeof change['in'] !== 'string') return [];
    return [
      {
        round: Number(change['round']) || 1,
        in: change['in'],
        key: textOf(change['key']) || textOf(change['group']),
        within: Array.isArray(change['within']) ? change['within'].map(textOf) : [],
        from: typeof change['from'] === 'string' ? change['from'] : null,
        to: change['to'],
        moved: change['moved'] === true,
      },
    ];
  });
  const restarted = new Map<number, string[]>();
  for (const one of Array.isArray(told['restarted']) ? told['restarted'].slice(0, MOST_CHANGES) : []) {
    if (!isRecord(one) || typeof one['program'] !== 'string') continue;
    const round = Number(one['round']) || 1;
    restarted.set(round, [...(restarted.get(round) ?? []), one['program']]);
  }
  return changes.length === 0
    ? {
        ok: false,
        sentence: 'Nothing changed while it watched: change one thing, wait a moment, then press Enter.',
      }
    : { ok: true, desktop: textOf(told['desktop']), changes, restarted };
}

/** A value as it was noted, in plain words. */
function plainOf({ type }: MachineSetting, noted: string | null): string | null {
  if (noted === null || type === null) return noted;
  const said = undress({ type }, noted);
  return said === null || typeof said === 'string' ? said : said.join(', ');
}

/** What a setting takes, by the values that it was seen to have. */
export function takesBy(values: readonly string[]): SettingTakes {
  const all = [...new Set(values)];
  if (all.every((v) => /^(true|false|yes|no|on|off)$/i.test(v))) return { as: 'flag' };
  // Whoever switched it there and back saw these two alone.
  if (all.length === 2 && all.every((v) => v === '0' || v === '1')) return { as: 'flag' };
  if (all.every((v) => /^[-+]?\d+(\.\d+)?$/.test(v))) {
    const numbers = all.map(Number);
    // Of what was tried thrice and more the ends are known; of less nothing is known but that it is a number.
    const [least, most] = all.length >= 3 ? [Math.min(...numbers), Math.max(...numbers)] : [-1e12, 1e12];
    return { as: 'number', least, most, isWhole: numbers.every(Number.isInteger) };
  }
  if (all.every((v) => colourFormOf(v) !== null)) return { as: 'text' };
  const bare = all.map(withoutUnit);
  // A number with its unit behind it is one, where the unit is always the same.
  if (bare.every((v) => v !== null) && new Set(bare.map((v) => v.unit)).size === 1)
    return takesBy(bare.map((v) => v.number));
  const isWords = all.length >= 2 && all.every((v) => /^[A-Za-z][A-Za-z -]*$/.test(v));
  return isWords ? { as: 'choice', values: all } : { as: 'text' };
}

/** A machine with what was learnt by doing, and which of its settings changed. */
export interface Learnt {
  readonly machine: Machine;
  /** Keys of settings that changed, with in how many rounds. */
  readonly changed: ReadonlyMap<string, number>;
  /** How many changes are in no place that can be set. */
  readonly unplaced: number;
}

/**
 * Ties what changed to the settings that a machine told, and makes settings of lines that no survey told.
 *
 * @param before what a survey told; null where there was none
 */
export function learnFrom(
  before: Machine | null,
  desktop: string,
  changes: readonly Change[],
  restarted: ReadonlyMap<number, readonly string[]> = new Map(),
): Learnt {
  const known = new Map((before?.settings ?? []).map((s) => [s.key, s]));
  const values = new Map<
    string,
    { setting: MachineSetting; values: string[]; rounds: Set<number>; moved: boolean }
  >();
  let unplaced = 0;
  for (const change of changes) {
    const told = change.in === 'settings' ? known.get(atPath(change.key, known)) : undefined;
    const line = change.in === 'settings' ? null : lineOf(change);
    if (!told && !line) {
      // A value by its path alone is the same one again where its schema is told as well.
      const isAgain = changes.some(
        (c) =>
          c !== change &&
          c.round === change.round &&
          c.in === 'settings' &&
          c.to === change.to &&
          !c.key.startsWith('/'),
      );
      if (!(change.key.startsWith('/') && isAgain)) unplaced++;
      continue;
    }
    const key = told?.key ?? `${line?.file.path ?? ''} ${line?.file.at ?? ''}`;
    const entry = values.get(key) ?? {
      setting: told ?? known.get(key) ?? settingOf(key, line!),
      values: [],
      rounds: new Set<number>(),
      moved: false,
    };
    const [from, to] = told ? [change.from, change.to] : [line!.from, line!.to];
    entry.values.push(...(from === null ? [] : [from]), to);
    entry.rounds.add(change.round);
    entry.moved ||= change.moved;
    values.set(key, entry);
  }
  const settings = new Map(known);
  for (const [key, { setting, values: noted, rounds, moved }] of values) {
    const programs = [...new Set([...rounds].flatMap((round) => restarted.get(round) ?? []))];
    // What was learnt of it earlier is known as well.
    const seen = [...(setting.seen ?? []), ...noted];
    settings.set(key, {
      ...setting,
      // What a schema tells of it is better known than what a few values tell.
      takes: setting.type === null ? takesBy(seen) : setting.takes,
      now: plainOf(setting, noted.at(-1) ?? null) ?? setting.now,
      seen,
      ...(programs.length > 0 ? { restarts: programs } : {}),
      ...(moved ? { moved } : {}),
    });
  }
  return {
    machine: {
      ...(before ?? { ...NO_MACHINE, desktop }),
      settings: [...settings.values()],
    },
    changed: new Map([...values].map(([key, { rounds }]) => [key, rounds.size])),
    unplaced,
  };
}

/** A setting by its path (`/org/thing/one key`) under the key that the machine knows it by. */
function atPath(key: string, known: ReadonlyMap<string, MachineSetting>): string {
  if (!key.startsWith('/')) return key;
  const cut = key.lastIndexOf(' ');
  const [path, name] = [`${key.slice(0, cut).replace(/\/$/, '')}/`, key.slice(cut + 1)];
  return [...known.keys()].find((k) => k.endsWith(`:${path} ${name}`)) ?? key;
}

function settingOf(key: string, { file, name, group }: PlacedLine): MachineSetting {
  return {
    key,
    group: `${file.path.split('/').at(-1) ?? ''} ${group}`.trim(),
    name,
    label: '',
    help: '',
    takes: { as: 'text' },
    first: null,
    now: null,
    type: null,
    file,
  };
}
