import { idSchema } from '../../../ground/ids.js';
import { flag } from '../../../ground/shape/shape.js';
import { nameSchema } from '../../../ground/text.js';
import { put } from '../../../model/coat/changes.js';
import { pixelsFields, subjectSchema } from '../../../model/coat/fields.js';
import { last, need } from '../../../model/coat/refused.js';
import { command } from '../command.js';

/** Adds a picture of the reference. */
export const addPicture = command({
  type: 'picture.add',
  fields: {
    id: idSchema,
    variantId: idSchema,
    name: nameSchema,
    subject: subjectSchema,
    ...pixelsFields,
    /** Made of a photo by the four corners of its screen. */
    straightened: flag().optional(),
  },
  needs: () => ({ picture: 'all' }),
  does: (rows, c) => {
    need(rows.variant, c.variantId, 'variant');
    const { id, variantId, name, subject, blob, original, width, height, straightened } = c;
    const pixels = { blob, original, width, height };
    const unsaid = { scale: null, inches: null, guides: [] };
    return [
      put('picture', {
        id,
        variantId,
        name,
        subject,
        ...pixels,
        ...unsaid,
        position: last(rows.picture),
        straightened: straightened === true,
      }),
    ];
  },
  says: (_, c) => `Add the picture ${c.name}`,
});
