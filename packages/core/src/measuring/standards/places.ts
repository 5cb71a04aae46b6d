/**
 * Where a plan may write. Paths of a plan begin with `~/` for the home folder, or with `/`. The folders of the XDG base
 * directories are told by their usual names (`~/.config`, `~/.local/share`, …); a script goes where the variables say.
 */
export type PlaceClass =
  /** Below a folder that standards give a person's own data, configuration, icons or fonts. */
  | 'own'
  /** Elsewhere in the home folder, or where what lies there is run: a hand has to say yes with the path in view. */
  | 'confirm'
  /** The system's: for package channels and hands only. */
  | 'system';

/** The usual names of base directories, and the variables that move them. Source: XDG Base Directory Specification 0.8. */
export const BASES = [
  ['~/.config', 'XDG_CONFIG_HOME'],
  ['~/.local/share', 'XDG_DATA_HOME'],
  ['~/.cache', 'XDG_CACHE_HOME'],
  ['~/.local/state', 'XDG_STATE_HOME'],
] as const;

/** Where downloads lie until everything is installed. */
export const DOWNLOADS = '~/.cache/spare-coat';
/** Where a person's own entries lie that start with the session. Source: Desktop Application Autostart Specification 0.5. */
export const AUTOSTART = '~/.config/autostart';
/** Where a person's own launchers lie. Source: Desktop Menu Specification 1.1. */
export const LAUNCHERS = '~/.local/share/applications';

/**
 * Folders that are a person's own by an open standard: the base directories for data and configuration; icons and pointers
 * (Icon Theme Specification 0.13); fonts (fontconfig); and what this application fetches.
 */
const OWN = ['~/.config', '~/.local/share', '~/.icons', '~/.fonts', DOWNLOADS];

/** What lies here is run by the session, by other programs or at a click: entries, services, variables. */
const RUN_FROM = [
  AUTOSTART,
  LAUNCHERS,
  '~/.config/systemd',
  '~/.config/environment.d',
  '~/.local/share/systemd',
  '~/.local/share/dbus-1',
];

/** Whether a path lies below a folder; the folder itself does not. */
export const isBelow = (path: string, folder: string): boolean => path.startsWith(`${folder}/`);

/** What is wrong with the steps of a path, or null. They are names: no `..`, no `.`, no empty one, nothing unprintable. */
function stepsProblem(path: string): string | null {
  // eslint-disable-next-line no-control-regex -- a path with these in it hides what it is
  if (/[\x00-\x1f\x7f]/.test(path)) return 'A path holds no control characters.';
  const steps = path.split('/');
  if (steps.includes('..') || steps.includes('.')) return 'A path holds no “..” and no “.”.';
  return steps.includes('') ? 'A path holds no two strokes side by side.' : null;
}

/**
 * What is wrong with a path inside an archive, a repository or a download, or null: it is relative, stays inside, and cannot be
 * taken for an option of a command.
 */
export function innerPathProblem(path: string): string | null {
  if (/^[/~]/.test(path)) return 'A path inside an archive or a repository begins neither with / nor with ~.';
  if (path.startsWith('-')) return 'A path inside an archive or a repository does not begin with a dash.';
  if (path.includes('\\')) return 'A path inside an archive or a repository holds no backslash.';
  return stepsProblem(path.replace(/\/$/, ''));
}

/** What is wrong with the path of a file or folder on the host, or null. */
export function hostPathProblem(path: string): string | null {
  const rest = path.startsWith('~/') ? path.slice(2) : path.startsWith('/') ? path.slice(1) : null;
  if (rest === null || rest === '') return 'A file or folder begins with ~/ or /, and has a name.';
  return stepsProblem(rest.replace(/\/$/, ''));
}

/** What a plan may do at a path; a path that is none is the system's. */
export function placeClass(raw: string): PlaceClass {
  const path = raw.replace(/\/$/, '');
  if (!path.startsWith('~/') || hostPathProblem(path) !== null) return 'system';
  if (RUN_FROM.some((folder) => path === folder || isBelow(path, folder))) return 'confirm';
  return OWN.some((folder) => isBelow(path, folder)) ? 'own' : 'confirm';
}

/** The folder that a path has to stay in, whatever links lie on the way: the narrowest that it is meant to be below. */
export function folderMeant(path: string): string {
  const folders = [...BASES.map(([base]) => base as string), ...OWN].filter((f) => isBelow(path, f));
  return folders.sort((a, b) => b.length - a.length)[0] ?? '~';
}

/** Why a place is confirmed by a hand, in words. */
export function sayPlace(path: string): string {
  return RUN_FROM.some((folder) => path === folder || isBelow(path, folder))
    ? 'what lies there is run by the session or by other programs'
    : 'it is outside the folders that are yours for data and configuration';
}
