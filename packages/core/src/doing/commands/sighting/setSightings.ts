import { list } from '../../../ground/shape/shape.js';
import { idSchema } from '../../../ground/ids.js';
import { alter, put } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { sightingSchema } from '../../../model/coat/fields.js';
import { need } from '../../../model/coat/refused.js';
import { command } from '../command.js';
import { elementName } from '../names.js';
import { by } from '../needs.js';
import { checkedSighting } from '../shared/sightings.js';

/** Keeps what was seen of elements on one picture: each in place of what was seen of it there before. */
export const setSightings = command({
  type: 'sighting.set',
  fields: {
    captureId: idSchema,
    sightings: list(sightingSchema, { least: 1, most: 1000 }),
  },
  needs: (c) => ({
    element: 'all',
    capture: by('id', c.captureId),
    sighting: by('captureId', c.captureId),
  }),
  does: (rows, { captureId, sightings }) => {
    const capture = need(rows.capture, captureId, 'capture');
    return sightings.flatMap((s) => {
      const { id, ...seen } = checkedSighting(rows, { ...s, captureId: capture.id });
      const standing = Object.values(rows.sighting).find(
        (other) => other.captureId === capture.id && other.elementId === seen.elementId,
      );
      return standing ? keep(alter('sighting', standing, seen)) : [put('sighting', { id, ...seen })];
    });
  },
  says: (rows, { sightings: [first, ...others] }) =>
    others.length === 0
      ? `Look at ${elementName(rows, first?.elementId)}`
      : `Look at ${others.length + 1} elements`,
});
