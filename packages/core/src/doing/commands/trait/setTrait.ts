import { idSchema } from '../../../ground/ids.js';
import { keep } from '../../../model/coat/choices.js';
import { targetFields } from '../../../model/coat/fields.js';
import { kindBook } from '../../../model/coat/kindBook.js';
import { need } from '../../../model/coat/refused.js';
import { command } from '../command.js';
import { elementName } from '../names.js';
import { by } from '../needs.js';
import { setTarget } from '../shared/targets.js';

/** Says what a trait of an element should be, in one variant or in all, at rest or in a state. */
export const setTrait = command({
  type: 'trait.set',
  fields: { elementId: idSchema, ...targetFields },
  needs: (c) => ({
    element: by('id', c.elementId),
    picture: 'all',
    trait: by('elementId', c.elementId),
  }),
  does: (rows, c) => {
    const { kind } = need(rows.element, c.elementId, 'element');
    return keep(setTarget(rows, kind, c.elementId, c));
  },
  says: (rows, c) => {
    const spec = kindBook(rows).trait(rows.element[c.elementId]?.kind ?? '', c.trait);
    return `Set ${elementName(rows, c.elementId)}: ${spec?.label ?? c.trait}`;
  },
});
