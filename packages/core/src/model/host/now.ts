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
