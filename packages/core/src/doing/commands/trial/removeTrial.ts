import { idSchema } from '../../../ground/ids.js';
import { takeOut } from '../../../model/coat/changes.js';
import { need } from '../../../model/coat/refused.js';
import { command } from '../command.js';
import { by } from '../needs.js';

/** Takes a trial out. */
export const removeTrial = command({
  type: 'trial.remove',
  fields: { id: idSchema },
  needs: (c) => ({ trial: by('id', c.id) }),
  does: (rows, { id }) => [takeOut('trial', need(rows.trial, id, 'trial'))],
  says: () => 'Remove a trial',
});
