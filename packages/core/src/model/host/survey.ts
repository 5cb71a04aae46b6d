import { mapped, nth } from '../../ground/checked.js';
import type { ValidationError } from 'yup';
import {
  flag,
  list,
  number,
  openShape,
  pattern,
  record,
  shape,
  text,
  whole,
  type Of,
} from '../../ground/shape/shape.js';
import { readKeyFile } from '../../measuring/standards/keyFile.js';

/** Longer texts are not read: a survey of a full machine has some 300 kB. */
export const MOST_SURVEY = 8 * 1024 * 1024;
const MOST_ITEMS = 20_000;
const MOST_SETTINGS = 20_000;
const MOST_DEPTH = 12;

const word = text(2000, 0);
const amount = number(0, 1e15);

const thingSchema = shape({ id: word, name: word, path: word });
export type SurveyThing = Of<typeof thingSchema>;
const things = list(thingSchema, { most: MOST_ITEMS });

/** Samples a second apart: memory in use in megabytes, processor in percent of all cores. */
const readingSchema = shape({
  memory: list(amount, { most: 600 }),
  processor: list(amount, { most: 600 }),
});
export type SurveyReading = Of<typeof readingSchema>;

/** Settings as a dump tells them: `group/key` or a dotted path → value as written. */
const settingsSchema = record(word, { most: MOST_SETTINGS });
const taken = pattern(/^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\dZ$/, 'takenAt is a time in UTC.');
const sectionFields = {
  system: record(word),
  displays: list(shape({ name: word, width: amount, height: amount }), { most: 64 }),
  directories: record(list(word, { most: 200 })),
  iconThemes: things,
  pointerSets: things,
  soundThemes: things,
  fonts: list(word, { most: MOST_ITEMS }),
  autostart: list(shape({ id: word, name: word, exec: word, on: flag() }), { most: MOST_ITEMS }),
  /** `categories` as their desktop entries list them, with semicolons between; missing where nobody asked. */
  applications: list(shape({ id: word, name: word, packaging: word, categories: word.optional() }), {
    most: MOST_ITEMS,
  }),
  /** Kilobytes by folder. */
  disk: record(amount),
  reading: readingSchema.nullable(),
  /** Probes that were not available, and why. */
  unavailable: list(shape({ probe: word, why: word }), { most: 200 }),
};

/** What `survey.sh` prints. */
const printedSchema = openShape({
  survey: whole(0, 1e6).oneOf([1], 'This survey is of a version that is not known here.'),
  takenAt: taken,
  ...sectionFields,
  settings: settingsSchema.optional(),
});

/** What a host is at one moment, as `survey.sh` prints it or as a settings dump tells. */
export type Survey = Omit<Of<typeof printedSchema>, 'survey' | 'takenAt' | 'settings'> & {
  /** When it was taken; null where it was not said. */
  readonly takenAt: string | null;
  readonly settings: Of<typeof settingsSchema>;
};

export const EMPTY_SURVEY: Survey = {
  takenAt: null,
  system: {},
  displays: [],
  directories: {},
  iconThemes: [],
  pointerSets: [],
  soundThemes: [],
  fonts: [],
  autostart: [],
  applications: [],
  disk: {},
  reading: null,
  settings: {},
  unavailable: [],
};

export type SurveyAnswer =
  | { readonly ok: true; readonly what: 'survey' | 'settings'; readonly survey: Survey }
  | { readonly ok: false; readonly sentence: string };

const no = (sentence: string): SurveyAnswer => ({ ok: false, sentence });

/**
 * Reads what somebody dropped in: the output of `survey.sh`, a settings dump as a key file (the basic format of the
 * Desktop Entry Specification) or one as JSON. What it is shows in the text itself.
 */
export function readSurvey(raw: string): SurveyAnswer {
  if (raw.length > MOST_SURVEY)
    return no('It is longer than 8 MB, so it is neither a survey nor a settings dump.');
  const clean = raw.replace(/^\uFEFF/, '').trim();
  if (clean === '') return no('The file is empty.');
  if (clean.startsWith('[') && clean.endsWith(']') && isJson(clean))
    return no('It is a list in JSON, and neither a survey nor settings.');
  if (clean.startsWith('{')) {
    let json: unknown;
    try {
      json = JSON.parse(clean);
    } catch {
      return no(
        'It begins like JSON and breaks off or is damaged. Was the output copied whole, to the last brace?',
      );
    }
    if (typeof json !== 'object' || json === null)
      return no('It is JSON, but neither a survey nor settings.');
    return 'survey' in json && 'takenAt' in json
      ? readOwn(json)
      : readJsonDump(json as Record<string, unknown>);
  }
  return readKeyDump(clean);
}

function isJson(text: string): boolean {
  try {
    JSON.parse(text);
    return true;
  } catch {
    return false;
  }
}

function readOwn(json: object): SurveyAnswer {
  try {
    const { survey: _, ...told } = printedSchema.validateSync(json, { strict: true, abortEarly: true });
    return { ok: true, what: 'survey', survey: { ...EMPTY_SURVEY, ...told, settings: told.settings ?? {} } };
  } catch (error) {
    return no(`The survey is damaged: ${(error as ValidationError).message}`);
  }
}

function fromSettings(settings: Record<string, string>): SurveyAnswer {
  const count = Object.keys(settings).length;
  if (count === 0) return no('It holds no settings.');
  if (count > MOST_SETTINGS)
    return no(`It holds more than ${MOST_SETTINGS.toLocaleString('en-GB')} settings.`);
  return { ok: true, what: 'settings', survey: { ...EMPTY_SURVEY, settings } };
}

/** What other documents in JSON have at their top, and no dump of settings. */
const OTHER_DOCUMENTS: readonly (readonly [readonly string[], string])[] = [
  [['$schema'], 'a schema or a document that names one'],
  [['dependencies'], 'the description of a package'],
  [['devDependencies'], 'the description of a package'],
  [['format', 'files'], 'the table of contents of a bundle'],
  [['channels', 'offers'], 'the description of a part or a host'],
  [['takenAt'], 'a survey without its beginning'],
  [['displays', 'iconThemes'], 'a survey without its beginning'],
];

/** Why JSON is no dump of settings, in a sentence, or null: settings are names with values, and lists of plain values at most. */
function noSettings(json: Record<string, unknown>): string | null {
  const other = OTHER_DOCUMENTS.find(([keys]) => keys.every((k) => k in json));
  if (other) return `It is JSON, but ${other[1]}, and neither a survey nor settings.`;
  const holdsRecords = (value: unknown, depth: number): boolean =>
    depth < MOST_DEPTH &&
    typeof value === 'object' &&
    value !== null &&
    (Array.isArray(value)
      ? value.some((v) => typeof v === 'object' && v !== null && !Array.isArray(v))
      : Object.values(value).some((v) => holdsRecords(v, depth + 1)));
  return holdsRecords(json, 0)
    ? 'It is JSON with lists of records, which no settings are: it is neither a survey nor a settings dump.'
    : null;
}

function readJsonDump(json: Record<string, unknown>): SurveyAnswer {
  const settings: Record<string, string> = Object.create(null) as Record<string, string>;
  let deep = false;
  const walk = (value: unknown, path: string, depth: number) => {
    if (depth > MOST_DEPTH) deep = true;
    else if (typeof value === 'object' && value !== null && !Array.isArray(value))
      for (const [key, inner] of Object.entries(value))
        walk(inner, path === '' ? key : `${path}.${key}`, depth + 1);
    else if (path !== '' && value !== null)
      settings[path] = typeof value === 'string' ? value : JSON.stringify(value);
  };
  const strange = noSettings(json);
  if (strange !== null) return no(strange);
  walk(json, '', 0);
  if (deep) return no('Its settings are nested deeper than any settings are.');
  return fromSettings({ ...settings });
}

function readKeyDump(raw: string): SurveyAnswer {
  const { groups } = readKeyFile(raw);
  const settings: Record<string, string> = {};
  for (const [group, keys] of groups)
    for (const [key, value] of keys) settings[`${group}/${key}`] = unquote(value);
  if (groups.size === 0)
    return no('It is neither JSON nor a key file with [groups], so it is no survey and no settings dump.');
  return fromSettings(settings);
}

/** Dumps often write texts in quotes. */
function unquote(value: string): string {
  const quoted = /^(['"])(.*)\1$/.exec(value);
  return quoted ? nth(quoted, 2) : value;
}

/** One thing that came, went or changed between two surveys. */
export interface SurveyChange {
  readonly section: string;
  readonly id: string;
  readonly how: 'came' | 'went' | 'changed';
  readonly before: string;
  readonly after: string;
}

/** Every list of a survey as id → what is told of it. */
function sections(s: Survey): Map<string, Map<string, string>> {
  const by = <T>(list: readonly T[], id: (t: T) => string, say: (t: T) => string) =>
    new Map(list.map((t) => [id(t), say(t)]));
  const thing = (list: readonly SurveyThing[]) =>
    by(
      list,
      (t) => t.path || t.id,
      (t) => t.name || t.id,
    );
  return new Map([
    ['system', new Map(Object.entries(s.system))],
    [
      'displays',
      by(
        s.displays,
        (d) => d.name,
        (d) => `${d.width} × ${d.height}`,
      ),
    ],
    ['icon themes', thing(s.iconThemes)],
    ['pointer sets', thing(s.pointerSets)],
    ['sound themes', thing(s.soundThemes)],
    [
      'fonts',
      by(
        s.fonts,
        (f) => f,
        (f) => f,
      ),
    ],
    [
      'autostart',
      by(
        s.autostart,
        (a) => a.id,
        (a) => `${a.name}: ${a.exec}${a.on ? '' : ' (off)'}`,
      ),
    ],
    [
      'applications',
      by(
        s.applications,
        (a) => a.id,
        (a) => `${a.name} (${a.packaging})`,
      ),
    ],
    ['settings', new Map(Object.entries(s.settings))],
    ['disk', new Map(Object.entries(s.disk).map(([folder, kb]) => [folder, sayKilobytes(kb)]))],
  ]);
}

function sayKilobytes(kb: number): string {
  return kb < 1024 ? `${kb} kB` : `${(kb / 1024).toFixed(1)} MB`;
}

/** Sections that a survey tells nothing of: its probe was not available, or it is a settings dump alone. */
function untold(s: Survey): Set<string> {
  const silent = new Set(s.unavailable.map((u) => u.probe));
  if (Object.keys(s.settings).length === 0) silent.add('settings');
  if (s.takenAt === null)
    for (const section of sections(s).keys()) if (section !== 'settings') silent.add(section);
  return silent;
}

/**
 * What came, went and changed from one survey to a later one, section by section. Of equal surveys: nothing. A section
 * of which one of them tells nothing is left out, since nothing can be said of it.
 */
export function compareSurveys(before: Survey, after: Survey): SurveyChange[] {
  const changes: SurveyChange[] = [];
  const [old, now] = [sections(before), sections(after)];
  const silent = new Set([...untold(before), ...untold(after)]);
  for (const [section, was] of old) {
    if (silent.has(section)) continue;
    const is = mapped(now, section);
    for (const [id, text] of was) {
      const other = is.get(id);
      if (other === undefined) changes.push({ section, id, how: 'went', before: text, after: '' });
      else if (other !== text) changes.push({ section, id, how: 'changed', before: text, after: other });
    }
    for (const [id, text] of is)
      if (!was.has(id)) changes.push({ section, id, how: 'came', before: '', after: text });
  }
  return changes;
}
