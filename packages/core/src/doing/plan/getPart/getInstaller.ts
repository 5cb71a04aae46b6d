import { partName } from '../../../model/parts/partName.js';
import { slugOf } from '../../../measuring/standards/desktopEntry.js';
import { resource } from '../../../model/deeds/deed.js';
import { fetchFile } from './fetchFile.js';
import { broughtBy, cacheOf, commonOf, files, type ChannelOf, type Getting, type Ready } from './getting.js';

/** What to look at where it goes wrong. */
const TROUBLE = [
  'If it asks something that is not named here, take what it proposes and write it into the note.',
];

/** Gets a part by an installer that is fetched and asks questions. */
export function getInstaller(g: Getting, channel: ChannelOf<'installer'>): Ready {
  const { draft, part, element } = g;
  const base = commonOf(g, TROUBLE);
  const cache = cacheOf(part);
  const choices = channel.choices.map((c) => `${c.at}: ${c.choose}`).join('; ');
  const leaves = [
    ...files(channel.leaves ?? [`~/.local/share/${slugOf(part.name)}`], 'program'),
    ...broughtBy(part),
  ];
  const installer = `${cache}/${channel.file}`;
  const fetched = fetchFile(g, channel, installer);
  const key = draft.add(
    {
      ...base,
      key: `installer:${part.id}@${part.version}`,
      sort: 'install',
      title: `Run the installer of ${partName(part)}`,
      where: cache,
      deeds: [
        {
          do: 'run',
          program: 'sh',
          words: [installer],
          admin: channel.admin,
          makes: leaves,
          takes: [],
          undo: channel.undo ?? null,
        },
      ],
      value: choices,
      expected:
        choices === '' ? 'The installer ends without an error.' : `In the installer, choose ${choices}.`,
      check:
        channel.leaves || broughtBy(part).length > 0
          ? `There is ${[...(channel.leaves ?? []), ...broughtBy(part).map((m) => m.path)].join(' and ')}.`
          : 'Where it puts things nobody told: its last page says it.',
      undo: `Remove ${part.name} with what its installer left for that.`,
      rights: channel.admin ? 'administrator' : 'user',
      risk: 'some',
      minutes: 8,
    },
    element,
  );
  if (channel.undo) draft.stays.set(cache, `Its installer takes ${part.name} away again.`);
  else draft.onlyForInstalling.add(cache);
  draft.follow(fetched, key);
  return { keys: [key], of: leaves.slice(0, 1).map((l) => resource.file(l.path)) };
}
