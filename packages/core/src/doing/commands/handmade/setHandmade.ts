import { idSchema } from '../../../ground/ids.js';
import { record } from '../../../ground/shape/shape.js';
import { nameSchema } from '../../../ground/text.js';
import { alter, put } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { filesSchema, recipeSchema, suppliesSchema } from '../../../model/coat/fields.js';
import { kindBook, targetProblem } from '../../../model/coat/kindBook.js';
import { CommandRefused, need } from '../../../model/coat/refused.js';
import { command } from '../command.js';
import { by } from '../needs.js';

/** Keeps something of one’s own making for an element: what it supplies, its files, and how it was made. */
export const setHandmade = command({
  type: 'handmade.set',
  fields: {
    id: idSchema,
    elementId: idSchema,
    name: nameSchema,
    supplies: suppliesSchema,
    byVariant: record(suppliesSchema).optional(),
    files: filesSchema,
    recipe: recipeSchema,
  },
  needs: (c) => ({ element: by('id', c.elementId), handmade: by('id', c.id) }),
  does: (rows, { id, elementId, name, supplies, byVariant = {}, files, recipe }) => {
    const element = need(rows.element, elementId, 'element');
    const book = kindBook(rows);
    for (const variantId of Object.keys(byVariant)) need(rows.variant, variantId, 'variant');
    const all = [supplies, ...Object.values(byVariant)];
    for (const [trait, value] of all.flatMap((one) => Object.entries(one))) {
      const problem = targetProblem(book, element.kind, trait, value);
      if (problem) throw new CommandRefused('bad-value', problem);
    }
    const known = rows.handmade[id];
    if (known) return keep(alter('handmade', known, { name, supplies, byVariant, files, recipe }));
    return [put('handmade', { id, elementId, kind: element.kind, name, supplies, byVariant, files, recipe })];
  },
  says: (_, c) => `Make ${c.name} by hand`,
});
