import { idSchema } from '../../../ground/ids.js';
import { nameSchema } from '../../../ground/text.js';
import { alter } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { need } from '../../../model/coat/refused.js';
import { command } from '../command.js';
import { by } from '../needs.js';

/** Gives a survey another name. */
export const renameSurvey = command({
  type: 'survey.rename',
  fields: { id: idSchema, name: nameSchema },
  needs: (c) => ({ survey: by('id', c.id) }),
  does: (rows, { id, name }) => keep(alter('survey', need(rows.survey, id, 'survey'), { name })),
  says: (_, c) => `Rename to ${c.name}`,
});
