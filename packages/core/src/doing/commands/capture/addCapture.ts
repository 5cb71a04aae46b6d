import { oneOf } from '../../../ground/shape/shape.js';
import { idSchema } from '../../../ground/ids.js';
import { nameSchema } from '../../../ground/text.js';
import { put } from '../../../model/coat/changes.js';
import { pixelsFields, subjectSchema, timeSchema } from '../../../model/coat/fields.js';
import { need } from '../../../model/coat/refused.js';
import { CAPTURE_HOWS } from '../../../model/coat/rows/own.js';
import { command } from '../command.js';
import { by } from '../needs.js';

/** Brings in a picture of one’s own desktop. */
export const addCapture = command({
  type: 'capture.add',
  fields: {
    id: idSchema,
    variantId: idSchema,
    name: nameSchema,
    subject: subjectSchema,
    how: oneOf(CAPTURE_HOWS),
    at: timeSchema,
    ...pixelsFields,
  },
  needs: (c) => ({ capture: by('id', c.id) }),
  does: (rows, c) => {
    need(rows.variant, c.variantId, 'variant');
    const { id, variantId, name, subject, how, at, blob, original, width, height } = c;
    return [put('capture', { id, variantId, name, subject, how, at, blob, original, width, height })];
  },
  says: (_, c) => `Bring in ${c.name}`,
});
