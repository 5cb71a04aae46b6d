import type { HostProfile } from '../../model/host/profile.js';
import { deedOfCommand, resource } from '../../model/deeds/deed.js';
import type { PlanDraft } from './draft.js';
import { NOTE, SAFE_POINT } from './frame.js';
import type { Step } from '../../model/deeds/step.js';

/** The keys of settings that a step sets, by a command or by hand. */
function keysSet(step: Step): string[] {
  return step.deeds.flatMap((d) => {
    if (d.do === 'set') return [d.key];
    const name = d.do === 'by hand' ? d.changes?.resource : undefined;
    return name?.startsWith(SETTING) ? [name.slice(SETTING.length)] : [];
  });
}
const SETTING = resource.setting('');

/** Puts paired steps around what they serve: unlock before the first, lock after the last, each once. */
export function addPairs(draft: PlanDraft, host: HostProfile): void {
  (host.pairs ?? []).forEach((pair, n) => {
    const own = [pair.first, pair.last].flatMap(({ command }) => {
      const deed = command && deedOfCommand(host, command);
      return deed?.do === 'set' ? [deed.key] : [];
    });
    const encloses = (key: string) => !own.includes(key) && pair.around.some((b) => key.startsWith(b));
    const served = [...draft.steps.values()].filter((step) => keysSet(step).some(encloses));
    if (served.length === 0) return;
    // The pair's own setting is put back, on the way back, when the pair is through with it.
    const back = [...draft.steps.values()].filter((step) => keysSet(step).some((key) => own.includes(key)));
    const elements = [...new Set(served.flatMap((s) => s.elements))];
    const side = (which: 'first' | 'last') => {
      const { what, place, command } = pair[which];
      const key = `pair:${n}:${which}:${what}`;
      for (const element of elements.length > 0 ? elements : [null])
        draft.add(
          {
            key,
            sort: which === 'first' ? 'unlock' : 'lock',
            title: what.replace(/\.$/, ''),
            why:
              which === 'first'
                ? `Without it ${served.length === 1 ? 'one step' : `${served.length} steps`} could not be done.`
                : 'It was undone only for the steps before.',
            where: place,
            deeds: [command ? deedOfCommand(host, command) : { do: 'by hand', what, changes: null }],
            expected: 'It is so.',
            undo: which === 'first' ? pair.last.what : 'Nothing to undo.',
          },
          element,
        );
      return key;
    };
    const [first, last] = [side('first'), side('last')];
    draft.follow(SAFE_POINT, first, false);
    draft.follow(NOTE, first, false);
    draft.follow(first, last);
    for (const step of back) draft.follow(last, step.key);
    for (const step of served) {
      draft.follow(first, step.key);
      draft.follow(step.key, last, false);
    }
  });
}
