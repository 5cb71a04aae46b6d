import { idSchema } from '../../../ground/ids.js';
import { nameSchema } from '../../../ground/text.js';
import { put } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { kindId, regionSchema, targetSchema } from '../../../model/coat/fields.js';
import { flag, list, whole } from '../../../ground/shape/shape.js';
import { kindBook } from '../../../model/coat/kindBook.js';
import { CommandRefused, last } from '../../../model/coat/refused.js';
import { command } from '../command.js';
import { under } from '../needs.js';
import { setRegion } from '../shared/regions.js';
import { setTarget } from '../shared/targets.js';

/** Adds an element, with where it is seen and what was read of it. */
export const addElement = command({
  type: 'element.add',
  fields: {
    id: idSchema,
    kind: kindId,
    name: nameSchema,
    weight: whole(1, 5),
    region: regionSchema.nullable().default(null),
    traits: list(targetSchema, { most: 200 }),
    addition: flag().optional(),
  },
  needs: (c) => ({ element: 'all', picture: 'all', ...under(c.id) }),
  does: (rows, { id, kind, name, weight, region, traits, addition = false }) => {
    if (!kindBook(rows).find(kind))
      throw new CommandRefused('bad-value', 'This kind of element is not known.');
    const unsaid = { note: '', links: [], rules: {}, carry: null, displayId: null };
    return [
      put('element', { id, kind, name, weight, position: last(rows.element), addition, ...unsaid }),
      ...keep(region && setRegion(rows, id, region)),
      ...keep(...traits.map((t) => setTarget(rows, kind, id, t))),
    ];
  },
  says: (_, c) => `Add ${c.name}`,
});
