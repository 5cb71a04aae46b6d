import { withFreshIds } from '@spare-coat/core/model/coat/ids';
import { isSha, isId } from '@spare-coat/core/ground/ids';
import { randomUUID } from 'node:crypto';
import { changesOfBundle, pinned, withoutStrangers } from '@spare-coat/core/proving/bundle/bringIn';
import { coatBundle, type BundleChoice } from '@spare-coat/core/proving/bundle/writeBundle';
import type { BundleContent } from '@spare-coat/core/proving/bundle/readBundle';
import { coatOf, NO_ROWS, type CoatRows, type Entity } from '@spare-coat/core/model/coat/rows';
import { isToBeSeen, partDoes, profileDoes, type Doing } from '@spare-coat/core/doing/plan/whatItDoes';
import type { BundlePreview, BundleThing } from '@spare-coat/core/proving/wire/bundle';
import { nameSchema } from '@spare-coat/core/ground/text';
import type { Readable } from 'node:stream';
import { findBlob, wholeBlob } from '../blobs/store.js';
import { changeCoat, makeCoat, readEnvelope } from '../coats/commands.js';
import { coatWhole, type CoatWhole } from '../coats/context.js';
import { inTransaction, type Db, type Queryable } from '../db/pool.js';
import { Problem, notFound } from '../http/problem.js';
import { isOpenLicence } from '../parts/licence.js';
import { packBundle } from './pack.js';
import { bringParts, bringProfile, CLASH_ANSWERS, partStanding, profileStanding, type ClashAnswer, type Standing } from './pins.js'; // prettier-ignore

/** The bundle of a coat as a zip, and under which name it is saved. */
export async function bundleOfCoat(
  db: Db,
  coatId: string,
  choice: BundleChoice & { readonly archives: boolean },
): Promise<{ readonly title: string; readonly zip: Readable }> {
  return packCoat(db, await coatWhole(db, coatId), choice);
}

/** The same of a coat that is at hand with all that is derived of it. */
export async function packCoat(
  db: Db,
  { ctx, coat, plan }: CoatWhole,
  choice: BundleChoice & { readonly archives: boolean },
): Promise<{ readonly title: string; readonly zip: Readable }> {
  const { documents, files, parts } = coatBundle(ctx, coat, plan, choice);
  // An archive goes along only where its licence lets everybody hand it on, and where it is kept here.
  const archives = choice.archives
    ? parts.flatMap((p) =>
        isOpenLicence(p.licence)
          ? p.channels.flatMap((c) => (c.way === 'archive' && c.kept && c.sha256 ? [c.sha256] : []))
          : [],
      )
    : [];
  const title = coatOf(ctx.rows).name;
  return { title, zip: await packBundle(db, 'coat', title, documents, files, archives) };
}

/** The content of a bundle that was read. @throws 404 where it is no longer kept */
async function contentOf(db: Db, sha256: string): Promise<BundleContent> {
  const blob = isSha(sha256) ? await findBlob(db, sha256) : null;
  if (!blob || blob.type !== 'application/json') throw notFound('bundle');
  const content = JSON.parse((await wholeBlob(db, sha256))!.toString('utf8')) as Partial<BundleContent>;
  if (!content.what || !Array.isArray(content.parts)) throw notFound('bundle');
  return content as BundleContent;
}

const thing = (of: { readonly name: string; readonly version: string }, standing: Standing): BundleThing => ({
  name: of.name,
  version: of.version,
  is: standing.is,
  here: standing.is === 'other' ? standing.version : null,
});

const COUNTED: readonly Entity[] = [
  'element',
  'trait',
  'picture',
  'match',
  'handmade',
  'capture',
  'survey',
  'reading',
];

/** What a bundle that was read would bring, and what clashes, as this place is now. */
export async function previewBundle(db: Db, sha256: string): Promise<BundlePreview> {
  const { what, title, version, rows, parts, profile } = await contentOf(db, sha256);
  const things: BundleThing[] = [];
  const does: Doing[] = [];
  for (const part of parts) {
    const standing = await partStanding(db, part);
    things.push(thing(part, standing));
    if (standing.is !== 'same') does.push(partDoes(part));
  }
  const host = profile && (await profileStanding(db, profile));
  if (profile && host && host.is !== 'same') does.push(profileDoes(profile));
  const own = rows && coatOf(rows);
  const known = own
    ? await db.query<{ id: string; name: string; revision: number }>(
        'select c.id, c.name, r.revision from coat c join root r on r.id = c.id where c.id = $1',
        [own.id],
      )
    : null;
  return {
    what,
    title,
    version,
    counts: rows
      ? Object.fromEntries(
          COUNTED.map((e) => [e, Object.keys(rows[e]).length] as const).filter(([, n]) => n > 0),
        )
      : {},
    parts: things,
    profile: profile && host && thing(profile, host),
    does: does.filter(isToBeSeen),
    coat: known?.rows[0] ?? null,
    hasUnknown: own !== null && Object.keys(own.extras).length > 0,
  };
}

/** What is said when a bundle is taken in. */
interface BringIn {
  /** The coat that it is brought into; null: a new one. */
  readonly into: string | null;
  readonly name: string | null;
  readonly clash: ClashAnswer;
}

function readBringIn(body: unknown): BringIn {
  const { into, name, clash } = (body ?? {}) as Record<string, unknown>;
  if (!CLASH_ANSWERS.includes(clash as ClashAnswer))
    throw new Problem(
      422,
      'bad-command',
      'Say whether parts that differ come as in the bundle, or stay as here.',
    );
  if (into !== null && into !== undefined && (typeof into !== 'string' || !isId(into)))
    throw notFound('coat');
  return {
    into: (into as string | undefined) ?? null,
    name: typeof name === 'string' && name.trim() !== '' ? nameSchema.validateSync(name.trim()) : null,
    clash: clash as ClashAnswer,
  };
}

/**
 * Takes a bundle in: parts and host first, then the coat, all or nothing. A new coat keeps the ids of the bundle where they are
 * free, so that the same coat elsewhere stays the same coat.
 *
 * @returns the id of the coat, or null where the bundle holds none
 */
export async function bringIn(
  db: Db,
  sha256: string,
  body: unknown,
): Promise<{ readonly coat: string | null; readonly leftOut: number }> {
  const envelope = readEnvelope(body);
  const { into, name, clash } = readBringIn(body);
  const content = await contentOf(db, sha256);
  const told = { label: `Bring in the bundle ${content.title}`.slice(0, 200), command: { type: 'bundle.bring', bundle: sha256, into, clash } }; // prettier-ignore
  return inTransaction(db, async (client) => {
    const done = await client.query<{ root_id: string }>(
      'select root_id from history where command_id = $1',
      [envelope.commandId],
    );
    if (done.rows[0]) return { coat: done.rows[0].root_id, leftOut: 0 };
    const parts = await bringParts(client, content.parts, clash);
    const profile = content.profile && (await bringProfile(client, content.profile, clash));
    if (!content.rows) return { coat: null, leftOut: 0 };
    const here = await client.query('select 1 from root where id = $1', [coatOf(content.rows).id]);
    const isFree = here.rowCount === 0;
    const isSame = into === coatOf(content.rows).id;
    const id = into ?? (isFree ? coatOf(content.rows).id : randomUUID());
    const under = isFree && into === null ? content.rows : isSame ? content.rows : withFreshIds(content.rows, id, randomUUID); // prettier-ignore
    const known = await knownTrials(client, pinned(under, parts, profile));
    const asked = into === null && name === null ? await nameApart(client, coatOf(known.rows).name) : name;
    const then = renamed(known.rows, asked);
    if (into === null)
      await makeCoat(client, id, envelope.commandId, { ...told, changes: changesOfBundle(NO_ROWS, then) });
    else
      await changeCoat(client, id, envelope, (now) => ({
        ...told,
        changes: changesOfBundle(now, then),
      }));
    return { coat: id, leftOut: known.leftOut };
  });
}

/** The rows without trials of parts that are neither here nor came along. */
async function knownTrials(db: Queryable, rows: CoatRows): Promise<ReturnType<typeof withoutStrangers>> {
  const { rows: known } = await db.query<{ part_id: string; revision: number }>(
    'select part_id, revision from part_revision where part_id = any($1::uuid[])',
    [Object.values(rows.trial).map((t) => t.partId)],
  );
  const all = new Set(known.map((k) => `${k.part_id} ${k.revision}`));
  return withoutStrangers(rows, (partId, revision) => all.has(`${partId} ${revision}`));
}

/** A name by which what is brought in is told apart from a coat that is here; null where its own one is free. */
async function nameApart(db: Queryable, name: string): Promise<string | null> {
  const { rows } = await db.query<{ name: string }>('select name from coat where deleted_at is null');
  const taken = new Set(rows.map((row) => row.name));
  if (!taken.has(name)) return null;
  const stem = `${[...name].slice(0, 160).join('')}, brought in`;
  for (let n = 1; ; n++) {
    const other = n === 1 ? stem : `${stem} ${n}`;
    if (!taken.has(other)) return other;
  }
}

function renamed(rows: CoatRows, name: string | null): CoatRows {
  const coat = coatOf(rows);
  return name === null ? rows : { ...rows, coat: { [coat.id]: { ...coat, name } } };
}
