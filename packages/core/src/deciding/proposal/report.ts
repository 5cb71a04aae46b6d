import type { LimitId } from '../../model/coat/limits.js';
import type { ProposedElement } from './accept.js';

/** A set of parts with what each element gets of it. Everything a person needs to judge and to accept it. */
export interface ProposedSet {
  readonly isProven: boolean;
  /** Closeness of the coat, 0 to 1, as it is scored once it is accepted. */
  readonly closeness: number;
  readonly byVariant: Readonly<Record<string, number>>;
  /** Share of the weight that rests on assumed or unknown values, 0 to 1. */
  readonly assumed: number;
  /** By how much of closeness a better set could still be better, 0 where it is proven. */
  readonly gap: number;
  readonly parts: readonly ProposedPart[];
  readonly elements: readonly ProposedElement[];
  readonly breaks: number;
  /** Megabytes. */
  readonly memory: number;
  readonly prices: readonly string[];
}

export interface ProposedPart {
  readonly id: string;
  readonly name: string;
  readonly version: string;
  readonly memory: number;
  /** Whether it carries a match. */
  readonly carries: boolean;
  /** Names of the parts in the set that need it. */
  readonly neededBy: readonly string[];
}

/** What a limit costs: how much nearer the coat would come without it, and by which parts. */
export interface LimitCost {
  readonly limit: LimitId | 'all';
  readonly label: string;
  readonly closeness: number;
  readonly gain: number;
  readonly parts: readonly string[];
}

/** An offer that was not taken, and why. */
export interface NotTaken {
  readonly element: string;
  readonly name: string;
  /** Closeness it would give, 0 to 1. */
  readonly closeness: number;
  readonly reason: string;
}

/** How an element would come nearer than in the best set. */
export interface Reach {
  readonly element: string;
  readonly closeness: number;
  readonly change: string;
}

/** How one host would do. */
export interface HostResult {
  readonly profileId: string;
  readonly name: string;
  readonly version: string;
  /** The best under the limits, and without any; 0 to 1. Null where nothing keeps the rules. */
  readonly closeness: number | null;
  readonly ceiling: number | null;
  readonly isProven: boolean;
  readonly elements: Readonly<Record<string, { readonly closeness: number; readonly falls: string }>>;
}

/** What is known so far: parts of it come one after the other. */
export interface ProposalReport {
  /** What is being looked for now; null when all is told. */
  readonly seeking: string | null;
  readonly best: ProposedSet | null;
  /** Nothing keeps the rules, and why that can be. */
  readonly none: string | null;
  readonly ceiling: ProposedSet | null;
  readonly limits: readonly LimitCost[];
  readonly others: readonly ProposedSet[];
  readonly notTaken: readonly NotTaken[];
  readonly reach: readonly Reach[];
  readonly hosts: readonly HostResult[];
}
