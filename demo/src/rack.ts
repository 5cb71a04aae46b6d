import type { Vote } from '@spare-coat/core/proving/rack/marks';
import { PLAIN_CHOICE } from '@spare-coat/core/proving/sheet/sheet';
import { portCoatTo } from '@spare-coat/server/coats/portCoat';
import type { Db } from '@spare-coat/server/db/pool';
import { putMark } from '@spare-coat/server/rack/marks';
import { publish } from '@spare-coat/server/rack/publish';
import { findVersion } from '@spare-coat/server/rack/store';
import { idOf } from './ids.js';
import { PROFILES } from './profiles.js';

/** What readers said: who, on what host, for or against, which elements did not work for them, and a word more. */
interface Said {
  readonly reader: string;
  readonly host: string;
  readonly vote: Vote | null;
  readonly failed: readonly string[];
  readonly note?: string;
}

const ON_FERNBANK: readonly Said[] = [
  { reader: 'Ines', host: 'Fernbank 3.4', vote: 'for', failed: [] },
  { reader: 'Tomas', host: 'Fernbank 3.4', vote: 'for', failed: ['Pointer'], note: 'The pointer came after the next log-in only.' }, // prettier-ignore
  { reader: 'Wenna', host: 'Fernbank 3.2', vote: 'for', failed: [] },
  { reader: 'Oriel', host: 'Fernbank 3.2', vote: 'against', failed: ['Cue strip', 'Window frame'], note: 'Foot titles get in the way of the cue strip on a small screen.' }, // prettier-ignore
  { reader: 'Padraig', host: 'Fernbank 3.4', vote: 'for', failed: [] },
];
const ON_OCHRE_ROW: readonly Said[] = [
  { reader: 'Ines', host: 'Ochre Row 7', vote: 'for', failed: ['Rail'] },
];

const NAME = 'Studio B, the old way';
const CARRIED = 'Studio B, on Ochre Row';

/** Hangs the demo coat up while nothing is done of it yet, and the same carried over to another host. */
export async function hangPlanned(db: Db, coatId: string): Promise<void> {
  await hang(db, coatId, NAME, 0, 'As planned: everything measured and matched, nothing done yet.', false);
  const to = PROFILES.find((p) => p.name === 'Ochre Row')!;
  const carried = idOf('coat on Ochre Row');
  await portCoatTo(db, coatId, {
    id: carried,
    commandId: idOf('carry to Ochre Row'),
    name: CARRIED,
    profile: to.id,
    revision: to.revision,
    channel: to.channels[0]?.id ?? null,
  });
  const second = await hang(
    db,
    carried,
    CARRIED,
    0,
    'Carried over; what opened up is not answered yet.',
    false,
  );
  await mark(db, second, 1, ON_OCHRE_ROW);
}

/** Hangs it up once more, as it was compared, with what readers marked. */
export async function hangCompared(db: Db, coatId: string): Promise<void> {
  const note = 'After the first evening: what was done is compared, and shown before and after.';
  const item = await hang(db, coatId, NAME, 1, note, true);
  await mark(db, item, 2, ON_FERNBANK);
}

async function hang(
  db: Db,
  coatId: string,
  name: string,
  revision: number,
  notes: string,
  ownPictures: boolean,
): Promise<string> {
  const id = idOf(`rack ${name}`);
  await publish(db, id, {
    commandId: idOf(`rack ${name} ${revision}`),
    revision,
    coatId,
    name,
    about: 'For the late shift: the hand stays at the right edge, and the clock can be read from the door.',
    notes,
    choice: { ...PLAIN_CHOICE, ownPictures },
  });
  return id;
}

async function mark(db: Db, itemId: string, version: number, said: readonly Said[]): Promise<void> {
  const { elements } = await findVersion(db, itemId, String(version));
  for (const { reader, host, vote, failed, note = '' } of said)
    await putMark(db, itemId, idOf(`mark ${itemId} ${reader}`), {
      version,
      reader,
      host,
      vote,
      worked: elements.filter((e) => !failed.includes(e.name)).map((e) => e.id),
      failed: elements.filter((e) => failed.includes(e.name)).map((e) => e.id),
      note,
    });
}
