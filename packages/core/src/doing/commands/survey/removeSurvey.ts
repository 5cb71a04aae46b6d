import { idSchema } from '../../../ground/ids.js';
import { alter, takeOut } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { need } from '../../../model/coat/refused.js';
import { command } from '../command.js';
import { by } from '../needs.js';

/** Takes a survey out. Readings stand by themselves: they stay, and are no longer tied to it. */
export const removeSurvey = command({
  type: 'survey.remove',
  fields: { id: idSchema },
  needs: (c) => ({ survey: by('id', c.id), reading: by('surveyId', c.id) }),
  does: (rows, { id }) => {
    const survey = need(rows.survey, id, 'survey');
    const tied = Object.values(rows.reading).filter((r) => r.surveyId === id);
    return [...keep(...tied.map((r) => alter('reading', r, { surveyId: null }))), takeOut('survey', survey)];
  },
  says: (rows, c) => `Remove ${rows.survey[c.id]?.name ?? 'a survey'}`,
});
