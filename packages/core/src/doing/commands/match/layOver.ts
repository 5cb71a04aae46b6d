import { addOverlay } from '../../../model/coat/choices.js';
import { command } from '../command.js';
import { elementName } from '../names.js';
import { CHOICES } from '../needs.js';
import { offerFields, someTraits } from '../shared/layers.js';

/** Lays another offer over what is chosen, for some traits or for all it has. */
export const layOver = command({
  type: 'match.overlay',
  fields: { ...offerFields, traits: someTraits },
  needs: () => CHOICES,
  does: (rows, c) => addOverlay(rows, c),
  says: (rows, c) => `Lay over ${elementName(rows, c.elementId)}`,
});
