import { idSchema } from '../../../ground/ids.js';
import { alter } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { whole } from '../../../ground/shape/shape.js';
import { CommandRefused } from '../../../model/coat/refused.js';
import { command } from '../command.js';
import { elementOfLayer } from '../names.js';
import { CHOICES } from '../needs.js';
import { layerAt } from '../shared/layers.js';

/** Takes another revision of the same part: what was set on it stays. */
export const renewLayer = command({
  type: 'layer.renew',
  fields: { id: idSchema, partRevision: whole(1, 1e9) },
  needs: () => CHOICES,
  does: (rows, c) => {
    const { layer } = layerAt(rows, c.id);
    if (layer.partId === null)
      throw new CommandRefused('bad-value', 'This comes from the host, which has no revisions here.');
    return keep(alter('layer', layer, { partRevision: c.partRevision }));
  },
  says: (rows, c) => `Change a layer of ${elementOfLayer(rows, c.id)}`,
});
