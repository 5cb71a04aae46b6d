/**
 * What people call the items of a bar, by the word that is used here: `status` is the status area, and a bar that has one keeps
 * it. Words of the trade; each stands once.
 */
const CALLED: Readonly<Record<string, readonly string[]>> = {
  launcher: ['launcher button', 'menu button', 'application menu', 'applications'],
  clock: ['time', 'date', 'date and time', 'clock and date'],
  'window list': ['windows', 'task list', 'tasks', 'open windows', 'open programmes', 'running programmes'],
  'status area': ['status', 'tray', 'system tray', 'notification area', 'indicators', 'system indicators'],
  'workspace switcher': ['workspaces', 'desktops', 'virtual desktops', 'pager'],
  search: ['search button', 'search field', 'search box'],
  overview: ['overview button'],
  bin: ['trash', 'waste bin'],
  'media control': ['media', 'player', 'media player'],
  'show desktop': ['show-desktop area', 'desktop button'],
};
const KEYS = new Map(
  Object.entries(CALLED).flatMap(([word, others]) => [word, ...others].map((w) => [plain(w), word] as const)),
);

function plain(word: string): string {
  return word
    .toLowerCase()
    .replace(/[\s_-]+/g, ' ')
    .trim();
}

/** By what else an item is called than by its own word; none for an item that nobody calls otherwise. */
export const otherNames = (item: string): readonly string[] => CALLED[itemKey(item)] ?? [];

/** Items that stand for no duty, so that there may be several of them. */
const REPEATED = new Set(['spacer', 'separator', 'space', 'gap', 'divider']);

/** What tells one item from another: the word for its duty, else its name without case and hyphens. */
export function itemKey(item: string): string {
  const name = plain(item);
  return KEYS.get(name) ?? name;
}

/** Whether a bar may have an item several times. */
export const mayRepeat = (item: string): boolean => REPEATED.has(plain(item));

/** The word among known ones that means the same item, or null. */
export function knownItem(item: string, known: readonly string[]): string | null {
  const key = itemKey(item);
  return known.find((k) => k === item) ?? known.find((k) => itemKey(k) === key) ?? null;
}
