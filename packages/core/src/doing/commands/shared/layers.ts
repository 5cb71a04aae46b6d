import { idSchema } from '../../../ground/ids.js';
import { nullableId, traitId } from '../../../model/coat/fields.js';
import { list, oneOf, text, whole } from '../../../ground/shape/shape.js';
import { CommandRefused, need } from '../../../model/coat/refused.js';
import { type CoatRows, type LayerRow, type MatchRow } from '../../../model/coat/rows.js';
import { CHOSEN_BY } from '../../../model/coat/rows/matches.js';

/** How an offer is named: of a part by its revision, of the host or of one's own making by null. */
export const offerFields = {
  elementId: idSchema,
  matchId: idSchema,
  layerId: idSchema,
  partId: nullableId,
  partRevision: whole(1, 1e9).nullable().default(null),
  offer: text(100),
  by: oneOf(CHOSEN_BY).optional(),
};

/** Some traits; null: all. */
export const someTraits = list(traitId, { least: 1, most: 60 }).nullable().default(null);

interface LayerAt {
  readonly layer: LayerRow;
  readonly match: MatchRow;
  readonly elementId: string;
}

/** A layer with the match that it is of. @throws CommandRefused */
export function layerAt(rows: CoatRows, id: string): LayerAt {
  const layer = need(rows.layer, id, 'layer');
  const match = need(rows.match, layer.matchId, 'match');
  return { layer, match, elementId: match.elementId };
}

/** A layer that lies over a base. The base goes by choosing another or by releasing the match. @throws CommandRefused */
export function overlayAt(rows: CoatRows, id: string): LayerAt {
  const at = layerAt(rows, id);
  if (at.layer.position === 0)
    throw new CommandRefused('bad-value', 'The base is changed by choosing another one.');
  return at;
}
