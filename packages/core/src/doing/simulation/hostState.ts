import { nth } from '../../ground/checked.js';
import { settingsOf, type SettingLine } from '../../model/host/settings.js';
import { keysOfAdded } from '../../model/host/surfaces.js';
import type { HostNow } from '../../model/host/now.js';
import type { Default, HostProfile } from '../../model/host/profile.js';
import type { SurveyThing } from '../../model/host/survey.js';
import { BREAKS, type Break } from '../../model/offers/break.js';
import { AUTOSTART } from '../../measuring/standards/places.js';
import { writeAs } from '../../model/offers/writes.js';
import { deedOfCommand, resource } from '../../model/deeds/deed.js';
import type { TraitType, TraitValue } from '../../model/traits/value.js';

/**
 * A simulated host at one moment: files, settings, packages and what else deeds change, by the names that `resource`
 * gives. `stored` is what lies on the disk; `shown` is what is in effect, and `waiting` says after what the rest will be.
 */
export interface HostState {
  readonly stored: Map<string, string>;
  readonly shown: Map<string, string>;
  readonly waiting: Map<string, Break>;
}

/** One change of one thing: null is absence. `effect` says after what it shows. */
export interface Touch {
  readonly resource: string;
  readonly before: string | null;
  readonly after: string | null;
  readonly effect: Break;
}

/** A state of the host that can be changed without changing this one. */
export function copyState({ stored, shown, waiting }: HostState): HostState {
  return { stored: new Map(stored), shown: new Map(shown), waiting: new Map(waiting) };
}

const put = (map: Map<string, string>, key: string, value: string | null) =>
  value === null ? map.delete(key) : map.set(key, value);

/** Changes one thing and says what it was; null where it is so already and shown. */
export function touch(state: HostState, name: string, after: string | null, effect: Break): Touch | null {
  const before = state.stored.get(name) ?? null;
  if (before === after) return null;
  put(state.stored, name, after);
  if (effect === 'none') {
    put(state.shown, name, after);
    state.waiting.delete(name);
  } else state.waiting.set(name, effect);
  return { resource: name, before, after, effect };
}

/** Lets everything show that waits for this break or a lesser one. */
export function comeToShow(state: HostState, after: Break): void {
  const reach = BREAKS.indexOf(after);
  for (const [name, effect] of state.waiting) {
    if (BREAKS.indexOf(effect) > reach) continue;
    put(state.shown, name, state.stored.get(name) ?? null);
    state.waiting.delete(name);
  }
}

/** What differs between two states once everything shows: names of things, and what they are in each. */
export function differences(
  a: HostState,
  b: HostState,
): { readonly resource: string; readonly a: string | null; readonly b: string | null }[] {
  const names = new Set([...a.stored.keys(), ...b.stored.keys()]);
  return [...names]
    .filter((name) => a.stored.get(name) !== b.stored.get(name))
    .map((name) => ({ resource: name, a: a.stored.get(name) ?? null, b: b.stored.get(name) ?? null }))
    .sort((x, y) => (x.resource < y.resource ? -1 : 1));
}

/** A setting's first value as commands write it. */
function encodeInitial(line: SettingLine, initial: Default): string {
  if (typeof initial === 'object' && initial !== null && 'byVariant' in initial)
    return encodeInitial(line, nth(Object.values(initial.byVariant as Record<string, TraitValue>), 0));
  return writeAs(line.writes, line.type as TraitType, initial as TraitValue).text;
}

/** The home folder of the account that was surveyed, or null. */
function homeOf(now: HostNow): string | null {
  const [data] = now.survey.directories['dataHome'] ?? [];
  return data?.endsWith('/.local/share') ? data.slice(0, -'/.local/share'.length) : null;
}

/** A path as plans write it: what lies under the home folder begins with `~`. */
export function plainPath(path: string, now: HostNow): string {
  const home = homeOf(now);
  return home !== null && path.startsWith(`${home}/`) ? `~${path.slice(home.length)}` : path;
}

/** The host before anything is done: its profile's first values, and over them what surveys told. */
export function startState(host: HostProfile, now: HostNow): HostState {
  const stored = new Map<string, string>();
  const notThere = keysOfAdded(host);
  for (const line of settingsOf(host)) {
    const told = now.settings.get(line.key);
    const name = line.file ? resource.line(line.file) : resource.setting(line.key);
    if (told !== undefined) stored.set(name, told);
    else if (line.initial !== null && !notThere.has(line.key))
      stored.set(name, encodeInitial(line, line.initial));
  }
  for (const [key, value] of now.settings)
    if (!stored.has(resource.setting(key))) stored.set(resource.setting(key), value);
  // A pair leaves things as it found them: what its last step sets is how it was, where nothing tells otherwise.
  for (const { last } of host.pairs ?? []) {
    const deed = last.command && deedOfCommand(host, last.command);
    if (deed?.do !== 'set' || deed.value === null) continue;
    const name = resource.setting(deed.key);
    if (!stored.has(name)) stored.set(name, deed.value);
  }
  const themes = (list: readonly SurveyThing[], sort: string) => {
    for (const { path, id } of list)
      if (path !== '' && id !== '') stored.set(resource.file(plainPath(path, now)), `theme ${sort}`);
  };
  themes(now.survey.iconThemes, 'icon set');
  themes(now.survey.pointerSets, 'pointer set');
  themes(now.survey.soundThemes, 'sound theme');
  for (const { id, exec } of now.survey.autostart)
    stored.set(resource.file(`${AUTOSTART}/${id}`), `start ${exec}`);
  stored.set(resource.session(), now.survey.system['desktop'] ?? host.name);
  return { stored, shown: new Map(stored), waiting: new Map() };
}
