import { idSchema } from '../../../ground/ids.js';
import { takeOut } from '../../../model/coat/changes.js';
import { need } from '../../../model/coat/refused.js';
import { command } from '../command.js';
import { elementName } from '../names.js';
import { by, CHOICES, under } from '../needs.js';
import { choicesGo } from '../shared/going.js';

/** Takes an element out with all that is of it alone. */
export const removeElement = command({
  type: 'element.remove',
  fields: { id: idSchema },
  needs: (c) => ({
    ...CHOICES,
    ...under(c.id),
    handmade: by('elementId', c.id),
    sighting: by('elementId', c.id),
  }),
  does: (rows, { id }) => {
    const element = need(rows.element, id, 'element');
    return [
      ...choicesGo(rows, id),
      ...Object.values(rows.trait)
        .filter((t) => t.elementId === id)
        .map((t) => takeOut('trait', t)),
      ...Object.values(rows.region)
        .filter((r) => r.elementId === id)
        .map((r) => takeOut('region', r)),
      ...Object.values(rows.sighting)
        .filter((s) => s.elementId === id)
        .map((s) => takeOut('sighting', s)),
      takeOut('element', element),
    ];
  },
  says: (rows, c) => `Remove ${elementName(rows, c.id)}`,
});
