import { idSchema } from '../../ground/ids.js';
import { list, number, oneOf, shape, text, type Of } from '../../ground/shape/shape.js';
import { BREAKS } from '../offers/break.js';
import { deedSchema } from './deedSchema.js';

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
  'remove a program',
  'pay',
  'draw anew',
  'lock',
  'check',
  'clean up',
  'undo',
] as const;
export type StepSort = (typeof STEP_SORTS)[number];

export const RISKS = ['none', 'little', 'some'] as const;
export type Risk = (typeof RISKS)[number];

const words = (most: number) => text(most, 0);
/** More deeds than these no step has. */
const MOST_DEEDS = 400;

/** What of a step the journal keeps, so that the way back knows what was done when the plan is another one. */
export const keptStepSchema = shape(
  {
    sort: oneOf(STEP_SORTS),
    title: words(500),
    /** Ids of the elements it serves; empty for what serves the whole coat. */
    elements: list(idSchema, { most: 5000 }),
    /** Where it happens: a place in the settings, a folder, a package channel. */
    where: words(500),
    deeds: list(deedSchema, { most: MOST_DEEDS }),
    /** After what it shows. */
    effect: oneOf(BREAKS),
    rights: oneOf(['user', 'administrator']),
    risk: oneOf(RISKS),
    /** A rough time for a hand that has done it before, in minutes. */
    minutes: number(0, 10_000),
    /** The value to type, spelled out; empty where there is none. */
    value: words(20_000),
    /** Keys of the steps that it takes back: once it is done they are not done any more. */
    voids: list(text(500), { most: 2000 }),
  },
  'A kept step has no field ${unknown}.',
);
export type KeptStep = Of<typeof keptStepSchema>;

/** One thing to do. Derived, never stored; its key comes from what it does, so that ticks survive re-planning. */
export interface Step extends KeptStep {
  readonly key: string;
  /** Why it has to be done, in a sentence; empty where the elements say it. */
  readonly why: string;
  /** Commands as words, unquoted; empty where only a hand can do it. */
  readonly commands: readonly (readonly string[])[];
  /** The same on the other distributions of the host, for whoever is on one of them. */
  readonly elsewhere: readonly { readonly channel: string; readonly command: readonly string[] }[];
  readonly expected: string;
  /** How to see that it is so. */
  readonly check: string;
  readonly undo: string;
  /** What is known to go wrong, and what to try then. */
  readonly troubles: readonly string[];
  /** Why it cannot be done on this host at all; absent where it can. */
  readonly cannot?: string;
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

/** A step that a person has put elsewhere: behind another one, or at the beginning of a sitting (`sitting 0` is the first). */
export const moveSchema = shape({ key: text(500), after: text(500) });
export type Move = Of<typeof moveSchema>;
