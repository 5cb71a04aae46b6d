import { readDesktopEntry } from '../../standards/desktopEntry.js';
import {
  readIconTheme,
  type IconDirectory,
  type IconTheme,
  type IconThemeFiles,
} from '../../standards/iconTheme.js';
import { readKeyFile } from '../../standards/keyFile.js';
import { readSoundTheme } from '../../standards/soundTheme.js';
import { readStyleSheet, type StyleEvidence } from '../../standards/styleSheet.js';
import { isXCursor, readXCursor } from '../../standards/xCursor.js';
import { CURSOR_NAMES } from '../../standards/cursorNames.js';
import type { ArchiveEntry } from './entry.js';
import { stepsOf } from './entry.js';

/** Which paths inside a folder make it a theme of a sort: data of a host profile. Paths end in `/` for folders. */
export interface ArchiveSignature {
  /** The sort, as the profile's folders name it. */
  readonly sort: string;
  /** All of these must be there, from the theme's own folder on. */
  readonly needs: readonly string[];
}

/** What judging asks of the host: where each sort of thing goes, and what makes a theme of its own sorts. */
export interface ArchiveHost {
  readonly folders: Readonly<Record<string, string>>;
  readonly signatures: readonly ArchiveSignature[];
}

export interface PointerEvidence {
  readonly name: string;
  readonly sizes: readonly number[];
  readonly frames: number;
  /** Milliseconds of the slowest frame; 0 for a still. */
  readonly delay: number;
  readonly problems: readonly string[];
}

export type Evidence =
  | {
      readonly what: 'icon set';
      readonly theme: IconTheme;
      readonly icons: number;
      readonly contexts: Readonly<Record<string, number>>;
    }
  | {
      readonly what: 'pointer set';
      readonly inherits: readonly string[];
      readonly pointers: readonly PointerEvidence[];
      readonly links: number;
      readonly missing: readonly string[];
    }
  | {
      readonly what: 'sound theme';
      readonly inherits: readonly string[];
      readonly sounds: number;
      readonly problems: readonly string[];
    }
  | {
      readonly what: 'theme';
      readonly styles: readonly { readonly path: string; readonly evidence: StyleEvidence }[];
    }
  | { readonly what: 'font'; readonly files: readonly string[] }
  | {
      readonly what: 'wallpaper';
      readonly files: readonly { readonly path: string; readonly width: number; readonly height: number }[];
    }
  | { readonly what: 'desktop entry'; readonly name: string; readonly problems: readonly string[] }
  | { readonly what: 'install script'; readonly options: readonly string[]; readonly admin: boolean };

/** One thing found in an archive, and what to do with it on this host. */
export interface ArchiveFinding {
  readonly sort: string;
  /** The folder to copy, or the file; from the archive's top, empty for the top itself. */
  readonly root: string;
  /** The name of the folder as it must be called where it is copied to. */
  readonly folder: string;
  /** Under which name it will be listed. */
  readonly listed: string;
  /** Where it is copied on this host; null where the host has no place for it. */
  readonly target: string | null;
  /** Folders too many (above 0) or too few (−1) around it, against an archive that could be unpacked as it is. */
  readonly depth: number;
  readonly advice: string;
  readonly variant: 'light' | 'dark' | null;
  readonly evidence: Evidence;
}

/** Bytes of the files that are evidence, by cleaned path. Pictures are told by their sizes. */
export interface ArchiveFiles {
  readonly entries: readonly ArchiveEntry[];
  readonly bytes: ReadonlyMap<string, Uint8Array>;
  readonly pictures: ReadonlyMap<string, { readonly width: number; readonly height: number }>;
}

/** A picture at least this wide that lies in no theme is a wallpaper. */
const WALLPAPER_WIDTH = 1000;
const MOST_STYLES = 12;

interface Tree {
  /** Folder → names in it, files and links; the top is ''. */
  readonly files: ReadonlyMap<string, ReadonlySet<string>>;
  readonly folders: ReadonlySet<string>;
  readonly links: ReadonlySet<string>;
}

function treeOf(entries: readonly ArchiveEntry[]): Tree {
  const files = new Map<string, Set<string>>();
  const folders = new Set<string>(['']);
  const links = new Set<string>();
  for (const { path, kind } of entries) {
    const steps = stepsOf(path);
    if (!steps || steps.length === 0) continue;
    const upTo = kind === 'folder' ? steps.length : steps.length - 1;
    for (let n = 1; n <= upTo; n++) folders.add(steps.slice(0, n).join('/'));
    if (kind === 'folder' || kind === 'device') continue;
    const folder = steps.slice(0, -1).join('/');
    const there = files.get(folder);
    if (there) there.add(steps.at(-1)!);
    else files.set(folder, new Set([steps.at(-1)!]));
    if (kind === 'link') links.add(steps.join('/'));
  }
  return { files, folders, links };
}

const join = (folder: string, name: string) => (folder === '' ? name : `${folder}/${name}`);
const lastStep = (path: string) => path.split('/').at(-1)!;
const text = (bytes: Uint8Array | undefined) => (bytes ? utf8(bytes) : '');

/** UTF-8 without a decoder from outside; what is wrong becomes U+FFFD. */
export function utf8(bytes: Uint8Array): string {
  let out = '';
  for (let i = 0; i < bytes.length;) {
    const b = bytes[i]!;
    const extra =
      b < 0x80 ? 0 : b >= 0xc2 && b < 0xe0 ? 1 : b >= 0xe0 && b < 0xf0 ? 2 : b >= 0xf0 && b < 0xf5 ? 3 : -1;
    let code = extra === 0 ? b : b & (0x3f >> extra);
    let right = extra >= 0 && i + extra < bytes.length;
    for (let k = 1; right && k <= extra; k++) {
      const c = bytes[i + k]!;
      if ((c & 0xc0) !== 0x80) right = false;
      else code = (code << 6) | (c & 0x3f);
    }
    if (right && code <= 0x10ffff && !(code >= 0xd800 && code < 0xe000)) {
      out += String.fromCodePoint(code);
      i += extra + 1;
    } else {
      out += '\uFFFD';
      i++;
    }
  }
  return out;
}

/** Light or dark, where a name says so. */
function variantOf(name: string): 'light' | 'dark' | null {
  if (/(^|[-_ ])(dark|night|black)($|[-_ ])/i.test(name)) return 'dark';
  return /(^|[-_ ])(light|day|white)($|[-_ ])/i.test(name) ? 'light' : null;
}

/** How deep a folder lies, what must be copied where, in words. */
function placed(sort: string, root: string, archiveName: string, host: ArchiveHost | null) {
  const target = host?.folders[sort] ?? null;
  const depth = root === '' ? -1 : root.split('/').length - 1;
  const folder = root === '' ? archiveName : lastStep(root);
  const to = target === null ? 'This host has no folder for it.' : `It belongs into ${target}.`;
  let advice: string;
  if (depth < 0)
    advice = `There is no folder around it: make one named ${folder}, put everything into it, and copy that. ${to}`;
  else if (depth === 0) advice = `Copy the folder ${folder}. ${to}`;
  else
    advice = `There ${depth === 1 ? 'is one folder' : `are ${depth} folders`} too many around it: copy only ${folder}, which lies in ${root.slice(0, -folder.length - 1)}. ${to}`;
  return { root, folder, target, depth, advice };
}

/** An archive's name without its endings, as the folder it might have had. */
export function nameOfArchive(file: string): string {
  return (
    lastStep(file)
      .replace(/(\.tar)?\.(zip|tar|tgz|gz|bz2|xz|zst|tbz2?|txz)$/i, '')
      .replace(/[-_]v?\d+(\.\d+)*$/, '') || 'theme'
  );
}

/** The folders that hold everything a signature needs, deepest first where they nest. */
function signed(tree: Tree, signature: ArchiveSignature): string[] {
  const has = (folder: string, need: string) => {
    if (need.endsWith('/')) return tree.folders.has(join(folder, need.slice(0, -1)));
    const steps = need.split('/');
    return (
      tree.files.get(join(folder, steps.slice(0, -1).join('/')).replace(/\/$/, ''))?.has(steps.at(-1)!) ??
      false
    );
  };
  return [...tree.folders].filter(
    (folder) => signature.needs.length > 0 && signature.needs.every((n) => has(folder, n)),
  );
}

/** The directories of an icon theme with the files that really lie in them. */
export function iconFiles(tree: Tree, root: string, theme: IconTheme): IconThemeFiles['files'] {
  return new Map(
    theme.directories.map((d: IconDirectory) => [
      d.path,
      tree.files.get(join(root, d.path)) ?? new Set<string>(),
    ]),
  );
}

/**
 * Judges an archive: every theme, set, font, wallpaper and script in it, which folder to copy, where to, and under
 * which name it will be listed.
 *
 * @param file name of the archive, for when it has no folder around what it holds
 * @param host null: only the open standards are judged by, and no place is named
 */
export function judgeArchive(file: string, files: ArchiveFiles, host: ArchiveHost | null): ArchiveFinding[] {
  const tree = treeOf(files.entries);
  const archiveName = nameOfArchive(file);
  const found: ArchiveFinding[] = [];
  const taken: string[] = [];
  const isTaken = (path: string) => taken.some((t) => t === '' || path === t || path.startsWith(`${t}/`));
  const add = (sort: string, root: string, listed: string, evidence: Evidence) => {
    found.push({
      sort,
      ...placed(sort, root, archiveName, host),
      listed,
      variant: variantOf(listed) ?? variantOf(lastStep(root)),
      evidence,
    });
    taken.push(root);
  };
  for (const folder of [...tree.folders].sort()) {
    const index = text(files.bytes.get(join(folder, 'index.theme')));
    const { groups } = readKeyFile(index);
    const cursors = tree.files.get(join(folder, 'cursors'));
    if (groups.has('Icon Theme')) {
      const theme = readIconTheme(index);
      if (theme.directories.length > 0)
        add('icon set', folder, lastStep(folder) || theme.name, iconEvidence(tree, folder, theme));
    }
    if (groups.has('Sound Theme')) {
      const theme = readSoundTheme(index);
      const sounds = theme.directories.reduce(
        (n, d) => n + (tree.files.get(join(folder, d.path))?.size ?? 0),
        0,
      );
      add('sound theme', folder, theme.name || lastStep(folder), {
        what: 'sound theme',
        inherits: theme.inherits,
        sounds,
        problems: theme.problems,
      });
    }
    if (cursors && cursors.size > 0) {
      const evidence = pointerEvidence(files, tree, folder, cursors);
      const named = groups.get('Icon Theme')?.get('Name');
      if (evidence.pointers.length > 0)
        add('pointer set', folder, named ?? (lastStep(folder) || archiveName), evidence);
    }
  }
  for (const signature of host?.signatures ?? [])
    for (const root of signed(tree, signature)) {
      if (found.some((f) => f.sort === signature.sort && (root === f.root || root.startsWith(`${f.root}/`))))
        continue;
      const styles = [...files.bytes]
        .filter(([path]) => /\.css$/i.test(path) && (root === '' || path.startsWith(`${root}/`)))
        .slice(0, MOST_STYLES)
        .map(([path, bytes]) => ({ path, evidence: readStyleSheet(utf8(bytes)) }));
      add(signature.sort, root, lastStep(root) || archiveName, { what: 'theme', styles });
    }
  addFonts(tree, isTaken, add);
  const wallpapers = [...files.pictures].filter(([path, p]) => p.width >= WALLPAPER_WIDTH && !isTaken(path));
  if (wallpapers.length > 0) {
    const folder = commonFolder(wallpapers.map(([path]) => path));
    add('wallpaper', folder, lastStep(folder) || archiveName, {
      what: 'wallpaper',
      files: wallpapers.map(([path, { width, height }]) => ({ path, width, height })),
    });
  }
  for (const [path, bytes] of files.bytes) {
    if (/\.desktop$/.test(path) && !isTaken(path)) {
      const entry = readDesktopEntry(utf8(bytes));
      found.push({
        sort: 'desktop entry',
        root: path,
        folder: lastStep(path),
        listed: entry.name,
        target: host?.folders['desktop entry'] ?? null,
        depth: 0,
        advice: host?.folders['desktop entry']
          ? `Copy the file into ${host.folders['desktop entry']}.`
          : 'This host has no folder for it.',
        variant: null,
        evidence: { what: 'desktop entry', name: entry.name, problems: entry.problems },
      });
    } else if (isScript(path, bytes)) found.push(scriptFinding(path, bytes));
  }
  return found;
}

function iconEvidence(tree: Tree, folder: string, theme: IconTheme): Evidence {
  const contexts: Record<string, number> = {};
  let icons = 0;
  for (const d of theme.directories) {
    const n = tree.files.get(join(folder, d.path))?.size ?? 0;
    icons += n;
    if (n > 0) contexts[d.context || 'none'] = (contexts[d.context || 'none'] ?? 0) + n;
  }
  return { what: 'icon set', theme, icons, contexts };
}

function pointerEvidence(
  files: ArchiveFiles,
  tree: Tree,
  folder: string,
  names: ReadonlySet<string>,
): Evidence & { what: 'pointer set' } {
  const pointers: PointerEvidence[] = [];
  let links = 0;
  for (const name of [...names].sort()) {
    const path = `${join(folder, 'cursors')}/${name}`;
    if (tree.links.has(path)) {
      links++;
      continue;
    }
    const bytes = files.bytes.get(path);
    if (!bytes || !isXCursor(bytes)) continue;
    const { images, problems } = readXCursor(bytes);
    const sizes = [...new Set(images.map((i) => i.nominal))].sort((a, b) => a - b);
    pointers.push({
      name,
      sizes,
      frames: sizes.length === 0 ? 0 : images.filter((i) => i.nominal === sizes[0]).length,
      delay: Math.max(0, ...images.map((i) => i.delay)),
      problems,
    });
  }
  const theme = readKeyFile(
    text(files.bytes.get(join(folder, 'index.theme')) ?? files.bytes.get(join(folder, 'cursor.theme'))),
  );
  const inherits = (theme.groups.get('Icon Theme')?.get('Inherits') ?? '')
    .split(',')
    .map((s) => s.trim())
    .filter(Boolean);
  return {
    what: 'pointer set',
    inherits,
    pointers,
    links,
    missing: CURSOR_NAMES.filter((n) => !names.has(n)),
  };
}

function addFonts(
  tree: Tree,
  isTaken: (path: string) => boolean,
  add: (sort: string, root: string, listed: string, evidence: Evidence) => void,
): void {
  for (const [folder, names] of tree.files) {
    const fonts = [...names].filter((n) => /\.(otf|ttf|ttc|woff2?)$/i.test(n)).sort();
    if (fonts.length === 0 || isTaken(join(folder, fonts[0]!))) continue;
    add('font', folder, lastStep(folder) || 'fonts', {
      what: 'font',
      files: fonts.map((f) => join(folder, f)),
    });
  }
}

function commonFolder(paths: readonly string[]): string {
  const [first, ...rest] = paths.map((p) => p.split('/').slice(0, -1));
  let n = first!.length;
  for (const steps of rest) while (n > 0 && steps.slice(0, n).join('/') !== first!.slice(0, n).join('/')) n--;
  return first!.slice(0, n).join('/');
}

/** A file is a script when it says so in its first line, or by its name. */
function isScript(path: string, bytes: Uint8Array): boolean {
  if (/\.(sh|bash)$/i.test(path) || /^(install|setup|put|configure)[\w.-]*$/i.test(lastStep(path)))
    return bytes[0] === 0x23 && bytes[1] === 0x21;
  return false;
}

/** Options that a script names: the arms of its `case`, what it gives to getopts, and lines of its help. */
export function scriptOptions(script: string): string[] {
  const options = new Set<string>();
  for (const [, arms] of script.matchAll(/^[ \t]*\(?[ \t]*((?:-{1,2}[A-Za-z][\w-]*[ \t]*\|?[ \t]*)+)\)/gm))
    for (const [option] of arms!.matchAll(/-{1,2}[A-Za-z][\w-]*/g)) options.add(option);
  for (const [, letters] of script.matchAll(/getopts[ \t]+["']?:?([A-Za-z:]+)/g))
    for (const letter of letters!.replaceAll(':', '')) options.add(`-${letter}`);
  for (const [, option] of script.matchAll(/^[^\n]*?[ \t"'](--[a-z][\w-]+)[ \t=,]/gm)) options.add(option!);
  return [...options].slice(0, 60);
}

function scriptFinding(path: string, bytes: Uint8Array): ArchiveFinding {
  const script = utf8(bytes.subarray(0, 200_000));
  const admin = /\b(sudo|pkexec|doas)\b|(^|[\s"'])\/usr\/|(^|[\s"'])\/etc\//.test(script);
  return {
    sort: 'install script',
    root: path,
    folder: lastStep(path),
    listed: lastStep(path),
    target: null,
    depth: 0,
    advice: admin
      ? 'It is shown and never run here. It seems to ask for administrator rights: read it first.'
      : 'It is shown and never run here. Read it before you run it.',
    variant: null,
    evidence: { what: 'install script', options: scriptOptions(script), admin },
  };
}

/** Whether judging wants to see the bytes of a file: indexes, pointers, style sheets, entries, scripts, licences. */
export function isEvidence(path: string, size: number): boolean {
  if (size > 8_000_000) return false;
  const name = lastStep(path);
  return (
    /^(index|cursor)\.theme$/.test(name) ||
    /(^|\/)cursors\/[^/]+$/.test(path) ||
    /\.(css|desktop|sh|bash)$/i.test(name) ||
    /^(install|setup|put|configure)[\w.-]*$/i.test(name) ||
    /^(readme|licen[cs]e|copying)/i.test(name)
  );
}

/** Whether judging wants to know the size of a picture: large ones alone, since small ones are icons. */
export function isLargePicture(path: string, size: number): boolean {
  return size > 60_000 && /\.(png|jpe?g)$/i.test(path);
}
