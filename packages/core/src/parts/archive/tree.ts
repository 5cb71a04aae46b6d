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

export const treeJoin = (folder: string, name: string) => (folder === '' ? name : `${folder}/${name}`);
export const lastStep = (path: string) => path.slice(path.lastIndexOf('/') + 1);

/** Whether a file, not a folder, lies under this path. */
export function hasFile(tree: Tree, path: string): boolean {
  const at = path.lastIndexOf('/');
  return tree.files.get(at < 0 ? '' : path.slice(0, at))?.has(path.slice(at + 1)) ?? false;
}

/** Links are followed so far: more is a ring. */
const MOST_LINKS = 8;

/** The file that a path is in the end, through links; null when that is nothing in the archive. */
export function resolved(tree: Tree, path: string): string | null {
  let at = path;
  for (let n = 0; n < MOST_LINKS; n++) {
    const next = tree.links.get(at);
    if (next === undefined) return hasFile(tree, at) ? at : null;
    if (next === null) return null;
    at = next;
  }
  return null;
}
