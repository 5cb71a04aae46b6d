import { idSchema } from '../../../ground/ids.js';
import { alter } from '../../../model/coat/changes.js';
import { keep, needTraits } from '../../../model/coat/choices.js';
import { nullableId, traitId } from '../../../model/coat/fields.js';
import { kindBook, targetProblem } from '../../../model/coat/kindBook.js';
import { CommandRefused, need } from '../../../model/coat/refused.js';
import { traitValueSchema } from '../../../model/traits/value.js';
import { command } from '../command.js';
import { elementOfLayer } from '../names.js';
import { CHOICES } from '../needs.js';
import { layerAt } from '../shared/layers.js';

/** Types the value of a setting on one layer, in one variant or in all; null takes it back. */
export const setByHand = command({
  type: 'match.setting',
  fields: {
    layerId: idSchema,
    trait: traitId,
    variantId: nullableId,
    value: traitValueSchema.nullable().default(null),
  },
  needs: () => CHOICES,
  does: (rows, c) => {
    const { layer, elementId } = layerAt(rows, c.layerId);
    const element = need(rows.element, elementId, 'element');
    if (c.variantId) need(rows.variant, c.variantId, 'variant');
    const scope = c.variantId ?? 'all';
    if (c.value === null) needTraits(rows, element.kind, [c.trait]);
    else {
      const problem = targetProblem(kindBook(rows), element.kind, c.trait, c.value);
      if (problem) throw new CommandRefused('bad-value', problem);
    }
    const { [c.trait]: _, ...others } = layer.settings[scope] ?? {};
    const inScope = c.value === null ? others : { ...others, [c.trait]: c.value };
    const { [scope]: __, ...otherScopes } = layer.settings;
    const settings = Object.keys(inScope).length === 0 ? otherScopes : { ...otherScopes, [scope]: inScope };
    return keep(alter('layer', layer, { settings }));
  },
  says: (rows, c) => `Set a value of ${elementOfLayer(rows, c.layerId)}`,
});
