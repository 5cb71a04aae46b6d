import { partName } from '../../../model/parts/partName.js';
import { keyed } from '../../../ground/checked.js';
import { fillTemplate } from '../../../model/deeds/quote.js';
import { resource } from '../../../model/deeds/deed.js';
import { type Made } from '../../../model/deeds/deedSchema.js';
import type { PackageChannel } from '../../../model/host/profile.js';
import { laterBreak } from '../../../model/offers/break.js';
import { broughtBy, commonOf, themesOf, type ChannelOf, type Getting, type Ready } from './getting.js';

/** What to look at where it goes wrong. */
const TROUBLE = [
  'If the package is not found, bring the package lists up to date and try again; its name may differ on another distribution.',
];

/** What a package puts where everybody finds it, and what it brings unasked. */
function madeByPackage({ part, host, flavours }: Getting): Made[] {
  const themes = themesOf(part, host, flavours).flatMap(({ sort, name }): Made[] => {
    const [folder] = host.systemFolders?.[sort] ?? [];
    return folder ? [{ path: `${folder}/${name}`, is: `theme ${sort}` }] : [];
  });
  return [...new Map([...themes, ...broughtBy(part)].map((m) => [m.path, m])).values()];
}

/** Gets a part as a package of the host’s own channel, its source first where it has one. */
export function getPackage(g: Getting, channel: ChannelOf<'package'>, packages: PackageChannel): Ready {
  const { draft, host, part, element } = g;
  const base = commonOf(g, TROUBLE);
  const name = keyed(channel.names, packages.id);
  const source = channel.sources?.[packages.id];
  const effect = laterBreak(part.effect, host.effects.package);
  const key = draft.add(
    {
      ...base,
      key: `install:${packages.id}:${name}`,
      sort: 'install',
      title: `Install ${partName(part)}`,
      where: packages.name,
      deeds: [{ do: 'install', channel: packages.id, package: name, makes: madeByPackage(g) }],
      expected: `The package ${name} is installed.`,
      check: `Ask ${packages.name} whether it has ${name}.`,
      elsewhere: host.channels
        .filter((c) => c.id !== packages.id && channel.names[c.id] !== undefined)
        .map((c) => ({
          channel: c.name,
          command: fillTemplate(c.install, { package: keyed(channel.names, c.id) }),
        })),
      undo: `Remove the package ${name}.`,
      effect,
      rights: 'administrator',
      risk: 'little',
    },
    element,
  );
  if (source !== undefined)
    draft.follow(
      draft.add(
        {
          key: `source:${packages.id}:${source}`,
          sort: 'add source',
          title: `Add the source of ${part.name} to ${packages.name}`,
          where: packages.name,
          deeds: packages.addSource
            ? [{ do: 'add source', channel: packages.id, source }]
            : [
                {
                  do: 'by hand',
                  what: `Add ${source} to the sources of ${packages.name}.`,
                  changes: { resource: resource.source(packages.id, source), value: 'on' },
                },
              ],
          value: source,
          expected: 'It is listed among the sources.',
          undo: 'Take the source out again.',
          rights: 'administrator',
          risk: 'some',
          minutes: 2,
        },
        element,
      ),
      key,
    );
  return { keys: [key], of: [resource.package(packages.id, name)] };
}
