import { SETTINGS, isOfSchema, schemaOf, type Setting } from './settings.js';

/** The forms in which the desktop keeps its settings: schemas for the backend, and three files of its own as it first writes them. */

const escaped = (text: string) =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('"', '&quot;');

/** Settings by where they are kept, in their order. */
function byPlace(settings: readonly Setting[]): Map<string, Setting[]> {
  const found = new Map<string, Setting[]>();
  for (const s of settings) found.set(s.where, [...(found.get(s.where) ?? []), s]);
  return found;
}

/** A first value as GVariant text. */
function typed({ takes, first }: Setting): string {
  if (takes.type === 's') return `'${first}'`;
  return takes.type === 'as'
    ? `[${listed(first)
        .map((word) => `'${word}'`)
        .join(', ')}]`
    : first;
}
const listed = (text: string) => text.split(',').filter((word) => word !== '');

function keyXml(setting: Setting): string {
  const { key, takes, summary } = setting;
  const inner = [
    `<default>${escaped(typed(setting))}</default>`,
    takes.range ? `<range min="${takes.range[0]}" max="${takes.range[1]}"/>` : '',
    takes.words
      ? `<choices>${takes.words.map((word) => `<choice value="${word}"/>`).join('')}</choices>`
      : '',
    summary === '' ? '' : `<summary>${escaped(summary)}</summary>`,
  ];
  return `    <key name="${key}" type="${takes.type}">${inner.join('')}</key>`;
}

/** The schemas, as XML. */
export function schemaXml(): string {
  const schemas = [...byPlace(SETTINGS.filter(isOfSchema))].map(([where, settings]) => {
    const id = schemaOf(settings[0] as Setting);
    return `  <schema id="${id}" path="/org/samphire/${where}/">\n${settings.map(keyXml).join('\n')}\n  </schema>`;
  });
  return `<schemalist>\n${schemas.join('\n')}\n</schemalist>\n`;
}

/** Files below the configuration folder, with the first values: a key file, JSON, and XML with attributes. */
export function ownFiles(): Map<string, string> {
  const files = new Map<string, string>();
  for (const [where, settings] of byPlace(SETTINGS.filter((s) => !isOfSchema(s)))) {
    const [name = '', group = ''] = where.split('/');
    if (name.endsWith('.conf'))
      files.set(
        name,
        `${files.get(name) ?? ''}[${group}]\n${settings.map((s) => `${s.key}=${s.first}\n`).join('')}\n`,
      );
    else if (name.endsWith('.json')) {
      const bare = (s: Setting) => (s.takes.type === 's' ? JSON.stringify(s.first) : s.first);
      const lines = settings.map((s) => `    "${s.key}": ${bare(s)}`).join(',\n');
      files.set(name, `{\n  "version": 3,\n  "${group}": {\n${lines}\n  }\n}\n`);
    } else {
      const lines = settings.map((s) => ` ${s.key}="${escaped(s.first)}"`).join('\n   ');
      files.set(name, `<?xml version="1.0"?>\n<settings>\n  <${group}\n   ${lines}/>\n</settings>\n`);
    }
  }
  return files;
}

/** What such a file says of one setting; null where it says nothing. */
export function valueIn(text: string, { where, key }: Setting): string | null {
  const [name = '', group = ''] = where.split('/');
  if (name.endsWith('.json')) {
    const value = (JSON.parse(text) as Record<string, Record<string, unknown>>)[group]?.[key];
    return value === undefined ? null : String(value);
  }
  if (name.endsWith('.xml')) return new RegExp(`\\s${key}="([^"]*)"`).exec(text)?.[1] ?? null;
  let here = false;
  for (const line of text.split('\n'))
    if (line.startsWith('[')) here = line === `[${group}]`;
    else if (here && line.startsWith(`${key}=`)) return line.slice(key.length + 1);
  return null;
}

/** A value of the backend in plain words: without the sign of its type, its quotes and its brackets. */
export function plain(gvariant: string): string {
  const bare = gvariant.replace(/^(uint32|@as) /, '');
  const words = [...bare.matchAll(/'((?:[^'\\]|\\.)*)'|"((?:[^"\\]|\\.)*)"/g)].map((m) =>
    (m[1] ?? m[2] ?? '').replace(/\\(.)/g, '$1'),
  );
  return /^['"[]/.test(bare) ? words.join(',') : bare;
}
