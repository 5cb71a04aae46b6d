import type { CoatRows } from '../../model/coat/rows.js';
import { partOf, type MatchContext } from '../../deciding/matching/targets.js';
import type { TraitScore } from '../../deciding/matching/score.js';
import { resource } from '../../model/deeds/deed.js';
import { type Deed } from '../../model/deeds/deedSchema.js';
import { journalOf } from '../../doing/plan/journal.js';
import { valueAt, resourceOf } from '../../model/deeds/written.js';
import type { TraitValue } from '../../model/traits/value.js';

/** What a deed writes, and where; null of deeds that set no value. */
function written(deed: Deed): { readonly to: string; readonly text: string | null } | null {
  if (deed.do === 'set') return { to: resource.setting(deed.key), text: deed.value };
  if (deed.do === 'edit') return { to: resource.line(deed.file), text: deed.value };
  return null;
}

/** The text that the journal says stood in a place at a time; null where it says nothing. */
function textThen(rows: CoatRows, place: string, at: string): string | null {
  const standing = new Map<string, string>();
  for (const entry of journalOf(rows)) {
    if (entry.at > at) break;
    if (entry.what === 'withdrawn') standing.delete(entry.stepKey);
    if (entry.what !== 'done') continue;
    for (const deed of entry.step?.deeds ?? []) {
      const change = written(deed);
      if (change?.to !== place) continue;
      standing.delete(entry.stepKey);
      // A value that was taken away: nobody knows what shows in its place.
      if (change.text !== null) standing.set(entry.stepKey, change.text);
    }
  }
  return [...standing.values()].at(-1) ?? null;
}

/**
 * What a trait was set to at a time, by the journal, in the host's units: what was chosen since shows on no picture of
 * before.
 *
 * @param at ISO 8601 in UTC
 * @returns null where the journal does not tell
 */
export function settingThen(ctx: MatchContext, score: TraitScore, at: string): TraitValue | null {
  const { place, layerId, target } = score;
  if (!place) return null;
  const layer = layerId === null ? undefined : ctx.rows.layer[layerId];
  return valueAt((layer && partOf(ctx, layer)) ?? null, place, target.spec.type, (one) => {
    const name = resourceOf(one);
    return (name ? textThen(ctx.rows, name, at) : null) ?? undefined;
  });
}
