import { idSchema } from '../../../ground/ids.js';
import { takeOut } from '../../../model/coat/changes.js';
import { need } from '../../../model/coat/refused.js';
import { command } from '../command.js';
import { by } from '../needs.js';

/** Takes a finding as open again. */
export const reopenFinding = command({
  type: 'finding.reopen',
  fields: { id: idSchema },
  needs: (c) => ({ accepted: by('id', c.id) }),
  does: (rows, { id }) => [takeOut('accepted', need(rows.accepted, id, 'accepted'))],
  says: () => 'Bring a finding back',
});
