import type { CoatRows, SurveyRow } from './rows.js';

/**
 * The surveys that tell how the host was before anything was done: the newest survey and the newest settings dump from
 * before the first step that was done. Later ones tell how it is, and not how it was.
 */
export function surveysBefore(rows: CoatRows): SurveyRow[] {
  const begun = begunAt(rows);
  return newestOf(rows, (s) => begun === undefined || s.at <= begun);
}

/** The newest survey and the newest settings dump from after the first step that was done: how the host is by now. */
export function surveysAfter(rows: CoatRows): SurveyRow[] {
  const begun = begunAt(rows);
  return begun === undefined ? [] : newestOf(rows, (s) => s.at > begun);
}

/** When the first step was done, in ISO 8601; undefined before that. */
export function begunAt(rows: CoatRows): string | undefined {
  return Object.values(rows.journal)
    .filter((j) => j.what === 'done')
    .map((j) => j.at)
    .sort()[0];
}

function newestOf(rows: CoatRows, counts: (survey: SurveyRow) => boolean): SurveyRow[] {
  return (['survey', 'settings'] as const).flatMap(
    (what) =>
      Object.values(rows.survey)
        .filter((s) => s.what === what && counts(s))
        .sort((a, b) => (a.at < b.at ? -1 : 1))
        .at(-1) ?? [],
  );
}
