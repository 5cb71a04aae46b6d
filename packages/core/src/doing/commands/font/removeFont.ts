import { idSchema } from '../../../ground/ids.js';
import { takeOut } from '../../../model/coat/changes.js';
import { need } from '../../../model/coat/refused.js';
import { command } from '../command.js';
import { by } from '../needs.js';

/** Takes a font out. */
export const removeFont = command({
  type: 'font.remove',
  fields: { id: idSchema },
  needs: (c) => ({ font: by('id', c.id) }),
  does: (rows, { id }) => [takeOut('font', need(rows.font, id, 'font'))],
  says: (rows, c) => `Remove the font ${rows.font[c.id]?.name ?? ''}`,
});
