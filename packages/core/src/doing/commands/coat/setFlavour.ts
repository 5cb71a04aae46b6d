import { idSchema } from '../../../ground/ids.js';
import { text } from '../../../ground/shape/shape.js';
import { alter } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { need } from '../../../model/coat/refused.js';
import { coatOf } from '../../../model/coat/rows.js';
import { command } from '../command.js';

/** Takes a flavour of a part for one variant; null: as near as it comes. */
export const setFlavour = command({
  type: 'coat.flavour',
  fields: { partId: idSchema, variantId: idSchema, flavour: text(200).nullable() },
  needs: () => ({}),
  does: (rows, { partId, variantId, flavour }) => {
    need(rows.variant, variantId, 'variant');
    const { [partId]: mine = {}, ...others } = coatOf(rows).flavours;
    const { [variantId]: _gone, ...rest } = mine;
    const told = flavour === null ? rest : { ...rest, [variantId]: flavour };
    const flavours = Object.keys(told).length === 0 ? others : { ...others, [partId]: told };
    return keep(alter('coat', coatOf(rows), { flavours }));
  },
  says: (rows, { variantId, flavour }) =>
    flavour === null
      ? `Take the nearest flavour in ${rows.variant[variantId]?.name ?? ''}`
      : `Take ${flavour} in ${rows.variant[variantId]?.name ?? ''}`,
});
