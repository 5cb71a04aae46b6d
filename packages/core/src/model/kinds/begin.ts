import type { Order, TraitValue } from '../traits/value.js';

/** One element of a starting set. */
export interface StartingElement {
  readonly kind: string;
  readonly name: string;
  /** Assumed until they are measured. */
  readonly traits: Readonly<Record<string, TraitValue>>;
}

/** What one can begin with. */
export const START_IDS = ['one-bar', 'bar-and-dock', 'rail', 'bare'] as const;
export type StartId = (typeof START_IDS)[number];

/** An element of a starting set: its kind, its name, and traits that are assumed until they are measured. */
export function element(kind: string, name: string, traits: StartingElement['traits'] = {}): StartingElement {
  return { kind, name, traits };
}

/** Items in the zones of a bar. */
export function order(start: readonly string[], centre: readonly string[], end: readonly string[]): Order {
  return { start, centre, end };
}
