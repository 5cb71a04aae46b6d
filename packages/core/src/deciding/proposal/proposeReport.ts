import { limitsSet, NO_LIMITS } from '../../model/coat/limits.js';
import { sayLimit } from '../matching/barred.js';
import { askHost } from './askHost.js';
import { objectiveOf } from './assign.js';
import { findBest, MOST_COLUMNS, prepare, type BestSet, type Effort, type Prepared } from './best.js';
import { buildInstance } from './build.js';
import { notTaken, reachOf, whyNone } from './explain.js';
import { closenessOf, type Instance, type Selection } from './instance.js';
import { released, toSet } from './proposedSet.js';
import type { HostResult, LimitCost, ProposalReport, ProposedSet } from './report.js';
import type { Question } from './question.js';
import type { Solve } from './solve.js';
import { CEILING, without, type Terms } from './terms.js';

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
  parts.map((p) => instance.parts[p]!.part.name).sort();
