import { text } from '../../../ground/shape/shape.js';
import { idSchema } from '../../../ground/ids.js';
import { alter } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { CommandRefused } from '../../../model/coat/refused.js';
import { command } from '../command.js';
import { elementOfLayer } from '../names.js';
import { CHOICES } from '../needs.js';
import { layerAt } from '../shared/layers.js';

/** Sets one of the part’s own settings where it is used; null takes what was said back. */
export const setOwn = command({
  type: 'layer.own',
  fields: {
    id: idSchema,
    setting: text(100),
    value: text(500, 0).nullable(),
  },
  needs: () => CHOICES,
  does: (rows, c) => {
    const { layer } = layerAt(rows, c.id);
    if (layer.partId === null)
      throw new CommandRefused('bad-value', 'This comes from the host, which has its settings elsewhere.');
    const { [c.setting]: _, ...others } = layer.own ?? {};
    return keep(
      alter('layer', layer, { own: c.value === null ? others : { ...others, [c.setting]: c.value } }),
    );
  },
  says: (rows, c) => `Change a layer of ${elementOfLayer(rows, c.id)}`,
});
