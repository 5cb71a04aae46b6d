import { partName } from '../../../model/parts/partName.js';
import { keyed } from '../../../ground/checked.js';
import { slugOf } from '../../../measuring/standards/desktopEntry.js';
import { nameOfPath, resource } from '../../../model/deeds/deed.js';
import { type Made } from '../../../model/deeds/deedSchema.js';
import { fetchFile } from './fetchFile.js';
import { cacheOf, commonOf, themesOf, type ChannelOf, type Getting, type Ready } from './getting.js';

/** What to look at where it goes wrong. */
const TROUBLE = [
  'If the theme is not listed afterwards, look whether its folder lies one level too deep, and whether it has the name given here.',
];

/** Gets a part as an archive, of which one folder is put in place. */
export function getArchive(g: Getting, channel: ChannelOf<'archive'>): Ready {
  const { draft, host, part, element } = g;
  const base = commonOf(g, TROUBLE);
  const cache = cacheOf(part);
  const folder = keyed(host.folders, channel.sort);
  const listed = themesOf(part, host).find((t) => t.sort === channel.sort)?.name;
  const name =
    (channel.root === '' ? listed : nameOfPath(channel.root.replace(/\/$/, ''))) ?? slugOf(part.name);
  const archive = `${cache}/${channel.file}`;
  const fetched = fetchFile(g, channel, archive);
  draft.onlyForInstalling.add(cache);
  const makes: Made = { path: `${folder}/${name}`, is: `theme ${channel.sort}` };
  const key = draft.add(
    {
      ...base,
      key: `unpack:${part.id}@${part.version}:${folder}`,
      sort: 'unpack',
      title: `Put ${partName(part)} in place`,
      where: folder,
      deeds: [{ do: 'unpack', archive, root: channel.root, makes }],
      expected: `The folder ${name} lies in ${folder}.`,
      check: `Look into ${folder}/${name}: what the host looks for lies right in it, not one level deeper.`,
      undo: `Remove ${makes.path}.`,
      minutes: 3,
    },
    element,
  );
  draft.follow(fetched, key);
  return { keys: [key], of: [resource.file(makes.path)] };
}
