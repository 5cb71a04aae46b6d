import { idSchema } from '../../../ground/ids.js';
import { takeOut } from '../../../model/coat/changes.js';
import { releaseMatch } from '../../../model/coat/choices.js';
import { need } from '../../../model/coat/refused.js';
import { handmadeOffer, layersOf } from '../../../model/coat/rows.js';
import { command } from '../command.js';
import { by, CHOICES } from '../needs.js';

/** Takes what is of one’s own making out, with the layers that it supplies. */
export const removeHandmade = command({
  type: 'handmade.remove',
  fields: { id: idSchema },
  needs: (c) => ({ ...CHOICES, handmade: by('id', c.id) }),
  does: (rows, { id }) => {
    const thing = need(rows.handmade, id, 'handmade');
    const layers = Object.values(rows.layer).filter(
      (l) => l.partId === null && l.offer === handmadeOffer(id),
    );
    return [
      ...layers.flatMap((l) =>
        layersOf(rows, l.matchId).length === 1
          ? releaseMatch(rows, need(rows.match, l.matchId, 'match'))
          : [takeOut('layer', l)],
      ),
      takeOut('handmade', thing),
    ];
  },
  says: (rows, c) => `Remove ${rows.handmade[c.id]?.name ?? 'something hand-made'}`,
});
