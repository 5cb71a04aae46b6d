import { idSchema } from '../../../ground/ids.js';
import { alter } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { guidesSchema } from '../../../model/coat/fields.js';
import { need } from '../../../model/coat/refused.js';
import { command } from '../command.js';
import { by } from '../needs.js';

/** Lays guides over a picture. */
export const setGuides = command({
  type: 'picture.guides',
  fields: { id: idSchema, guides: guidesSchema },
  needs: (c) => ({ picture: by('id', c.id) }),
  does: (rows, { id, guides }) => keep(alter('picture', need(rows.picture, id, 'picture'), { guides })),
  says: () => 'Move guides',
});
