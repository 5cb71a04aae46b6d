import { keyed } from '../../ground/checked.js';
import { percent } from '../../ground/percent.js';
import type { Limits } from '../../model/coat/limits.js';
import type { HostProfile } from '../../model/host/profile.js';
import { barredBy, sayLimit } from '../matching/barred.js';
import type { BestSet } from './best.js';
import { assignAll } from './greedy.js';
import { overlaysOf, valueOf, type Instance, type Selection, type Source } from './instance.js';
import { layerOf } from './proposedSet.js';
import type { HostResult, NotTaken, Reach } from './report.js';
import { NOTHING, type Problem } from './terms.js';
import { problemsOf } from './validate.js';

/** Why not even the host with what is held fast keeps the rules: names what breaks which. */
export function whyNone(problem: Problem): string {
  const fixed = problem.elements.filter((e) => e.isLocked).length;
  const bare = assignAll(problem, problem.forced);
  const broken = bare ? problemsOf(problem, bare) : [];
  const said = [
    fixed > 0
      ? `What was chosen by hand (${fixed} ${fixed === 1 ? 'element' : 'elements'}) cannot be had together, so that there is nothing to propose.`
      : 'No set keeps all rules on this host.',
    ...broken.slice(0, MOST_BROKEN),
    ...(broken.length > MOST_BROKEN ? [`And ${broken.length - MOST_BROKEN} more.`] : []),
    ...(fixed > 0 ? ['Release some of it.'] : []),
  ];
  return said.join(' ');
}
const MOST_BROKEN = 4;

/** Sources of an element, each offer once, with the best it gives. */
function sourcesOf(instance: Instance, n: number): Map<string, { source: Source; value: number }> {
  const all = new Map<string, { source: Source; value: number }>();
  for (const base of instance.elements[n]!.bases) {
    if (!base.offer) continue;
    const value = base.gains.reduce<number>((sum, g) => sum + (g ?? 0), 0);
    if (value > (all.get(base.key)?.value ?? -1)) all.set(base.key, { source: base, value });
  }
  return all;
}

/** So many offers of an element are told of, the nearest first. */
const TOLD = 12;

/** Offers that were not taken, the nearest of each element first, each with the firmest reason. */
export function notTaken(instance: Instance, { problem, selection }: BestSet, limits: Limits): NotTaken[] {
  return instance.elements.flatMap(({ id }, n) => {
    const chosen = selection.elements[n]!;
    const used = new Set([chosen.base.key, ...[...overlaysOf(chosen).keys()].map((o) => o.key)]);
    if (problem.elements[n]!.isLocked) return [];
    return [...sourcesOf(instance, n).values()]
      .filter(({ source }) => !used.has(source.key))
      .sort((a, b) => b.value - a.value)
      .slice(0, TOLD)
      .map(({ source, value }): NotTaken => ({
        element: id,
        name: layerOf(instance, source).name,
        closeness: value,
        reason: whyNot(instance, problem, selection, n, source, value, limits),
      }));
  });
}

/** Why an offer was not taken, the firmest reason first. */
function whyNot(
  instance: Instance,
  problem: Problem,
  selection: Selection,
  n: number,
  source: Source,
  value: number,
  limits: Limits,
): string {
  const chosen = selection.elements[n]!;
  const now = valueOf(chosen);
  const name = (i: number) => instance.parts[i]!.part.name;
  const by = chosen.base.offer ? layerOf(instance, chosen.base).name : 'the host as it is';
  if (source.part >= 0 && !selection.parts.has(source.part)) {
    const part = instance.parts[source.part]!;
    if (part.barred) return part.barred;
    const [bar] = barredBy(part.bars, limits);
    if (bar) return `${bar.sentence} Limit: ${sayLimit(bar.limit, limits).toLowerCase()}.`;
    if (problem.barred[source.part] !== null) return problem.barred[source.part]!;
    const apart = [...selection.parts].find(
      (q) => part.excludes.includes(q) || instance.parts[q]!.excludes.includes(source.part),
    );
    if (value > now + NOTHING && apart !== undefined) return `It does not go with ${name(apart)}.`;
    const held = part.holds.find(
      (s) =>
        [...selection.parts].filter((q) => instance.parts[q]!.holds.includes(s)).length >=
        keyed(problem.places, s),
    );
    if (value > now + NOTHING && held) return `The ${held} is held by another part.`;
    const memory = [...selection.parts].reduce((sum, q) => sum + instance.parts[q]!.memory, 0);
    if (value > now + NOTHING && problem.memory !== null && memory + part.memory > problem.memory)
      return `It takes ${part.memory} MB; ${Math.max(0, problem.memory - memory)} MB are left under the limit.`;
  }
  if (value <= now + NOTHING)
    return `${by} comes ${value < now - NOTHING ? 'nearer' : 'as near'}: ${percent(now, 1)}.`;
  const other = selection.elements.findIndex(
    (c, m) =>
      m !== n &&
      source.uses.some(
        (u) =>
          u &&
          [...c.over.map((o, t) => (o ?? c.base).uses[t]), c.base.chosen].some(
            (v) => v?.key === u.key && v.value !== u.value,
          ),
      ),
  );
  if (other >= 0) return `${instance.elements[other]!.name} needs the same setting for itself.`;
  return `It would bring ${percent((value - now) * instance.elements[n]!.share, 1)} of the coat, less than one more part and its risks are worth.`;
}

/** What would have to change for an element to come nearer: the nearest offer that is held back, or another desktop. */
export function reachOf(
  instance: Instance,
  { selection }: BestSet,
  limits: Limits,
  hosts: readonly HostResult[],
  host: HostProfile,
): Reach[] {
  /** Less than this cannot be seen. */
  const SEEN = 0.01;
  return instance.elements.flatMap((e, n): Reach[] => {
    const now = valueOf(selection.elements[n]!);
    const list: Reach[] = [];
    const best = [...sourcesOf(instance, n).values()]
      .filter(({ source }) => source.part >= 0)
      .map(({ source, value }) => ({ part: instance.parts[source.part]!, value }))
      .map(({ part, value }) => ({ part, value, bar: barredBy(part.bars, limits)[0] }))
      .filter(({ part, value, bar }) => value > now + SEEN && (part.barred !== null || bar !== undefined))
      .sort((a, b) => b.value - a.value)[0];
    if (best) {
      const { part, value, bar } = best;
      list.push({
        element: e.id,
        closeness: value,
        change:
          bar && !part.barred
            ? `${part.part.name}, if allowed: ${bar.sentence}`
            : `${part.part.name}: ${part.barred}`,
      });
    }
    const other = hosts
      .filter((h) => h.profileId !== host.id && (h.elements[e.id]?.closeness ?? 0) > now + SEEN)
      .sort((a, b) => keyed(b.elements, e.id).closeness - keyed(a.elements, e.id).closeness)[0];
    if (other)
      list.push({
        element: e.id,
        closeness: keyed(other.elements, e.id).closeness,
        change: `another desktop: ${other.name} ${other.version}`,
      });
    return list;
  });
}
