import type { Break } from '../offers/break.js';
import type { Deed } from './deed.js';

export const STEP_SORTS = [
  'safe point',
  'reading',
  'note values',
  'add source',
  'fetch',
  'install',
  'enter a desktop',
  'unpack',
  'run a script',
  'place a file',
  'open once',
  'allow',
  'enable',
  'unlock',
  'choose',
  'set a value',
  'edit a file',
  'arrange items',
  'autostart',
  'set right',
  'remove what came unasked',
  'draw anew',
  'lock',
  'check',
  'clean up',
  'undo',
] as const;
export type StepSort = (typeof STEP_SORTS)[number];

export const RISKS = ['none', 'little', 'some'] as const;
export type Risk = (typeof RISKS)[number];

/** One thing to do. Derived, never stored; its key comes from what it does, so that ticks survive re-planning. */
export interface Step {
  readonly key: string;
  readonly sort: StepSort;
  readonly title: string;
  /** Ids of the elements it serves; empty for what serves the whole coat. */
  readonly elements: readonly string[];
  /** Why it has to be done, in a sentence; empty where the elements say it. */
  readonly why: string;
  /** Where it happens: a place in the settings, a folder, a package channel. */
  readonly where: string;
  readonly deeds: readonly Deed[];
  /** Commands as words, unquoted; empty where only a hand can do it. */
  readonly commands: readonly (readonly string[])[];
  /** The same on the other distributions of the host, for whoever is on one of them. */
  readonly elsewhere: readonly { readonly channel: string; readonly command: readonly string[] }[];
  /** The value to type, spelled out; empty where there is none. */
  readonly value: string;
  readonly expected: string;
  /** How to see that it is so. */
  readonly check: string;
  readonly undo: string;
  /** After what it shows. */
  readonly effect: Break;
  readonly rights: 'user' | 'administrator';
  readonly risk: Risk;
  /** What is known to go wrong, and what to try then. */
  readonly troubles: readonly string[];
  /** Keys of the steps that it takes back: once it is done they are not done any more. */
  readonly voids: readonly string[];
  /** A rough time for a hand that has done it before, in minutes. */
  readonly minutes: number;
}

/** `to` comes after `from`; with `afterEffect`, after what `from` did has come to show. */
export interface Edge {
  readonly from: string;
  readonly to: string;
  readonly afterEffect: boolean;
}

/** Steps between two session breaks: what is done in one sitting. */
export interface Sitting {
  readonly steps: readonly Step[];
  /** What has to happen after its last step; null after the last sitting. */
  readonly breakAfter: 'session' | 'restart' | null;
}

export interface OrderedPlan {
  readonly ok: true;
  readonly sittings: readonly Sitting[];
  readonly breaks: number;
  readonly warnings: readonly string[];
  /** What follows what. */
  readonly edges: readonly Edge[];
  /** What has to be in effect for a part, or for something of one's own making, to be seen: resources by its id. */
  readonly readyOf: Readonly<Record<string, readonly string[]>>;
}

export type Plan =
  OrderedPlan | { readonly ok: false; readonly cycle: readonly Step[]; readonly sentence: string };

/** A plan in which there is nothing to do. */
export function emptyPlan(warnings: readonly string[] = []): OrderedPlan {
  return { ok: true, sittings: [], breaks: 0, warnings, edges: [], readyOf: {} };
}

/** All steps of a plan in order. */
export function stepsOf(plan: Plan): Step[] {
  return plan.ok ? plan.sittings.flatMap((sitting) => [...sitting.steps]) : [];
}

/** What of a step the journal keeps, so that the way back knows what was done when the plan is another one. */
export type KeptStep = Pick<
  Step,
  | 'sort'
  | 'title'
  | 'elements'
  | 'where'
  | 'deeds'
  | 'effect'
  | 'rights'
  | 'risk'
  | 'minutes'
  | 'value'
  | 'voids'
>;

/** A step that a person has put elsewhere: behind another one, or at the beginning of a sitting (`sitting 0` is the first). */
export interface Move {
  readonly key: string;
  readonly after: string;
}
