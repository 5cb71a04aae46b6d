import { list } from '../../../ground/shape/shape.js';
import { alter } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { kindId } from '../../../model/coat/fields.js';
import { coatOf } from '../../../model/coat/rows.js';
import { command } from '../command.js';

/** Says which kinds are no longer offered as forgotten. */
export const dismissKinds = command({
  type: 'coat.dismiss',
  formerly: ['coat.wave'],
  fields: { kinds: list(kindId, { most: 200 }) },
  needs: () => ({}),
  does: (rows, c) => keep(alter('coat', coatOf(rows), { dismissed: [...new Set(c.kinds)].sort() })),
  says: () => 'Change what is offered as forgotten',
});
