import { nth } from '../../ground/checked.js';
import type { ArchiveSignature } from '../../model/host/profile.js';
import { readDesktopEntry } from '../../measuring/standards/desktopEntry.js';
import { readIconTheme } from '../../measuring/standards/iconTheme.js';
import { readKeyFile } from '../../measuring/standards/keyFile.js';
import { readSoundTheme, SOUND_ENDINGS } from '../../measuring/standards/soundTheme.js';
import { readStyleSheet } from '../../measuring/standards/styleSheet.js';
import { utf8 } from '../../ground/utf8.js';
import type { ArchiveFinding, ArchiveHost, Evidence, ThemeVariant } from './findings.js';
import { asksForAdmin, isScript, scriptOptions } from './scripts.js';
import { iconEvidence, pointerEvidence } from './themes.js';
import { filesIn, follow, lastStep, resolved, resolvedFolder, treeJoin, type Tree } from './tree.js';
import { isFont, isReadme } from './wanted.js';

/** Bytes of the files that are evidence, by cleaned path. Pictures are told by their sizes. */
export interface ArchiveFiles {
  readonly tree: Tree;
  readonly bytes: ReadonlyMap<string, Uint8Array>;
  readonly pictures: ReadonlyMap<string, { readonly width: number; readonly height: number }>;
}

type Add = (sort: string, root: string, listed: string, evidence: Evidence) => void;

/** A picture at least this wide that lies in no theme is a wallpaper. */
const WALLPAPER_WIDTH = 1000;
/** Where there is nothing but pictures, so large ones are wallpapers: the smallest screens that desktops ran on. */
const SMALL_WALLPAPER = { width: 320, height: 200 };
/** Style sheets that are looked into, of each theme. */
const MOST_STYLES = 12;
/** Of a script so much is shown. */
const MOST_SHOWN = 60_000;

const text = (bytes: Uint8Array | undefined) => (bytes ? utf8(bytes) : '');

/** Light or dark, where a name says so. */
export function variantOf(name: string): ThemeVariant | null {
  if (/(^|[-_. ])(dark|night)($|[-_. ])/i.test(name)) return 'dark';
  return /(^|[-_. ])(light|day)($|[-_. ])/i.test(name) ? 'light' : null;
}

/**
 * The variants of a theme: what its name says, else what its style sheets do. A dark sheet beside one that says nothing
 * makes both.
 */
function variantsOf(names: readonly string[], evidence: Evidence): ThemeVariant[] {
  const named = names.map(variantOf).find((v) => v !== null);
  if (named) return [named];
  if (evidence.what !== 'theme') return [];
  const sheets = evidence.styles.map(({ path }) => variantOf(lastStep(path)));
  if (!sheets.includes('dark')) return sheets.includes('light') ? ['light'] : [];
  return sheets.some((v) => v !== 'dark') ? ['light', 'dark'] : ['dark'];
}

/** How deep a folder lies and what must be copied where, in words. */
function placed(sort: string, root: string, archiveName: string, host: ArchiveHost | null) {
  const target = host?.folders[sort] ?? null;
  const depth = root === '' ? -1 : root.split('/').length - 1;
  const folder = root === '' ? archiveName : lastStep(root);
  let to = '';
  if (host) to = target === null ? ' This host has no folder for it.' : ` It belongs into ${target}.`;
  let advice: string;
  if (depth < 0)
    advice = `There is no folder around it: make one named ${folder}, put everything into it, and copy that.${to}`;
  else if (depth === 0) advice = `Copy the folder ${folder}.${to}`;
  else
    advice = `There ${depth === 1 ? 'is one folder' : `are ${depth} folders`} too many around it: copy only ${folder}, which lies in ${root.slice(0, -folder.length - 1)}.${to}`;
  return { root, folder, target, depth, advice };
}

/** Files that are found wherever they lie: no folder around them counts. */
function loose(sort: string, files: readonly string[], host: ArchiveHost | null) {
  const target = host?.folders[sort] ?? null;
  const root = files.length === 1 ? nth(files, 0) : commonFolder(files);
  let to = '';
  if (host) to = target === null ? ' This host has no folder for them.' : ` They belong into ${target}.`;
  if (host && files.length === 1)
    to = target === null ? ' This host has no folder for it.' : ` It belongs into ${target}.`;
  const advice =
    files.length === 1
      ? `Copy the file ${lastStep(root)}.${to}`
      : `Copy these ${files.length} files${root === '' ? '' : ` out of ${root}`}.${to}`;
  return { root, folder: lastStep(root), target, depth: 0, advice };
}

/** An archive's name without its endings and version, as the folder it might have had. */
export function nameOfArchive(file: string): string {
  return (
    lastStep(file)
      .replace(/\.(zip|tar|tgz|gz|bz2|xz|zst|tbz2?|txz|tzst)$/i, '')
      .replace(/\.tar$/i, '')
      .replace(/[-_]v?\d+(\.\d+)*$/, '') || 'theme'
  );
}

/** The folders that hold everything a signature needs. */
function signed(tree: Tree, { needs }: ArchiveSignature): string[] {
  if (needs.length === 0) return [];
  const has = (folder: string, need: string) =>
    need.endsWith('/')
      ? resolvedFolder(tree, treeJoin(folder, need.slice(0, -1))) !== null
      : resolved(tree, treeJoin(folder, need)) !== null;
  return [...tree.folders].filter((folder) => needs.every((n) => has(folder, n)));
}

/**
 * Judges an archive: every theme, set, font, wallpaper and script in it, which folder to copy, where to, and under
 * which name it will be listed.
 *
 * @param file name of the archive, for when it has no folder around what it holds
 * @param host null: only the open standards are judged by, and no place is named
 */
export function judgeArchive(
  file: string,
  { tree, bytes, pictures }: ArchiveFiles,
  host: ArchiveHost | null,
): ArchiveFinding[] {
  const archiveName = nameOfArchive(file);
  const found: ArchiveFinding[] = [];
  const taken: string[] = [];
  const isTaken = (path: string) => taken.some((t) => t === '' || path === t || path.startsWith(`${t}/`));
  const add: Add = (sort, root, listed, evidence) => {
    found.push({
      sort,
      ...placed(sort, root, archiveName, host),
      listed,
      variants: variantsOf([listed, lastStep(root)], evidence),
      evidence,
    });
    taken.push(root);
  };
  const addLoose = (sort: string, files: readonly string[], listed: string, evidence: Evidence) =>
    found.push({
      sort,
      ...loose(sort, files, host),
      listed,
      variants: variantsOf([listed], evidence),
      evidence,
    });
  // Only folders with an index or with pointers can be themes of the standards.
  const candidates = new Set<string>();
  for (const path of bytes.keys()) {
    if (/(^|\/)index\.theme$/.test(path)) candidates.add(path.slice(0, Math.max(0, path.lastIndexOf('/'))));
    const pointer = /^(.*?)\/?cursors\/[^/]+$/.exec(path);
    if (pointer) candidates.add(nth(pointer, 1));
  }
  // What is a link: the index of a theme, its pointers, or the whole folder of a theme under another name.
  for (const link of tree.links.keys()) {
    if (lastStep(link) === 'index.theme') candidates.add(link.slice(0, Math.max(0, link.lastIndexOf('/'))));
    const led = follow(tree, link);
    if (led.to !== 'folder') continue;
    if (lastStep(link) === 'cursors') candidates.add(link.slice(0, Math.max(0, link.lastIndexOf('/'))));
    else if (resolved(tree, treeJoin(led.path, 'index.theme')) !== null) candidates.add(link);
  }
  for (const folder of [...candidates].sort()) {
    const index = text(bytes.get(resolved(tree, treeJoin(folder, 'index.theme')) ?? ''));
    const { groups } = readKeyFile(index);
    if (groups.has('Icon Theme')) {
      const theme = readIconTheme(index);
      if (theme.directories.length > 0)
        add('icon set', folder, theme.name || lastStep(folder), iconEvidence(tree, folder, theme));
    }
    if (groups.has('Sound Theme')) addSoundTheme(index, tree, folder, add);
    const cursors = tree.files.get(resolvedFolder(tree, treeJoin(folder, 'cursors')) ?? '/');
    if (cursors && cursors.size > 0) {
      const evidence = pointerEvidence(bytes, tree, folder, cursors);
      const named = groups.get('Icon Theme')?.get('Name');
      if (evidence.pointers.length > 0)
        add('pointer set', folder, named ?? (lastStep(folder) || archiveName), evidence);
    }
  }
  for (const signature of host?.signatures ?? [])
    for (const root of signed(tree, signature)) {
      const within = (f: ArchiveFinding) => root === f.root || f.root === '' || root.startsWith(`${f.root}/`);
      if (found.some((f) => f.sort === signature.sort && within(f))) continue;
      const styles = stylesOf(bytes, (path) => root === '' || path.startsWith(`${root}/`)).slice(
        0,
        MOST_STYLES,
      );
      add(signature.sort, root, lastStep(root) || archiveName, { what: 'theme', styles });
    }
  for (const [folder, names] of tree.files) {
    const fonts = [...names]
      .filter(isFont)
      .map((f) => treeJoin(folder, f))
      .filter((path) => !isTaken(path))
      .sort();
    if (fonts.length > 0)
      addLoose('font', fonts, plainName(fonts.length === 1 ? nth(fonts, 0) : folder || archiveName), {
        what: 'font',
        files: fonts,
        faces: [],
      });
  }
  // Style sheets that belong to no theme the host knows tell what they set all the same.
  const styles = stylesOf(bytes, (path) => !isTaken(path));
  for (const group of themesApart(tree, styles)) {
    const paths = group.map(({ path }) => path);
    const listed = plainName(paths.length === 1 ? nth(paths, 0) : commonFolder(paths) || archiveName);
    addLoose('style sheet', paths, listed, { what: 'theme', styles: group.slice(0, MOST_STYLES) });
  }
  // Beside a theme a small picture is a preview of it; where there is nothing else it is what the archive is of.
  const alone = found.length === 0;
  const wallpapers = [...pictures].filter(
    ([path, p]) =>
      !isTaken(path) &&
      (p.width >= WALLPAPER_WIDTH ||
        (alone && p.width >= SMALL_WALLPAPER.width && p.height >= SMALL_WALLPAPER.height)),
  );
  if (wallpapers.length > 0) {
    const paths = wallpapers.map(([path]) => path);
    addLoose(
      'wallpaper',
      paths,
      plainName(paths.length === 1 ? nth(paths, 0) : commonFolder(paths) || archiveName),
      {
        what: 'wallpaper',
        files: wallpapers.map(([path, { width, height }]) => ({ path, width, height, colours: [] })),
      },
    );
  }
  const readme = [...bytes]
    .filter(([path]) => isReadme(path))
    .map(([, b]) => utf8(b.subarray(0, MOST_SHOWN)));
  for (const [path, file] of bytes) {
    if (/\.desktop$/.test(path) && !isTaken(path)) found.push(entryFinding(path, file, host));
    else if (isScript(path, file)) found.push(scriptFinding(path, file, readme.join('\n')));
  }
  const leaning = leanings(tree, new Set(found.map((f) => f.root).filter((root) => tree.folders.has(root))));
  return found.map((f) => {
    const on = leaning.get(f.root);
    return on ? { ...f, leansOn: [...on].sort() } : f;
  });
}

/** By folder of a theme, the folders beside it that links in it lead into. */
function leanings(tree: Tree, roots: ReadonlySet<string>): Map<string, Set<string>> {
  const found = new Map<string, Set<string>>();
  for (const [link, target] of tree.links) {
    if (!target) continue;
    const steps = link.split('/');
    const depth = steps.findIndex((_, n) => n > 0 && roots.has(steps.slice(0, n).join('/')));
    if (depth < 1) continue;
    const root = steps.slice(0, depth).join('/');
    const beside = target.split('/').slice(0, depth).join('/');
    const isBeside =
      steps.slice(0, depth - 1).join('/') ===
      target
        .split('/')
        .slice(0, depth - 1)
        .join('/');
    if (beside === root || !isBeside || !tree.folders.has(beside)) continue;
    found.set(root, (found.get(root) ?? new Set()).add(beside));
  }
  return found;
}

function addSoundTheme(index: string, tree: Tree, folder: string, add: Add): void {
  const theme = readSoundTheme(index);
  const ending = new RegExp(`\\.(${SOUND_ENDINGS.join('|')})$`);
  const sounds = new Set<string>();
  for (const { path } of theme.directories)
    for (const name of filesIn(tree, treeJoin(folder, path)))
      if (ending.test(name)) sounds.add(name.replace(ending, ''));
  add('sound theme', folder, theme.name || lastStep(folder), {
    what: 'sound theme',
    inherits: theme.inherits,
    sounds: [...sounds].sort(),
    problems: theme.problems,
  });
}

/**
 * Style sheets by the theme that they belong to. Folders side by side are themes of their own where they hold the same sheets
 * at the same places, and what is around them holds no file of its own; versions within one theme are not.
 */
function themesApart(tree: Tree, styles: readonly Style[]): (readonly Style[])[] {
  if (styles.length === 0) return [];
  const around = commonFolder(styles.map((s) => s.path));
  const prefix = around === '' ? 0 : around.length + 1;
  const groups = new Map<string, { style: Style; rest: string }[]>();
  for (const style of styles) {
    const [first, ...rest] = style.path.slice(prefix).split('/');
    if (rest.length === 0) return [styles];
    groups.set(first!, [...(groups.get(first!) ?? []), { style, rest: rest.join('/') }]);
  }
  const least = around === '' ? 1 : 2;
  const places = [...groups.values()].map(
    (g) => new Set(g.filter((s) => s.rest.split('/').length >= least).map((s) => s.rest)),
  );
  const alike = places.every(
    (p) => p.size > 0 && places.some((q) => q !== p && [...p].some((r) => q.has(r))),
  );
  const bare = around === '' || (tree.files.get(around)?.size ?? 0) === 0;
  return groups.size > 1 && alike && bare ? [...groups.values()].map((g) => g.map((s) => s.style)) : [styles];
}

type Style = Extract<Evidence, { what: 'theme' }>['styles'][number];

function stylesOf(bytes: ReadonlyMap<string, Uint8Array>, wanted: (path: string) => boolean): Style[] {
  return [...bytes]
    .filter(([path]) => /\.css$/i.test(path) && wanted(path))
    .map(([path, css]) => ({ path, evidence: readStyleSheet(utf8(css)) }));
}

/** The last step of a path without its ending. */
function plainName(path: string): string {
  return lastStep(path).replace(/\.(otf|ttf|woff2?|png|jpe?g|css)$/i, '');
}

function commonFolder(paths: readonly string[]): string {
  const [first, ...rest] = paths.map((p) => p.split('/').slice(0, -1));
  let n = first!.length;
  for (const steps of rest) while (n > 0 && steps.slice(0, n).join('/') !== first!.slice(0, n).join('/')) n--;
  return first!.slice(0, n).join('/');
}

function entryFinding(path: string, bytes: Uint8Array, host: ArchiveHost | null): ArchiveFinding {
  const entry = readDesktopEntry(utf8(bytes));
  const target = host?.folders['desktop entry'] ?? null;
  let advice = '';
  if (host) advice = target === null ? 'This host has no folder for it.' : `Copy the file into ${target}.`;
  return {
    sort: 'desktop entry',
    root: path,
    folder: lastStep(path),
    listed: entry.name,
    target,
    depth: 0,
    advice,
    variants: [],
    evidence: { what: 'desktop entry', name: entry.name, problems: entry.problems },
  };
}

function scriptFinding(path: string, bytes: Uint8Array, readme: string): ArchiveFinding {
  const script = utf8(bytes.subarray(0, MOST_SHOWN));
  const admin = asksForAdmin(script);
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
    variants: [],
    evidence: { what: 'install script', options: scriptOptions(script, readme), admin, text: script },
  };
}
