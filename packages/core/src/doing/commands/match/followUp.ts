import { idSchema } from '../../../ground/ids.js';
import { dateSchema } from '../../../ground/text.js';
import { setMatch } from '../../../model/coat/choices.js';
import { linksSchema } from '../../../model/coat/fields.js';
import { command } from '../command.js';
import { elementName } from '../names.js';
import { CHOICES } from '../needs.js';

/** Keeps where one asked, and when to look again. */
export const followUp = command({
  type: 'match.follow',
  fields: {
    elementId: idSchema,
    matchId: idSchema,
    links: linksSchema,
    lookAgain: dateSchema.nullable().default(null),
  },
  needs: () => CHOICES,
  does: (rows, { elementId, matchId, links, lookAgain }) =>
    setMatch(rows, elementId, matchId, { links, lookAgain }),
  says: (rows, c) => `Follow up on ${elementName(rows, c.elementId)}`,
});
