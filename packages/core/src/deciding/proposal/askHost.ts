import type { HostProfile } from '../../model/host/profile.js';
import { sayShortfall } from '../matching/ledger.js';
import { findBest, prepare, type Effort } from './best.js';
import { buildInstance } from './build.js';
import { released, stateWith, toSet } from './proposedSet.js';
import type { Question } from './question.js';
import type { HostResult } from './report.js';
import type { Solve } from './solve.js';
import { CEILING } from './terms.js';

/** The best that another desktop can show, under the same limits and without any. What was chosen for this one does not count. */
export function askHost(question: Question, host: HostProfile, solve: Solve, effort: Effort): HostResult {
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
