/** The stages of the work in their order, with the address of each. */
export const STAGES = [
  { path: 'study', label: 'Study' },
  { path: 'host', label: 'Host' },
  { path: 'parts', label: 'Parts' },
  { path: 'match', label: 'Match' },
  { path: 'plan', label: 'Plan' },
  { path: 'compare', label: 'Compare' },
  { path: 'share', label: 'Share' },
] as const;
