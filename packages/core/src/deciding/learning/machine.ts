import { isRecord } from '../../ground/shape/shape.js';
import { readGVariant } from '../../measuring/standards/gvariant/read.js';
import { readSchemas } from '../../measuring/standards/gschema/read.js';
import type { ExportEntry, ExportForm } from '../../measuring/exports/export.js';
import type { Schema, SchemaKey, TextFile } from '../../measuring/standards/gschema/schema.js';
import { hostPathProblem } from '../../measuring/standards/places.js';
import { colourFormOf, undress } from '../../model/offers/writes.js';
import type { FilePlace } from '../../model/offers/ownSetting.js';
import { withoutUnit, type DescribedSetting, type SettingTakes } from './described.js';
import { appearanceOf, askedByStandards } from './asked.js';
import { unquoted } from './lineOf.js';
import { seenOnScreen } from './seen.js';
import type { Seen } from './suggest.js';
import { readThemes, sortsOf, type ThemeFolder } from './themeFolders.js';

/** A setting of a machine, with how it is set. */
export interface MachineSetting extends DescribedSetting {
  /** The type of its GVariant; null of a line of a file. */
  readonly type: string | null;
  readonly file: FilePlace | null;
  /** Where it stands in an export of settings that a hand imports. */
  readonly entry?: { readonly name: string; readonly form: ExportForm; readonly place: ExportEntry };
  /** Every value that it was seen to have while it was learnt. */
  readonly seen?: readonly string[];
  /** Programs that began anew while it was changed. */
  readonly restarts?: readonly string[];
  /** Its file was written anew and put in the place of the one before. */
  readonly moved?: boolean;
}

/** What a machine tells of its desktop's settings. */
export interface Machine {
  /** What the desktop calls itself; empty where it does not. */
  readonly desktop: string;
  readonly settings: readonly MachineSetting[];
  /** Which commands there are, of those that settings and packages are set by. */
  readonly commands: readonly string[];
  /** What its windows tell of bars and frames. */
  readonly seen: readonly Seen[];
  /** The size of its screen, where it has one; pixels. */
  readonly screen: { readonly width: number; readonly height: number } | null;
  /** Themes that lie on it by the sorts of the open standards: their folders' names, and what they are called. */
  readonly installed: Readonly<Record<string, readonly { readonly id: string; readonly name: string }[]>>;
  /** Folders of themes of other sorts, beside one that a setting names. */
  readonly themes: readonly ThemeFolder[];
  /** What its desktop portal tells of the appearance, in words. */
  readonly appearance: readonly string[];
  /** How many settings were left out because they may be secrets. */
  readonly leftOut: number;
  /** What could not be read, in sentences. */
  readonly problems: readonly string[];
}

export type MachineAnswer =
  { readonly ok: true; readonly machine: Machine } | { readonly ok: false; readonly sentence: string };

/** Longer texts are not read. Characters. */
export const MOST_MACHINE = 64 * 1024 * 1024;
const MOST_SETTINGS = 20_000;
const WIDE = 1e12;

const listOf = (raw: unknown): readonly unknown[] => (Array.isArray(raw) ? raw : []);
const textOf = (raw: unknown): string => (typeof raw === 'string' ? raw : '');

/** Files as the survey tells them: their text at once, or line by line. */
function filesOf(raw: unknown): TextFile[] {
  return listOf(raw).flatMap((file) => {
    if (!isRecord(file)) return [];
    const lines = listOf(file['lines']).map(textOf);
    return [{ name: textOf(file['name']), text: lines.length > 0 ? lines.join('\n') : textOf(file['text']) }];
  });
}

/** What a GVariant says in plain words; null where it is none. */
function plainly(typed: string | null, type: string): string | null {
  const said = typed === null ? null : undress({ type }, typed);
  return said === null || typeof said === 'string' ? said : said.join(', ');
}

function settingOf(schema: Schema, key: SchemaKey, at: string, now: string | null): MachineSetting {
  const id = at === '' ? schema.id : `${schema.id}:${at}`;
  const takes: SettingTakes = key.takes.as === 'flags' ? { as: 'other' } : key.takes;
  const isRead = now !== null && readGVariant(now, key.type).ok;
  return {
    key: `${id} ${key.name}`,
    group: id,
    name: key.name,
    label: key.summary,
    help: key.help,
    takes,
    first: plainly(key.first, key.type),
    now: isRead ? plainly(now, key.type) : null,
    type: key.type,
    file: null,
  };
}

/** Values that were set, by their path: what `dconf dump` or the key file of settings tells. */
function setValues(lines: readonly string[]): Map<string, Map<string, string>> {
  const found = new Map<string, Map<string, string>>();
  let path = '/';
  for (const line of lines) {
    const head = /^\[(.*)\]$/.exec(line.trim());
    if (head) path = head[1] === '/' ? '/' : `/${(head[1] ?? '').replace(/^\/|\/$/g, '')}/`;
    const cut = line.indexOf('=');
    if (head || cut < 1) continue;
    const values = found.get(path) ?? new Map<string, string>();
    values.set(line.slice(0, cut).trim(), line.slice(cut + 1).trim());
    found.set(path, values);
  }
  return found;
}

/** What a line of a key file takes, as far as its value tells. */
function takesOf(value: string): SettingTakes {
  if (/^(true|false|yes|no|on|off)$/i.test(value)) return { as: 'flag' };
  if (/^[-+]?\d+(\.\d+)?$/.test(value))
    return { as: 'number', least: -WIDE, most: WIDE, isWhole: !value.includes('.') };
  const bare = withoutUnit(value);
  if (bare) return takesOf(bare.number);
  const isList = colourFormOf(value) === null && /^[^,;]+[,;][^,;]+([,;][^,;]*)*$/.test(value);
  return isList ? { as: 'texts' } : { as: 'text' };
}

/** The lines of a file that set something: a key of any signs but the one of a path, in a group or before any. */
function linesThatSet(text: string): {
  readonly group: string;
  readonly key: string;
  readonly value: string;
  /** How the line begins, up to its sign. */
  readonly start: string;
}[] {
  let group = '';
  const all = text.split('\n').flatMap((raw) => {
    const line = raw.trim();
    const head = /^\[(.+)\]$/.exec(line);
    if (head) group = head[1] ?? '';
    const cut = line.indexOf('=');
    const key = line.slice(0, cut).trim();
    const isOne = !head && cut > 0 && !/^[#;]|\//.test(key) && !group.includes('/');
    return isOne ? [{ group, key, value: line.slice(cut + 1).trim(), start: line.slice(0, cut + 1) }] : [];
  });
  // Of what stands there twice nobody can tell which one is meant.
  const counts = new Map<string, number>();
  for (const { group: of, key } of all) counts.set(`${of}/${key}`, (counts.get(`${of}/${key}`) ?? 0) + 1);
  return all.filter(({ group: of, key }) => counts.get(`${of}/${key}`) === 1);
}

/** The size of the only screen: as the server of X11 tells it, else as the kernel does. Of several nobody can tell which one is meant. */
function screenOf(told: unknown, displays: unknown): Machine['screen'] {
  const [first, ...more] = listOf(displays).filter(isRecord);
  if (more.length > 0) return null;
  const [width, height] = listOf(told).length === 2 ? listOf(told) : [first?.['width'], first?.['height']];
  const isSize = typeof width === 'number' && typeof height === 'number';
  return isSize && width >= 320 && height >= 200 && Math.max(width, height) <= 16_384
    ? { width, height }
    : null;
}

const installedOf = (raw: unknown) =>
  listOf(raw).flatMap((thing) =>
    isRecord(thing) && textOf(thing['id']) !== ''
      ? [{ id: textOf(thing['id']), name: textOf(thing['name']) || textOf(thing['id']) }]
      : [],
  );

/** A machine of which nothing is known. */
export const NO_MACHINE: Machine = {
  desktop: '',
  settings: [],
  commands: [],
  seen: [],
  screen: null,
  installed: {},
  themes: [],
  appearance: [],
  leftOut: 0,
  problems: [],
};

/** Settings of key files of one's own: what they take only their values tell. */
function ownFiles(raw: unknown, home: string): MachineSetting[] {
  return filesOf(raw).flatMap(({ name, text }) => {
    const path = home !== '' && name.startsWith(`${home}/`) ? `~${name.slice(home.length)}` : name;
    if (hostPathProblem(path) !== null) return [];
    return linesThatSet(text).map(({ group, key, value: written, start }): MachineSetting => {
      // Before any group it is a line of its own, with quotes that stay as they are.
      const isLine = group === '';
      const at = isLine ? start : `${group}/${key}`;
      const value = isLine ? unquoted(written) : written;
      return {
        key: `${path} ${at}`,
        group: `${path.split('/').at(-1) ?? ''} ${group}`.trim(),
        name: key,
        label: '',
        help: '',
        takes: takesOf(value),
        first: null,
        now: value,
        type: null,
        file: { path, format: isLine ? 'lines' : 'key file', at },
      };
    });
  });
}

/**
 * Reads what `survey.sh --settings` tells of a machine: its schemas with first values and values in force, things that stand more than once
 * by their paths, and key files.
 */
export function readMachine(raw: string): MachineAnswer {
  const no = (sentence: string): MachineAnswer => ({ ok: false, sentence });
  if (raw.length > MOST_MACHINE) return no('It is longer than 64 MB, so it is no survey.');
  let told: unknown;
  try {
    told = JSON.parse(raw.replace(/^\uFEFF/, ''));
  } catch {
    return no('It is no JSON, or it breaks off. Was the output of survey.sh --settings kept whole?');
  }
  if (!isRecord(told) || told['survey'] !== 1) return no('It is JSON, but no survey.');
  const machine = told['machine'];
  if (!isRecord(machine))
    return no('It is a survey without settings. Run it as: sh survey.sh --settings > survey.json');
  const system = isRecord(told['system']) ? told['system'] : {};
  const named = textOf(system['desktop']);
  // What the survey writes where the session does not say.
  const desktop = named === 'not said' ? '' : named;
  const { schemas, problems } = readSchemas(
    filesOf(machine['schemas']).filter(({ text }) => text !== ''),
    filesOf(machine['overrides']),
    desktop.split(':'),
  );
  const tooLong = filesOf(machine['schemas']).filter(({ text }) => text === '');
  const inForce = isRecord(told['settings']) ? told['settings'] : {};
  const set = setValues(listOf(machine['set']).map(textOf));
  const found: MachineSetting[] = [];
  const paths = new Set<string>();
  for (const schema of schemas) {
    if (schema.path === null) continue;
    paths.add(schema.path);
    for (const key of schema.keys) {
      const now = inForce[`${schema.id} ${key.name}`] ?? set.get(schema.path)?.get(key.name);
      found.push(settingOf(schema, key, '', typeof now === 'string' ? now : null));
    }
  }
  // What was set at a path of its own belongs to the schema that has all of its keys, where that is one.
  const repeated = schemas.filter(({ path }) => path === null);
  for (const [path, values] of set) {
    if (paths.has(path)) continue;
    const fitting = repeated.filter(({ keys }) =>
      [...values.keys()].every((k) => keys.some((key) => key.name === k)),
    );
    const [schema] = fitting;
    if (!schema || fitting.length > 1) continue;
    for (const key of schema.keys) found.push(settingOf(schema, key, path, values.get(key.name) ?? null));
  }
  const directories = isRecord(told['directories']) ? told['directories'] : {};
  const [data = ''] = listOf(directories['dataHome']).map(textOf);
  const [home = data.endsWith('/.local/share') ? data.slice(0, -'/.local/share'.length) : ''] = listOf(
    directories['home'],
  ).map(textOf);
  found.push(...ownFiles(machine['files'], home));
  const themes = readThemes(machine['themes'], { home, data });
  if (found.length === 0)
    return no('It tells of no setting: neither schemas nor key files were found there.');
  return {
    ok: true,
    machine: {
      desktop,
      settings: found.slice(0, MOST_SETTINGS),
      commands: listOf(machine['commands']).map(textOf),
      seen: [
        ...seenOnScreen(machine),
        ...askedByStandards(machine),
        ...themes.flatMap((theme) =>
          sortsOf(theme).map((sort) => ({ kind: `list:${sort}`, trait: '', value: theme.name, maybe: true })),
        ),
      ],
      screen: screenOf(machine['screen'], told['displays']),
      installed: {
        'icon set': installedOf(told['iconThemes']),
        'pointer set': installedOf(told['pointerSets']),
        'sound theme': installedOf(told['soundThemes']),
      },
      themes,
      appearance: appearanceOf(machine['portal']),
      leftOut: typeof told['leftOut'] === 'number' ? told['leftOut'] : 0,
      problems: [
        ...tooLong.map(({ name }) => `${name}: It is longer than a file of schemas is.`),
        ...problems,
        ...(found.length > MOST_SETTINGS
          ? [`Of ${found.length} settings the first ${MOST_SETTINGS} are read.`]
          : []),
      ],
    },
  };
}
