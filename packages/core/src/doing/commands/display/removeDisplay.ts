import { idSchema } from '../../../ground/ids.js';
import { alter, takeOut } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { need } from '../../../model/coat/refused.js';
import { command } from '../command.js';

/** Takes a display out: what stood on it stands on the first again. */
export const removeDisplay = command({
  type: 'display.remove',
  fields: { id: idSchema },
  needs: () => ({ element: 'all' }),
  does: (rows, { id }) => [
    ...Object.values(rows.element)
      .filter((e) => e.displayId === id)
      .flatMap((e) => keep(alter('element', e, { displayId: null }))),
    takeOut('display', need(rows.display, id, 'display')),
  ],
  says: () => 'Remove a display',
});
