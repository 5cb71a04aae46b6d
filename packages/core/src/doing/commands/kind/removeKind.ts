import { idSchema } from '../../../ground/ids.js';
import { takeOut } from '../../../model/coat/changes.js';
import { CommandRefused, need } from '../../../model/coat/refused.js';
import { findKind } from '../../../model/kinds/registry.js';
import { command } from '../command.js';

/** Takes a kind of the coat’s own out, where no element is of it. */
export const removeKind = command({
  type: 'kind.remove',
  fields: { id: idSchema },
  needs: () => ({ element: 'all', trait: 'all' }),
  does: (rows, { id }) => {
    const kind = need(rows.kind, id, 'kind');
    const own = new Set(kind.traits.map((t) => t.id));
    const shipped = findKind(kind.key) !== null;
    const user = Object.values(rows.element).find(
      (e) =>
        e.kind === kind.key &&
        (!shipped || Object.values(rows.trait).some((t) => t.elementId === e.id && own.has(t.trait))),
    );
    if (user)
      throw new CommandRefused('in-use', `${user.name} is of this kind; remove it or change it first.`);
    return [takeOut('kind', kind)];
  },
  says: (rows, c) => `Remove the kind ${rows.kind[c.id]?.label ?? ''}`,
});
