import { partName } from '../../model/parts/partName.js';
import type { HostProfile } from '../../model/host/profile.js';
import { commandLine } from '../../model/deeds/quote.js';
import { placeClass, type PlaceClass } from '../../measuring/standards/places.js';
import { offerIn } from '../../model/parts/flavour.js';
import type { Part } from '../../model/parts/part.js';

/** What something that came from somebody else would run, write and fetch, before any of it is planned. */
export interface Doing {
  /** The part or the host, with its version. */
  readonly of: string;
  /** Commands as they would be typed, each with when it runs. */
  readonly runs: readonly { readonly when: string; readonly command: string }[];
  /** Packages by name, with the distributions' channels that have them: what their scripts do nobody sees here. */
  readonly packages: readonly { readonly name: string; readonly of: readonly string[] }[];
  /** Files and folders, and what they are to a plan: one's own, elsewhere, the system's. */
  readonly writes: readonly { readonly path: string; readonly is: PlaceClass }[];
  /** Addresses. */
  readonly fetches: readonly string[];
}

/** What a part would run and write on a host. */
export function partDoes(part: Part): Doing {
  const runs: { when: string; command: string }[] = [];
  const paths = new Set<string>();
  const fetches = new Set<string>();
  const packages = new Map<string, string[]>();
  const run = (when: string, words: readonly string[]) => runs.push({ when, command: commandLine(words) });
  for (const channel of part.channels) {
    if (channel.way !== 'package' && channel.from !== '') fetches.add(channel.from);
    switch (channel.way) {
      case 'package':
        for (const [distribution, name] of Object.entries(channel.names))
          packages.set(name, [...(packages.get(name) ?? []), distribution]);
        for (const source of Object.values(channel.sources ?? {})) fetches.add(source);
        break;
      case 'repository':
        for (const { flags, name } of [{ flags: [], name: null }, ...(part.flavours ?? [])])
          if (name === null || flags?.length)
            run(
              `${channel.admin ? 'when it is installed, as administrator' : 'when it is installed'}${name === null ? '' : `, for ${name}`}`,
              [channel.script, ...channel.flags, ...(flags ?? [])],
            );
        for (const { script, flags, admin } of channel.then ?? [])
          run(admin ? 'after that, as administrator' : 'after that', [script, ...flags]);
        if (channel.undo) run('when it is taken away', [channel.script, ...channel.undo]);
        break;
      case 'installer':
        run(channel.admin ? 'when it is installed, as administrator' : 'when it is installed', [
          'sh',
          channel.file,
        ]);
        if (channel.undo) run('when it is taken away', ['sh', channel.file, ...channel.undo]);
        break;
      case 'archive':
        break;
    }
    if (channel.way === 'repository' || channel.way === 'installer')
      for (const path of channel.leaves ?? []) paths.add(path);
  }
  if (part.openOnce) run('once, after it is installed', [part.enable ?? part.name]);
  if (part.autostart !== undefined) runs.push({ when: 'in every session', command: part.autostart });
  for (const path of part.leaves ?? []) paths.add(path);
  for (const { file } of part.brings ?? []) if (file) paths.add(file);
  for (const { where, reread } of part.settings ?? []) {
    if ('file' in where && where.file) paths.add(where.file.path);
    if (reread.command) run('after a setting was changed', reread.command);
  }
  for (const { set } of part.sideEffects) if (set?.file) paths.add(set.file.path);
  const flavoured = (part.flavours ?? []).flatMap((f) => part.offers.map((o) => offerIn(o, f)));
  for (const offer of [...part.offers, ...flavoured])
    for (const supply of Object.values(offer.supplies))
      if ('setting' in supply && supply.setting.file) paths.add(supply.setting.file.path);
  return {
    of: partName(part),
    runs: unique(runs),
    packages: [...packages].map(([name, of]) => ({ name, of })),
    writes: [...paths].map((path) => ({ path, is: placeClass(path) })),
    fetches: [...fetches],
  };
}

/** What a host profile makes a plan run and write. */
export function profileDoes(profile: HostProfile): Doing {
  const { commands, channels, folders, pairs, first } = profile;
  const runs: { when: string; command: string }[] = [];
  const run = (when: string, words: readonly string[] | null | undefined) => {
    if (words) runs.push({ when, command: commandLine(words) });
  };
  const WHEN = {
    safePoint: 'for a safe point',
    set: 'to set a value',
    get: 'to read a value',
    reset: 'to take a value back',
    enable: 'to enable something',
    disable: 'to disable something',
    open: 'to open a program',
    reload: 'to draw things anew',
    isSet: 'to ask whether a value was set',
    isEnabled: 'to ask what is enabled',
  } as const;
  for (const [name, when] of Object.entries(WHEN)) run(when, commands[name as keyof typeof WHEN]);
  for (const c of channels) {
    run(`to install a package of ${c.name}`, c.install);
    run(`to remove a package of ${c.name}`, c.remove);
    run(`to ask ${c.name} for a package`, c.query);
    run(`to add a source to ${c.name}`, c.addSource);
    run(`to take a source of ${c.name} out`, c.removeSource);
    run(`to ask ${c.name} for a source`, c.hasSource);
  }
  for (const pair of pairs ?? []) {
    run(pair.first.what, pair.first.command);
    run(pair.last.what, pair.last.command);
  }
  for (const step of first ?? []) run(step.what, step.command);
  return {
    of: `${profile.name} ${profile.version}`,
    runs: unique(runs),
    packages: [],
    writes: [...new Set(Object.values(folders))].map((path) => ({ path, is: placeClass(`${path}/x`) })),
    fetches: [],
  };
}

function unique(runs: readonly { when: string; command: string }[]): { when: string; command: string }[] {
  return [...new Map(runs.map((r) => [JSON.stringify(r), r])).values()];
}

/** Whether it is worth a look before it comes: it runs something, or writes beyond a person's own folders. */
export const isToBeSeen = ({ runs, packages, writes }: Doing): boolean =>
  runs.length + packages.length > 0 || writes.some((w) => w.is !== 'own');
