import { partName } from '../../../model/parts/partName.js';
import { slugOf } from '../../../measuring/standards/desktopEntry.js';
import { resource } from '../../../model/deeds/deed.js';
import { commonOf, type Getting, type Ready } from './getting.js';

/** A part that no channel gets here. */
export function getByHand(g: Getting): Ready {
  const { draft, part, element, channelSentence, cannot } = g;
  const made = resource.file(`~/.local/share/${slugOf(part.name)}`);
  const key = draft.add(
    {
      ...commonOf(g),
      key: `hand:part:${part.id}`,
      sort: 'install',
      title: cannot === null ? `Get ${partName(part)} by hand` : `${partName(part)} cannot be had here`,
      ...(cannot === null ? {} : { cannot }),
      where: part.home,
      deeds: [{ do: 'by hand', what: `Get ${part.name}.`, changes: { resource: made, value: 'program' } }],
      expected:
        cannot === null
          ? `${part.name} is installed. ${channelSentence}`
          : `Another is chosen in Match: ${cannot}`,
      undo: `Remove ${part.name} the way it came.`,
      risk: 'some',
      minutes: 15,
    },
    element,
  );
  return { keys: [key], of: [made] };
}
