import { linkSteps, stepsOf, type ArchiveEntry } from './entry.js';

/** The entries of an archive as folders with names in them. */
export interface Tree {
  /** Folder → names in it, files and links; the top is ''. */
  readonly files: ReadonlyMap<string, ReadonlySet<string>>;
  readonly folders: ReadonlySet<string>;
  /** Path of a link → the path in the archive to which it leads; null where it leads out. */
  readonly links: ReadonlyMap<string, string | null>;
}

/** Paths that leave the archive's top are left out. */
export function treeOf(entries: readonly ArchiveEntry[]): Tree {
  const files = new Map<string, Set<string>>();
  const folders = new Set<string>(['']);
  const links = new Map<string, string | null>();
  for (const { path, kind, target } of entries) {
    const steps = stepsOf(path);
    if (!steps || steps.length === 0 || kind === 'device') continue;
    const clean = steps.join('/');
    const folder = steps.slice(0, -1).join('/');
    if (!folders.has(folder)) for (let n = 1; n < steps.length; n++) folders.add(steps.slice(0, n).join('/'));
    if (kind === 'folder') {
      folders.add(clean);
      continue;
    }
    const there = files.get(folder);
    if (there) there.add(steps.at(-1)!);
    else files.set(folder, new Set([steps.at(-1)!]));
    if (kind === 'link') links.set(clean, linkSteps(path, target)?.join('/') ?? null);
    if (kind === 'hard link') links.set(clean, stepsOf(target)?.join('/') ?? null);
  }
  return { files, folders, links };
}

/** A path inside an archive from its folder and its name; the archive's own top is the empty folder. */
export const treeJoin = (folder: string, name: string) => (folder === '' ? name : `${folder}/${name}`);
/** The name at the end of a path inside an archive, without its folders. */
export const lastStep = (path: string) => path.slice(path.lastIndexOf('/') + 1);

/** Whether a file, not a folder, lies under this path. */
export function hasFile(tree: Tree, path: string): boolean {
  const at = path.lastIndexOf('/');
  return tree.files.get(at < 0 ? '' : path.slice(0, at))?.has(path.slice(at + 1)) ?? false;
}

/** So many links are followed on the way to one path, as systems do it; more is a ring. */
const MOST_LINKS = 40;

/** Where a path leads in the end, with every link on the way to it followed: links to folders as well as to files. */
export type Led =
  | { readonly to: 'file' | 'folder'; readonly path: string }
  /** Nothing in the archive: it is missing, or lies outside. */
  | { readonly to: 'nowhere' }
  /** A link that leads back to itself, by whatever detour. */
  | { readonly to: 'a circle' };

/** Follows a path through the links of an archive, step by step, as a file system would. */
export function follow(tree: Tree, path: string): Led {
  let rest = path === '' ? [] : path.split('/');
  let at = '';
  let links = 0;
  while (rest.length > 0) {
    const [step, ...more] = rest as [string, ...string[]];
    const next = treeJoin(at, step);
    const target = tree.links.get(next);
    if (target === undefined) {
      at = next;
      rest = more;
      // Behind a file nothing can lie.
      if (more.length > 0 && !tree.folders.has(at)) return { to: 'nowhere' };
      continue;
    }
    if (target === null) return { to: 'nowhere' };
    if (++links > MOST_LINKS) return { to: 'a circle' };
    rest = [...(target === '' ? [] : target.split('/')), ...more];
    at = '';
  }
  if (tree.folders.has(at)) return { to: 'folder', path: at };
  return hasFile(tree, at) ? { to: 'file', path: at } : { to: 'nowhere' };
}

/** The file that a path is in the end, through links; null when that is nothing in the archive. */
export function resolved(tree: Tree, path: string): string | null {
  const led = follow(tree, path);
  return led.to === 'file' ? led.path : null;
}

/** The folder that a path is in the end, through links; null where it is none. */
export function resolvedFolder(tree: Tree, path: string): string | null {
  const led = follow(tree, path);
  return led.to === 'folder' ? led.path : null;
}

/** The names of files in a folder, links to files among them; links that lead nowhere are no files. */
export function filesIn(tree: Tree, folder: string): string[] {
  const there = resolvedFolder(tree, folder);
  if (there === null) return [];
  const names = tree.files.get(there);
  if (!names) return [];
  return [...names].filter((name) => {
    const path = treeJoin(there, name);
    return !tree.links.has(path) || follow(tree, path).to === 'file';
  });
}

/** Links of an archive that lead to nothing in it, and those that lead in a circle. */
export function strayLinks(tree: Tree): {
  readonly nowhere: readonly string[];
  readonly circles: readonly string[];
} {
  const nowhere: string[] = [];
  const circles: string[] = [];
  for (const path of tree.links.keys()) {
    const { to } = follow(tree, path);
    if (to === 'nowhere') nowhere.push(path);
    if (to === 'a circle') circles.push(path);
  }
  return { nowhere, circles };
}
