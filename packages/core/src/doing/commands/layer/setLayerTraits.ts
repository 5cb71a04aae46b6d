import { idSchema } from '../../../ground/ids.js';
import { alter } from '../../../model/coat/changes.js';
import { keep, needTraits } from '../../../model/coat/choices.js';
import { need } from '../../../model/coat/refused.js';
import { command } from '../command.js';
import { elementOfLayer } from '../names.js';
import { CHOICES } from '../needs.js';
import { overlayAt, someTraits } from '../shared/layers.js';

/** Says for which traits an overlay counts; null: for all that it has. */
export const setLayerTraits = command({
  type: 'layer.traits',
  fields: { id: idSchema, traits: someTraits },
  needs: () => CHOICES,
  does: (rows, c) => {
    const { layer, elementId } = overlayAt(rows, c.id);
    needTraits(rows, need(rows.element, elementId, 'element').kind, c.traits);
    return keep(alter('layer', layer, { traits: c.traits }));
  },
  says: (rows, c) => `Change a layer of ${elementOfLayer(rows, c.id)}`,
});
