import type { CoatRows, SurveyRow } from '../coat/rows.js';
import type { HostProfile } from './profile.js';
import { tieSettings } from './settings.js';
import { EMPTY_SURVEY, type Survey } from './survey.js';

/** What a host is before anything is done: what surveys told, tied to the settings of its profile. */
export interface HostNow {
  readonly survey: Survey;
  /** Settings of the profile by their keys, as a dump wrote them; what no dump told is missing. */
  readonly settings: ReadonlyMap<string, string>;
}

/** The desktop that runs where a survey tells that it is another than the profile's; null: the same, or not told. */
export function otherDesktopOf(profile: HostProfile, survey: Survey): string | null {
  const runs = survey.system['desktop']?.trim() ?? '';
  const own = [profile.name, profile.family].map((name) => name.trim().toLowerCase());
  return runs === '' || own.includes(runs.toLowerCase()) ? null : runs;
}

/**
 * Ties surveys of one moment to a profile: later ones add what earlier ones did not tell. Where another desktop than the
 * profile's runs, its settings are not those of the profile, even where they have the same keys.
 */
export function hostNow(profile: HostProfile, surveys: readonly Survey[]): HostNow {
  const survey = surveys.reduce<Survey>(
    (all, one) => ({
      ...(one.takenAt === null ? all : one),
      settings: { ...all.settings, ...one.settings },
    }),
    EMPTY_SURVEY,
  );
  const settings = otherDesktopOf(profile, survey) === null ? survey.settings : {};
  const { tied } = tieSettings(profile, new Map(Object.entries(settings)));
  return {
    survey,
    settings: new Map(tied.flatMap((t): [string, string][] => (t.now === null ? [] : [[t.key, t.now]]))),
  };
}

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

/** When the first step was done; undefined before that. */
function begunAt(rows: CoatRows): string | undefined {
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
