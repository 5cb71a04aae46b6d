import { coatOf } from '../../model/coat/rows.js';
import { fitOf } from '../../model/parts/fit.js';
import type { Part } from '../../model/parts/part.js';
import type { ResolvedLayer } from './score.js';
import type { MatchContext } from './targets.js';

/**
 * Why a part cannot be had on the host of a coat, in a sentence: it is known not to work there. Null where it can, by hand at least, where
 * no host is chosen, and where somebody had it on this very host and kept it.
 */
export function unobtainable({ rows, host }: Pick<MatchContext, 'rows' | 'host'>, part: Part): string | null {
  if (!host) return null;
  const fit = fitOf(part, host, Object.keys(rows.coat).length > 0 ? coatOf(rows).channel : null);
  if (fit.word !== 'known not to') return null;
  const isKept = Object.values(rows.trial).some(
    (t) =>
      t.partId === part.id &&
      t.outcome !== 'dropped' &&
      t.family === host.family &&
      t.hostVersion === host.version,
  );
  return isKept ? null : fit.sentence;
}

/** The layers that can be had on the host: what cannot shows nothing there, and the host's own is seen. */
export const obtainableLayers = (
  ctx: Pick<MatchContext, 'rows' | 'host'>,
  layers: readonly ResolvedLayer[],
): readonly ResolvedLayer[] =>
  layers.filter(({ part }) => part === undefined || unobtainable(ctx, part) === null);
