import { FILE_FORMATS } from '../../measuring/standards/edits/edit.js';
import type { Deed } from './deed.js';

/** What a field of a deed holds. */
type Field =
  | 'text'
  | 'text or null'
  | 'texts'
  | 'texts or null'
  | 'flag'
  | 'made'
  | 'mades'
  | 'listed'
  | 'file'
  | 'changes'
  | 'soft';

const FIELDS: Readonly<Record<Deed['do'], Readonly<Record<string, Field>>>> = {
  'make safe point': { name: 'text' },
  'note values': { keys: 'texts' },
  'add source': { channel: 'text', source: 'text' },
  'remove source': { channel: 'text', source: 'text' },
  install: { channel: 'text', package: 'text', makes: 'mades' },
  remove: { channel: 'text', package: 'text' },
  fetch: { from: 'text', to: 'text', sha256: 'text or null' },
  unpack: { archive: 'text', root: 'text', makes: 'made' },
  clone: { from: 'text', version: 'text', to: 'text' },
  run: {
    program: 'text',
    words: 'texts',
    admin: 'flag',
    makes: 'mades',
    takes: 'texts',
    undo: 'texts or null',
  },
  place: { from: 'text', to: 'text' },
  write: { to: 'text', text: 'text' },
  edit: { file: 'file', value: 'text or null' },
  enable: { id: 'text', of: 'texts' },
  disable: { id: 'text', of: 'texts' },
  open: { name: 'text', of: 'texts', makes: 'mades' },
  set: { key: 'text', value: 'text or null', of: 'texts', listed: 'listed' },
  call: { command: 'texts' },
  show: { after: 'soft', command: 'texts or null', what: 'text' },
  delete: { path: 'text' },
  move: { from: 'text', to: 'text' },
  'by hand': { what: 'text', changes: 'changes' },
};

/** Longer texts and lists are no deed of a plan. */
const LONGEST = 20_000;
const MOST = 1000;

const isText = (v: unknown): v is string => typeof v === 'string' && v.length <= LONGEST;
const isTexts = (v: unknown) => Array.isArray(v) && v.length <= MOST && v.every(isText);
const isRecord = (v: unknown): v is Record<string, unknown> =>
  typeof v === 'object' && v !== null && !Array.isArray(v);
const isMade = (v: unknown) => isRecord(v) && isText(v['path']) && isText(v['is']);

const HOLDS: Readonly<Record<Field, (v: unknown) => boolean>> = {
  text: isText,
  'text or null': (v) => v === null || isText(v),
  texts: isTexts,
  'texts or null': (v) => v === null || isTexts(v),
  flag: (v) => typeof v === 'boolean',
  made: isMade,
  mades: (v) => Array.isArray(v) && v.length <= MOST && v.every(isMade),
  listed: (v) => v === null || (isRecord(v) && isText(v['sort']) && isText(v['name'])),
  file: (v) =>
    isRecord(v) &&
    isText(v['path']) &&
    isText(v['at']) &&
    (FILE_FORMATS as readonly unknown[]).includes(v['format']),
  changes: (v) =>
    v === null || (isRecord(v) && isText(v['resource']) && (v['value'] === null || isText(v['value']))),
  soft: (v) => v === 'reload' || v === 'reopen',
};

/** Whether something that came over the wire is a deed with all it needs, and nothing else in it. */
export function isDeed(raw: unknown): raw is Deed {
  if (!isRecord(raw) || typeof raw['do'] !== 'string' || !Object.hasOwn(FIELDS, raw['do'])) return false;
  const fields = FIELDS[raw['do'] as Deed['do']];
  return (
    Object.entries(fields).every(([key, field]) => HOLDS[field](raw[key])) &&
    Object.keys(raw).every((key) => key === 'do' || Object.hasOwn(fields, key))
  );
}
