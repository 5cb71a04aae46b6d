import { idSchema } from '../../../ground/ids.js';
import { nameSchema } from '../../../ground/text.js';
import { alter } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { subjectSchema } from '../../../model/coat/fields.js';
import { number } from '../../../ground/shape/shape.js';
import { need } from '../../../model/coat/refused.js';
import { command } from '../command.js';
import { by } from '../needs.js';

/** Describes a picture. Scale and inches are those of the screen that it shows, where known. */
export const setPicture = command({
  type: 'picture.set',
  fields: {
    id: idSchema,
    variantId: idSchema,
    name: nameSchema,
    subject: subjectSchema,
    scale: number(0.5, 4).nullable().default(null),
    inches: number(3, 200).nullable().default(null),
  },
  needs: (c) => ({ picture: by('id', c.id) }),
  does: (rows, { id, variantId, name, subject, scale, inches }) => {
    need(rows.variant, variantId, 'variant');
    const picture = need(rows.picture, id, 'picture');
    return keep(alter('picture', picture, { variantId, name, subject, scale, inches }));
  },
  says: (_, c) => `Describe the picture ${c.name}`,
});
