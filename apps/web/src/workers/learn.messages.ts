import type { Seen, Suggestion } from '@spare-coat/core/deciding/learning/suggest';
import type { ExportFile } from '@spare-coat/core/measuring/exports/readExport';
import type { ExportEntry } from '@spare-coat/core/measuring/exports/export';
import type { Machine, MachineSetting } from '@spare-coat/core/deciding/learning/machine';

/** What the page asks of the worker that learns a desktop: what survey.sh or learn.sh wrote, and what is seen of the desktop. */
export interface LearnAsk {
  readonly raw: string;
  /** Two exports of settings, before and after one change, instead. */
  readonly exports?: readonly [ExportFile, ExportFile];
  /** One file that may be an export of settings that are known from exports: where those stand. */
  readonly export?: {
    readonly file: ExportFile;
    readonly places: readonly { readonly key: string; readonly place: ExportEntry }[];
  };
  /** What an earlier survey told: what `learn.sh` writes is tied to it. */
  readonly before: Machine | null;
  readonly seen: readonly Seen[];
  readonly scale: number;
}

/** A setting with what it most likely is. */
export interface LearntSetting extends Omit<Suggestion, 'setting'> {
  readonly setting: MachineSetting;
}

export type LearnAnswer =
  | {
      readonly ok: true;
      readonly machine: Machine;
      readonly suggestions: readonly LearntSetting[];
      /** Keys of what changed while somebody changed it; empty of a survey. */
      readonly changed: readonly string[];
      /** Changes in no place that can be set. */
      readonly unplaced: number;
    }
  /** What an export says now of settings that are known. */
  | { readonly ok: true; readonly values: Readonly<Record<string, string>> }
  | { readonly ok: false; readonly sentence: string };
