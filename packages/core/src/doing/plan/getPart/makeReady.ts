import { nth } from '../../../ground/checked.js';
import { slugOf } from '../../../measuring/standards/desktopEntry.js';
import { deedOfCommand, resource } from '../../../model/deeds/deed.js';
import { type Deed } from '../../../model/deeds/deedSchema.js';
import { firstSteps } from '../../../model/parts/fit.js';
import { NOTE, SAFE_POINT } from '../frame.js';
import { files, type Getting, type Ready } from './getting.js';

/** Opening once, allowing and enabling, where they are asked for. */
export function makeReady({ draft, host, part, element }: Getting, got: Ready): Ready {
  let keys = got.keys;
  let { of } = got;
  for (const first of firstSteps(part, host)) {
    const deed: Deed = first.command
      ? deedOfCommand(host, first.command)
      : { do: 'by hand', what: first.what, changes: null };
    const allowed = draft.add(
      {
        key: `first:${first.sort}:${first.place}`,
        sort: 'allow',
        title: first.what.replace(/\.$/, ''),
        why: 'The host asks for it before the first thing of this sort.',
        where: first.place,
        deeds: [deed],
        expected: 'It is allowed.',
        undo: 'Set it back to what was noted before.',
      },
      element,
    );
    draft.follow(SAFE_POINT, allowed, false);
    draft.follow(NOTE, allowed, false);
    // It waits for no part, so that all parts can wait for it.
    keys = [...keys, allowed];
    if (deed.do === 'set') of = [...of, resource.setting(deed.key)];
  }
  if (part.openOnce) {
    const makes = files(
      part.leaves ?? [`~/.config/${slugOf(part.enable ?? part.name)}`],
      'file of a program',
    );
    const open = draft.add(
      {
        key: `open:${part.id}`,
        sort: 'open once',
        title: `Open ${part.name} once and close it again`,
        why: 'It makes its own files then, and can be chosen only after that.',
        where: 'the launcher',
        deeds: [{ do: 'open', name: part.enable ?? part.name, of: got.of, makes }],
        expected: 'It has made its own files and can now be chosen.',
        check: `There is ${makes.map((m) => m.path).join(' and ')}.`,
        undo: `Remove ${makes.map((m) => m.path).join(' and ')}.`,
      },
      element,
    );
    keys = [draft.followAll(keys, open)];
    of = [...of, ...makes.map((m) => resource.file(m.path))];
  }
  if (part.enable !== null) {
    const enable = draft.add(
      {
        key: `enable:${part.enable}`,
        sort: 'enable',
        title: `Enable ${part.name}`,
        where: 'the settings',
        deeds: [{ do: 'enable', id: part.enable, of }],
        expected: `${part.name} is listed as enabled.`,
        undo: `Disable ${part.name}.`,
        effect: host.effects.enable,
        troubles: [
          `If it is not listed, what “${draft.steps.get(nth(keys, 0))?.title ?? part.name}” did may not show yet.`,
        ],
      },
      element,
    );
    keys = [draft.followAll(keys, enable)];
    of = [...of, resource.addon(part.enable)];
  }
  return { keys, of };
}
