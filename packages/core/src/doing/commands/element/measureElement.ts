import { list } from '../../../ground/shape/shape.js';
import { idSchema } from '../../../ground/ids.js';
import { keep } from '../../../model/coat/choices.js';
import { regionSchema, targetSchema } from '../../../model/coat/fields.js';
import { need } from '../../../model/coat/refused.js';
import { command } from '../command.js';
import { elementName } from '../names.js';
import { under } from '../needs.js';
import { setRegion } from '../shared/regions.js';
import { setTarget } from '../shared/targets.js';

/** Takes what was read of an element on one picture. */
export const measureElement = command({
  type: 'element.measure',
  fields: {
    id: idSchema,
    region: regionSchema,
    traits: list(targetSchema, { most: 200 }),
  },
  needs: (c) => ({ element: 'all', picture: 'all', ...under(c.id) }),
  does: (rows, { id, region, traits }) => {
    const { kind } = need(rows.element, id, 'element');
    return keep(setRegion(rows, id, region), ...traits.map((t) => setTarget(rows, kind, id, t)));
  },
  says: (rows, c) => `Measure ${elementName(rows, c.id)}`,
});
