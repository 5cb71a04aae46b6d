import { idSchema } from '../../../ground/ids.js';
import { nameSchema, noteSchema } from '../../../ground/text.js';
import { alter } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { linksSchema } from '../../../model/coat/fields.js';
import { whole } from '../../../ground/shape/shape.js';
import { need } from '../../../model/coat/refused.js';
import { command } from '../command.js';

/** Describes an element. */
export const setElement = command({
  type: 'element.set',
  fields: {
    id: idSchema,
    name: nameSchema,
    weight: whole(1, 5),
    note: noteSchema,
    links: linksSchema,
  },
  needs: () => ({ element: 'all' }),
  does: (rows, { id, name, weight, note, links }) =>
    keep(alter('element', need(rows.element, id, 'element'), { name, weight, note, links })),
  says: (_, c) => `Change ${c.name}`,
});
