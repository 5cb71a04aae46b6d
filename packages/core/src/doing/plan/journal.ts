import { nth } from '../../ground/checked.js';
import type { CoatRows, JournalRow } from '../../model/coat/rows.js';
import type { HostState, Touch } from '../simulation/hostState.js';
import { copyState } from '../simulation/hostState.js';
import { perform, type World } from '../simulation/perform.js';
import { oneLine } from './script/shell.js';
import type { KeptStep, Step, StepSort } from '../../model/deeds/step.js';
import type { DoneStep } from './wayBack.js';

/** How a step stands by the journal. */
export interface StepEntry {
  readonly what: 'done' | 'skipped' | 'failed';
  readonly at: string;
  /** Why it was skipped, what happened, or what was noted with it. */
  readonly note: string;
  /** SHA-256 of pictures kept with it. */
  readonly pictures: readonly string[];
}

/** The journal's entries by their time; those of one moment by their ids, so that the order is always the same. */
export function journalOf(rows: CoatRows): JournalRow[] {
  return Object.values(rows.journal).sort((a, b) =>
    a.at < b.at ? -1 : a.at > b.at ? 1 : a.id < b.id ? -1 : 1,
  );
}

/**
 * How every step stands that the journal has anything of: the latest entry of each key wins, notes and pictures add up. What
 * was taken back by a step of the way back is not done any more, until that step is withdrawn.
 */
export function stepEntries(rows: CoatRows): Map<string, StepEntry> {
  const found = new Map<string, StepEntry>();
  const notes = new Map<string, string[]>();
  const pictures = new Map<string, string[]>();
  const takenBack = new Map<string, [string, StepEntry][]>();
  for (const entry of journalOf(rows)) {
    const { stepKey, what, at, note } = entry;
    pictures.set(stepKey, [...(pictures.get(stepKey) ?? []), ...entry.pictures]);
    if (note !== '') notes.set(stepKey, [...(notes.get(stepKey) ?? []), note]);
    if (what === 'noted' || what === 'begun') continue;
    for (const [key, old] of takenBack.get(stepKey) ?? []) if (!found.has(key)) found.set(key, old);
    takenBack.delete(stepKey);
    if (what !== 'done' && what !== 'skipped' && what !== 'failed') {
      found.delete(stepKey);
      continue;
    }
    found.set(stepKey, { what, at, note: '', pictures: [] });
    const voided = (entry.step?.voids ?? []).flatMap((key): [string, StepEntry][] => {
      const old = found.get(key);
      return old && key !== stepKey ? [[key, old]] : [];
    });
    for (const [key] of voided) found.delete(key);
    if (voided.length > 0) takenBack.set(stepKey, voided);
  }
  return new Map(
    [...found].map(([key, entry]) => [
      key,
      { ...entry, note: (notes.get(key) ?? []).join('\n'), pictures: pictures.get(key) ?? [] },
    ]),
  );
}

/** The keys of the steps that the journal says are done. */
export function doneSteps(rows: CoatRows): Set<string> {
  return new Set([...stepEntries(rows)].filter(([, e]) => e.what === 'done').map(([key]) => key));
}

/** What was noted of steps, whether they were done or not, oldest first. */
export function notesOf(rows: CoatRows, stepKey: string): JournalRow[] {
  return journalOf(rows).filter((e) => e.stepKey === stepKey && (e.note !== '' || e.pictures.length > 0));
}

/** Pauses longer than this are not work: the clock stands still over them. Milliseconds. */
export const LONGEST_PAUSE = 45 * 60_000;

/** How long was worked, in minutes: from each entry to the next, long pauses left out. */
export function minutesWorked(rows: CoatRows): number {
  const times = journalOf(rows).map((e) => milliseconds(e.at));
  let sum = 0;
  for (let i = 1; i < times.length; i++) {
    const gap = nth(times, i) - nth(times, i - 1);
    if (gap > 0 && gap <= LONGEST_PAUSE) sum += gap;
  }
  return sum / 60_000;
}

/** ISO 8601 in UTC to milliseconds since 1970, without a clock. Source: days from civil, H. Hinnant. */
function milliseconds(at: string): number {
  const [y, m, d, hh, mm, ss] = (/^(\d+)-(\d+)-(\d+)T(\d+):(\d+):([\d.]+)/.exec(at)?.slice(1).map(Number) ?? [
    1970, 1, 1, 0, 0, 0,
  ]) as [number, number, number, number, number, number];
  const year = m <= 2 ? y - 1 : y;
  const era = Math.floor(year / 400);
  const yoe = year - era * 400;
  const doy = Math.floor((153 * (m + (m > 2 ? -3 : 9)) + 2) / 5) + d - 1;
  const doe = yoe * 365 + Math.floor(yoe / 4) - Math.floor(yoe / 100) + doy;
  return ((era * 146_097 + doe - 719_468) * 86_400 + hh * 3600 + mm * 60 + ss) * 1000;
}

/** What of a step goes into the journal: enough to take it back when the plan is another one. */
export function keptStep(step: Step): KeptStep {
  const { sort, elements, where, deeds, effect, rights, risk, minutes, value, voids } = step;
  return {
    sort,
    title: oneLine(step.title),
    elements,
    where,
    deeds,
    effect,
    rights,
    risk,
    minutes,
    value,
    voids,
  };
}

/** A step as the journal kept it. */
export function stepFromJournal(key: string, kept: KeptStep): Step {
  return {
    key,
    why: '',
    commands: [],
    elsewhere: [],
    expected: '',
    check: '',
    undo: '',
    troubles: [],
    ...kept,
  };
}

/**
 * The entries that were carried out, in their order: what was taken back by a later step was done all the same, and both are among
 * them. A step that was withdrawn is taken as never done; one that is done twice without having been taken back counts once.
 */
function carriedOut(rows: CoatRows): (JournalRow & { readonly step: KeptStep })[] {
  let out: (JournalRow & { readonly step: KeptStep })[] = [];
  /** Steps that stand as done, and what each of them took back. */
  const standing = new Set<string>();
  const tookBack = new Map<string, string[]>();
  for (const entry of journalOf(rows)) {
    const { stepKey, what, step } = entry;
    if (what === 'noted' || what === 'begun') continue;
    if (what === 'done' && step !== null) {
      if (standing.has(stepKey)) continue;
      standing.add(stepKey);
      out.push({ ...entry, step });
      const voided = step.voids.filter((key) => key !== stepKey && standing.delete(key));
      tookBack.set(stepKey, voided);
      continue;
    }
    // Withdrawn, skipped or failed after all: it was never done, and what it took back stands again.
    if (!standing.delete(stepKey)) continue;
    const last = out.map((e) => e.stepKey).lastIndexOf(stepKey);
    out = out.filter((_, n) => n !== last);
    for (const key of tookBack.get(stepKey) ?? []) standing.add(key);
    tookBack.delete(stepKey);
  }
  return out;
}

/** Steps that remove what only the plan itself brought: where nothing of it is known to be there, nothing is to be put back. */
const GONE_FOR_GOOD: readonly StepSort[] = ['remove what came unasked', 'clean up', 'undo'];

/** What the journal says was done, with what it changed: deeds are carried out on the host as it was before, in its order. */
export function doneByJournal(
  world: World,
  start: HostState,
  rows: CoatRows,
): { readonly done: readonly DoneStep[]; readonly state: HostState } {
  const state = copyState(start);
  const all = { ...world, lenient: true };
  const done = carriedOut(rows).map(({ stepKey, step: kept }): DoneStep => {
    const step = stepFromJournal(stepKey, kept);
    const touches: Touch[] = [];
    // What a person has ticked is done, whether the simulated host would have let it or not.
    const as = GONE_FOR_GOOD.includes(step.sort) ? { ...world, lenient: false } : all;
    for (const deed of step.deeds) perform(as, state, deed, step.effect, null, touches);
    return { step, touches };
  });
  return { done, state };
}
