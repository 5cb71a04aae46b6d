import { oneOf } from '../../../ground/shape/shape.js';
import { idSchema, shaSchema } from '../../../ground/ids.js';
import { nameSchema } from '../../../ground/text.js';
import { put } from '../../../model/coat/changes.js';
import { timeSchema } from '../../../model/coat/fields.js';
import { command } from '../command.js';
import { by } from '../needs.js';

/** Brings in what a survey or a dump of settings told, by its file. */
export const addSurvey = command({
  type: 'survey.add',
  fields: {
    id: idSchema,
    name: nameSchema,
    at: timeSchema,
    what: oneOf(['survey', 'settings']),
    blob: shaSchema,
  },
  needs: (c) => ({ survey: by('id', c.id) }),
  does: (_, { id, name, at, what, blob }) => [put('survey', { id, name, at, what, blob })],
  says: (_, c) => `Bring in ${c.name}`,
});
