import { idSchema } from '../../../ground/ids.js';
import { nameSchema } from '../../../ground/text.js';
import { alter } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { subjectSchema, timeSchema } from '../../../model/coat/fields.js';
import { need } from '../../../model/coat/refused.js';
import { command } from '../command.js';
import { by } from '../needs.js';

/** Describes a picture of one’s own desktop. */
export const setCapture = command({
  type: 'capture.set',
  fields: {
    id: idSchema,
    name: nameSchema,
    subject: subjectSchema,
    at: timeSchema,
  },
  needs: (c) => ({ capture: by('id', c.id) }),
  does: (rows, { id, name, subject, at }) =>
    keep(alter('capture', need(rows.capture, id, 'capture'), { name, subject, at })),
  says: (_, c) => `Describe ${c.name}`,
});
