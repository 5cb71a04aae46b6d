import { idSchema } from '../../../ground/ids.js';
import { takeOut } from '../../../model/coat/changes.js';
import { need } from '../../../model/coat/refused.js';
import { command } from '../command.js';
import { elementName } from '../names.js';
import { by } from '../needs.js';

/** Takes a target back. */
export const clearTrait = command({
  type: 'trait.clear',
  fields: { id: idSchema },
  needs: (c) => ({ element: 'all', trait: by('id', c.id) }),
  does: (rows, { id }) => [takeOut('trait', need(rows.trait, id, 'trait'))],
  says: (rows, c) => `Clear a trait of ${elementName(rows, rows.trait[c.id]?.elementId)}`,
});
