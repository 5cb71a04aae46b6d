import { compareSurveys, type Survey, type SurveyChange } from '../../model/host/survey.js';
import { hostNow } from '../../model/host/now.js';
import type { HostProfile } from '../../model/host/profile.js';
import { plainPath } from '../simulation/hostState.js';
import { settingsOf } from '../../model/host/settings.js';
import { AUTOSTART } from '../../measuring/standards/places.js';
import { resource } from '../../model/deeds/deed.js';
import type { DoneStep } from './wayBack.js';

/** Something that is not as it was before everything began. */
export interface Leftover {
  readonly change: SurveyChange;
  /** The step that changed it; null: the plan never named it. */
  readonly step: string | null;
}

/** Sections of a survey that differ from day to day by themselves. */
const RESTLESS = new Set(['disk', 'system']);

/** The resource that a change of a survey is about, or null. */
function resourceOf(change: SurveyChange, before: Survey, after: Survey, host: HostProfile): string | null {
  const now = hostNow(host, [change.how === 'went' ? before : after]);
  switch (change.section) {
    case 'settings': {
      const plain = (key: string) => key.replaceAll('/', '.').toLowerCase();
      const known = settingsOf(host).find((s) => plain(s.key) === plain(change.id));
      return resource.setting(known?.key ?? change.id.replaceAll('/', '.'));
    }
    case 'icon themes':
    case 'pointer sets':
    case 'sound themes':
      return resource.file(plainPath(change.id, now));
    case 'autostart':
      return resource.file(`${AUTOSTART}/${change.id}`);
    default:
      return null;
  }
}

/**
 * What is still there after the way back, and what changed that the plan never named: a new survey against the one from
 * before. Of a survey that equals the one before: nothing.
 */
export function leftovers(
  host: HostProfile,
  before: Survey,
  after: Survey,
  done: readonly DoneStep[],
): Leftover[] {
  const titles = new Map<string, string>();
  for (const { step, touches } of done)
    for (const t of touches) titles.set(t.resource.toLowerCase(), step.title);
  return compareSurveys(before, after)
    .filter((change) => !RESTLESS.has(change.section))
    .map((change) => {
      const name = resourceOf(change, before, after, host);
      return { change, step: name === null ? null : (titles.get(name.toLowerCase()) ?? null) };
    });
}
