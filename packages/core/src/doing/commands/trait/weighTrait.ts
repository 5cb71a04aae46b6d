import { idSchema } from '../../../ground/ids.js';
import { alter } from '../../../model/coat/changes.js';
import { keep, needTraits } from '../../../model/coat/choices.js';
import { traitId } from '../../../model/coat/fields.js';
import { number } from '../../../ground/shape/shape.js';
import { oneOfOrNull } from '../../../ground/shape/shape.js';
import { need } from '../../../model/coat/refused.js';
import { IMPORTANCES } from '../../../model/kinds/kind.js';
import { command } from '../command.js';
import { elementName } from '../names.js';
import { by } from '../needs.js';

/** Says how much a trait of one element counts, and how far off (in the trait’s own measure) still counts as reached. */
export const weighTrait = command({
  type: 'trait.weigh',
  fields: {
    elementId: idSchema,
    trait: traitId,
    importance: oneOfOrNull(IMPORTANCES),
    tolerance: number(0, 50).nullable().default(null),
  },
  needs: (c) => ({ element: by('id', c.elementId) }),
  does: (rows, { elementId, trait, importance, tolerance }) => {
    const element = need(rows.element, elementId, 'element');
    needTraits(rows, element.kind, [trait]);
    const rule = {
      ...(importance ? { importance } : {}),
      ...(tolerance === null ? {} : { tolerance }),
    };
    const { [trait]: _, ...others } = element.rules;
    const rules = Object.keys(rule).length === 0 ? others : { ...others, [trait]: rule };
    return keep(alter('element', element, { rules }));
  },
  says: (rows, c) => `Weigh a trait of ${elementName(rows, c.elementId)}`,
});
