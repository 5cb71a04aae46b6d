import { idSchema } from '../../../ground/ids.js';
import { command } from '../command.js';
import { by } from '../needs.js';
import { pictureGoes } from '../shared/going.js';

/** Takes a picture out with the regions on it. */
export const removePicture = command({
  type: 'picture.remove',
  fields: { id: idSchema },
  needs: (c) => ({
    picture: by('id', c.id),
    region: by('pictureId', c.id),
    // A target is tied to its picture in two places, of which one lies inside its source.
    trait: 'all',
  }),
  does: (rows, c) => pictureGoes(rows, c.id),
  says: (rows, c) => `Remove the picture ${rows.picture[c.id]?.name ?? ''}`,
});
