import type { CataloguePart } from '@spare-coat/core/proving/wire/parts';
import { randomUUID } from 'node:crypto';
import { sameJson } from '@spare-coat/core/model/coat/changes';
import { readPart, type Part } from '@spare-coat/core/model/parts/part';
import { ValidationError } from 'yup';
import { inTransaction, type Client, type Db } from '../db/pool.js';
import { Problem, notFound } from '../http/problem.js';
import { appendRevision, lockForRevision, readRevisionEnvelope } from '../roots/revisions.js';
import { licenceProblem } from './licence.js';
import { findPart, writePart } from './store.js';

/** Reads a part out of a request. @throws Problem 422 with a sentence for every problem */
function partOf(body: unknown, id: string, revision: number): Part {
  const raw = (body as { part?: unknown } | null)?.part;
  try {
    const part = readPart({ ...(raw as object), id, revision });
    const licence = licenceProblem(part.licence);
    if (licence !== null) throw new ValidationError(licence, part.licence, 'licence');
    return part;
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    throw new Problem(422, 'bad-part', error.errors.join(' '), { problems: error.errors });
  }
}

/** Makes a part or its next revision. Shipped parts are left as they are: one duplicates them. */
export function putOwnPart(db: Db, id: string, body: unknown): Promise<CataloguePart> {
  const envelope = readRevisionEnvelope(body);
  const checked = partOf(body, id, envelope.revision + 1);
  return inTransaction(db, async (client) => {
    const known = await findPart(client, id);
    if (known?.shipped)
      throw new Problem(
        409,
        'shipped',
        'A part that ships cannot be changed. Duplicate it and change the copy.',
      );
    const revision = await lockForRevision(client, 'part', id, envelope);
    if (revision === null) return { part: (await findPart(client, id))!.data, shipped: false, gone: false };
    const part = { ...checked, revision };
    await writePart(client, part, false);
    await appendRevision(
      client,
      id,
      revision,
      envelope.commandId,
      `${revision === 1 ? 'Make' : 'Change'} ${part.name}`,
      {
        type: 'part.put',
      },
    );
    return { part, shipped: false, gone: false };
  });
}

/** Takes one's own part out of the catalogue, or brings it back. Coats that pin it keep it. */
export function markPart(db: Db, id: string, gone: boolean): Promise<void> {
  return inTransaction(db, async (client) => {
    const known = await findPart(client, id);
    if (!known) throw notFound('part');
    if (known.shipped) throw new Problem(409, 'shipped', 'A part that ships cannot be deleted.');
    await client.query('update part_newest set gone = $2 where part_id = $1', [id, gone]);
  });
}

/**
 * Ships a part: put in when it is not there, as the next revision when what ships has changed. Nothing happens when it
 * is the same. The caller runs it in a transaction.
 */
export async function shipPart(client: Client, part: Part): Promise<void> {
  const known = await findPart(client, part.id);
  if (known && sameJson({ ...known.data, revision: part.revision }, part)) return;
  const revision = (known?.data.revision ?? 0) + 1;
  const commandId = randomUUID();
  const next = await lockForRevision(client, 'part', part.id, { commandId, revision: revision - 1 });
  await writePart(client, { ...part, revision: next! }, true);
  await appendRevision(client, part.id, next!, commandId, 'Ship the part', { type: 'part.ship' });
}
