import { idSchema } from '../../../ground/ids.js';
import { alter } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { layersOf } from '../../../model/coat/rows.js';
import { command } from '../command.js';
import { elementOfLayer } from '../names.js';
import { CHOICES } from '../needs.js';
import { overlayAt } from '../shared/layers.js';

/** Lays an overlay over the one above it. */
export const raiseLayer = command({
  type: 'layer.raise',
  fields: { id: idSchema },
  needs: () => CHOICES,
  does: (rows, c) => {
    const { layer } = overlayAt(rows, c.id);
    const all = layersOf(rows, layer.matchId);
    const above = all.find((l) => l.position > layer.position);
    if (!above) return [];
    // A position is unique within a match: the upper one steps aside first.
    const aside = Math.max(...all.map((l) => l.position)) + 1;
    return keep(
      alter('layer', above, { position: aside }),
      alter('layer', layer, { position: above.position }),
      alter('layer', { ...above, position: aside }, { position: layer.position }),
    );
  },
  says: (rows, c) => `Change a layer of ${elementOfLayer(rows, c.id)}`,
});
