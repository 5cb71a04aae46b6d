import type { Part } from './part.js';

/** What is true of a part until somebody says otherwise: free, unfussy, needing nothing, showing at once. */
export const PLAIN_PART = {
  price: null,
  trialDays: null,
  account: false,
  faults: [],
  memory: 0,
  fits: [],
  requires: [],
  excludes: [],
  sideEffects: [],
  openOnce: false,
  enable: null,
  effect: 'none',
} as const satisfies Partial<Part>;
