import { idSchema } from '../../../ground/ids.js';
import { takeOut } from '../../../model/coat/changes.js';
import { releaseMatch } from '../../../model/coat/choices.js';
import { layersOf } from '../../../model/coat/rows.js';
import { command } from '../command.js';
import { elementOfLayer } from '../names.js';
import { CHOICES } from '../needs.js';
import { overlayAt } from '../shared/layers.js';

/** Takes an overlay off; the last layer takes the match along. */
export const removeLayer = command({
  type: 'layer.remove',
  fields: { id: idSchema },
  needs: () => CHOICES,
  does: (rows, c) => {
    const { layer, match } = overlayAt(rows, c.id);
    return layersOf(rows, match.id).length === 1 ? releaseMatch(rows, match) : [takeOut('layer', layer)];
  },
  says: (rows, c) => `Change a layer of ${elementOfLayer(rows, c.id)}`,
});
