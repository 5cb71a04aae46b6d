import { idSchema } from '../../../ground/ids.js';
import { command } from '../command.js';
import { by } from '../needs.js';
import { captureGoes } from '../shared/going.js';

/** Takes a picture of one’s own desktop out, with what was seen on it. */
export const removeCapture = command({
  type: 'capture.remove',
  fields: { id: idSchema },
  needs: (c) => ({ capture: by('id', c.id), sighting: by('captureId', c.id) }),
  does: (rows, c) => captureGoes(rows, c.id),
  says: (rows, c) => `Remove ${rows.capture[c.id]?.name ?? 'a picture of the desktop'}`,
});
