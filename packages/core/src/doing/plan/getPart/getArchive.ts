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

/** Gets a part as an archive, of which one folder is put in place for each flavour that is taken, or one alone. */
export function getArchive(g: Getting, channel: ChannelOf<'archive'>): Ready {
  const own = [channel.root, ...(channel.with ?? [])];
  const all =
    g.flavours.length > 0
      ? g.flavours.flatMap((f) => (f.root === undefined ? own : [f.root, ...(f.with ?? [])]))
      : own;
  const roots = [...new Set(all)];
  const archive = `${cacheOf(g.part)}/${channel.file}`;
  const fetched = fetchFile(g, channel, archive);
  g.draft.onlyForInstalling.add(cacheOf(g.part));
  const each = roots.map((root) => unpack(g, channel, { archive, root, fetched }));
  return { keys: each.map((e) => e.key), of: each.map((e) => e.of) };
}

/** Puts one folder of an archive in place. */
function unpack(
  g: Getting,
  channel: ChannelOf<'archive'>,
  { archive, root, fetched }: { readonly archive: string; readonly root: string; readonly fetched: string },
): { readonly key: string; readonly of: string } {
  const { draft, host, part, element } = g;
  const folder = keyed(host.folders, channel.sort);
  const listed = themesOf(part, host, g.flavours).find((t) => t.sort === channel.sort)?.name;
  const name = (root === '' ? listed : nameOfPath(root.replace(/\/$/, ''))) ?? slugOf(part.name);
  const makes: Made = { path: `${folder}/${name}`, is: `theme ${channel.sort}` };
  const isOne = root === channel.root;
  const key = draft.add(
    {
      ...commonOf(g, TROUBLE),
      key: `unpack:${part.id}@${part.version}:${folder}${isOne ? '' : `/${name}`}`,
      sort: 'unpack',
      title: isOne ? `Put ${partName(part)} in place` : `Put ${name} of ${partName(part)} in place`,
      where: folder,
      deeds: [{ do: 'unpack', archive, root, makes }],
      expected: `The folder ${name} lies in ${folder}.`,
      check: `Look into ${folder}/${name}: what the host looks for lies right in it, not one level deeper.`,
      undo: `Remove ${makes.path}.`,
      minutes: 3,
    },
    element,
  );
  draft.follow(fetched, key);
  return { key, of: resource.file(makes.path) };
}
