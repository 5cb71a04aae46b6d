import { idSchema } from '../../../ground/ids.js';
import { takeOut } from '../../../model/coat/changes.js';
import { need } from '../../../model/coat/refused.js';
import { command } from '../command.js';
import { elementName } from '../names.js';
import { by } from '../needs.js';

/** Takes a region out. */
export const removeRegion = command({
  type: 'region.remove',
  fields: { id: idSchema },
  needs: (c) => ({ element: 'all', region: by('id', c.id) }),
  does: (rows, { id }) => [takeOut('region', need(rows.region, id, 'region'))],
  says: (rows, c) => `Remove a region of ${elementName(rows, rows.region[c.id]?.elementId)}`,
});
