import { idSchema } from '../../../ground/ids.js';
import { alter } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { number } from '../../../ground/shape/shape.js';
import { need } from '../../../model/coat/refused.js';
import { command } from '../command.js';
import { elementName } from '../names.js';

/** Puts an element elsewhere in their order. */
export const moveElement = command({
  type: 'element.move',
  fields: { id: idSchema, position: number(-1e9, 1e9) },
  needs: () => ({ element: 'all' }),
  does: (rows, { id, position }) => keep(alter('element', need(rows.element, id, 'element'), { position })),
  says: (rows, c) => `Move ${elementName(rows, c.id)}`,
});
