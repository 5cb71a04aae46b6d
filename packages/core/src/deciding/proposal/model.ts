import { keyed, mapped } from '../../ground/checked.js';
import { COSTS } from './costs.js';
import { overlaysOf, type Base, type Chosen, type Overlay, type Selection, type Use } from './instance.js';
import { contestedKeys, heldUses, type Problem, type ProblemElement } from './terms.js';

/** A mixed-integer linear program to be maximised: columns with bounds, rows with bounds over them. */
export interface LinearModel {
  readonly cost: readonly number[];
  readonly lower: readonly number[];
  readonly upper: readonly number[];
  readonly isInteger: readonly boolean[];
  readonly rows: readonly LinearRow[];
}
export interface LinearRow {
  readonly lower: number;
  readonly upper: number;
  readonly columns: readonly number[];
  readonly values: readonly number[];
}

/** Values of some columns. */
export interface PartialSolution {
  readonly indices: readonly number[];
  readonly values: readonly number[];
}

/** Closeness of the coat is told in thousandths, so that costs stand well above the tolerances of a solver. */
export const SCALE = 1000;

/** The program of a problem, and how its values and a selection are told by each other. */
export interface ProposalModel {
  readonly linear: LinearModel;
  readonly selectionOf: (values: ArrayLike<number>) => Selection;
  readonly valuesOf: (selection: Selection) => PartialSolution;
}

class ProgramParts {
  readonly cost: number[] = [];
  readonly lower: number[] = [];
  readonly upper: number[] = [];
  readonly isInteger: boolean[] = [];
  readonly rows: LinearRow[] = [];

  column(cost: number, isInteger = true, lower = 0, upper = 1): number {
    this.cost.push(cost * SCALE);
    this.lower.push(lower);
    this.upper.push(upper);
    this.isInteger.push(isInteger);
    return this.cost.length - 1;
  }

  row(lower: number, upper: number, terms: readonly (readonly [number, number])[]): void {
    const sums = new Map<number, number>();
    for (const [c, v] of terms) sums.set(c, (sums.get(c) ?? 0) + v);
    this.rows.push({ lower, upper, columns: [...sums.keys()], values: [...sums.values()] });
  }

  /** `column` at most the sum of the others. */
  atMost(column: number, sum: readonly number[], more = 0): void {
    this.row(-Infinity, more, [[column, 1], ...sum.map((c): [number, number] => [c, -1])]);
  }
}

/** What stands for one element in the program. */
interface ElementColumns {
  readonly element: ProblemElement;
  readonly bases: Map<Base, number>;
  readonly overlays: Map<Overlay, number>;
  /** By layered trait: the groups of open bases that give the same, and the overlays that give it. */
  readonly traits: Map<
    number,
    { groups: { bases: Set<Base>; column: number }[]; over: Map<Overlay, number> }
  >;
}

/**
 * The choice as a linear program. A part is taken or not; an element has one base and, trait by trait, its base or an
 * overlay; layers come of parts that are taken. Sources are assigned trait by trait instead of being rewarded for what
 * they improve, so that the relaxation is tight and no large constant is needed.
 *
 * @param excluded sets that are not wanted again: another part has to carry a match
 */
export function buildModel(problem: Problem, excluded: readonly Selection[] = []): ProposalModel {
  const { instance, terms } = problem;
  const { parts } = instance;
  const draft = new ProgramParts();
  const cost = (c: number) => (terms.costs ? -c : 0);

  const taken = new Map<number, number>();
  parts.forEach((p, i) => {
    if (problem.barred[i] !== null && !problem.forced.has(i)) return;
    taken.set(i, draft.column(cost(p.cost), true, problem.forced.has(i) ? 1 : 0));
  });
  for (const [i, x] of taken) {
    for (const need of problem.needs[i]!)
      draft.atMost(
        x,
        need.flatMap((q) => taken.get(q) ?? []),
      );
    for (const q of parts[i]!.excludes) {
      const other = taken.get(q);
      if (other === undefined || (problem.forced.has(i) && problem.forced.has(q))) continue;
      if (!parts[q]!.excludes.includes(i) || i < q)
        draft.row(-Infinity, 1, [
          [x, 1],
          [other, 1],
        ]);
    }
  }
  const holders = new Map<string, number[]>();
  for (const [i, x] of taken)
    for (const surface of parts[i]!.holds) holders.set(surface, [...(holders.get(surface) ?? []), x]);
  for (const [surface, columns] of holders)
    if (columns.length > keyed(problem.places, surface))
      draft.row(
        -Infinity,
        keyed(problem.places, surface),
        columns.map((c) => [c, 1]),
      );
  if (problem.memory !== null)
    draft.row(
      -Infinity,
      problem.memory,
      [...taken].map(([i, x]): [number, number] => [x, parts[i]!.memory]),
    );
  looksApart(problem, taken, draft);

  const uses = new Map<string, Map<string, number[]>>();
  const contested = contestedKeys(problem);
  const held = heldUses(problem);
  const use = (u: Use | null, column: number, isLocked: boolean) => {
    // What is held fast is not held to agree with itself; everything else has to agree with it.
    if (!u || isLocked || !contested.has(u.key)) return;
    const fast = held.get(u.key);
    if (fast && !fast.has(u.value)) draft.row(0, 0, [[column, 1]]);
    const values = uses.get(u.key) ?? new Map<string, number[]>();
    uses.set(u.key, values.set(u.value, [...(values.get(u.value) ?? []), column]));
  };
  const columns = problem.elements.map((e) => addElement(e, problem, taken, draft, use));
  addUses(uses, draft);
  addBreaks(problem, taken, columns, draft);
  for (const selection of excluded) exclude(selection, taken, columns, draft);

  return {
    linear: draft,
    selectionOf: (values) => read(values, taken, columns),
    valuesOf: (selection) => write(selection, taken, columns),
  };
}

/** Two whole looks that touch one kind are not taken together. */
function looksApart(problem: Problem, taken: Map<number, number>, draft: ProgramParts): void {
  const { parts } = problem.instance;
  const looks = [...taken.keys()].filter((i) => parts[i]!.isLook);
  for (const [n, a] of looks.entries())
    for (const b of looks.slice(n + 1)) {
      if (problem.forced.has(a) && problem.forced.has(b)) continue;
      const theirs = new Set(parts[b]!.part.overwrites);
      if (parts[a]!.part.overwrites!.some((k) => theirs.has(k)))
        draft.row(-Infinity, 1, [
          [mapped(taken, a), 1],
          [mapped(taken, b), 1],
        ]);
    }
}

function addElement(
  e: ProblemElement,
  problem: Problem,
  taken: Map<number, number>,
  draft: ProgramParts,
  use: (u: Use | null, column: number, isLocked: boolean) => void,
): ElementColumns {
  const { share } = e.element;
  const layered = new Set(e.layered);
  const bases = new Map<Base, number>();
  for (const b of e.bases) {
    const own = b.gains.reduce<number>((sum, g, t) => sum + (b.open && layered.has(t) ? 0 : (g ?? 0)), 0);
    const y = draft.column(share * own);
    bases.set(b, y);
    if (b.part >= 0) draft.atMost(y, [mapped(taken, b.part)]);
    b.uses.forEach((u, t) => {
      if (!(b.open && layered.has(t))) use(u, y, e.isLocked);
    });
    use(b.chosen, y, e.isLocked);
  }
  draft.row(
    1,
    1,
    [...bases.values()].map((y) => [y, 1]),
  );
  for (const w of e.looks) {
    const x = mapped(taken, w);
    const outside = [...bases]
      .filter(([b]) => !b.states.includes(w))
      .map(([, y]): [number, number] => [y, 1]);
    if (outside.length > 0) draft.row(-Infinity, 1, [...outside, [x, 1]]);
  }
  const byLooks = new Map<string, { looks: number[]; columns: number[] }>();
  for (const [b, y] of bases) {
    if (b.states.includes(-1)) continue;
    const looks = b.states.flatMap((s) => taken.get(s) ?? []);
    const known = byLooks.get(looks.join()) ?? { looks, columns: [] };
    known.columns.push(y);
    byLooks.set(looks.join(), known);
  }
  for (const { looks, columns } of byLooks.values())
    draft.row(-Infinity, 0, [
      ...columns.map((y): [number, number] => [y, 1]),
      ...looks.map((x): [number, number] => [x, -1]),
    ]);

  const overlays = new Map<Overlay, number>();
  const open = [...bases].filter(([b]) => b.open);
  for (const o of e.overlays) {
    const v = draft.column(0);
    overlays.set(o, v);
    if (o.part >= 0) draft.atMost(v, [mapped(taken, o.part)]);
    draft.atMost(
      v,
      open.filter(([b]) => b.key !== o.key).map(([, y]) => y),
    );
  }
  const traits: ElementColumns['traits'] = new Map();
  for (const t of e.layered) {
    const groups = new Map<string, { bases: Set<Base>; column: number; columns: number[] }>();
    for (const [b, y] of open) {
      const u = b.uses[t];
      const key = `${b.gains[t]} ${u ? JSON.stringify(u) : ''}`;
      const known = groups.get(key);
      if (known) {
        known.bases.add(b);
        known.columns.push(y);
      } else {
        const column = draft.column(share * (b.gains[t] ?? 0), false);
        use(u ?? null, column, false);
        groups.set(key, { bases: new Set([b]), column, columns: [y] });
      }
    }
    for (const g of groups.values()) draft.atMost(g.column, g.columns);
    const over = new Map<Overlay, number>();
    for (const [o, v] of overlays) {
      if (o.gains[t] === null || o.gains[t] === undefined) continue;
      const s = draft.column(share * o.gains[t], false);
      over.set(o, s);
      use(o.uses[t] ?? null, s, false);
      if (o.fixed[t])
        draft.row(0, 0, [
          [s, 1],
          [v, -1],
        ]);
      else draft.atMost(s, [v]);
    }
    draft.row(0, 0, [
      ...[...groups.values()].map((g): [number, number] => [g.column, 1]),
      ...[...over.values()].map((s): [number, number] => [s, 1]),
      ...open.map(([, y]): [number, number] => [y, -1]),
    ]);
    traits.set(t, { groups: [...groups.values()], over });
  }
  return { element: e, bases, overlays, traits };
}

/** A setting has one value: whatever takes another is out. */
function addUses(uses: Map<string, Map<string, number[]>>, draft: ProgramParts): void {
  for (const values of uses.values()) {
    if (values.size < 2) continue;
    const lists = [...values.values()];
    if (lists.every((l) => l.length === 1)) {
      draft.row(
        -Infinity,
        1,
        lists.map(([c]) => [c!, 1]),
      );
      continue;
    }
    const chosen = lists.map((list) => {
      const k = draft.column(0);
      for (const c of list) draft.atMost(c, [k]);
      return k;
    });
    draft.row(
      -Infinity,
      1,
      chosen.map((k) => [k, 1]),
    );
  }
}

/**
 * Session breaks as the longest chain: a part is reached by the k-th break when its needs were reached so many breaks
 * before as it takes itself, and what is chosen by it shows one break later where it has to.
 */
function addBreaks(
  problem: Problem,
  taken: Map<number, number>,
  columns: readonly ElementColumns[],
  draft: ProgramParts,
): void {
  const { instance, terms, breaks, levels } = problem;
  if (breaks === null && !terms.costs) return;
  const { parts } = instance;
  const longest = Math.max(0, ...[...taken.keys()].map((i) => latest(problem, i)));
  // In a ring of alternatives no chain is longer than all breaks together.
  const all = [...taken.keys()].reduce((sum, i) => sum + parts[i]!.breaks, 0);
  const most = Math.min(breaks ?? Infinity, Math.min(longest, all) + 1);
  const counted = Array.from({ length: most }, () => draft.column(terms.costs ? -COSTS.break : 0));
  for (let k = 1; k < counted.length; k++) draft.atMost(counted[k]!, [counted[k - 1]!]);
  // Only where it depends on which of its needs are taken does a part need columns of its own.
  const reached = new Map<number, number[]>();
  for (const [i] of taken)
    if (levels[i]! < latest(problem, i) && Number.isFinite(levels[i]!))
      reached.set(
        i,
        Array.from({ length: most + 1 }, () => draft.column(0)),
      );
  /** The column that says that a part is there by the k-th break; null: it cannot be. */
  const by = (i: number, k: number): number | null => {
    if (k < 0) return null;
    const own = reached.get(i);
    if (own) return k <= most ? own[k]! : mapped(taken, i);
    return k >= levels[i]! ? mapped(taken, i) : null;
  };
  for (const [i, own] of reached) {
    const x = mapped(taken, i);
    own.forEach((u, k) => {
      draft.atMost(u, [own[k + 1] ?? x]);
      for (const need of problem.needs[i]!)
        draft.atMost(
          u,
          need.flatMap((q) => (taken.has(q) ? (by(q, k - parts[i]!.breaks) ?? []) : [])),
        );
    });
    draft.atMost(x, [own[most]!]);
  }
  for (const [i, x] of taken) {
    if (breaks !== null && levels[i]! > most && !problem.forced.has(i)) draft.row(0, 0, [[x, 1]]);
    for (let k = 1; k <= most; k++) {
      const before = by(i, k - 1);
      if (before === x) break;
      draft.atMost(x, before === null ? [counted[k - 1]!] : [counted[k - 1]!, before]);
    }
  }
  for (const { bases, overlays } of columns)
    for (const [source, y] of [...bases, ...overlays] as [Base | Overlay, number][]) {
      if (source.breaks === 0) continue;
      for (let k = 1; ; k++) {
        const before = source.part < 0 ? (k > 1 ? y : null) : by(source.part, k - 2);
        if (before === y || (source.part >= 0 && before === taken.get(source.part))) break;
        if (k > most) {
          if (breaks !== null) draft.atMost(y, before === null ? [] : [before]);
          break;
        }
        draft.atMost(y, before === null ? [counted[k - 1]!] : [counted[k - 1]!, before]);
      }
    }
}

/** The most breaks until a part can be used, whichever of its needs are taken; Infinity where they may go in a ring. */
function latest(problem: Problem, part: number, path: readonly number[] = []): number {
  const { breaks } = problem.instance.parts[part]!;
  if (path.includes(part)) return Infinity;
  const later = problem.needs[part]!.flatMap((n) =>
    n
      .filter((q) => problem.barred[q] === null || problem.forced.has(q))
      .map((q) => latest(problem, q, [...path, part])),
  );
  return breaks + Math.max(0, ...later);
}

/** Parts that carry a match in a selection. */
export function carrying(selection: Selection): Set<number> {
  const parts = new Set<number>();
  for (const chosen of selection.elements) {
    if (chosen.base.part >= 0) parts.add(chosen.base.part);
    for (const o of overlaysOf(chosen).keys()) if (o.part >= 0) parts.add(o.part);
  }
  return parts;
}

/**
 * A set that is not wanted again: one of the parts that carry a match in it has to carry none. The same set with one
 * more part would be nothing new. Where no part carries anything, one has to.
 */
function exclude(
  selection: Selection,
  taken: Map<number, number>,
  columns: readonly ElementColumns[],
  draft: ProgramParts,
): void {
  const old = carrying(selection);
  const sourcesOf = (i: number) =>
    columns.flatMap(({ bases, overlays, traits }) => [
      ...[...bases].filter(([b]) => b.part === i).map(([, y]) => y),
      ...[...overlays.keys()]
        .filter((o) => o.part === i)
        .flatMap((o) => [...traits.values()].flatMap((t) => t.over.get(o) ?? [])),
    ]);
  if (old.size === 0) {
    draft.row(
      1,
      Infinity,
      [...taken.keys()].flatMap(sourcesOf).map((c) => [c, 1]),
    );
    return;
  }
  const carries = [...old].map((i) => {
    const column = draft.column(0);
    for (const s of sourcesOf(i)) draft.atMost(s, [column]);
    return column;
  });
  draft.row(
    -Infinity,
    carries.length - 1,
    carries.map((c) => [c, 1]),
  );
}

function read(
  values: ArrayLike<number>,
  taken: Map<number, number>,
  columns: readonly ElementColumns[],
): Selection {
  const on = (c: number) => values[c]! > 0.5;
  const parts = new Set([...taken].filter(([, x]) => on(x)).map(([i]) => i));
  return {
    parts,
    elements: columns.map(({ element, bases, traits }): Chosen => {
      const base = [...bases].find(([, y]) => on(y))![0];
      return {
        base,
        over: element.element.traits.map((_, t) => {
          const over = base.open ? traits.get(t)?.over : undefined;
          return over ? ([...over].find(([, s]) => on(s))?.[0] ?? null) : null;
        }),
      };
    }),
  };
}

/** What a selection says of columns; the rest (values of settings, breaks, carried parts) a solver completes by itself. */
function write(
  selection: Selection,
  taken: Map<number, number>,
  columns: readonly ElementColumns[],
): PartialSolution {
  const indices: number[] = [];
  const values: number[] = [];
  const say = (column: number, on: boolean) => {
    indices.push(column);
    values.push(on ? 1 : 0);
  };
  for (const [i, x] of taken) say(x, selection.parts.has(i));
  columns.forEach(({ bases, overlays }, n) => {
    const chosen = selection.elements[n]!;
    for (const [b, y] of bases) say(y, b === chosen.base);
    const used = overlaysOf(chosen);
    for (const [o, v] of overlays) say(v, used.has(o));
  });
  return { indices, values };
}
