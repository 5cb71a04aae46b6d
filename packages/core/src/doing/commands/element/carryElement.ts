import { idSchema } from '../../../ground/ids.js';
import { alter } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { nullableId } from '../../../model/coat/fields.js';
import { oneOfOrNull } from '../../../ground/shape/shape.js';
import { CommandRefused, need } from '../../../model/coat/refused.js';
import { CARRY_POLICIES, type ElementCarry } from '../../../model/coat/rows/reference.js';
import { command } from '../command.js';
import { elementName } from '../names.js';

/** Says how the lengths of one element are carried (null: as the coat says), and to which display. */
export const carryElement = command({
  type: 'element.carry',
  fields: {
    id: idSchema,
    policy: oneOfOrNull([...CARRY_POLICIES, 'same proportion'] as const),
    neighbour: nullableId,
    displayId: nullableId,
  },
  needs: () => ({ element: 'all' }),
  does: (rows, c) => {
    const element = need(rows.element, c.id, 'element');
    if (c.displayId) need(rows.display, c.displayId, 'display');
    let carry: ElementCarry | null = null;
    if (c.policy === 'same proportion') {
      if (!c.neighbour || c.neighbour === c.id)
        throw new CommandRefused('bad-value', 'Say the neighbour whose proportion is kept.');
      need(rows.element, c.neighbour, 'element');
      carry = { policy: c.policy, neighbour: c.neighbour };
    } else if (c.policy !== null) carry = { policy: c.policy };
    return keep(alter('element', element, { carry, displayId: c.displayId }));
  },
  says: (rows, c) => `Change how ${elementName(rows, c.id)} is carried`,
});
