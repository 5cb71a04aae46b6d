import { isRecord } from '../../ground/shape/shape.js';
import type { ArchiveSignature } from '../../model/host/profile.js';

/** A theme of no open standard: a folder among others of its sort, with what lies in it. */
export interface ThemeFolder {
  /** The folder that it lies in, from `~/` or `/`. */
  readonly parent: string;
  readonly name: string;
  /** Paths in it, two steps deep; those of folders end in `/`. */
  readonly holds: readonly string[];
}

/** What was learnt of themes of a sort from one that is in use. */
export interface LearntSort {
  readonly signature: ArchiveSignature;
  /** Where a person puts them. */
  readonly folder: string;
  /** Where they lie for everybody; null where the example is a person's own. */
  readonly system: string | null;
  /** Names of all that are there. */
  readonly names: readonly string[];
}

const MOST_FOLDERS = 2000;
const DATA_HOME = '~/.local/share';

/** Where a person's own folders lie, as a survey names them; empty where it does not say. */
export interface OwnFolders {
  readonly home: string;
  readonly data: string;
}
/** A path of a machine as plans write it: from `~/` where it is a person's own. */
export function ownPath(path: string, { home, data }: OwnFolders): string {
  const below = (root: string) => root !== '' && path.startsWith(`${root}/`);
  if (below(data)) return `${DATA_HOME}${path.slice(data.length)}`;
  return below(home) ? `~${path.slice(home.length)}` : path;
}

/** Reads the themes that a survey tells, one path a row. */
export function readThemes(raw: unknown, folders: OwnFolders): ThemeFolder[] {
  const found = new Map<string, { parent: string; name: string; holds: string[] }>();
  for (const row of Array.isArray(raw) ? raw : []) {
    if (!isRecord(row) || found.size > MOST_FOLDERS) continue;
    const { parent, name, path } = row;
    if (typeof parent !== 'string' || typeof name !== 'string' || typeof path !== 'string') continue;
    const own = ownPath(parent, folders);
    const key = `${own}/${name}`;
    const theme = found.get(key) ?? { parent: own, name, holds: [] };
    theme.holds.push(path);
    found.set(key, theme);
  }
  return [...found.values()];
}

/**
 * A folder that somebody shows: its files by their paths, the folder's own name first.
 *
 * @param parent where it lies, from `~/` or `/`
 * @returns null where no file lies in a folder
 */
export function shownTheme(parent: string, paths: readonly string[]): ThemeFolder | null {
  const [name, ...others] = new Set(paths.map((path) => path.split('/')[0] ?? ''));
  if (name === undefined || name === '' || others.length > 0) return null;
  const holds = new Set<string>();
  for (const path of paths) {
    const [first, second, ...deeper] = path.split('/').slice(1);
    if (first === undefined) continue;
    holds.add(second === undefined ? first : `${first}/`);
    if (second !== undefined) holds.add(`${first}/${second}${deeper.length > 0 ? '/' : ''}`);
  }
  return holds.size === 0 ? null : { parent: parent.replace(/\/+$/, ''), name, holds: [...holds].sort() };
}

/** Words in the paths of a theme by what it is for. */
const WORDS: Readonly<Record<string, RegExp>> = {
  'window theme': /frame|window|decor|title|border|wm/i,
  'control theme': /control|widget|style|toolkit|css|qss/i,
};
const isProse = (path: string) =>
  /(^|\/)(readme|licen[cs]e|copying|authors|changelog|news|credits|install|makefile)|\.(md|txt)$/i.test(path);
const isPicture = (path: string) => /\.(png|jpe?g|gif|svg|xpm|webp|bmp)$/i.test(path);
const isSettings = (path: string) =>
  /\.(css|qss|scss|conf|rc|ini|cfg|xml|json|theme|toml|ya?ml|qml|js|lua)$/i.test(path) || /rc$/.test(path);

/** How well a path tells a theme of a sort; null where it tells nothing. */
function speaks(path: string, name: string, sort: string): number | null {
  if (
    path === '' ||
    path.length > 300 ||
    isProse(path) ||
    isPicture(path) ||
    path.toLowerCase().includes(name.toLowerCase())
  )
    return null;
  const isFolder = path.endsWith('/');
  const steps = path.replace(/\/$/, '').split('/').length;
  return (
    (WORDS[sort]?.test(path) ? 3 : 0) +
    (isFolder ? 0.5 : isSettings(path) ? 1.5 : 0) +
    // What lies in a folder of its own is less likely to be in anything else.
    (steps > 1 ? 1 : 0)
  );
}

/** For which sorts a theme's folder holds something that speaks for them. */
export const sortsOf = ({ name, holds }: ThemeFolder): string[] =>
  Object.entries(WORDS).flatMap(([sort, word]) =>
    holds.some((path) => word.test(path) && speaks(path, name, sort) !== null) ? [sort] : [],
  );

/** Folders at whose paths another sort's example has nothing speak for this one alone. */
function signatureOf(
  example: ThemeFolder,
  beside: readonly ThemeFolder[],
  sort: string,
): ArchiveSignature | null {
  const told = example.holds.flatMap((path) => {
    const says = speaks(path, example.name, sort);
    if (says === null) return [];
    const count = beside.filter(({ holds }) => holds.includes(path)).length;
    // What some others have is the sort's; what none has is this theme's own.
    return [{ path, says: says + (beside.length === 0 ? 0 : count > 0 ? 1 + count / beside.length : -1) }];
  });
  const best = told.sort((a, b) => b.says - a.says || (a.path < b.path ? -1 : 1))[0];
  return best ? { sort, needs: [best.path] } : null;
}

/**
 * What themes of a sort are told by, from one that works: the path that speaks most for the sort and stands in others beside it too.
 *
 * @param value what the setting that chooses them is set to: the name of one
 * @param shown one that somebody showed instead
 * @returns null where no folder of that name is known, or nothing in it tells what it is
 */
export function learnSort(
  known: readonly ThemeFolder[],
  sort: string,
  value: string | null,
  shown?: ThemeFolder,
): LearntSort | null {
  const themes = shown ? [shown, ...known] : known;
  const named = shown ? [shown] : themes.filter(({ name }) => name === value);
  const score = (theme: ThemeFolder) =>
    Math.max(0, ...theme.holds.flatMap((path) => speaks(path, theme.name, sort) ?? []));
  const [example] = [...named].sort((a, b) => score(b) - score(a));
  if (!example) return null;
  const beside = themes.filter((t) => t.name !== example.name && t.parent === example.parent);
  const signature = signatureOf(example, beside, sort);
  if (!signature || example.parent === '') return null;
  const fits = (theme: ThemeFolder) => signature.needs.every((need) => theme.holds.includes(need));
  const last = example.parent.split('/').at(-1) ?? '';
  const isOwn = example.parent.startsWith('~/');
  return {
    signature,
    // What data directories of the system hold is looked for below the own one too. Source: Base Directory Specification.
    folder: isOwn ? example.parent : `${DATA_HOME}/${last}`,
    system: isOwn ? null : example.parent,
    names: [...new Set(themes.filter((t) => fits(t)).map(({ name }) => name))].sort(),
  };
}
