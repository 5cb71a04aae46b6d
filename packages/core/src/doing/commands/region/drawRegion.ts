import { idSchema } from '../../../ground/ids.js';
import { keep } from '../../../model/coat/choices.js';
import { regionSchema } from '../../../model/coat/fields.js';
import { need } from '../../../model/coat/refused.js';
import { command } from '../command.js';
import { elementName } from '../names.js';
import { by } from '../needs.js';
import { setRegion } from '../shared/regions.js';

/** Draws where an element is seen on a picture. */
export const drawRegion = command({
  type: 'region.set',
  fields: { elementId: idSchema, region: regionSchema },
  needs: (c) => ({
    element: by('id', c.elementId),
    picture: 'all',
    region: by('elementId', c.elementId),
  }),
  does: (rows, { elementId, region }) => {
    need(rows.element, elementId, 'element');
    return keep(setRegion(rows, elementId, region));
  },
  says: (rows, c) => `Draw a region of ${elementName(rows, c.elementId)}`,
});
