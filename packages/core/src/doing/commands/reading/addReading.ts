import { oneOf } from '../../../ground/shape/shape.js';
import { idSchema } from '../../../ground/ids.js';
import { put } from '../../../model/coat/changes.js';
import { nullableId, samplesSchema, timeSchema } from '../../../model/coat/fields.js';
import { CommandRefused, need } from '../../../model/coat/refused.js';
import { READING_LOADS, READING_PHASES } from '../../../model/coat/rows/host.js';
import { command } from '../command.js';
import { by } from '../needs.js';

/** Adds a reading: memory in megabytes and processor in percent, one of each a sample. */
export const addReading = command({
  type: 'reading.add',
  fields: {
    id: idSchema,
    surveyId: nullableId,
    at: timeSchema,
    phase: oneOf(READING_PHASES),
    load: oneOf(READING_LOADS),
    memory: samplesSchema,
    processor: samplesSchema,
  },
  needs: (c) => ({ survey: by('id', c.surveyId), reading: by('id', c.id) }),
  does: (rows, { id, surveyId, at, phase, load, memory, processor }) => {
    if (surveyId !== null) need(rows.survey, surveyId, 'survey');
    if (memory.length !== processor.length)
      throw new CommandRefused('bad-value', 'A reading has as many samples of memory as of the processor.');
    return [put('reading', { id, surveyId, at, phase, load, memory, processor })];
  },
  says: (_, c) => `Add a reading (${c.phase}, ${c.load})`,
});
