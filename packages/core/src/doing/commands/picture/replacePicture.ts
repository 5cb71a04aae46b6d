import { list } from '../../../ground/shape/shape.js';
import { idSchema } from '../../../ground/ids.js';
import { clip, isInside } from '../../../measuring/picture/rect.js';
import { alter } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { pixelsFields } from '../../../model/coat/fields.js';
import { need } from '../../../model/coat/refused.js';
import { command } from '../command.js';
import { by } from '../needs.js';

/** Puts new pixels under the same regions: those that no longer fit are clipped, those that changed want another look. */
export const replacePicture = command({
  type: 'picture.replace',
  fields: {
    id: idSchema,
    ...pixelsFields,
    /** Ids of the regions on it whose pixels are not what they were. */
    changed: list(idSchema, { most: 2000 }),
  },
  needs: (c) => ({ picture: by('id', c.id), region: by('pictureId', c.id) }),
  does: (rows, c) => {
    const picture = need(rows.picture, c.id, 'picture');
    const { blob, original, width, height } = c;
    const changed = new Set(c.changed);
    return keep(
      // What comes in its place was not set straight here.
      alter('picture', picture, { blob, original, width, height, straightened: false }),
      ...Object.values(rows.region)
        .filter((r) => r.pictureId === c.id)
        .map((region) => {
          const inside = isInside(region, width, height);
          const fitting = inside
            ? region
            : (clip(region, width, height) ?? { x: 0, y: 0, width: 1, height: 1 });
          const { x, y } = fitting;
          return alter('region', region, {
            x,
            y,
            width: fitting.width,
            height: fitting.height,
            again: region.again || !inside || changed.has(region.id),
          });
        }),
    );
  },
  says: (rows, c) => `Replace the picture ${rows.picture[c.id]?.name ?? ''}`,
});
