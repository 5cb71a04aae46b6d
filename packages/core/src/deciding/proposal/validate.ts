import { keyed, mapped } from '../../ground/checked.js';
import { overlaysOf, type Selection } from './instance.js';
import { breaksOf, stateOf } from './assign.js';
import { heldUses, type Problem } from './terms.js';

/**
 * What is wrong with a selection, in sentences; empty when it can be carried out. Knows nothing of the linear program:
 * it goes over the rules one by one, so that an error there is found here.
 */
export function problemsOf(problem: Problem, selection: Selection): string[] {
  const { instance } = problem;
  const { parts } = instance;
  const name = (i: number) => parts[i]?.part.name ?? `part ${i}`;
  const problems: string[] = [];
  for (const i of selection.parts) {
    const p = parts[i];
    if (!p) {
      problems.push(`There is no part ${i}.`);
      continue;
    }
    const held = problem.forced.has(i);
    if (!held && problem.barred[i] !== null) problems.push(`${p.part.name} is barred: ${problem.barred[i]}`);
    for (const need of problem.needs[i]!)
      if (!need.some((q) => selection.parts.has(q)))
        problems.push(`${p.part.name} needs one of ${need.map(name).join(', ')}.`);
    for (const q of p.excludes)
      if (selection.parts.has(q) && !(held && problem.forced.has(q)))
        problems.push(`${p.part.name} does not go with ${name(q)}.`);
  }
  for (const i of problem.forced)
    if (!selection.parts.has(i)) problems.push(`${name(i)} is held fast and was left out.`);
  const holders = new Map<string, number>();
  for (const i of selection.parts)
    for (const surface of parts[i]!.holds) holders.set(surface, (holders.get(surface) ?? 0) + 1);
  for (const [surface, n] of holders)
    if (n > keyed(problem.places, surface))
      problems.push(`${n} parts hold the ${surface}; there is room for ${problem.places[surface]}.`);
  const looks = [...selection.parts].filter((i) => parts[i]!.isLook);
  for (const [n, a] of looks.entries())
    for (const b of looks.slice(n + 1))
      if (
        !(problem.forced.has(a) && problem.forced.has(b)) &&
        parts[a]!.part.overwrites!.some((k) => parts[b]!.part.overwrites!.includes(k))
      )
        problems.push(`${name(a)} and ${name(b)} overwrite each other.`);
  if (problem.memory !== null) {
    const memory = [...selection.parts].reduce((sum, i) => sum + parts[i]!.memory, 0);
    if (memory > problem.memory + 1e-6) problems.push(`${memory} MB are more than ${problem.memory} MB.`);
  }
  if (problem.breaks !== null) {
    const breaks = breaksOf(problem, selection);
    if (breaks > problem.breaks) problems.push(`${breaks} new sessions are more than ${problem.breaks}.`);
  }
  const held = heldUses(problem);
  const set = new Map<string, string>();
  const use = (key: string, value: string, who: string) => {
    if ((set.get(key) ?? value) !== value || (held.has(key) && !mapped(held, key).has(value)))
      problems.push(`${who}: ${key} is set to something else already.`);
    set.set(key, value);
  };
  problem.elements.forEach((e, n) => {
    const chosen = selection.elements[n];
    const who = e.element.name;
    if (!chosen) {
      problems.push(`${who}: nothing was said of it.`);
      return;
    }
    const { base, over } = chosen;
    if (!e.bases.includes(base)) problems.push(`${who}: its base is none of those that can be had.`);
    if (base.part >= 0 && !selection.parts.has(base.part))
      problems.push(`${who}: ${name(base.part)} is not taken.`);
    if (!base.states.includes(stateOf(e, selection.parts)))
      problems.push(`${who}: a whole look changes what is seen.`);
    const used = overlaysOf(chosen);
    for (const [o, traits] of used) {
      if (!e.overlays.includes(o)) problems.push(`${who}: an overlay is none of those that can be had.`);
      if (o.part >= 0 && !selection.parts.has(o.part)) problems.push(`${who}: ${name(o.part)} is not taken.`);
      if (!base.open || o.key === base.key) problems.push(`${who}: nothing can lie over its base.`);
      for (const t of traits)
        if (o.gains[t] == null) problems.push(`${who}: an overlay does not supply a trait.`);
      o.fixed.forEach((is, t) => {
        if (is && over[t] !== o) problems.push(`${who}: an overlay cannot be kept from a trait.`);
      });
    }
    if (e.isLocked) return;
    over.forEach((o, t) => {
      const u = (o ?? base).uses[t];
      if (u) use(u.key, u.value, who);
    });
    if (base.chosen) use(base.chosen.key, base.chosen.value, who);
  });
  return problems;
}
