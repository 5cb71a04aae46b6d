import { idSchema } from '../../../ground/ids.js';
import { alter } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { text, whole } from '../../../ground/shape/shape.js';
import { coatOf } from '../../../model/coat/rows.js';
import { command } from '../command.js';

/** Takes a revision of a profile as the host, and the distribution it is on. */
export const chooseHost = command({
  type: 'coat.host',
  fields: {
    profileId: idSchema,
    profileRevision: whole(1, 1e9),
    channel: text(64, 0).nullable().default(null),
  },
  needs: () => ({}),
  does: (rows, { profileId, profileRevision, channel }) =>
    keep(alter('coat', coatOf(rows), { profileId, profileRevision, channel })),
  says: () => 'Choose the host',
});
