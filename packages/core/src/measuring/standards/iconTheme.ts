import { booleanValue, listValue, readKeyFile } from './keyFile.js';

export type DirectoryType = 'Fixed' | 'Scalable' | 'Threshold';

/** One directory of an icon theme, as its index tells it. Sizes in units, scale in device pixels per unit. */
export interface IconDirectory {
  readonly path: string;
  readonly size: number;
  readonly scale: number;
  readonly type: DirectoryType;
  readonly minSize: number;
  readonly maxSize: number;
  readonly threshold: number;
  readonly context: string;
}

export interface IconTheme {
  readonly name: string;
  readonly comment: string;
  readonly inherits: readonly string[];
  readonly directories: readonly IconDirectory[];
  readonly hidden: boolean;
  readonly problems: readonly string[];
}

/** The theme that every other ends in. Source: Icon Theme Specification, "Implementation Notes". */
export const LAST_RESORT = 'hicolor';
const DEFAULT_THRESHOLD = 2;
const MOST_DIRECTORIES = 5000;

/** Endings in the order of preference. Source: Icon Theme Specification, "Icon Lookup". */
export const ICON_ENDINGS = ['png', 'svg', 'xpm'] as const;

const number = (text: string | undefined): number | null => {
  const value = Number(text);
  return text !== undefined && text !== '' && Number.isInteger(value) && value > 0 ? value : null;
};

/**
 * Reads an `index.theme`. What is missing or wrong is told; directories without a usable size are left out.
 *
 * Source: Icon Theme Specification 0.13, "File Formats".
 */
export function readIconTheme(text: string): IconTheme {
  const { groups, problems: lines } = readKeyFile(text);
  const problems = [...lines];
  const head = groups.get('Icon Theme');
  if (!head) problems.push('There is no group [Icon Theme].');
  const name = head?.get('Name') ?? '';
  if (head && name === '') problems.push('The theme has no name.');
  const listed = listValue(head?.get('Directories') ?? '', ',');
  const scaled = listValue(head?.get('ScaledDirectories') ?? '', ',');
  if (head && listed.length === 0) problems.push('No directories are listed.');
  const directories: IconDirectory[] = [];
  for (const path of [...new Set([...listed, ...scaled])].slice(0, MOST_DIRECTORIES)) {
    const group = groups.get(path);
    const size = number(group?.get('Size'));
    if (!group || size === null) {
      problems.push(
        group ? `The directory ${path} has no size.` : `The directory ${path} is listed and not described.`,
      );
      continue;
    }
    const said = group.get('Type') ?? 'Threshold';
    const type: DirectoryType = said === 'Fixed' || said === 'Scalable' ? said : 'Threshold';
    if (said !== type) problems.push(`The directory ${path} is of an unknown type, ${said}.`);
    directories.push({
      path,
      size,
      scale: number(group.get('Scale')) ?? 1,
      type,
      minSize: number(group.get('MinSize')) ?? size,
      maxSize: number(group.get('MaxSize')) ?? size,
      threshold: number(group.get('Threshold')) ?? DEFAULT_THRESHOLD,
      context: group.get('Context') ?? '',
    });
  }
  return {
    name,
    comment: head?.get('Comment') ?? '',
    inherits: listValue(head?.get('Inherits') ?? '', ','),
    directories,
    hidden: booleanValue(head?.get('Hidden')) ?? false,
    problems,
  };
}

/** Whether a directory is for this size and scale. Source: Icon Theme Specification, `DirectoryMatchesSize`. */
export function matchesSize(d: IconDirectory, size: number, scale: number): boolean {
  if (d.scale !== scale) return false;
  if (d.type === 'Fixed') return d.size === size;
  if (d.type === 'Scalable') return d.minSize <= size && size <= d.maxSize;
  return d.size - d.threshold <= size && size <= d.size + d.threshold;
}

/** How far a directory is from this size and scale, in device pixels. Source: the same, `DirectorySizeDistance`. */
export function sizeDistance(d: IconDirectory, size: number, scale: number): number {
  const wanted = size * scale;
  if (d.type === 'Fixed') return Math.abs(d.size * d.scale - wanted);
  const [least, most] =
    d.type === 'Scalable'
      ? [d.minSize * d.scale, d.maxSize * d.scale]
      : [(d.size - d.threshold) * d.scale, (d.size + d.threshold) * d.scale];
  if (wanted < least) return least - wanted;
  return wanted > most ? wanted - most : 0;
}

/** A theme with the files that its directories really hold: directory path → file names. */
export interface IconThemeFiles {
  readonly id: string;
  readonly theme: IconTheme;
  readonly files: ReadonlyMap<string, ReadonlySet<string>>;
}

export interface FoundIcon {
  readonly theme: string;
  readonly directory: IconDirectory;
  readonly file: string;
  readonly exact: boolean;
}

/** Looks a name up in one theme: an exact directory first, else the nearest. Source: the same, `LookupIcon`. */
export function lookUpIn(set: IconThemeFiles, name: string, size: number, scale: number): FoundIcon | null {
  const fileOf = (d: IconDirectory) => {
    const there = set.files.get(d.path);
    return there && ICON_ENDINGS.map((e) => `${name}.${e}`).find((f) => there.has(f));
  };
  let best: FoundIcon | null = null;
  let least = Infinity;
  for (const directory of set.theme.directories) {
    const file = fileOf(directory);
    if (!file) continue;
    if (matchesSize(directory, size, scale)) return { theme: set.id, directory, file, exact: true };
    const distance = sizeDistance(directory, size, scale);
    if (distance < least) {
      least = distance;
      best = { theme: set.id, directory, file, exact: false };
    }
  }
  return best;
}

/**
 * The themes in which a name is sought, in order: the theme, its parents depth first, the last resort at the end.
 * A theme that inherits itself is visited once. Source: the same, `FindIconHelper`.
 */
export function themeChain(id: string, known: ReadonlyMap<string, IconThemeFiles>): IconThemeFiles[] {
  const chain: IconThemeFiles[] = [];
  const seen = new Set<string>();
  const visit = (name: string) => {
    if (seen.has(name) || name === LAST_RESORT) return;
    seen.add(name);
    const set = known.get(name);
    if (!set) return;
    chain.push(set);
    set.theme.inherits.forEach(visit);
  };
  visit(id);
  const last = known.get(LAST_RESORT);
  return last ? [...chain, last] : chain;
}

/** Where a needed name is found. */
export type IconOrigin = 'own' | 'parent' | 'last resort' | 'missing';

/** Credit of each, as the model has it for icon names. */
export const FOUND_CREDIT: Readonly<Record<IconOrigin, number>> = {
  own: 1,
  parent: 0.5,
  'last resort': 0.25,
  missing: 0,
};

export interface IconCoverage {
  /** Weighted mean of the credits, 0–1; null where nothing is needed. */
  readonly closeness: number | null;
  readonly by: ReadonlyMap<string, { readonly found: IconOrigin; readonly icon: FoundIcon | null }>;
}

/**
 * How much of the needed names a theme covers at a size, by the standard's own look-up.
 *
 * @param needed names with weights; @param size units, @param scale device pixels per unit
 */
export function iconCoverage(
  id: string,
  known: ReadonlyMap<string, IconThemeFiles>,
  needed: ReadonlyMap<string, number>,
  size: number,
  scale = 1,
): IconCoverage {
  const chain = themeChain(id, known);
  const by = new Map<string, { found: IconOrigin; icon: FoundIcon | null }>();
  let sum = 0;
  let weights = 0;
  for (const [name, weight] of needed) {
    let icon: FoundIcon | null = null;
    for (const set of chain) {
      icon = lookUpIn(set, name, size, scale);
      if (icon) break;
    }
    const found: IconOrigin = !icon
      ? 'missing'
      : icon.theme === id
        ? 'own'
        : icon.theme === LAST_RESORT
          ? 'last resort'
          : 'parent';
    by.set(name, { found, icon });
    sum += weight * FOUND_CREDIT[found];
    weights += weight;
  }
  return { closeness: weights === 0 ? null : sum / weights, by };
}
