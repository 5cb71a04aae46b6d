/** After what a change shows. Each includes the ones before it. */
export const BREAKS = ['none', 'reload', 'reopen', 'session', 'restart'] as const;
export type Break = (typeof BREAKS)[number];

/** Of two breaks the one that comes later: what waits for both shows after it. */
export function laterBreak(a: Break, b: Break): Break {
  return BREAKS.indexOf(a) >= BREAKS.indexOf(b) ? a : b;
}
