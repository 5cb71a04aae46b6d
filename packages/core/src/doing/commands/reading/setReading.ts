import { oneOf } from '../../../ground/shape/shape.js';
import { idSchema } from '../../../ground/ids.js';
import { alter } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { need } from '../../../model/coat/refused.js';
import { READING_LOADS, READING_PHASES } from '../../../model/coat/rows/host.js';
import { command } from '../command.js';
import { by } from '../needs.js';

/** Says when a reading was taken: before or after, idle or busy. */
export const setReading = command({
  type: 'reading.set',
  fields: {
    id: idSchema,
    phase: oneOf(READING_PHASES),
    load: oneOf(READING_LOADS),
  },
  needs: (c) => ({ reading: by('id', c.id) }),
  does: (rows, { id, phase, load }) =>
    keep(alter('reading', need(rows.reading, id, 'reading'), { phase, load })),
  says: (_, c) => `Count a reading as ${c.phase}, ${c.load}`,
});
