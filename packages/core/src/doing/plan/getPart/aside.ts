import { launcherFile, slugOf } from '../../../measuring/standards/desktopEntry.js';
import { AUTOSTART } from '../../../measuring/standards/places.js';
import { deedOf } from '../../../model/deeds/written.js';
import { NOTE } from '../frame.js';
import type { Getting, Ready } from './getting.js';

/**
 * What goes with a part: its start in every session, what it does beside and what it brings unasked.
 *
 * @param settled keys of findings that were taken as they are
 */
export function addAside(
  { draft, part, element }: Getting,
  ready: Ready,
  settled: ReadonlySet<string>,
): void {
  if (part.autostart !== undefined) {
    const to = `${AUTOSTART}/${slugOf(part.name)}.desktop`;
    const { text } = launcherFile(part.name, part.autostart);
    draft.followAll(
      ready.keys,
      draft.add(
        {
          key: `autostart:${part.id}`,
          sort: 'autostart',
          title: `Start ${part.name} with every session`,
          why: 'What it does is there only while it runs.',
          where: AUTOSTART,
          deeds: [{ do: 'write', to, text }],
          value: part.autostart,
          expected: `${part.name} runs after the next log-in.`,
          check: `There is ${to}.`,
          undo: `Remove ${to}.`,
          effect: 'session',
        },
        element,
      ),
      false,
    );
  }
  for (const { what, counter, set } of part.sideEffects) {
    if (settled.has(`side effect:${part.id}:${what}`) || (counter === null && !set)) continue;
    const place = set && (set.file ? `${set.file.path}, ${set.file.at}` : set.place);
    const deed = set && deedOf(set, set.value, []);
    const title = counter?.replace(/\.$/, '') ?? `Set ${set!.key} to ${set!.value}`;
    const key = draft.add(
      {
        key: `right:${part.id}:${what}`,
        sort: 'set right',
        title,
        why: `${part.name}: ${what}`,
        where: place ?? 'the settings',
        deeds: [deed ?? { do: 'by hand', what: title, changes: null }],
        ...(set ? { value: set.value, effect: set.effect ?? 'none' } : {}),
        expected: 'It is as it was, or as you want it.',
        undo: set ? 'Set it back to the value noted before.' : 'It goes with the part.',
        minutes: 2,
      },
      element,
    );
    draft.followAll(ready.keys, key);
    if (deed) draft.follow(NOTE, key, false);
    draft.rights.set(part.id, [...(draft.rights.get(part.id) ?? []), key]);
  }
  for (const { what, remove, file } of part.brings ?? []) {
    if (settled.has(`brought unasked:${part.id}:${what}`) || remove === null) continue;
    draft.follow(
      draft.got.get(part.id) ?? null,
      draft.add(
        {
          key: `unasked:${part.id}:${what}`,
          sort: 'remove what came unasked',
          title: remove.replace(/\.$/, ''),
          why: `${part.name} brings: ${what}`,
          where: file ?? 'the settings',
          deeds: file ? [{ do: 'delete', path: file }] : [{ do: 'by hand', what: remove, changes: null }],
          expected: 'It is gone.',
          check: file ? `${file} is not there.` : '',
          undo: 'It goes with the part.',
          risk: 'little',
          minutes: 2,
        },
        element,
      ),
      false,
    );
  }
}
