import { keyed, nth } from '../../ground/checked.js';
import { percent } from '../../ground/percent.js';
import { applyChanges } from '../../model/coat/changes.js';
import { choiceChanges } from '../../model/coat/choices.js';
import { NO_ROWS, type CoatRows } from '../../model/coat/rows.js';
import type { HostProfile } from '../../model/host/profile.js';
import { assumedShare, closenessByVariant, evaluateCoat, type CoatState } from '../matching/evaluate.js';
import { sayShortfall } from '../matching/ledger.js';
import { limitsSet, NO_LIMITS, type LimitId, type Limits } from '../../model/coat/limits.js';
import { indexOffers } from '../matching/rank.js';
import type { Offer } from '../../model/offers/offer.js';
import type { Part } from '../../model/parts/part.js';
import type { MatchContext } from '../matching/targets.js';
import { acceptedChoices, type ProposedElement, type ProposedLayer } from './accept.js';
import { breaksOf, objectiveOf } from './assign.js';
import { barredBy, sayLimit } from '../matching/barred.js';
import { findBest, MOST_COLUMNS, prepare, type Effort, type BestSet, type Prepared } from './best.js';
import { buildInstance, type Around } from './build.js';
import { assignAll } from './greedy.js';
import {
  closenessOf,
  overlaysOf,
  valueOf,
  type Base,
  type Chosen,
  type Instance,
  type Selection,
  type Source,
} from './instance.js';
import { carrying } from './model.js';
import type { Solve } from './solve.js';
import { problemsOf } from './validate.js';
import { CEILING, NOTHING, without, type Problem, type Terms } from './terms.js';

/** A set of parts with what each element gets of it. Everything a person needs to judge and to accept it. */
export interface ProposedSet {
  readonly isProven: boolean;
  /** Closeness of the coat, 0 to 1, as it is scored once it is accepted. */
  readonly closeness: number;
  readonly byVariant: Readonly<Record<string, number>>;
  /** Share of the weight that rests on assumed or unknown values, 0 to 1. */
  readonly assumed: number;
  /** By how much of closeness a better set could still be better, 0 where it is proven. */
  readonly gap: number;
  readonly parts: readonly ProposedPart[];
  readonly elements: readonly ProposedElement[];
  readonly breaks: number;
  /** Megabytes. */
  readonly memory: number;
  readonly prices: readonly string[];
}

export interface ProposedPart {
  readonly id: string;
  readonly name: string;
  readonly version: string;
  readonly memory: number;
  /** Whether it carries a match, or is there because another part needs it. */
  readonly carries: boolean;
}

/** What a limit costs: how much nearer the coat would come without it, and by which parts. */
export interface LimitCost {
  readonly limit: LimitId | 'all';
  readonly label: string;
  readonly closeness: number;
  readonly gain: number;
  readonly parts: readonly string[];
}

/** An offer that was not taken, and why. */
export interface NotTaken {
  readonly element: string;
  readonly name: string;
  /** Closeness it would give, 0 to 1. */
  readonly closeness: number;
  readonly reason: string;
}

/** How an element would come nearer than in the best set. */
export interface Reach {
  readonly element: string;
  readonly closeness: number;
  readonly change: string;
}

/** How one host would do. */
export interface HostResult {
  readonly profileId: string;
  readonly name: string;
  readonly version: string;
  /** The best under the limits, and without any; 0 to 1. Null where nothing keeps the rules. */
  readonly closeness: number | null;
  readonly ceiling: number | null;
  readonly isProven: boolean;
  readonly elements: Readonly<Record<string, { readonly closeness: number; readonly falls: string }>>;
}

/** What is known so far: parts of it come one after the other. */
export interface ProposalReport {
  /** What is being looked for now; null when all is told. */
  readonly seeking: string | null;
  readonly best: ProposedSet | null;
  /** Nothing keeps the rules, and why that can be. */
  readonly none: string | null;
  readonly ceiling: ProposedSet | null;
  readonly limits: readonly LimitCost[];
  readonly others: readonly ProposedSet[];
  readonly notTaken: readonly NotTaken[];
  readonly reach: readonly Reach[];
  readonly hosts: readonly HostResult[];
}

export interface Question {
  readonly ctx: MatchContext & { readonly host: HostProfile };
  readonly around: Around;
  readonly limits: Limits;
  /** Elements whose choice by hand may be changed. */
  readonly released: readonly string[] | 'all';
  /** Other desktops to ask for; with the parts that their families need in `ctx.parts`. */
  readonly hosts: readonly HostProfile[];
  /** Seconds for the best set; everything else gets a share of it. */
  readonly seconds: number;
}

const EMPTY: ProposalReport = {
  seeking: 'The best set',
  best: null,
  none: null,
  ceiling: null,
  limits: [],
  others: [],
  notTaken: [],
  reach: [],
  hosts: [],
};

/** So many next best sets are looked for. */
const OTHERS = 5;
/** Next best sets and other hosts are told to a tenth of a percent: what differs less cannot be seen. */
const NEAR_ENOUGH = 0.001;

/** Programs of more columns are not given to the solver for anything but the best set itself. */
const QUICK_COLUMNS = 5000;
/** Closeness by which a bound has to fall until it is told again. */
const TOLD_AT = 0.001;

/** The set that a search begins with, as if it were all that was found. */
function begun({ whole, first }: Prepared, bound: number): BestSet {
  const objective = objectiveOf(whole, first!);
  return {
    problem: whole,
    selection: first!,
    isProven: false,
    closeness: closenessOf(whole.instance, first!),
    objective,
    bound: Math.max(objective, bound),
  };
}

/**
 * The whole report, told as it grows: the best set, the ceiling, what limits cost, the next best sets, why the rest was
 * not taken, and how other desktops would do.
 *
 * @param told called with everything known so far and the share that is done, 0 to 1
 */
export function proposeReport(
  question: Question,
  solve: Solve,
  told: (report: ProposalReport, share: number) => void,
): ProposalReport {
  const { ctx, around, limits, seconds } = question;
  const set = limitsSet(limits);
  const steps = 3 + (set.length > 1 ? set.length + 1 : set.length) + OTHERS + question.hosts.length;
  let done = 0;
  let report = EMPTY;
  const tell = (more: Partial<ProposalReport>) => {
    report = { ...report, ...more };
    told(report, Math.min(1, done / steps));
  };
  const instance = buildInstance(ctx, around);
  const terms: Terms = {
    limits,
    costs: true,
    released: question.released === 'all' ? 'all' : new Set(question.released),
  };
  const quick: Effort = { seconds: seconds / 3, gap: NEAR_ENOUGH, columns: QUICK_COLUMNS };
  const prepared = prepare(instance, terms);
  let limit = prepared.relaxed.bound;
  let near: ProposedSet | null = null;
  if (prepared.first) {
    near = toSet(ctx, instance, begun(prepared, limit));
    tell({ best: near });
  }
  const found = findBest(prepared, solve, {
    seconds,
    gap: 1e-5,
    columns: MOST_COLUMNS,
    told: (_objective, bound) => {
      // The set that is shown stays the same until it is proven; how far it can be from the best is known better.
      if (near === null || bound > limit - TOLD_AT) return;
      limit = bound;
      tell({ best: { ...near, gap: Math.max(0, limit - begun(prepared, limit).objective) } });
    },
  });
  done++;
  if (!found) {
    tell({ seeking: null, none: whyNone(prepared.whole) });
    return report;
  }
  const best = toSet(ctx, instance, found);
  tell({ best, notTaken: notTaken(instance, found, limits), seeking: 'The ceiling of this host' });

  const ceiling = findBest(prepare(instance, CEILING), solve, quick);
  done++;
  tell({ ceiling: ceiling && toSet(released(ctx), instance, ceiling), seeking: 'What limits cost' });

  const costs: LimitCost[] = [];
  const lifted = [
    ...set.map((id) => ({ id, limits: without(limits, id) })),
    { id: 'all' as const, limits: NO_LIMITS },
  ];
  for (const { id, limits: fewer } of set.length > 1 ? lifted : lifted.slice(0, set.length)) {
    const other = findBest(prepare(instance, { ...terms, limits: fewer }), solve, quick);
    done++;
    if (!other) continue;
    // A set that was found under the limits holds without them as well.
    const closeness = Math.max(other.closeness, found.closeness);
    costs.push({
      limit: id,
      label: id === 'all' ? 'All limits' : sayLimit(id, limits),
      closeness,
      gain: closeness - found.closeness,
      parts: namesOf(instance, notIn(other.selection.parts, found.selection.parts)),
    });
    tell({ limits: costs });
  }

  tell({ seeking: 'The next best sets' });
  const excluded: Selection[] = [found.selection];
  const others: ProposedSet[] = [];
  for (let n = 0; n < OTHERS; n++) {
    const other = findBest(prepared, solve, quick, excluded);
    done++;
    if (!other) break;
    excluded.push(other.selection);
    others.push(toSet(ctx, instance, other));
    tell({ others });
  }

  tell({ seeking: 'Other desktops' });
  const hosts: HostResult[] = [];
  for (const host of question.hosts) {
    hosts.push(askHost(question, host, solve, quick));
    done++;
    tell({ hosts: [...hosts].sort((a, b) => (b.closeness ?? -1) - (a.closeness ?? -1)) });
  }
  tell({ seeking: null, reach: reachOf(instance, found, limits, report.hosts, ctx.host) });
  return report;
}

const notIn = (a: ReadonlySet<number>, b: ReadonlySet<number>) => [...a].filter((p) => !b.has(p));
const namesOf = (instance: Instance, parts: readonly number[]) =>
  parts.map((p) => nth(instance.parts, p).part.name).sort();

/** A context in which nothing was chosen, for sets that hold nothing fast. */
function released<T extends MatchContext>(ctx: T): T {
  const kept = Object.values(ctx.rows.match).filter(
    (m) => m.said === 'left alone' || ctx.rows.element[m.elementId]?.addition,
  );
  const ids = new Set(kept.map((m) => m.id));
  const rows: CoatRows = {
    ...ctx.rows,
    match: Object.fromEntries(kept.map((m) => [m.id, m])),
    layer: Object.fromEntries(Object.entries(ctx.rows.layer).filter(([, l]) => ids.has(l.matchId))),
  };
  return { ...ctx, rows };
}

/** An offer's name with its part's, which alone says enough where it offers but one thing. */
function sayOffer({ name, offers }: Part, offer: Offer): string {
  if (offers.length === 1) return name;
  return offer.name.includes(name) ? offer.name : `${name}, ${offer.name.toLowerCase()}`;
}

const layerOf = (instance: Instance, source: Source): ProposedLayer => {
  const part = source.part >= 0 ? nth(instance.parts, source.part).part : null;
  return {
    partId: part?.id ?? null,
    partRevision: part?.revision ?? null,
    offer: source.offer!.id,
    name: part ? sayOffer(part, source.offer!) : source.offer!.name,
  };
};

/** The same choice with a base where one overlay over nothing gives everything that it has. */
function withBase(chosen: Chosen, bases: readonly Base[]): Chosen {
  if (chosen.base.offer) return chosen;
  for (const [o, traits] of overlaysOf(chosen)) {
    const base = bases.find((b) => b.key === o.key && b.open);
    if (!base || traits.length < o.gains.filter((g) => g !== null).length) continue;
    return { base, over: chosen.over.map((other) => (other === o ? null : other)) };
  }
  return chosen;
}

function elementsOf(instance: Instance, { problem, selection }: BestSet): ProposedElement[] {
  return problem.elements.map(({ element, isLocked }, n): ProposedElement => {
    const chosen = withBase(nth(selection.elements, n), nth(problem.elements, n).bases);
    return {
      id: element.id,
      name: element.name,
      isLocked,
      base: chosen.base.offer ? layerOf(instance, chosen.base) : null,
      overlays: [...overlaysOf(chosen)].map(([o, traits]) => ({
        ...layerOf(instance, o),
        traits: traits.map((t) => nth(element.traits, t)),
      })),
      closeness: valueOf(chosen),
    };
  });
}

/** The coat as it would stand with a proposal accepted: the same choices, the same scoring. */
export function stateWith(ctx: MatchContext, elements: readonly ProposedElement[]): CoatState {
  let rows = ctx.rows;
  let counter = 0;
  const newId = () => `00000000-0000-4000-8000-${String(++counter).padStart(12, '0')}`;
  for (const choice of acceptedChoices(rows, elements, newId)) {
    const applied = applyChanges(rows, choiceChanges(rows, choice));
    if (!applied.ok) throw new Error(applied.clash.sentence);
    rows = applied.rows;
  }
  const after = { ...ctx, rows };
  return evaluateCoat(
    after,
    indexOffers({ ...after, rows: { ...NO_ROWS, coat: rows.coat }, parts: new Map() }),
  );
}

function toSet(ctx: MatchContext, instance: Instance, found: BestSet): ProposedSet {
  const elements = elementsOf(instance, found);
  const state = stateWith(ctx, elements);
  const carries = carrying(found.selection);
  const locked = new Set(found.problem.elements.flatMap((e) => (e.isLocked ? e.element.locked!.parts : [])));
  const parts = [...found.selection.parts].map((i) => {
    const { id, name, version, memory } = nth(instance.parts, i).part;
    return { id, name, version, memory, carries: carries.has(i) || locked.has(i) };
  });
  return {
    isProven: found.isProven,
    closeness: state.chosen ?? 0,
    byVariant: closenessByVariant(state),
    assumed: assumedShare(state),
    gap: found.isProven ? 0 : Math.max(0, found.bound - found.objective),
    parts: parts.sort((a, b) => (a.name < b.name ? -1 : 1)),
    elements,
    breaks: breaksOf(found.problem, found.selection),
    memory: parts.reduce((sum, p) => sum + p.memory, 0),
    prices: [...found.selection.parts].flatMap((i) => {
      const { price } = nth(instance.parts, i).part;
      return price ? [`${price.amount} ${price.currency}`] : [];
    }),
  };
}

/** Why not even the host with what is held fast keeps the rules: names what breaks which. */
function whyNone(problem: Problem): string {
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
  for (const base of nth(instance.elements, n).bases) {
    if (!base.offer) continue;
    const value = base.gains.reduce<number>((sum, g) => sum + (g ?? 0), 0);
    if (value > (all.get(base.key)?.value ?? -1)) all.set(base.key, { source: base, value });
  }
  return all;
}

/** So many offers of an element are told of, the nearest first. */
const TOLD = 12;

function notTaken(instance: Instance, { problem, selection }: BestSet, limits: Limits): NotTaken[] {
  return instance.elements.flatMap(({ id }, n) => {
    const chosen = nth(selection.elements, n);
    const used = new Set([chosen.base.key, ...[...overlaysOf(chosen).keys()].map((o) => o.key)]);
    if (nth(problem.elements, n).isLocked) return [];
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
  const chosen = nth(selection.elements, n);
  const now = valueOf(chosen);
  const name = (i: number) => nth(instance.parts, i).part.name;
  const by = chosen.base.offer ? layerOf(instance, chosen.base).name : 'the host as it is';
  if (source.part >= 0 && !selection.parts.has(source.part)) {
    const part = nth(instance.parts, source.part);
    if (part.barred) return part.barred;
    const [bar] = barredBy(part.bars, limits);
    if (bar) return `${bar.sentence} Limit: ${sayLimit(bar.limit, limits).toLowerCase()}.`;
    if (problem.barred[source.part] !== null) return problem.barred[source.part]!;
    const apart = [...selection.parts].find(
      (q) => part.excludes.includes(q) || nth(instance.parts, q).excludes.includes(source.part),
    );
    if (value > now + NOTHING && apart !== undefined) return `It does not go with ${name(apart)}.`;
    const held = part.holds.find(
      (s) =>
        [...selection.parts].filter((q) => nth(instance.parts, q).holds.includes(s)).length >=
        keyed(problem.places, s),
    );
    if (value > now + NOTHING && held) return `The ${held} is held by another part.`;
    const memory = [...selection.parts].reduce((sum, q) => sum + nth(instance.parts, q).memory, 0);
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
  if (other >= 0) return `${nth(instance.elements, other).name} needs the same setting for itself.`;
  return `It would bring ${percent((value - now) * nth(instance.elements, n).share, 1)} of the coat, less than one more part and its risks are worth.`;
}

/** What would have to change for an element to come nearer: the nearest offer that is held back, or another desktop. */
function reachOf(
  instance: Instance,
  { selection }: BestSet,
  limits: Limits,
  hosts: readonly HostResult[],
  host: HostProfile,
): Reach[] {
  /** Less than this cannot be seen. */
  const SEEN = 0.01;
  return instance.elements.flatMap((e, n): Reach[] => {
    const now = valueOf(nth(selection.elements, n));
    const list: Reach[] = [];
    const best = [...sourcesOf(instance, n).values()]
      .filter(({ source }) => source.part >= 0)
      .map(({ source, value }) => ({ part: nth(instance.parts, source.part), value }))
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

/** The best that another desktop can show, under the same limits and without any. What was chosen for this one does not count. */
function askHost(question: Question, host: HostProfile, solve: Solve, effort: Effort): HostResult {
  const plain = released(question.ctx);
  const [coat] = Object.values(plain.rows.coat);
  const channel = host.channels.some((c) => c.id === coat!.channel)
    ? coat!.channel
    : (host.channels[0]?.id ?? null);
  const rows = { ...plain.rows, coat: { [coat!.id]: { ...coat!, channel } } };
  const ctx = { ...plain, rows, host };
  const instance = buildInstance(ctx, question.around);
  const found = findBest(
    prepare(instance, { limits: question.limits, costs: true, released: 'all' }),
    solve,
    effort,
  );
  const ceiling = findBest(prepare(instance, CEILING), solve, effort);
  const set = found ? toSet(ctx, instance, found) : null;
  const state = set ? stateWith(ctx, set.elements) : null;
  const { id: profileId, name, version } = host;
  return {
    profileId,
    name,
    version,
    closeness: set?.closeness ?? null,
    ceiling: ceiling?.closeness ?? null,
    isProven: found?.isProven ?? false,
    elements: Object.fromEntries(
      (state?.elements ?? []).flatMap((e) => {
        if (e.closeness === null) return [];
        const worst = Object.values(e.perVariant)
          .flatMap((v) => v.traits)
          .filter((t) => t.credit < 0.9)
          .sort((a, b) => b.target.weight * (1 - b.credit) - a.target.weight * (1 - a.credit))[0];
        return [[e.element.id, { closeness: e.closeness, falls: worst ? sayShortfall(worst) : '' }]];
      }),
    ),
  };
}
