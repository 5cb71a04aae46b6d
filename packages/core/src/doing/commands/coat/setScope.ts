import { idSchema } from '../../../ground/ids.js';
import { oneOf } from '../../../ground/shape/shape.js';
import { alter } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { SCOPES } from '../../../model/coat/fields.js';
import { coatOf } from '../../../model/coat/rows.js';
import { command } from '../command.js';

/** Gets a part for oneself alone, or for everybody on the computer; null: as it comes. */
export const setScope = command({
  type: 'coat.scope',
  fields: { partId: idSchema, scope: oneOf(SCOPES).nullable() },
  needs: () => ({}),
  does: (rows, { partId, scope }) => {
    const { [partId]: _before, ...others } = coatOf(rows).scopes;
    return keep(
      alter('coat', coatOf(rows), { scopes: scope === null ? others : { ...others, [partId]: scope } }),
    );
  },
  says: (_, { scope }) => (scope === null ? 'Get a part as it comes' : `Get a part for ${scope}`),
});
