/** States of an element other than at rest. */
export const STATES = ['hover', 'pressed', 'focused', 'inactive'] as const;
export type State = (typeof STATES)[number];
