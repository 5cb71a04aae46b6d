import type { Break } from '@spare-coat/core/model/offers/break';

/** What has to happen at a session break. */
export const BREAK_WORDS: Readonly<Record<'session' | 'restart', string>> = {
  session: 'Log out and in again here',
  restart: 'Restart the computer here',
};

/** After what the effect of a step is seen. */
export const EFFECT_WORDS: Readonly<Record<Break, string>> = {
  none: 'at once',
  reload: 'after a reload',
  reopen: 'after reopening the program',
  session: 'after a new session',
  restart: 'after a restart',
};

/** Minutes as people say them. */
export function sayMinutes(minutes: number): string {
  if (minutes < 90) return `${Math.round(minutes)} min`;
  const hours = Math.floor(minutes / 60);
  const rest = Math.round((minutes % 60) / 5) * 5;
  return rest === 0 ? `${hours} h` : rest === 60 ? `${hours + 1} h` : `${hours} h ${rest} min`;
}

/** How many of something. */
export const count = (n: number, one: string, many = `${one}s`) =>
  `${n === 0 ? 'no' : n === 1 ? 'one' : n} ${n === 1 ? one : many}`;
