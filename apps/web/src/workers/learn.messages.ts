import type { Seen, Suggestion } from '@spare-coat/core/deciding/learning/suggest';
import type { Machine, MachineSetting } from '@spare-coat/core/deciding/learning/machine';

/** What the page asks of the worker that learns a desktop: a survey's text, and what is seen of the desktop. */
export interface LearnAsk {
  readonly raw: string;
  readonly seen: readonly Seen[];
  readonly scale: number;
}

/** A setting with what it most likely is. */
export interface LearntSetting extends Omit<Suggestion, 'setting'> {
  readonly setting: MachineSetting;
}

export type LearnAnswer =
  | { readonly ok: true; readonly machine: Machine; readonly suggestions: readonly LearntSetting[] }
  | { readonly ok: false; readonly sentence: string };
