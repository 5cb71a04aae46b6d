import { mapped, nth } from '../../ground/checked.js';
import type { HostProfile } from '../../model/host/profile.js';
import type { Break } from '../../model/offers/break.js';
import { folderOf, nameOfPath, resource } from '../../model/deeds/deed.js';
import { type Deed, type Listed, type Made } from '../../model/deeds/deedSchema.js';
import { comeToShow, touch, type HostState, type Touch } from './hostState.js';

/** What can be made to go wrong with one step. */
export const FAULTS = [
  'download cut',
  'package missing',
  'disk full',
  'wrong folder',
  'no rights',
  'crash in the middle',
] as const;
export type Fault = (typeof FAULTS)[number];

/** What a simulated host lives by. */
export interface World {
  readonly host: HostProfile;
  /** Packages that the mirror has, by the channel's id; a channel that is not named has all. */
  readonly mirror: Readonly<Record<string, ReadonlySet<string>>>;
  /** Takes every deed as done, whatever was there for it: what a person has ticked was done. */
  readonly lenient?: boolean;
}

/** How a deed went: it worked, it worked with a word of warning, or it failed for a reason. */
export type Outcome =
  | { readonly how: 'done'; readonly sentence: '' }
  | { readonly how: 'warns' | 'fails'; readonly sentence: string };

const DONE: Outcome = { how: 'done', sentence: '' };
const fails = (sentence: string): Outcome => ({ how: 'fails', sentence });
const warns = (sentence: string): Outcome => ({ how: 'warns', sentence });

/** What a file is that was fetched whole, and one that was not. */
const WHOLE = 'download';
const HALF = 'half a download';

/** What a resource is, in words for a person: "the setting bar.edge", "the package drops". */
export function sayResource(name: string): string {
  const at = name.indexOf(' ');
  const rest = name.slice(at + 1);
  switch (name.slice(0, at)) {
    case 'package':
      return `the package ${rest.slice(rest.indexOf(' ') + 1)}`;
    case 'source':
      return `the source ${rest.slice(rest.indexOf(' ') + 1)}`;
    case 'setting':
      return `the setting ${rest}`;
    case 'addon':
      return `the addon ${rest}`;
    case 'line':
      return `a value in ${nth(rest.split(' '), 0)}`;
    case 'hand':
      return 'what was set by hand';
    case 'session':
      return 'the desktop that is signed in to';
    default:
      return rest;
  }
}

/** Why what is needed is not in effect, or null where all of it is. */
function missing(world: World, state: HostState, of: readonly string[]): string | null {
  if (world.lenient) return null;
  for (const name of of) {
    const shown = state.shown.get(name);
    if (shown !== undefined && shown !== 'false') continue;
    const stored = state.stored.get(name);
    if (stored === undefined) return `${sayResource(name)} is not there.`;
    if (stored === 'false') return `${sayResource(name)} is off.`;
    const effect = state.waiting.get(name);
    return `${sayResource(name)} is there but not in effect yet: it shows only after ${sayBreak(effect ?? 'session')}.`;
  }
  return null;
}

/** After what something comes to show, in words that go on a sentence. */
export function sayBreak(effect: Break): string {
  return {
    none: 'a moment',
    reload: 'a reload',
    reopen: 'the program was reopened',
    session: 'a new session',
    restart: 'a restart',
  }[effect];
}

/** Folders in which a host looks for things of a sort, its user's before the system's. */
export function foldersFor(host: HostProfile, sort: string): string[] {
  const own = host.folders[sort];
  return [...(own === undefined ? [] : [own]), ...(host.systemFolders?.[sort] ?? [])];
}

/** Why a thing does not stand in the host's list of its sort, or null where it does. */
function notListed(world: World, state: HostState, { sort, name }: Listed): string | null {
  if (world.lenient) return null;
  const folders = foldersFor(world.host, sort);
  const is = (path: string) => state.shown.get(resource.file(path));
  const found = folders.find((f) => is(`${f}/${name}`)?.startsWith('theme ') === true);
  if (found !== undefined) return null;
  const deeper = folders.find((f) => is(`${f}/${name}/${name}`)?.startsWith('theme ') === true);
  if (deeper !== undefined)
    return `${name} is not listed: it lies one folder too deep, in ${deeper}/${name}/${name}.`;
  const waits = folders.find((f) => state.stored.has(resource.file(`${f}/${name}`)));
  if (waits !== undefined) {
    const effect = state.waiting.get(resource.file(`${waits}/${name}`)) ?? 'session';
    return `${name} is not listed yet: it is found only after ${sayBreak(effect)}.`;
  }
  return `${name} is not listed: there is no folder of that name in ${folders.join(' or ') || 'any folder that the host knows'}.`;
}

/** Files and folders at a path and below it. */
function under(state: HostState, path: string): string[] {
  const [name, below] = [resource.file(path), resource.file(`${path}/`)];
  return [...state.stored.keys()].filter((key) => key === name || key.startsWith(below));
}

/** A change of something that no survey lists: it was really done, so that it was really there. */
const unseen = (resource: string, before: string | null, after: string | null, effect: Break): Touch => ({
  resource,
  before,
  after,
  effect,
});

/**
 * Carries one deed out on a simulated host, under the rules of its profile. What it changes is put into `log`, also where
 * it fails half-way.
 *
 * @param effect after what the changes of its step show
 */
export function perform(
  world: World,
  state: HostState,
  deed: Deed,
  effect: Break,
  fault: Fault | null,
  log: Touch[],
): Outcome {
  const change = (name: string, after: string | null, shows: Break = effect) => {
    const touched = touch(state, name, after, shows);
    if (touched) log.push(touched);
    return touched !== null;
  };
  const make = (all: readonly Made[]) => all.forEach((m) => change(resource.file(m.path), m.is));
  const needsRights = deed.do === 'install' || deed.do === 'remove' || (deed.do === 'run' && deed.admin);
  if (fault === 'no rights' && needsRights)
    return fails('It needs administrator rights, and they were not given.');
  const writes = ['install', 'fetch', 'unpack', 'clone', 'run', 'place', 'write'].includes(deed.do);
  if (fault === 'disk full' && writes) {
    // What was written before the disk was full is there, half.
    if (deed.do === 'fetch') change(resource.file(deed.to), HALF, 'none');
    return fails('The disk is full.');
  }
  switch (deed.do) {
    case 'make safe point':
    case 'note values':
    case 'call':
      return DONE;
    case 'show':
      comeToShow(state, deed.after);
      return DONE;
    case 'add source':
      return change(resource.source(deed.channel, deed.source), 'on') ? DONE : warns('It was there already.');
    case 'remove source':
      return change(resource.source(deed.channel, deed.source), null) ? DONE : warns('It was not there.');
    case 'install': {
      const has = world.mirror[deed.channel];
      const channel = world.host.channels.find((c) => c.id === deed.channel)?.name ?? deed.channel;
      if (fault === 'package missing' || (has && !has.has(deed.package)))
        return fails(`The mirror of ${channel} has no package ${deed.package}.`);
      if (fault === 'download cut') return fails(`The connection broke while ${deed.package} was fetched.`);
      const fresh = change(resource.package(deed.channel, deed.package), 'installed');
      make(deed.makes);
      return fresh ? DONE : warns(`${deed.package} was installed already.`);
    }
    case 'remove': {
      const name = resource.package(deed.channel, deed.package);
      if (!state.stored.has(name)) return warns(`${deed.package} was not installed.`);
      change(name, null);
      return DONE;
    }
    case 'fetch':
      if (fault === 'download cut') {
        change(resource.file(deed.to), HALF, 'none');
        return fails(`The connection broke while ${nameOfPath(deed.to)} was fetched; half of it is there.`);
      }
      change(resource.file(deed.to), WHOLE, 'none');
      return DONE;
    case 'unpack': {
      const archive = state.stored.get(resource.file(deed.archive));
      if (!world.lenient && archive === undefined) return fails(`${deed.archive} is not there.`);
      if (!world.lenient && archive !== WHOLE && !archive?.startsWith('copy of '))
        return fails(`${nameOfPath(deed.archive)} breaks off: it was not fetched whole.`);
      if (fault === 'wrong folder') {
        const { path, is } = deed.makes;
        make([
          { path, is: 'folder' },
          { path: `${path}/${nameOfPath(path)}`, is },
        ]);
      } else make([deed.makes]);
      return DONE;
    }
    case 'clone':
      if (fault === 'download cut') return fails('The connection broke while the repository was cloned.');
      return change(resource.file(deed.to), `clone ${deed.version}`, 'none')
        ? DONE
        : fails(`${deed.to} is there already, and git does not clone into it.`);
    case 'run': {
      const place = deed.program.includes('/') ? folderOf(deed.program) : (deed.words[0] ?? '');
      const there = state.stored.has(resource.file(place));
      if (!there && !world.lenient)
        return fails(`${deed.program.includes('/') ? deed.program : place} is not there.`);
      make(deed.makes);
      for (const path of deed.takes) for (const name of under(state, path)) change(name, null);
      return DONE;
    }
    case 'place':
    case 'write':
      change(resource.file(deed.to), deed.do === 'write' ? `text ${deed.text}` : `copy of ${deed.from}`);
      return DONE;
    case 'edit': {
      // Whether the file is there nobody knows who has not looked: what an edit changes is its value and nothing more, so
      // that no way back takes a file for new that was there before.
      change(resource.line(deed.file), deed.value);
      return DONE;
    }
    case 'enable': {
      const why = missing(world, state, deed.of);
      if (why) return fails(`${deed.id} cannot be enabled: ${why}`);
      return change(resource.addon(deed.id), 'on') ? DONE : warns('It was enabled already.');
    }
    case 'disable':
      return change(resource.addon(deed.id), null) ? DONE : warns('It was not enabled.');
    case 'open': {
      const why = missing(world, state, deed.of);
      if (why) return fails(`${deed.name} cannot be opened: ${why}`);
      make(deed.makes);
      return DONE;
    }
    case 'set': {
      const name = resource.setting(deed.key);
      if (deed.value !== null) {
        const why = missing(world, state, deed.of);
        if (why) return fails(`${deed.key} cannot be set: ${why}`);
        const unlisted = deed.listed ? notListed(world, state, deed.listed) : null;
        if (unlisted) return fails(unlisted);
      }
      change(name, deed.value);
      return DONE;
    }
    case 'delete': {
      const all = under(state, deed.path);
      for (const name of all) change(name, null);
      if (all.length === 0 && world.lenient)
        log.push(unseen(resource.file(deed.path), 'something', null, effect));
      return all.length > 0 ? DONE : warns(`${deed.path} was not there.`);
    }
    case 'move': {
      const all = under(state, deed.from);
      if (all.length === 0 && world.lenient) {
        log.push(
          unseen(resource.file(deed.from), 'something', null, effect),
          unseen(resource.file(deed.to), null, 'something', effect),
        );
        return DONE;
      }
      if (all.length === 0) return fails(`${deed.from} is not there.`);
      for (const name of all) {
        const is = mapped(state.stored, name);
        change(name, null);
        change(resource.file(deed.to + name.slice(resource.file(deed.from).length)), is);
      }
      return DONE;
    }
    case 'by hand':
      if (deed.changes) change(deed.changes.resource, deed.changes.value);
      return DONE;
  }
}
