import { idSchema } from '../../../ground/ids.js';
import { takeOut } from '../../../model/coat/changes.js';
import { need } from '../../../model/coat/refused.js';
import { command } from '../command.js';
import { by } from '../needs.js';

/** Takes a reading out. */
export const removeReading = command({
  type: 'reading.remove',
  fields: { id: idSchema },
  needs: (c) => ({ reading: by('id', c.id) }),
  does: (rows, { id }) => [takeOut('reading', need(rows.reading, id, 'reading'))],
  says: () => 'Remove a reading',
});
