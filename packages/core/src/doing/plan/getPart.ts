import type { HostProfile } from '../../model/host/profile.js';
import { coatOf } from '../../model/coat/rows.js';
import { isFetchable, isRepository } from '../../model/offers/placeSchemas.js';
import { laterBreak } from '../../model/offers/break.js';
import { firstSteps, fitOf } from '../../model/parts/fit.js';
import type { Channel, Part } from '../../model/parts/part.js';
import type { MatchContext } from '../../deciding/matching/targets.js';
import { launcherFile, slugOf } from '../../measuring/standards/desktopEntry.js';
import { AUTOSTART, DOWNLOADS } from '../../measuring/standards/places.js';
import { fillTemplate } from '../../model/deeds/quote.js';
import { deedOfCommand, nameOfPath, resource, type Deed, type Made } from '../../model/deeds/deed.js';
import type { Draft, Told } from './draft.js';
import { NOTE, SAFE_POINT } from './frame.js';

/** What must be in effect before something of a part can be set, by resource, from the step that gets it to enabling. */
export interface Ready {
  /** The last steps that make it ready to be chosen. */
  readonly keys: readonly string[];
  readonly of: readonly string[];
}

const partName = (part: Part) => `${part.name} ${part.version}`;
const cacheOf = (part: Part) => `${DOWNLOADS}/${slugOf(part.name)}-${slugOf(part.version)}`;

/** Themes that a part puts into the host's lists, by the lists that its offers are chosen from. */
function themesOf(part: Part, host: HostProfile): { readonly sort: string; readonly name: string }[] {
  return part.offers.flatMap(({ choose }) => {
    const sort = Object.entries(host.lists ?? {}).find(([, list]) => list.key === choose?.key)?.[0];
    return choose && sort !== undefined ? [{ sort, name: choose.value }] : [];
  });
}

/** What a package puts where everybody finds it, and what it brings unasked. */
function madeByPackage(part: Part, host: HostProfile): Made[] {
  const themes = themesOf(part, host).flatMap(({ sort, name }): Made[] => {
    const [folder] = host.systemFolders?.[sort] ?? [];
    return folder ? [{ path: `${folder}/${name}`, is: `theme ${sort}` }] : [];
  });
  return [...new Map([...themes, ...broughtBy(part)].map((m) => [m.path, m])).values()];
}
const broughtBy = (part: Part): Made[] =>
  (part.brings ?? []).flatMap((b) => (b.file ? [{ path: b.file, is: 'brought unasked' }] : []));
const files = (paths: readonly string[] | undefined, is: string): Made[] =>
  (paths ?? []).map((path) => ({ path, is }));

const TROUBLE: Record<Channel['way'], readonly string[]> = {
  package: [
    'If the package is not found, bring the package lists up to date and try again; its name may differ on another distribution.',
  ],
  archive: [
    'If the theme is not listed afterwards, look whether its folder lies one level too deep, and whether it has the name given here.',
  ],
  repository: [
    'If the script stops, read its last line; what it has put in place so far is named under “Undo”.',
  ],
  installer: [
    'If it asks something that is not named here, take what it proposes and write it into the note.',
  ],
};

/** Gets parts, each once, with what they need first. */
export class PartGetter {
  private readonly ready = new Map<string, Ready>();

  constructor(
    private readonly draft: Draft,
    private readonly ctx: MatchContext,
    private readonly host: HostProfile,
  ) {}

  /** Adds all steps that make a part ready to be chosen. */
  get(part: Part, element: string, path: readonly string[] = []): Ready {
    const { draft, host, ctx } = this;
    const channelId = coatOf(ctx.rows).channel;
    const { channel, channelSentence, word, sentence } = fitOf(part, host, channelId);
    if (word === 'known not to') draft.warnings.push(`${part.name}: ${sentence}`);
    if (channel === null) draft.warnings.push(`${part.name}: ${channelSentence}`);
    const got = this.byChannel(part, channel, channelId, channelSentence, element);
    const [gotKey] = got.keys as [string];
    draft.got.set(part.id, gotKey);
    draft.follow(SAFE_POINT, gotKey, false);
    for (const need of part.requires) {
      const known = need.anyOf
        .map((other) => [...ctx.parts.values()].find((p) => p.id === other))
        .filter((p): p is Part => p !== undefined);
      const pick = known.find((p) => fitOf(p, host, channelId).usable) ?? known[0];
      if (!pick) {
        draft.warnings.push(`${part.name} needs a part that the catalogue does not have: ${need.why}`);
        continue;
      }
      if (path.includes(pick.id)) {
        // The cycle must reach the ordering, which names its members.
        draft.follow(draft.got.get(pick.id) ?? null, gotKey);
        continue;
      }
      draft.followAll(this.get(pick, element, [...path, part.id]).keys, gotKey);
    }
    const known = this.ready.get(part.id);
    const ready = this.makeReady(part, got, element);
    if (!known) this.aside(part, ready, element);
    this.ready.set(part.id, ready);
    draft.readyOf[part.id] = ready.of;
    return ready;
  }

  private byChannel(
    part: Part,
    channel: Channel | null,
    channelId: string | null,
    channelSentence: string,
    element: string,
  ): Ready {
    const { draft, host } = this;
    const base = {
      effect: part.effect,
      troubles: [...part.faults, ...(channel ? TROUBLE[channel.way] : [])],
      minutes: 3,
    } satisfies Partial<Told>;
    const cache = cacheOf(part);
    switch (channel?.way) {
      case 'package': {
        const packages = host.channels.find((c) => c.id === channelId)!;
        const name = channel.names[packages.id]!;
        const source = channel.sources?.[packages.id];
        const effect = laterBreak(part.effect, host.effects.package);
        const key = draft.add(
          {
            ...base,
            key: `install:${packages.id}:${name}`,
            sort: 'install',
            title: `Install ${partName(part)}`,
            where: packages.name,
            deeds: [{ do: 'install', channel: packages.id, package: name, makes: madeByPackage(part, host) }],
            expected: `The package ${name} is installed.`,
            check: `Ask ${packages.name} whether it has ${name}.`,
            elsewhere: host.channels
              .filter((c) => c.id !== packages.id && channel.names[c.id] !== undefined)
              .map((c) => ({
                channel: c.name,
                command: fillTemplate(c.install, { package: channel.names[c.id]! }),
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
      case 'archive': {
        const folder = host.folders[channel.sort]!;
        const listed = themesOf(part, host).find((t) => t.sort === channel.sort)?.name;
        const name =
          (channel.root === '' ? listed : nameOfPath(channel.root.replace(/\/$/, ''))) ?? slugOf(part.name);
        const archive = `${cache}/${channel.file}`;
        const fetched = this.fetch(part, channel, archive, base, element);
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
      case 'repository': {
        if (!isRepository(channel.from)) return this.byHand(part, channelSentence, base, element);
        const folder = cache;
        const leaves = files(channel.leaves ?? [`~/.local/share/${slugOf(part.name)}`], 'program');
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
              {
                do: 'run',
                program,
                words: channel.flags,
                admin: channel.admin,
                makes: leaves,
                takes: [],
                undo: channel.undo ?? null,
              },
            ],
            expected: 'The script ends without an error.',
            check: `There is ${leaves.map((l) => l.path).join(' and ')}.`,
            undo: channel.undo
              ? `Run ${nameOfPath(program)} ${channel.undo.join(' ')}, then remove ${folder}.`
              : 'Run the script again with what its readme gives for removal, then remove what is named under “Check”.',
            rights: channel.admin ? 'administrator' : 'user',
            risk: 'some',
            minutes: 8,
          },
          element,
        );
        if (channel.stays) draft.stays.set(folder, `${part.name} runs from it.`);
        else if (channel.undo) draft.stays.set(folder, `Its script takes ${part.name} away again.`);
        else draft.onlyForInstalling.add(folder);
        return { keys: [key], of: leaves.slice(0, 1).map((l) => resource.file(l.path)) };
      }
      case 'installer': {
        const choices = channel.choices.map((c) => `${c.at}: ${c.choose}`).join('; ');
        const leaves = [
          ...files(channel.leaves ?? [`~/.local/share/${slugOf(part.name)}`], 'program'),
          ...broughtBy(part),
        ];
        const installer = `${cache}/${channel.file}`;
        const fetched = this.fetch(part, channel, installer, base, element);
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
              choices === ''
                ? 'The installer ends without an error.'
                : `In the installer, choose ${choices}.`,
            check: `There is ${leaves.map((l) => l.path).join(' and ')}.`,
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
      default:
        return this.byHand(part, channelSentence, base, element);
    }
  }

  /** A part that no channel gets here. */
  private byHand(part: Part, channelSentence: string, base: Partial<Told>, element: string): Ready {
    const made = resource.file(`~/.local/share/${slugOf(part.name)}`);
    const key = this.draft.add(
      {
        ...base,
        key: `hand:part:${part.id}`,
        sort: 'install',
        title: `Get ${partName(part)} by hand`,
        where: part.home,
        deeds: [{ do: 'by hand', what: `Get ${part.name}.`, changes: { resource: made, value: 'program' } }],
        expected: `${part.name} is installed. ${channelSentence}`,
        undo: `Remove ${part.name} the way it came.`,
        risk: 'some',
        minutes: 15,
      },
      element,
    );
    return { keys: [key], of: [made] };
  }

  /**
   * The step that brings the file of a part to where downloads lie: fetched where it has an address, else saved by a hand.
   */
  private fetch(
    part: Part,
    channel: Extract<Channel, { way: 'archive' | 'installer' }>,
    to: string,
    base: Partial<Told>,
    element: string,
  ): string {
    const { draft } = this;
    const name = nameOfPath(channel.file);
    const saved = `~/Downloads/${name}`;
    const [sha256, kept] =
      channel.way === 'archive' ? [channel.sha256 ?? null, channel.kept === true] : [null, false];
    const told = isFetchable(channel.from)
      ? {
          sort: 'fetch' as const,
          title: `Fetch ${channel.way === 'installer' ? 'the installer of ' : ''}${partName(part)}`,
          deeds: [{ do: 'fetch', from: channel.from, to, sha256 }] satisfies Deed[],
          troubles: ['If the download breaks off, start it again; it begins anew.'],
        }
      : {
          sort: 'place a file' as const,
          title: `Put ${name} where downloads lie`,
          why: `${part.name} was made of a file and has no address that it could be fetched from.`,
          deeds: [
            {
              do: 'by hand',
              what: kept
                ? `Save ${name} from the page of ${part.name} under Parts, into ~/Downloads.`
                : `Put ${name}, of which ${part.name} was made, into ~/Downloads.`,
              changes: null,
            },
            { do: 'place', from: saved, to },
          ] satisfies Deed[],
          troubles: [`If it has another name by now, call it ${name} again.`],
        };
    const key = draft.add(
      {
        ...base,
        key: `fetch:${part.id}@${part.version}`,
        where: DOWNLOADS,
        expected: `${name} lies in ${cacheOf(part)}.`,
        check: sha256 === null ? 'It can be opened.' : `Its SHA-256 is ${sha256}.`,
        undo: `Remove ${cacheOf(part)}.`,
        effect: 'none',
        minutes: 2,
        ...told,
      },
      element,
    );
    return draft.follow(SAFE_POINT, key, false);
  }

  /** Opening once, allowing and enabling, where they are asked for. */
  private makeReady(part: Part, got: Ready, element: string): Ready {
    const { draft, host } = this;
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
            `If it is not listed, what “${draft.steps.get(keys[0]!)?.title ?? part.name}” did may not show yet.`,
          ],
        },
        element,
      );
      keys = [draft.followAll(keys, enable)];
      of = [...of, resource.addon(part.enable)];
    }
    return { keys, of };
  }

  /** What goes with a part: its start in every session, what it does beside and what it brings unasked. */
  private aside(part: Part, ready: Ready, element: string): void {
    const { draft, ctx } = this;
    const settled = new Set(Object.values(ctx.rows.accepted).map((a) => a.finding));
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
}
