import { idSchema } from '../../../ground/ids.js';
import { oneOf } from '../../../ground/shape/shape.js';
import { nameSchema } from '../../../ground/text.js';
import { pixelsFields, sightingFields, subjectSchema, timeSchema } from '../fields.js';
import { entity } from './entity.js';

/** Rows of one's own desktop as pictures show it. */

/** Where a picture of one's own desktop comes from: brought in, or drawn from what the chosen matches promise. */
export const CAPTURE_HOWS = ['brought in', 'drawn'] as const;
export type CaptureHow = (typeof CAPTURE_HOWS)[number];

/** A picture of one's own desktop, as it was at a time, to be laid against the reference. */
export const capture = entity({
  fields: {
    id: idSchema,
    variantId: idSchema,
    name: nameSchema,
    subject: subjectSchema,
    how: oneOf(CAPTURE_HOWS),
    /** When it was taken, or brought in where that is not said. */
    at: timeSchema,
    ...pixelsFields,
  },
  ties: { variantId: 'variant' },
  times: ['at'],
});

/** An element as it was found on a picture of one's own desktop, and what the instruments read off it there. */
export const sighting = entity({
  fields: { ...sightingFields, captureId: idSchema },
  ties: { captureId: 'capture', elementId: 'element' },
  once: [['captureId', 'elementId']],
});
