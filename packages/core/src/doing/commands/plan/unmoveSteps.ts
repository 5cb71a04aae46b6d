import { alter } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { coatOf } from '../../../model/coat/rows.js';
import { command } from '../command.js';

/** Orders the steps of the plan as they were. */
export const unmoveSteps = command({
  type: 'plan.unmove',
  fields: {},
  needs: () => ({}),
  does: (rows) => keep(alter('coat', coatOf(rows), { moves: [] })),
  says: () => 'Order the steps as they were',
});
