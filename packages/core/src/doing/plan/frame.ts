import { nth } from '../../ground/checked.js';
import { coatOf, type CoatRows } from '../../model/coat/rows.js';
import type { PlanDraft } from './draft.js';

/** The steps that every plan has around its work: before it, and after it. */
export const SAFE_POINT = 'safe-point';
export const NOTE = 'note-values';
export const CHECK = 'check';
const READING_BEFORE = 'reading:before';
const READING_AFTER = 'reading:after';

/** What comes before everything that changes something. */
export const isBeginning = (key: string) => key === SAFE_POINT || key === READING_BEFORE;

/** A verdict needs so many runs on each side (see `readings/verdict`). */
export const RUNS_FOR_A_VERDICT = 4;

const runs = (rows: CoatRows, phase: 'before' | 'after') =>
  Object.values(rows.reading).filter((r) => r.phase === phase && r.load === 'idle').length;

function addReading(
  draft: PlanDraft,
  told: { readonly key: string; readonly title: string; readonly why: string; readonly under: string },
): string {
  const { under, ...rest } = told;
  return draft.add(
    {
      ...rest,
      sort: 'reading',
      where: 'Host, survey.sh',
      deeds: [
        {
          do: 'by hand',
          what: `Run survey.sh ${RUNS_FOR_A_VERDICT} times on an idle desktop.`,
          changes: null,
        },
      ],
      expected: `${RUNS_FOR_A_VERDICT} readings stand under “${under}” in Host.`,
      undo: 'Nothing to undo.',
      minutes: 8,
    },
    null,
  );
}

/** The safe point, and readings while nothing is changed yet. */
export function addBeginning(draft: PlanDraft, rows: CoatRows): void {
  const name = `before ${coatOf(rows).name}`;
  draft.add(
    {
      key: SAFE_POINT,
      sort: 'safe point',
      title: 'Make a safe point to return to',
      where: 'the system',
      deeds: [{ do: 'make safe point', name }],
      expected: 'The safe point is listed.',
      check: 'List the safe points.',
      undo: 'It may stay. A safe point brings settings back, but no folders that were copied into your home.',
      rights: 'administrator',
      minutes: 5,
    },
    null,
  );
  if (runs(rows, 'before') >= RUNS_FOR_A_VERDICT) return;
  draft.follow(
    SAFE_POINT,
    addReading(draft, {
      key: READING_BEFORE,
      title: 'Take readings of memory and processor before anything is changed',
      why: `With ${RUNS_FOR_A_VERDICT} runs before and ${RUNS_FOR_A_VERDICT} after, one can tell whether the coat costs anything.`,
      under: 'Before',
    }),
    false,
  );
}

/** What is changed is changed after the first readings, or they would not tell how it was. */
export function letReadingsComeFirst(draft: PlanDraft): void {
  if (!draft.steps.has(READING_BEFORE)) return;
  for (const key of draft.steps.keys()) if (key !== SAFE_POINT) draft.follow(READING_BEFORE, key, false);
}

/** One step that notes every value which a later step changes. */
export function addNotes(draft: PlanDraft): void {
  const keys = new Set<string>();
  for (const { deeds } of draft.steps.values()) for (const d of deeds) if (d.do === 'set') keys.add(d.key);
  if (keys.size === 0) return;
  draft.follow(
    SAFE_POINT,
    draft.add(
      {
        key: NOTE,
        sort: 'note values',
        title:
          keys.size === 1
            ? 'Note one value before changing it'
            : `Note ${keys.size} values before changing them`,
        why: 'The way back sets them to what they were, not to what the host came with. A settings dump in Host does the same.',
        where: 'the settings',
        deeds: [{ do: 'note values', keys: [...keys] }],
        expected: 'Each value stands in your notes.',
        undo: 'Nothing to undo.',
        minutes: 2,
      },
      null,
    ),
    false,
  );
}

/** Checks, readings and cleaning up, after everything else. */
export function addEnd(draft: PlanDraft, rows: CoatRows): void {
  const work = [...draft.steps.keys()];
  draft.add(
    {
      key: CHECK,
      sort: 'check',
      title: 'Compare the desktop with the reference, element by element',
      where: 'the desktop',
      deeds: [{ do: 'by hand', what: 'Compare.', changes: null }],
      expected: 'Every element looks as its match promises.',
      check: 'Drop a new survey or settings dump into Plan: steps that show are then marked as proven.',
      undo: 'Nothing to undo.',
      minutes: 10,
    },
    null,
  );
  for (const key of work) draft.follow(key, CHECK);
  if (runs(rows, 'after') < RUNS_FOR_A_VERDICT)
    draft.follow(
      CHECK,
      addReading(draft, {
        key: READING_AFTER,
        title: 'Take the same readings again',
        why: '',
        under: 'After',
      }),
      false,
    );
  const rest = [...draft.onlyForInstalling].filter((path) => !draft.stays.has(path)).sort();
  if (rest.length === 0 && draft.stays.size === 0) return;
  const stays = [...draft.stays].map(([path, why]) => `${path} stays where it is: ${why}`);
  draft.follow(
    CHECK,
    draft.add(
      {
        key: `clean:${rest.join(':')}`.slice(0, 480),
        sort: 'clean up',
        title:
          rest.length === 0
            ? 'Leave what must stay where it is'
            : 'Clean up what was only needed for installing',
        where:
          rest.length === 0
            ? 'your home folder'
            : rest.length === 1
              ? nth(rest, 0)
              : `${rest.length} folders of downloads`,
        deeds: rest.map((path) => ({ do: 'delete', path })),
        expected: [
          rest.length > 0 ? `${rest.join(', ')} ${rest.length === 1 ? 'is' : 'are'} gone.` : '',
          ...stays,
        ]
          .filter(Boolean)
          .join(' '),
        undo: 'Nothing to undo; it can be fetched again.',
      },
      null,
    ),
    false,
  );
}
