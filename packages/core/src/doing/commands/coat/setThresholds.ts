import { alter } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { number } from '../../../ground/shape/shape.js';
import { CommandRefused } from '../../../model/coat/refused.js';
import { coatOf } from '../../../model/coat/rows.js';
import { command } from '../command.js';

/** Says from which closeness on (0 to 1) an element is matched, and from which it is near. */
export const setThresholds = command({
  type: 'coat.thresholds',
  fields: { matchedAt: number(0, 1), nearAt: number(0, 1) },
  needs: () => ({}),
  does: (rows, { matchedAt, nearAt }) => {
    if (nearAt > matchedAt)
      throw new CommandRefused('bad-value', 'An element is near from a lower closeness than it is matched.');
    return keep(alter('coat', coatOf(rows), { matchedAt, nearAt }));
  },
  says: () => 'Change the thresholds',
});
