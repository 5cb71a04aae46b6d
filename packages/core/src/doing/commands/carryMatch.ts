import { keep, needTraits, releaseMatch } from '../../model/coat/choices.js';
import { kindBook, targetProblem } from '../../model/coat/kindBook.js';
import type { TraitValue } from '../../model/traits/value.js';
import { alter, put, takeOut, type Change } from '../../model/coat/changes.js';
import { type CommandOf } from './commands.js';
import { CommandRefused, need } from '../../model/coat/refused.js';
import {
  handmadeOffer,
  layersOf,
  matchOf,
  type CoatRows,
  type LayerRow,
  type LayerSettings,
  type MatchRow,
} from '../../model/coat/rows.js';

/** What commands change of layers and of what is hand-made. */

type LayerCommand = CommandOf<'layer.traits' | 'layer.raise' | 'layer.remove'>;

/** What commands change of one layer. The base goes by choosing another or by releasing the match. */
export function changeLayer(rows: CoatRows, c: LayerCommand): Change[] {
  const layer = need(rows.layer, c.id, 'layer');
  const match = need(rows.match, layer.matchId, 'match');
  if (layer.position === 0)
    throw new CommandRefused('bad-value', 'The base is changed by choosing another one.');
  switch (c.type) {
    case 'layer.traits':
      needTraits(rows, need(rows.element, match.elementId, 'element').kind, c.traits);
      return keep(alter('layer', layer, { traits: c.traits }));
    case 'layer.remove':
      return layersOf(rows, match.id).length === 1 ? releaseMatch(rows, match) : [takeOut('layer', layer)];
    case 'layer.raise': {
      const above = layersOf(rows, match.id).find((l) => l.position > layer.position);
      if (!above) return [];
      // A position is unique within a match: the upper one steps aside first.
      const aside = Math.max(...layersOf(rows, match.id).map((l) => l.position)) + 1;
      return keep(
        alter('layer', above, { position: aside }),
        alter('layer', layer, { position: above.position }),
        alter('layer', { ...above, position: aside }, { position: layer.position }),
      );
    }
  }
}

/** A value of the part's own, at this place of it alone. */
export function setOwn(rows: CoatRows, c: CommandOf<'layer.own'>): Change[] {
  const layer = need(rows.layer, c.id, 'layer');
  if (layer.partId === null)
    throw new CommandRefused('bad-value', 'This comes from the host, which has its settings elsewhere.');
  const { [c.setting]: _, ...others } = layer.own ?? {};
  return keep(
    alter('layer', layer, { own: c.value === null ? others : { ...others, [c.setting]: c.value } }),
  );
}

/** The same offer of another revision of its part: what was set on it stays. */
export function renewLayer(rows: CoatRows, c: CommandOf<'layer.renew'>): Change[] {
  const layer = need(rows.layer, c.id, 'layer');
  if (layer.partId === null)
    throw new CommandRefused('bad-value', 'This comes from the host, which has no revisions here.');
  return keep(alter('layer', layer, { partRevision: c.partRevision }));
}

export function setHandmade(rows: CoatRows, c: CommandOf<'handmade.set'>): Change[] {
  const element = need(rows.element, c.elementId, 'element');
  const book = kindBook(rows);
  for (const [trait, value] of Object.entries(c.supplies)) {
    const problem = targetProblem(book, element.kind, trait, value);
    if (problem) throw new CommandRefused('bad-value', problem);
  }
  const { id, elementId, name, supplies, files, recipe } = c;
  const known = rows.handmade[id];
  if (known) return keep(alter('handmade', known, { name, supplies, files, recipe }));
  return [put('handmade', { id, elementId, kind: element.kind, name, supplies, files, recipe })];
}

/** What is of one's own making goes with the layers that it supplies. */
export function removeHandmade(rows: CoatRows, id: string): Change[] {
  const thing = need(rows.handmade, id, 'handmade');
  const layers = Object.values(rows.layer).filter((l) => l.partId === null && l.offer === handmadeOffer(id));
  const alone = (l: LayerRow) => layersOf(rows, l.matchId).length === 1;
  return [
    ...layers.flatMap((l) => (alone(l) ? releaseMatch(rows, rows.match[l.matchId]!) : [takeOut('layer', l)])),
    takeOut('handmade', thing),
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
