import { text } from '../../../ground/shape/shape.js';
import { alter } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { coatOf } from '../../../model/coat/rows.js';
import { command } from '../command.js';

/** Older moves are passed over: by then the plan is another one. */
const MOST_MOVES = 200;

/** Puts a step of the plan elsewhere. */
export const moveStep = command({
  type: 'plan.move',
  fields: {
    key: text(500),
    /** The step it comes after, or the beginning of a sitting. */
    after: text(500),
  },
  needs: () => ({}),
  does: (rows, { key, after }) => {
    const coat = coatOf(rows);
    return keep(alter('coat', coat, { moves: [...coat.moves, { key, after }].slice(-MOST_MOVES) }));
  },
  says: () => 'Move a step of the plan',
});
