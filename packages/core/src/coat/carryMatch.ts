import { kindBook } from '../reference/kindBook.js';
import type { TraitValue } from '../traits/value.js';
import { alter, put, takeOut, type Change } from './changes.js';
import { targetProblem, type CommandOf } from './commands.js';
import { CommandRefused, need } from './refused.js';
import { layersOf, matchOf, type CoatRows, type LayerSettings, type MatchRow } from './rows.js';

/** What commands change of matches and their layers. */

/** The changes that really change something. */
export const keep = (...changes: (Change | null)[]): Change[] =>
  changes.filter((c): c is Change => c !== null);

export function releaseMatch(rows: CoatRows, match: MatchRow): Change[] {
  return [...layersOf(rows, match.id).map((l) => takeOut('layer', l)), takeOut('match', match)];
}

/** Changes a match, or makes one with these fields. */
export function setMatch(
  rows: CoatRows,
  elementId: string,
  matchId: string,
  fields: Partial<MatchRow>,
): Change[] {
  need(rows.element, elementId, 'element');
  const match = matchOf(rows, elementId);
  if (match) return keep(alter('match', match, fields));
  return [put('match', { id: matchId, elementId, said: null, reason: '', lost: '', note: '', ...fields })];
}

export function chooseBase(rows: CoatRows, c: CommandOf<'match.choose'>): Change[] {
  const match = matchOf(rows, c.elementId);
  if ((c.partId === null) !== (c.partRevision === null))
    throw new CommandRefused('bad-value', 'A part is chosen with its revision.');
  return [
    ...(match ? layersOf(rows, match.id).map((l) => takeOut('layer', l)) : []),
    ...setMatch(rows, c.elementId, c.matchId, { said: null }),
    put('layer', {
      id: c.layerId,
      matchId: match?.id ?? c.matchId,
      position: 0,
      partId: c.partId,
      partRevision: c.partRevision,
      offer: c.offer,
      traits: null,
      settings: {},
    }),
  ];
}

export function setSetting(rows: CoatRows, c: CommandOf<'match.setting'>): Change[] {
  const layer = need(rows.layer, c.layerId, 'layer');
  const match = need(rows.match, layer.matchId, 'match');
  const element = need(rows.element, match.elementId, 'element');
  if (c.variantId) need(rows.variant, c.variantId, 'variant');
  const scope = c.variantId ?? 'all';
  if (c.value !== null) {
    const problem = targetProblem(kindBook(rows), element.kind, c.trait, c.value);
    if (problem) throw new CommandRefused('bad-value', problem);
  } else if (!kindBook(rows).trait(element.kind, c.trait)) {
    throw new CommandRefused('bad-value', `There is no trait ${c.trait} here.`);
  }
  const inScope: Record<string, TraitValue> = { ...layer.settings[scope] };
  if (c.value === null) delete inScope[c.trait];
  else inScope[c.trait] = c.value;
  const settings: Record<string, LayerSettings[string]> = { ...layer.settings, [scope]: inScope };
  if (Object.keys(inScope).length === 0) delete settings[scope];
  return keep(alter('layer', layer, { settings }));
}
