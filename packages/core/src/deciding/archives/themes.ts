import { CURSOR_NAMES } from '../../measuring/standards/cursorNames.js';
import { iconCoverage, type IconTheme, type IconThemeFiles } from '../../measuring/standards/iconTheme.js';
import { readKeyFile } from '../../measuring/standards/keyFile.js';
import { isXCursor, readXCursor } from '../../measuring/standards/xCursor.js';
import { utf8 } from '../../ground/utf8.js';
import type { Evidence, PointerEvidence } from './findings.js';
import { filesIn, lastStep, resolved, resolvedFolder, treeJoin, type Tree } from './tree.js';

export type IconEvidence = Extract<Evidence, { what: 'icon set' }>;
export type PointerSetEvidence = Extract<Evidence, { what: 'pointer set' }>;

/** What an icon theme holds, directory by directory. */
export function iconEvidence(tree: Tree, root: string, theme: IconTheme): IconEvidence {
  const contexts: Record<string, number> = {};
  const files: Record<string, readonly string[]> = {};
  let icons = 0;
  for (const { path, context } of theme.directories) {
    const names = filesIn(tree, treeJoin(root, path));
    if (names.length === 0) continue;
    files[path] = names;
    icons += names.length;
    contexts[context || 'none'] = (contexts[context || 'none'] ?? 0) + names.length;
  }
  return { what: 'icon set', theme, icons, contexts, files };
}

/** An icon set of a finding in the shape of the standard's look-up. */
export function iconThemeFiles(id: string, evidence: IconEvidence): IconThemeFiles {
  return {
    id,
    theme: evidence.theme,
    files: new Map(Object.entries(evidence.files).map(([d, names]) => [d, new Set(names)])),
  };
}

/** The icon sets of an archive by the names under which they inherit from each other: their folders. */
export function iconSetsOf(
  findings: readonly { readonly folder: string; readonly evidence: Evidence }[],
): Map<string, IconThemeFiles> {
  return new Map(
    findings.flatMap(({ folder, evidence }) =>
      evidence.what === 'icon set' ? [[folder, iconThemeFiles(folder, evidence)] as const] : [],
    ),
  );
}

/**
 * The pictures that stand for needed names at a size, at most `most`: path as the look-up finds it → path of the file
 * itself, which is another one where links lead on.
 */
export function iconPictures(
  tree: Tree,
  finding: { readonly root: string; readonly folder: string },
  sets: ReadonlyMap<string, IconThemeFiles>,
  names: ReadonlyMap<string, number>,
  size: number,
  scale: number,
  most: number,
): Map<string, string> {
  const paths = new Map<string, string>();
  for (const { found, icon } of iconCoverage(finding.folder, sets, names, size, scale).by.values()) {
    if (found !== 'own' || !icon || paths.size >= most) continue;
    const path = treeJoin(treeJoin(finding.root, icon.directory.path), icon.file);
    const file = resolved(tree, path);
    if (file) paths.set(path, file);
  }
  return paths;
}

/** What a folder of X cursor files holds: each read, links followed, the standard names that are missing. */
export function pointerEvidence(
  bytes: ReadonlyMap<string, Uint8Array>,
  tree: Tree,
  folder: string,
  names: ReadonlySet<string>,
): PointerSetEvidence {
  const pointers: PointerEvidence[] = [];
  const aliases: { name: string; to: string }[] = [];
  const broken: string[] = [];
  const unread: string[] = [];
  const pointersIn = resolvedFolder(tree, treeJoin(folder, 'cursors')) ?? treeJoin(folder, 'cursors');
  for (const name of [...names].sort()) {
    const path = treeJoin(pointersIn, name);
    if (tree.links.has(path)) {
      const to = resolved(tree, path);
      if (to === null) broken.push(name);
      else aliases.push({ name, to: lastStep(to) });
      continue;
    }
    const file = bytes.get(path);
    // It is there, and larger than what is read: that is not the same as missing.
    if (!file) {
      unread.push(name);
      continue;
    }
    if (!isXCursor(file)) continue;
    const { images, problems } = readXCursor(file);
    const sizes = [...new Set(images.map((i) => i.nominal))].sort((a, b) => a - b);
    pointers.push({
      name,
      sizes,
      frames: sizes.length === 0 ? 0 : images.filter((i) => i.nominal === sizes[0]).length,
      delay: images.reduce((most, i) => Math.max(most, i.delay), 0),
      problems,
    });
  }
  const index = bytes.get(treeJoin(folder, 'index.theme')) ?? bytes.get(treeJoin(folder, 'cursor.theme'));
  const theme = readKeyFile(index ? utf8(index) : '');
  const inherits = (theme.groups.get('Icon Theme')?.get('Inherits') ?? '')
    .split(',')
    .map((s) => s.trim())
    .filter(Boolean);
  const there = new Set([...pointers.map((p) => p.name), ...aliases.map((a) => a.name), ...unread]);
  return {
    what: 'pointer set',
    inherits,
    pointers,
    aliases,
    broken,
    unread,
    missing: CURSOR_NAMES.filter((n) => !there.has(n)),
  };
}
