/** One entry of an archive, as its headers tell it. Nothing of it was written anywhere. */
export interface ArchiveEntry {
  /** As the archive says it, `/` between the steps, no `/` at the end. */
  readonly path: string;
  readonly kind: 'file' | 'folder' | 'link' | 'hard link' | 'device';
  /** Bytes when unpacked, as told. */
  readonly size: number;
  /** Where a link points; empty otherwise. */
  readonly target: string;
}

export type HostileCode =
  | 'outside'
  | 'absolute'
  | 'link-out'
  | 'device'
  | 'name'
  | 'case'
  | 'twice'
  | 'too-many'
  | 'too-large'
  | 'bomb';

/** What unpacking would do harm with; the rest only goes wrong on some systems. */
const HARMFUL: readonly HostileCode[] = [
  'outside',
  'absolute',
  'link-out',
  'device',
  'too-many',
  'too-large',
  'bomb',
];

/** Whether an archive must not be unpacked, and so makes no part. */
export function isHarmful(hostile: readonly Pick<Hostile, 'code'>[]): boolean {
  return hostile.some(({ code }) => HARMFUL.includes(code));
}

/** Something in an archive that speaks against unpacking it as it stands. */
export interface Hostile {
  readonly code: HostileCode;
  readonly path: string;
  readonly sentence: string;
}

/** Past these an archive is a bomb or no theme. Sizes in bytes. */
export const MOST_ENTRIES = 200_000;
export const MOST_UNPACKED = 4 * 1024 ** 3;
/** Unpacked over packed: fonts and pictures reach 3, text 20; what gains more was made to. */
export const MOST_RATIO = 300;
/** Below this a high ratio does no harm. */
const HARMLESS = 64 * 1024 ** 2;
const LONGEST_PATH = 1000;
const MOST_TOLD = 100;

/** A path's steps without `.`; null when it is absolute or leaves its root. */
export function stepsOf(path: string): string[] | null {
  if (path.startsWith('/') || isRooted(path)) return null;
  const steps: string[] = [];
  for (const step of path.split('/')) {
    if (step === '' || step === '.') continue;
    if (step === '..') {
      if (steps.length === 0) return null;
      steps.pop();
    } else steps.push(step);
  }
  // What hides behind a `./` is no better.
  return steps[0] !== undefined && isRooted(steps[0]) ? null : steps;
}

/** Whether a path begins at the root of a drive or a share, for systems that have such. */
function isRooted(path: string): boolean {
  return path.startsWith('\\') || /^[A-Za-z]:/.test(path);
}

/** Where a link at `path` to `target` leads inside the archive; null when it leads out of it. */
export function linkSteps(path: string, target: string): string[] | null {
  if (target.startsWith('/')) return null;
  const from = stepsOf(path)?.slice(0, -1) ?? [];
  return stepsOf([...from, target].join('/'));
}

/** Control characters, and U+FFFD, which stands where a name was not UTF-8. */
function badName(path: string): boolean {
  for (const c of path) {
    const code = c.codePointAt(0)!;
    if (code < 32 || code === 127 || code === 0xfffd) return true;
  }
  return path.length > LONGEST_PATH;
}

/**
 * What speaks against unpacking an archive, entry by entry and as a whole; at most a hundred things are told.
 *
 * @param packed bytes of the archive itself
 */
export function hostileEntries(entries: readonly ArchiveEntry[], packed: number): Hostile[] {
  const found: Hostile[] = [];
  const tell = (code: HostileCode, path: string, sentence: string) => {
    if (found.length < MOST_TOLD) found.push({ code, path, sentence });
  };
  const seen = new Map<string, string>();
  const links = new Set<string>();
  let total = 0;
  for (const { path, kind, size, target } of entries) {
    total += size;
    if (badName(path)) tell('name', path, 'A name has control characters, is not UTF-8, or is too long.');
    const steps = stepsOf(path);
    if (!steps) {
      const absolute = /^([/\\]|[A-Za-z]:)/.test(path);
      if (absolute)
        tell('absolute', path, 'An absolute path would be written outside the folder it is unpacked in.');
      else tell('outside', path, 'A path leaves the folder it is unpacked in.');
      continue;
    }
    const clean = steps.join('/');
    if (kind === 'device') tell('device', path, 'A device or pipe has no place in a theme.');
    if (kind === 'link' || kind === 'hard link') {
      links.add(clean);
      const leads = kind === 'link' ? linkSteps(path, target) : stepsOf(target);
      if (!leads) tell('link-out', path, `A link leads out of the archive, to ${target.slice(0, 200)}.`);
    }
    for (let n = 1; n < steps.length; n++)
      if (links.has(steps.slice(0, n).join('/'))) {
        tell('link-out', path, 'A file lies behind a link, which would write where the link leads.');
        break;
      }
    if (kind === 'folder') continue;
    const folded = clean.toLowerCase();
    const known = seen.get(folded);
    if (known === clean) tell('twice', path, 'The same file stands twice.');
    else if (known !== undefined)
      tell('case', path, `It differs from ${known} only in capitals; some file systems keep one of them.`);
    seen.set(folded, clean);
  }
  if (entries.length > MOST_ENTRIES)
    tell('too-many', '', `It has more than ${MOST_ENTRIES.toLocaleString('en-GB')} entries.`);
  if (total > MOST_UNPACKED) tell('too-large', '', 'Unpacked it would be larger than 4 GB.');
  else if (total > HARMLESS && packed > 0 && total / packed > MOST_RATIO)
    tell(
      'bomb',
      '',
      `Unpacked it is ${Math.round(total / packed)} times as large as packed: it was made to fill a disk.`,
    );
  return found;
}
