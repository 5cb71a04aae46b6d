/** After what a change shows. Each includes the ones before it. */
export const BREAKS = ['none', 'reload', 'reopen', 'session', 'restart'] as const;
export type Break = (typeof BREAKS)[number];
