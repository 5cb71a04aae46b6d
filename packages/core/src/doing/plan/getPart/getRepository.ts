import { partName } from '../../../model/parts/partName.js';
import { slugOf } from '../../../measuring/standards/desktopEntry.js';
import { nameOfPath, resource } from '../../../model/deeds/deed.js';
import { isRepository } from '../../../model/offers/placeSchemas.js';
import { getByHand } from './getByHand.js';
import { broughtBy, cacheOf, commonOf, files, type ChannelOf, type Getting, type Ready } from './getting.js';

/** What to look at where it goes wrong. */
const TROUBLE = [
  'If the script stops, read its last line; what it has put in place so far is named under “Undo”.',
];

/** Gets a part by the install script of a repository. */
export function getRepository(g: Getting, channel: ChannelOf<'repository'>): Ready {
  const { draft, part, element } = g;
  const base = commonOf(g, TROUBLE);
  const cache = cacheOf(part);
  if (!isRepository(channel.from)) return getByHand(g);
  const folder = cache;
  const leaves = [
    ...files(channel.leaves ?? [`~/.local/share/${slugOf(part.name)}`], 'program'),
    ...broughtBy(part),
  ];
  const program = `${folder}/${channel.script}`;
  const key = draft.add(
    {
      ...base,
      key: `script:${part.id}@${part.version}`,
      sort: 'run a script',
      title: `Run the install script of ${partName(part)}`,
      where: folder,
      deeds: [
        { do: 'clone', from: channel.from, version: part.version, to: folder },
        // Once for each flavour that is taken, with what it is told for that.
        ...flagsOf(g, channel).map((words) => ({
          do: 'run' as const,
          program,
          words,
          admin: channel.admin,
          makes: leaves,
          takes: [],
          undo: channel.undo ?? null,
        })),
      ],
      expected: 'The script ends without an error.',
      check: channel.leaves
        ? `There is ${channel.leaves.join(' and ')}.`
        : 'Where it puts things nobody told: its last lines and its readme say it.',
      undo: channel.undo
        ? `Run ${nameOfPath(program)} ${channel.undo.join(' ')}, then remove ${folder}.`
        : 'Run the script again with what its readme gives for removal, then remove what is named under “Check”.',
      rights: channel.admin ? 'administrator' : 'user',
      risk: 'some',
      minutes: 8,
    },
    element,
  );
  const last = (channel.then ?? []).reduce((before, next) => {
    const one = draft.add(
      {
        ...base,
        key: `script:${part.id}@${part.version}:${next.script} ${next.flags.join(' ')}`.slice(0, 480),
        sort: 'run a script',
        title: `Run ${nameOfPath(next.script)} of ${partName(part)}`,
        where: folder,
        deeds: [
          {
            do: 'run',
            program: `${folder}/${next.script}`,
            words: next.flags,
            admin: next.admin,
            makes: [],
            takes: [],
            undo: null,
          },
        ],
        expected: 'The script ends without an error.',
        undo: 'What it did is taken back with the part.',
        rights: next.admin ? 'administrator' : 'user',
        risk: 'some',
        minutes: 5,
      },
      element,
    );
    return draft.follow(before, one);
  }, key);
  if (channel.stays) draft.stays.set(folder, `${part.name} runs from it.`);
  else if (channel.undo) draft.stays.set(folder, `Its script takes ${part.name} away again.`);
  else draft.onlyForInstalling.add(folder);
  return { keys: [last], of: leaves.slice(0, 1).map((l) => resource.file(l.path)) };
}

/** What the script is told, each time that it is run: for every flavour that is taken, after the channel's own flags. */
function flagsOf({ flavours }: Getting, channel: ChannelOf<'repository'>): (readonly string[])[] {
  const runs = flavours.map((f) => [...channel.flags, ...(f.flags ?? [])]);
  const each = [...new Map(runs.map((words) => [words.join('\0'), words])).values()];
  return each.length === 0 ? [channel.flags] : each;
}
