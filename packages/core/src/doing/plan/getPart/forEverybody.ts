import { partName } from '../../../model/parts/partName.js';
import { resource } from '../../../model/deeds/deed.js';
import type { Made } from '../../../model/deeds/deedSchema.js';
import { nameOfPath } from '../../../model/deeds/deed.js';
import { slugOf } from '../../../measuring/standards/desktopEntry.js';
import type { Channel } from '../../../model/parts/part.js';
import { commonOf, themesOf, type Getting, type Ready } from './getting.js';

/** What it means that a part is there for everybody. */
export const EVERYBODY = [
  'It is there for everybody on this computer: programs that others run, and those that run as administrator, find it as well.',
];

/** Where a part lies once it is there for everybody, by the folders of the host; empty where it has none for its sort. */
function placesOf({ host, part, flavours }: Getting, channel: Channel | null): Made[] {
  if (channel?.way === 'archive') {
    const [folder] = host.systemFolders?.[channel.sort] ?? [];
    const roots = flavours.length > 0 ? flavours.map((f) => f.root ?? channel.root) : [channel.root];
    const named = [...new Set(roots)].map((root) => nameOfPath(root.replace(/\/$/, '')) || slugOf(part.name));
    return folder ? named.map((name) => ({ path: `${folder}/${name}`, is: `theme ${channel.sort}` })) : [];
  }
  return themesOf(part, host, flavours).flatMap(({ sort, name }): Made[] => {
    const [folder] = host.systemFolders?.[sort] ?? [];
    return folder ? [{ path: `${folder}/${name}`, is: `theme ${sort}` }] : [];
  });
}

/**
 * Gets a part for everybody where no package does: a hand puts it where the host looks for all, as administrator. No script of a plan
 * writes outside of one's own home.
 */
export function getForEverybody(g: Getting, channel: Channel | null): Ready {
  const { draft, part, element, host } = g;
  const places = placesOf(g, channel);
  const [first] = places;
  const made = first ?? { path: `/usr/local/share/${slugOf(part.name)}`, is: 'program' };
  const where =
    places.length > 0 ? places.map((p) => p.path).join(' and ') : `where ${host.name} looks for all`;
  const deeds = (places.length > 0 ? places : [made]).map(
    ({ path, is }) =>
      ({
        do: 'by hand',
        what: `Put ${part.name} into ${path}, as administrator.`,
        changes: { resource: resource.file(path), value: is },
      }) as const,
  );
  const key = draft.add(
    {
      ...commonOf(g, EVERYBODY),
      key: `everybody:${part.id}@${part.version}`,
      sort: 'install',
      title: `Put ${partName(part)} where everybody finds it`,
      where,
      deeds,
      expected: `It lies in ${where}.`,
      check: `Look into ${where}.`,
      undo: `Remove it from ${where}, as administrator.`,
      rights: 'administrator',
      risk: 'some',
      minutes: 8,
    },
    element,
  );
  return { keys: [key], of: deeds.map((d) => d.changes.resource) };
}
