import { basesWith, objectiveOf, overlaysWith } from '../deciding/proposal/assign.js';
import type { Chosen, Overlay, Selection } from '../deciding/proposal/instance.js';
import { problemsOf } from '../deciding/proposal/validate.js';
import type { Problem, ProblemElement } from '../deciding/proposal/terms.js';

/** Everything that one element can have with these parts. */
function choicesOf(e: ProblemElement, parts: ReadonlySet<number>): Chosen[] {
  return basesWith(e, parts).flatMap((base) => {
    const overlays = overlaysWith(e, base, parts);
    let all: (Overlay | null)[][] = [[]];
    e.element.traits.forEach((_, t) => {
      const can: (Overlay | null)[] = [null];
      if (e.layered.includes(t)) can.push(...overlays.filter((o) => o.gains[t] != null));
      all = all.flatMap((over) => can.map((o) => [...over, o]));
    });
    return all.map((over) => ({ base, over }));
  });
}

/** Every selection that breaks no rule, one after the other. For small problems only. */
export function* everySelection(problem: Problem): Generator<Selection> {
  const can = problem.barred.flatMap((b, i) => (b === null && !problem.forced.has(i) ? [i] : []));
  for (let bits = 0; bits < 2 ** can.length; bits++) {
    const parts = new Set([...problem.forced, ...can.filter((_, n) => bits & (1 << n))]);
    const lists = problem.elements.map((e) => choicesOf(e, parts));
    const chosen: Chosen[] = [];
    function* go(n: number): Generator<Selection> {
      if (n === lists.length) {
        const selection = { parts, elements: [...chosen] };
        if (problemsOf(problem, selection).length === 0) yield selection;
        return;
      }
      for (const c of lists[n]!) {
        chosen[n] = c;
        yield* go(n + 1);
      }
    }
    yield* go(0);
  }
}

/** The best selection there is, by trying all; null where none keeps the rules. */
export function enumerateBest(problem: Problem): { selection: Selection; objective: number } | null {
  let best: { selection: Selection; objective: number } | null = null;
  for (const selection of everySelection(problem)) {
    const objective = objectiveOf(problem, selection);
    // What waits for itself can never be carried out.
    if (objective > (best?.objective ?? -Infinity)) best = { selection, objective };
  }
  return best;
}
