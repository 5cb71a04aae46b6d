import { launcherFile, slugOf } from '../../../measuring/standards/desktopEntry.js';
import { AUTOSTART } from '../../../measuring/standards/places.js';
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
  for (const { what, counter } of part.sideEffects) {
    if (settled.has(`side effect:${part.id}:${what}`) || counter === null) continue;
    const key = draft.add(
      {
        key: `right:${part.id}:${what}`,
        sort: 'set right',
        title: counter.replace(/\.$/, ''),
        why: `${part.name}: ${what}`,
        where: 'the settings',
        deeds: [{ do: 'by hand', what: counter, changes: null }],
        expected: 'It is as it was, or as you want it.',
        undo: 'It goes with the part.',
        minutes: 2,
      },
      element,
    );
    draft.followAll(ready.keys, key);
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
