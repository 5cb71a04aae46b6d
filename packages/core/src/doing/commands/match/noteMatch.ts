import { idSchema } from '../../../ground/ids.js';
import { noteSchema } from '../../../ground/text.js';
import { setMatch } from '../../../model/coat/choices.js';
import { command } from '../command.js';
import { elementName } from '../names.js';
import { CHOICES } from '../needs.js';

/** Keeps a note with what is chosen for an element. */
export const noteMatch = command({
  type: 'match.note',
  fields: { elementId: idSchema, matchId: idSchema, note: noteSchema },
  needs: () => CHOICES,
  does: (rows, { elementId, matchId, note }) => setMatch(rows, elementId, matchId, { note }),
  says: (rows, c) => `Note on ${elementName(rows, c.elementId)}`,
});
