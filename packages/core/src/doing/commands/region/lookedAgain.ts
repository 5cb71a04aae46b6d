import { idSchema } from '../../../ground/ids.js';
import { alter } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { need } from '../../../model/coat/refused.js';
import { command } from '../command.js';
import { elementName } from '../names.js';
import { by } from '../needs.js';

/** Says that a region was looked at again after its picture changed. */
export const lookedAgain = command({
  type: 'region.seen',
  fields: { id: idSchema },
  needs: (c) => ({ element: 'all', region: by('id', c.id) }),
  does: (rows, { id }) => keep(alter('region', need(rows.region, id, 'region'), { again: false })),
  says: (rows, c) => `Look again at ${elementName(rows, rows.region[c.id]?.elementId)}`,
});
