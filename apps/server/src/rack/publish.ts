import { nth } from '@spare-coat/core/ground/checked';
import { isId } from '@spare-coat/core/ground/ids';
import { ValidationError } from 'yup';
import { coatFacts, cropOf, factsElements } from '@spare-coat/core/proving/rack/facts';
import { readPublication, type Publication } from '@spare-coat/core/proving/rack/publication';
import { withoutAccountDeep } from '@spare-coat/core/proving/sheet/privacy';
import { sheetOf } from '@spare-coat/core/proving/sheet/sheet';
import { putBlob } from '../blobs/store.js';
import { packCoat } from '../bundles/bundles.js';
import { coatWhole } from '../coats/context.js';
import { inTransaction, type Client, type Db } from '../db/pool.js';
import { Problem, notFound } from '../http/problem.js';
import { appendRevision, lockForRevision, readRevisionEnvelope } from '../roots/revisions.js';
import { coloursOf } from './colours.js';

const MOST_BUNDLE = 1024 * 1024 * 1024;

function readBody(body: unknown): Publication {
  try {
    return readPublication(body);
  } catch (error) {
    if (error instanceof ValidationError) throw new Problem(422, 'bad-command', error.errors.join(' '));
    throw error;
  }
}

/** Puts the first version of a coat on the rack, or the next one: a sheet and a bundle of the coat as it is now. */
export async function publish(db: Db, itemId: string, body: unknown): Promise<{ readonly version: number }> {
  if (!isId(itemId)) throw notFound('coat on the rack');
  const envelope = readRevisionEnvelope(body);
  const { coatId, name, about, notes, choice } = readBody(body);
  const whole = await coatWhole(db, coatId);
  const { ctx, coat, plan, survey } = whole;
  const today = new Date().toISOString().slice(0, 10);
  const sheet = sheetOf({ ctx, coat, plan, survey, today }, choice);
  const clean = <T>(value: T): T => (choice.account ? value : withoutAccountDeep(value));
  const crop = cropOf(ctx.rows);
  const facts = clean(coatFacts(ctx, coat, crop ? await coloursOf(db, crop.blob) : []));
  const elements = clean(factsElements(ctx, coat));
  const { zip } = await packCoat(db, whole, {
    own: choice.ownPictures,
    host: choice.survey,
    noNotes: !choice.notes,
    noAccount: !choice.account,
    archives: false,
  });
  const bundle = await putBlob(db, zip, 'application/zip', MOST_BUNDLE);
  const held = [bundle.sha256, ...sheet.pictures.flatMap((v) => v.pictures.map((p) => p.blob)), ...(crop ? [crop.blob] : [])]; // prettier-ignore
  return inTransaction(db, async (client) => {
    const next = await lockForRevision(client, 'rack', itemId, envelope);
    if (next === null) return { version: await newestVersion(client, itemId) };
    const same = await client.query<{ version: number }>(
      `select v.version from rack_item i
         join lateral (select * from rack_version w where w.item_id = i.id order by w.version desc limit 1) v on true
        where i.id = $1 and i.name = $2 and i.about = $3 and v.bundle = $4`,
      [itemId, name, about, bundle.sha256],
    );
    if (same.rows[0])
      throw new Problem(
        422,
        'unchanged',
        `Nothing of it is another than in version ${same.rows[0].version}, which hangs there already.`,
      );
    await putItem(client, itemId, coatId, name, about);
    const version = (await newestVersion(client, itemId)) + 1;
    await client.query(
      `insert into rack_version (item_id, version, owner_id, notes, coat_revision, facts, elements, sheet, bundle)
       select $1, $2, owner_id, $3, $4, $5, $6, $7, $8 from root where id = $1`,
      [
        itemId,
        version,
        notes,
        ctx.revision,
        JSON.stringify(facts),
        JSON.stringify(elements),
        JSON.stringify({ ...sheet, title: name }),
        bundle.sha256,
      ],
    );
    await client.query(
      'insert into blob_use (sha256, root_id) select unnest($1::text[]), $2 on conflict do nothing',
      [[...new Set(held)], itemId],
    );
    const label = `Put ${name} on the rack, version ${version}`.slice(0, 200);
    await appendRevision(client, itemId, next, envelope.commandId, label, {
      type: 'rack.publish',
      version,
      name,
      about,
      notes,
    });
    return { version };
  });
}

async function newestVersion(client: Client, itemId: string): Promise<number> {
  const { rows } = await client.query<{ version: number }>(
    'select coalesce(max(version), 0) as version from rack_version where item_id = $1',
    [itemId],
  );
  return nth(rows, 0).version;
}

async function putItem(
  client: Client,
  id: string,
  coatId: string,
  name: string,
  about: string,
): Promise<void> {
  try {
    const { rowCount } = await client.query(
      `insert into rack_item (id, coat_id, name, about) values ($1, $2, $3, $4)
       on conflict (id) do update set name = excluded.name, about = excluded.about, withdrawn_at = null
       where rack_item.coat_id = excluded.coat_id`,
      [id, coatId, name, about],
    );
    if (rowCount === 0) throw new Problem(409, 'other-coat', 'This is another coat on the rack.');
  } catch (error) {
    if ((error as { code?: string }).code === '23505')
      throw new Problem(409, 'on-rack', 'This coat is on the rack already, put there in another window.');
    throw error;
  }
}

/** Takes something off the rack, or hangs it back: nothing of it is lost. */
export async function withdraw(db: Db, itemId: string, body: unknown): Promise<void> {
  if (!isId(itemId)) throw notFound('coat on the rack');
  const envelope = readRevisionEnvelope(body);
  const { withdrawn } = body as { withdrawn?: unknown };
  if (typeof withdrawn !== 'boolean')
    throw new Problem(422, 'bad-command', 'Say whether it is taken off the rack or hung back.');
  await inTransaction(db, async (client) => {
    const known = await client.query('select 1 from rack_item where id = $1', [itemId]);
    if (!known.rowCount) throw notFound('coat on the rack');
    const next = await lockForRevision(client, 'rack', itemId, envelope);
    if (next === null) return;
    await client.query('update rack_item set withdrawn_at = case when $2 then now() end where id = $1', [
      itemId,
      withdrawn,
    ]);
    await appendRevision(
      client,
      itemId,
      next,
      envelope.commandId,
      withdrawn ? 'Take off the rack' : 'Hang back',
      {
        type: 'rack.withdraw',
        withdrawn,
      },
    );
  });
}
