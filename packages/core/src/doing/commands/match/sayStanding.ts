import { idSchema } from '../../../ground/ids.js';
import { noteSchema } from '../../../ground/text.js';
import { setMatch } from '../../../model/coat/choices.js';
import { oneOfOrNull } from '../../../ground/shape/shape.js';
import { SAID_STANDINGS } from '../../../model/coat/rows/matches.js';
import { command } from '../command.js';
import { elementName } from '../names.js';
import { CHOICES } from '../needs.js';

/** Says that an element is answered otherwise than by its closeness, with the reason and what is lost by it; null takes it back. */
export const sayStanding = command({
  type: 'match.say',
  fields: {
    elementId: idSchema,
    matchId: idSchema,
    said: oneOfOrNull(SAID_STANDINGS),
    reason: noteSchema,
    lost: noteSchema,
  },
  needs: () => CHOICES,
  does: (rows, { elementId, matchId, said, reason, lost }) =>
    setMatch(rows, elementId, matchId, { said, reason, lost }),
  says: (rows, c) =>
    c.said
      ? `Mark ${elementName(rows, c.elementId)} as ${c.said}`
      : `Unmark ${elementName(rows, c.elementId)}`,
});
