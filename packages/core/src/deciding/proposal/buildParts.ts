import type { Around } from './around.js';
import { coatOf } from '../../model/coat/rows.js';
import { type HostProfile } from '../../model/host/profile.js';
import type { Break } from '../../model/offers/break.js';
import type { Part } from '../../model/parts/part.js';
import { fitOf } from '../../model/parts/fit.js';
import { type MatchContext } from '../matching/targets.js';
import { barsOf } from '../matching/barred.js';
import { costOf } from './costs.js';
import type { InstancePart } from './instance.js';

const isBreak = (effect: Break | undefined) => effect === 'session' || effect === 'restart';

/** Sums up a part: whether and where it can be had, what bars it, what it costs and needs. @param numberOf ids of parts → their numbers */
export function instancePart(
  part: Part,
  ctx: MatchContext & { readonly host: HostProfile },
  around: Around,
  numberOf: ReadonlyMap<string, number>,
): InstancePart {
  const { host, rows } = ctx;
  const { channel } = coatOf(rows);
  const fit = fitOf(part, host, channel);
  const needs = part.requires.map((r) => r.anyOf.flatMap((id) => numberOf.get(id) ?? []));
  const missing = part.requires.find((_, n) => needs[n]!.length === 0);
  const failed = around.trials.find(
    (t) =>
      t.partId === part.id &&
      t.outcome === 'dropped' &&
      !t.flavour &&
      t.family === host.family &&
      t.hostVersion === host.version,
  );
  return {
    part,
    fit,
    bars: barsOf(part, fit, host, around.today),
    barred: failed
      ? `It was tried on ${host.name} ${host.version} on ${failed.tried} and dropped: ${failed.why}`
      : !fit.usable
        ? `${fit.sentence} ${fit.channel === null ? fit.channelSentence : ''}`.trim()
        : missing
          ? `It needs a part that the catalogue does not have: ${missing.why}`
          : null,
    cost: costOf(part, fit),
    memory: part.memory,
    breaks: Number(isBreak(part.effect)) + Number(part.enable !== null && isBreak(host.effects.enable)),
    needs: needs.filter((n) => n.length > 0),
    excludes: part.excludes.flatMap((id) => numberOf.get(id) ?? []),
    holds: part.holds ?? [],
    isLook: (part.overwrites?.length ?? 0) > 0,
  };
}
