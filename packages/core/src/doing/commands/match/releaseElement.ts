import { idSchema } from '../../../ground/ids.js';
import { releaseMatch } from '../../../model/coat/choices.js';
import { matchOf } from '../../../model/coat/rows.js';
import { command } from '../command.js';
import { elementName } from '../names.js';
import { CHOICES } from '../needs.js';

/** Takes back all that was chosen and said for an element. */
export const releaseElement = command({
  type: 'match.release',
  fields: { elementId: idSchema },
  needs: () => CHOICES,
  does: (rows, { elementId }) => {
    const match = matchOf(rows, elementId);
    return match ? releaseMatch(rows, match) : [];
  },
  says: (rows, c) => `Release ${elementName(rows, c.elementId)}`,
});
