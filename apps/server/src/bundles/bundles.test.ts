import { execFileSync } from 'node:child_process';
import { createHash, randomUUID } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ZipFile } from 'yazl';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { coatOf, type CoatRows } from '@spare-coat/core/model/coat/rows';
import type { BundlePreview } from '@spare-coat/core/proving/wire/bundle';
import { testPart } from '@spare-coat/core/testing/parts';
import { coatOn, jobOf, upload } from '../testing/coatOn.js';
import { dropTrial, putPart } from '../testing/send.js';
import { startTestServer, type TestServer } from '../testing/server.js';

let here: TestServer;
let there: TestServer;
beforeAll(async () => {
  [here, there] = await Promise.all([startTestServer(), startTestServer()]);
});
afterAll(() => Promise.all([here.stop(), there.stop()]));

async function bundleOf(server: TestServer, id: string, query = 'own=1&host=1'): Promise<Buffer> {
  const response = await fetch(`${server.url}/api/bundles/of/coat/${id}?${query}`);
  expect(response.status).toBe(200);
  expect(response.headers.get('content-type')).toBe('application/zip');
  return Buffer.from(await response.arrayBuffer());
}
const readOn = async (server: TestServer, bytes: Uint8Array) =>
  jobOf(server, ((await upload(server, '/api/bundles', bytes)).body as { job: string }).job);
const bring = (server: TestServer, bundle: string, more: object = {}) =>
  server.post(`/api/bundles/${bundle}/coat`, {
    commandId: randomUUID(),
    revision: 0,
    into: null,
    clash: 'theirs',
    ...more,
  });
const rowsOf = async (server: TestServer, id: string) =>
  (await server.get(`/api/coats/${id}`)).body as { rows: CoatRows; revision: number };

describe('a bundle of a coat', () => {
  it('comes to another database whole, and goes out of it to the byte', async () => {
    const id = await coatOn(here);
    const zip = await bundleOf(here, id);
    const { state, result } = await readOn(there, zip);
    expect(state).toBe('done');
    const preview = (await there.get(`/api/bundles/${result.bundle}`)).body as BundlePreview;
    expect(preview).toMatchObject({
      what: 'coat',
      title: 'To hand on',
      counts: { element: 1, picture: 1, match: 1, capture: 1 },
      parts: [{ name: 'Tide', is: 'new' }],
      profile: { name: 'Fernbank', is: 'new' },
      coat: null,
    });
    const brought = await bring(there, result.bundle);
    expect(brought).toMatchObject({ status: 201, body: { coat: id } });
    const { rows } = await rowsOf(there, id);
    const original = await rowsOf(here, id);
    expect(Object.keys(rows.element)).toEqual(Object.keys(original.rows.element));
    const blob = Object.values(rows.picture)[0]!.blob;
    expect((await there.get(`/api/blobs/${blob}`)).status).toBe(200);
    expect((await bundleOf(there, id)).equals(zip)).toBe(true);
    // Sent again with the same command it is the same coat.
    const again = await readOn(there, zip);
    expect(
      ((await there.get(`/api/bundles/${again.result.bundle}`)).body as BundlePreview).parts[0]!.is,
    ).toBe('same');
  });
  it('brings the parts that were tried as well, and does without trials of parts that nobody has', async () => {
    const id = await coatOn(here);
    const tried = { ...testPart('Tried'), id: randomUUID() };
    await putPart(here, tried);
    const { revision } = await rowsOf(here, id);
    const command = dropTrial(tried.id);
    expect(
      (await here.post(`/api/coats/${id}/commands`, { commandId: randomUUID(), revision, command })).status,
    ).toBe(200);
    const empty = await startTestServer();
    try {
      const { result } = await readOn(empty, await bundleOf(here, id));
      expect(
        ((await empty.get(`/api/bundles/${result.bundle}`)).body as BundlePreview).parts.map((p) => p.name),
      ).toEqual(['Tide', 'Tried']);
      expect(await bring(empty, result.bundle)).toMatchObject({
        status: 201,
        body: { coat: id, leftOut: 0 },
      });
      expect(Object.keys((await rowsOf(empty, id)).rows.trial)).toHaveLength(1);
    } finally {
      await empty.stop();
    }
    // Bundles of before November 2026 named such parts and did not bring them.
    const old = await startTestServer();
    try {
      const { result } = await readOn(old, await withoutPart(await bundleOf(here, id), 'Tried'));
      expect(await bring(old, result.bundle)).toMatchObject({ status: 201, body: { coat: id, leftOut: 1 } });
      expect((await rowsOf(old, id)).rows.trial).toEqual({});
    } finally {
      await old.stop();
    }
  });
  it('comes beside the coat that is here already, or over it, and can be taken back', async () => {
    const id = await coatOn(here);
    const zip = await bundleOf(here, id, '');
    const { result } = await readOn(here, zip);
    expect(((await here.get(`/api/bundles/${result.bundle}`)).body as BundlePreview).coat).toMatchObject({
      id,
    });
    const beside = await bring(here, result.bundle, { name: 'Beside' });
    const other = (beside.body as { coat: string }).coat;
    expect(other).not.toBe(id);
    const copy = await rowsOf(here, other);
    expect(coatOf(copy.rows).name).toBe('Beside');
    expect(Object.values(copy.rows.element)[0]).toMatchObject({ name: 'Rail' });
    expect(copy.rows.capture).toEqual({});

    const { revision, rows } = await rowsOf(here, id);
    const [element] = Object.values(rows.element);
    const changed = await here.post(`/api/coats/${id}/commands`, {
      commandId: randomUUID(),
      revision,
      command: { type: 'element.remove', id: element!.id },
    });
    const at = (changed.body as { revision: number }).revision;
    expect(await bring(here, result.bundle, { into: id, revision: revision })).toMatchObject({ status: 409 });
    expect(await bring(here, result.bundle, { into: id, revision: at })).toMatchObject({ status: 201 });
    const back = await rowsOf(here, id);
    expect(back.rows.element).toEqual(rows.element);
    // What the bundle has nothing of stays.
    expect(Object.values(back.rows.capture)).toHaveLength(1);
    await here.post(`/api/coats/${id}/undo`, { commandId: randomUUID(), revision: back.revision });
    expect((await rowsOf(here, id)).rows.element).toEqual({});
  });
  it('has a name of its own beside the coat that it was made of', async () => {
    const other = await startTestServer();
    try {
      const id = await coatOn(other);
      const nameOf = async (coat: string) => Object.values((await rowsOf(other, coat)).rows.coat)[0]!.name;
      const zip = await bundleOf(other, id, '');
      const names = [await nameOf(id)];
      for (let i = 0; i < 2; i++) {
        const { result } = await readOn(other, zip);
        names.push(await nameOf(((await bring(other, result.bundle)).body as { coat: string }).coat));
      }
      const [name] = names;
      expect(names).toEqual([name, `${name}, brought in`, `${name}, brought in 2`]);
    } finally {
      await other.stop();
    }
  });
  it('brings another version of a part beside the one here, or leaves that, as one says', async () => {
    const id = await coatOn(here);
    const zip = await bundleOf(here, id);
    const { rows } = await rowsOf(here, id);
    const partId = Object.values(rows.layer)[0]!.partId!;
    const newer = { ...testPart('Tide', { version: '2.0' }), id: partId };
    await here.get(`/api/parts/${partId}`, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ commandId: randomUUID(), revision: 1, part: newer }),
    });
    // The revision that the bundle pins is still known here.
    const first = await readOn(here, zip);
    expect(
      ((await here.get(`/api/bundles/${first.result.bundle}`)).body as BundlePreview).parts,
    ).toMatchObject([{ is: 'same' }]);
    const far = await readOn(there, await bundleOf(here, id));
    await there.get(`/api/parts/${partId}`, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ commandId: randomUUID(), revision: 0, part: newer }),
    });
    const preview = (await there.get(`/api/bundles/${far.result.bundle}`)).body as BundlePreview;
    expect(preview.parts).toMatchObject([{ version: '1.0', is: 'other', here: '2.0' }]);
    const mine = (await bring(there, far.result.bundle, { clash: 'mine' })).body as { coat: string };
    expect(Object.values((await rowsOf(there, mine.coat)).rows.layer)[0]).toMatchObject({
      partId,
      partRevision: 1,
    });
    const theirs = (await bring(there, far.result.bundle, { clash: 'theirs' })).body as { coat: string };
    expect(Object.values((await rowsOf(there, theirs.coat)).rows.layer)[0]).toMatchObject({
      partId,
      partRevision: 2,
    });
  });
  it('of parts and of a host travels alone', async () => {
    const id = await coatOn(here);
    const { rows } = await rowsOf(here, id);
    const partId = Object.values(rows.layer)[0]!.partId!;
    const get = async (path: string) => Buffer.from(await (await fetch(here.url + path)).arrayBuffer());
    const parts = await readOn(there, await get(`/api/bundles/of/parts?ids=${partId}`));
    expect(await bring(there, parts.result.bundle)).toMatchObject({ status: 201, body: { coat: null } });
    expect((await there.get(`/api/parts/${partId}`)).status).toBe(200);
    const { profileId } = coatOf(rows);
    const profile = await readOn(there, await get(`/api/bundles/of/profile/${profileId}`));
    expect(await bring(there, profile.result.bundle)).toMatchObject({ status: 201 });
    expect((await there.get(`/api/profiles/${profileId}/1`)).status).toBe(200);
    expect(await here.get('/api/bundles/of/parts?ids=nobody')).toMatchObject({ status: 404 });
    expect(await here.get(`/api/bundles/of/coat/${randomUUID()}`)).toMatchObject({ status: 404 });
    expect(await bring(there, 'f'.repeat(64))).toMatchObject({ status: 404 });
    expect(await bring(there, profile.result.bundle, { clash: 'neither' })).toMatchObject({ status: 422 });
  });
});

/** A zip of these files, with a manifest that tells of them what is said. */
/** A bundle without one of its parts, as it was written when parts that were only tried stayed at home. */
async function withoutPart(zip: Buffer, name: string): Promise<Buffer> {
  const folder = mkdtempSync(join(tmpdir(), 'bundle-'));
  try {
    writeFileSync(join(folder, 'b.zip'), zip);
    execFileSync('bsdtar', ['-xf', join(folder, 'b.zip'), '-C', folder]);
    const paths = execFileSync('bsdtar', ['-tf', join(folder, 'b.zip')])
      .toString()
      .trim()
      .split('\n');
    const files = Object.fromEntries(
      paths
        .filter((p) => p !== 'manifest.json' && !p.endsWith('/'))
        .map((p) => [p, readFileSync(join(folder, p))]),
    );
    const parts = JSON.parse(files['parts.json']!.toString('utf8')) as { name: string }[];
    files['parts.json'] = Buffer.from(JSON.stringify(parts.filter((p) => p.name !== name)));
    return await zipOf(files);
  } finally {
    rmSync(folder, { recursive: true });
  }
}

function zipOf(files: Record<string, Buffer>, manifest: object | null = {}): Promise<Buffer> {
  const zip = new ZipFile();
  const sha = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');
  for (const [path, bytes] of Object.entries(files)) zip.addBuffer(bytes, path);
  if (manifest)
    zip.addBuffer(
      Buffer.from(
        JSON.stringify({
          format: 'spare-coat-bundle',
          version: 2,
          what: 'coat',
          title: 'Evil',
          made: '2026-11-25',
          files: Object.entries(files).map(([path, b]) => ({ path, sha256: sha(b), size: b.length })),
          ...manifest,
        }),
      ),
      'manifest.json',
    );
  zip.end();
  return new Promise((resolve, reject) => {
    const pieces: Buffer[] = [];
    zip.outputStream.on('data', (p: Buffer) => pieces.push(p));
    zip.outputStream.on('end', () => resolve(Buffer.concat(pieces)));
    zip.outputStream.on('error', reject);
  });
}
/** The same zip with one name in it written as another of the same length. */
const renamed = (zip: Buffer, from: string, to: string) =>
  Buffer.from(zip.toString('latin1').replaceAll(from, to), 'latin1');

describe('a bundle that is none, or means harm', () => {
  const json = (value: unknown) => Buffer.from(JSON.stringify(value));
  it.each<[string, () => Promise<Buffer> | Buffer, RegExp]>([
    ['no zip', () => Buffer.from('this is no zip at all'), /no zip/],
    ['another zip', () => zipOf({ 'reference.json': json({}) }, null), /no manifest/],
    [
      'a path that leads out',
      async () => renamed(await zipOf({ 'aaaaaaaaa.json': json({}) }), 'aaaaaaaaa.json', '../../abc.json'),
      /cannot be read|do not have/,
    ],
    ['something to run', () => zipOf({ 'files/run.sh': Buffer.from('#!/bin/sh') }), /do not have/],
    [
      'a file that the manifest does not list',
      () => zipOf({ 'reference.json': json({}), 'matches.json': json({}) }, { files: [] }),
      /does not list/,
    ],
    [
      'a file that is missing',
      () => zipOf({}, { files: [{ path: 'parts.json', sha256: 'a'.repeat(64), size: 3 }] }),
      /parts.json is missing/,
    ],
    [
      'a file that was changed',
      async () =>
        zipOf(
          { 'parts.json': json([]) },
          { files: [{ path: 'parts.json', sha256: 'a'.repeat(64), size: 2 }] },
        ),
      /is damaged/,
    ],
    [
      'a picture under another name',
      () => zipOf({ [`files/${'b'.repeat(64)}`]: Buffer.from('x') }),
      /not the file that it says/,
    ],
    ['no JSON', () => zipOf({ 'reference.json': Buffer.from('{') }), /no JSON/],
    ['a list of everything', () => zipOf({ 'reference.json': Buffer.from('['.repeat(200_000)) }), /no JSON/],
    ['nothing in it', () => zipOf({}), /exactly one coat|holds no/],
    ['a bomb', () => zipOf({ 'reference.json': Buffer.alloc(40 * 1024 * 1024, 32) }), /larger unpacked/],
    ['a newer version', () => zipOf({}, { version: 9 }), /version 9/],
  ])('is refused in a sentence, and nothing is kept: %s', async (_what, make, why) => {
    const before = await there.db.query<{ n: string }>('select count(*) as n from coat');
    const { state, problem } = await readOn(there, await make());
    expect(state).toBe('failed');
    expect(problem!.sentence).toMatch(why);
    const after = await there.db.query<{ n: string }>('select count(*) as n from coat');
    expect(after.rows[0]!.n).toBe(before.rows[0]!.n);
  });
  it('cut off in the middle is refused too', async () => {
    const zip = await bundleOf(here, await coatOn(here));
    for (const share of [0.3, 0.9, 0.999])
      expect(await readOn(there, zip.subarray(0, Math.floor(zip.length * share)))).toMatchObject({
        state: 'failed',
      });
    expect(await upload(there, '/api/bundles', new Uint8Array())).toMatchObject({ status: 422 });
  });
});
