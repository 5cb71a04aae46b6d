import { idSchema, shaSchema } from '../../../ground/ids.js';
import { nameSchema } from '../../../ground/text.js';
import { faceSchema } from '../../../measuring/type/face.js';
import { put } from '../../../model/coat/changes.js';
import { command } from '../command.js';
import { by } from '../needs.js';

/** Adds a font to compare type with. */
export const addFont = command({
  type: 'font.add',
  fields: {
    id: idSchema,
    name: nameSchema,
    blob: shaSchema,
    metrics: faceSchema,
  },
  // One that is there already is not put in twice.
  needs: (c) => ({ font: by('id', c.id) }),
  does: (_, { id, name, blob, metrics }) => [put('font', { id, name, blob, metrics })],
  says: (_, c) => `Add the font ${c.name}`,
});
