import { chooseBase } from '../../../model/coat/choices.js';
import { command } from '../command.js';
import { elementName } from '../names.js';
import { CHOICES } from '../needs.js';
import { offerFields } from '../shared/layers.js';

/** Takes an offer as the base of an element, in place of all that was chosen before. */
export const chooseOffer = command({
  type: 'match.choose',
  fields: { ...offerFields },
  needs: () => CHOICES,
  does: (rows, c) => chooseBase(rows, c),
  says: (rows, c) => `Choose for ${elementName(rows, c.elementId)}`,
});
