import type { Break } from '../parts/break.js';

export const STEP_SORTS = [
  'safe point',
  'note values',
  'add source',
  'install',
  'fetch and unpack',
  'run a script',
  'place a file',
  'open once',
  'enable',
  'choose',
  'set a value',
  'check',
] as const;
export type StepSort = (typeof STEP_SORTS)[number];

/** One thing to do. Derived, never stored; its key comes from what it does, so that ticks survive re-planning. */
export interface Step {
  readonly key: string;
  readonly sort: StepSort;
  readonly title: string;
  /** Ids of the elements it serves; empty for what serves the whole coat. */
  readonly elements: readonly string[];
  /** Where it happens: a place in the settings, a folder, a package channel. */
  readonly where: string;
  /** Commands as words, unquoted; empty where only a hand can do it. */
  readonly commands: readonly (readonly string[])[];
  /** The value to type, spelled out; empty where there is none. */
  readonly value: string;
  readonly expected: string;
  readonly undo: string;
  /** After what it shows. */
  readonly effect: Break;
  readonly rights: 'user' | 'administrator';
  /** A rough time for a hand that has done it before, in minutes. */
  readonly minutes: number;
}

/** `to` comes after `from`; with `afterEffect`, after what `from` did has come to show. */
export interface Edge {
  readonly from: string;
  readonly to: string;
  readonly afterEffect: boolean;
}

/** Steps between two session breaks. */
export interface Stage {
  readonly steps: readonly Step[];
  /** What has to happen after its last step; null after the last stage. */
  readonly breakAfter: 'session' | 'restart' | null;
}

export type Plan =
  | {
      readonly ok: true;
      readonly stages: readonly Stage[];
      readonly breaks: number;
      readonly warnings: readonly string[];
    }
  | { readonly ok: false; readonly cycle: readonly Step[]; readonly sentence: string };

/** All steps of a plan in order. */
export function stepsOf(plan: Plan): Step[] {
  return plan.ok ? plan.stages.flatMap((stage) => [...stage.steps]) : [];
}
