import semver from 'semver';
import { ENABLING, type FirstStep, type HostProfile } from '../host/profile.js';
import type { Channel, Part } from './part.js';

export type FitWord = 'declared' | 'reported' | 'untested' | 'known not to';

/** Whether a part fits a host, with the reason spelled out. */
export interface Fit {
  readonly word: FitWord;
  readonly sentence: string;
  /** The way by which it can be got on this host, or null when there is none. */
  readonly channel: Channel | null;
  readonly channelSentence: string;
  /** It can be chosen without going against what is known. */
  readonly usable: boolean;
}

const ORDER: Readonly<Record<FitWord, number>> = { 'known not to': 0, declared: 1, reported: 2, untested: 3 };

function rangeIncludes(range: string, version: string): boolean {
  const v = semver.coerce(version);
  return v !== null && semver.satisfies(v, range, { loose: true });
}

/**
 * Judges a part against a host profile and the package channel of its distribution.
 * A rule that says it does not work wins over one that says it does.
 */
export function fitOf(part: Part, host: HostProfile, channelId: string | null): Fit {
  const mine = part.fits.filter((rule) => rule.host === host.family);
  const hits = mine
    .filter((rule) => rangeIncludes(rule.versions, host.version))
    .sort((a, b) => ORDER[a.how] - ORDER[b.how]);
  const hit = hits[0];
  const label = `${host.name} ${host.version}`;
  let word: FitWord;
  let sentence: string;
  if (hit) {
    word = hit.how;
    sentence = {
      declared: `Its author made it for ${label}.`,
      reported: `Others report that it works on ${label}.`,
      'known not to': `It is known not to work on ${label}.`,
    }[hit.how];
    if (hit.note) sentence += ` ${hit.note}`;
  } else if (mine.length > 0) {
    word = 'untested';
    sentence = `Made for ${host.name} ${mine.map((r) => r.versions).join(', ')}; untested on ${host.version}.`;
  } else {
    word = part.fits.length === 0 ? 'declared' : 'known not to';
    sentence =
      part.fits.length === 0
        ? 'It rests on open standards only and fits any host that follows them.'
        : `Made for another desktop (${[...new Set(part.fits.map((r) => r.host))].join(', ')}).`;
  }
  const [channel, channelSentence] = channelOf(part, host, channelId);
  const unmet = unmetNeed(part, host);
  if (unmet !== null && word !== 'known not to') {
    word = 'known not to';
    sentence = unmet;
  }
  return { word, sentence, channel, channelSentence, usable: word !== 'known not to' && channel !== null };
}

/** Why the host's facts speak against a part, or null. What a profile does not say speaks against nothing. */
function unmetNeed(part: Part, host: HostProfile): string | null {
  for (const { fact, oneOf, least, why } of part.asks ?? []) {
    const value = host.facts[fact];
    if (value === undefined) continue;
    const met = oneOf ? oneOf.includes(value) : typeof value === 'number' && value >= (least ?? -Infinity);
    if (met) continue;
    const wanted = oneOf ? oneOf.map(sayFact).join(' or ') : `at least ${least}`;
    return `It asks for ${spaced(fact)}: ${wanted}; this host has ${sayFact(value)}. ${why}`;
  }
  return null;
}

const sayFact = (value: string | number | boolean) =>
  typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value);
/** `wordSize` as people write it. */
const spaced = (fact: string) =>
  fact.replace(/([a-z])([A-Z])/g, (_, a: string, b: string) => `${a} ${b.toLowerCase()}`);

/** What the host asks to be done once before this part can be chosen. */
export function firstSteps(part: Part, host: HostProfile): readonly FirstStep[] {
  const sorts = new Set(part.channels.flatMap((c) => (c.way === 'archive' ? [c.sort] : [])));
  if (part.enable !== null) sorts.add(ENABLING);
  return (host.first ?? []).filter((f) => sorts.has(f.sort));
}

/** A version that a rule names, as near to the host's as any; null where no rule for this host names one. */
export function nearestVersion(
  part: Part,
  host: HostProfile,
): { readonly versions: string; readonly how: string } | null {
  const at = semver.coerce(host.version);
  if (!at) return null;
  const distance = (range: string) => {
    const least = semver.minVersion(range, { loose: true });
    if (!least) return Infinity;
    return (
      Math.abs(least.major - at.major) * 1e6 +
      Math.abs(least.minor - at.minor) * 1e3 +
      Math.abs(least.patch - at.patch)
    );
  };
  const [nearest] = part.fits
    .filter((f) => f.host === host.family && f.how !== 'known not to')
    .sort((a, b) => distance(a.versions) - distance(b.versions));
  return nearest ? { versions: nearest.versions, how: nearest.how } : null;
}

function channelOf(part: Part, host: HostProfile, channelId: string | null): [Channel | null, string] {
  const packages = part.channels.find((c) => c.way === 'package');
  // What the coat names may be another host's: of that one nothing can be installed here.
  const here = host.channels.find((c) => c.id === channelId);
  const name = packages?.way === 'package' && here ? packages.names[here.id] : undefined;
  const distribution = here?.name ?? 'this distribution';
  if (packages && name) return [packages, `Package ${name} on ${distribution}.`];
  const archive = part.channels.find((c) => c.way === 'archive' && host.folders[c.sort] !== undefined);
  if (archive?.way === 'archive') return [archive, `Archive ${archive.file}, copied into place by hand.`];
  const repository = part.channels.find((c) => c.way === 'repository');
  if (repository?.way === 'repository')
    return [
      repository,
      `Repository with the script ${repository.script}${repository.admin ? ', as administrator' : ''}.`,
    ];
  const installer = part.channels.find((c) => c.way === 'installer');
  if (installer?.way === 'installer')
    return [installer, `Installer ${installer.file}${installer.admin ? ', as administrator' : ''}.`];
  if (packages) return [null, `No package on ${distribution}, and no other way to get it.`];
  return [null, `It comes as an archive of a sort that ${host.name} has no folder for.`];
}
