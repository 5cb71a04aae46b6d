import { createHash } from 'node:crypto';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { gunzipSync } from 'node:zlib';
import { extract } from 'tar-stream';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { hostileEntries, type ArchiveEntry } from '@spare-coat/core/deciding/archives/entry';
import { readListedDetails, readListedPage } from '@spare-coat/core/model/parts/listing';
import { listingApp } from './app.js';
import { ARCHIVE_SORTS, makeArchive } from './archives.js';
import { ENTRIES } from './entries.js';
import { MISBEHAVIOURS, Mood } from './misbehaviour.js';

let server: Server;
let at: string;
beforeAll(async () => {
  server = createServer(listingApp());
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  at = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(() => {
  server.closeAllConnections();
  server.close();
});

/** What is in a tar. */
async function entriesOf(tar: Buffer): Promise<ArchiveEntry[]> {
  const found: ArchiveEntry[] = [];
  const reader = extract();
  const done = new Promise<void>((resolve, reject) => {
    reader.on('finish', () => resolve());
    reader.on('error', reject);
  });
  reader.on('entry', (header, stream, next) => {
    const kind = header.type === 'symlink' ? 'link' : header.type === 'directory' ? 'folder' : 'file';
    found.push({ path: header.name, kind, size: header.size ?? 0, target: header.linkname ?? '' });
    stream.on('end', () => next());
    stream.resume();
  });
  reader.end(tar);
  await done;
  return found;
}

describe('the archives of the listing', () => {
  it.each(ARCHIVE_SORTS.filter((s) => s !== 'bomb' && s !== 'wallpapers'))(
    '%s are the same bytes on every run, and others for another version',
    async (sort) => {
      const [once, again, newer] = await Promise.all([
        makeArchive('Test', '1.0', sort),
        makeArchive('Test', '1.0', sort),
        makeArchive('Test', '1.1', sort),
      ]);
      expect(once.equals(again)).toBe(true);
      expect(once.equals(newer)).toBe(false);
    },
  );
  it.each([
    'icons',
    'icons, too deep',
    'icons, no folder',
    'pointers',
    'window theme',
    'with a script',
  ] as const)('%s are good ones', async (sort) => {
    const bytes = await makeArchive('Test', '1.0', sort);
    expect(hostileEntries(await entriesOf(gunzipSync(bytes)), bytes.length)).toEqual([]);
  });
  it('that are bad are bad in the way they say', async () => {
    const leaving = await makeArchive('Test', '1.0', 'paths that leave');
    const codes = hostileEntries(await entriesOf(gunzipSync(leaving)), leaving.length).map((h) => h.code);
    expect(codes).toEqual(expect.arrayContaining(['outside', 'link-out']));
    const bomb = await makeArchive('Test', '1.0', 'bomb');
    expect(gunzipSync(bomb).length / bomb.length).toBeGreaterThan(300);
    const cut = await makeArchive('Test', '1.0', 'cut short');
    expect(() => gunzipSync(cut)).toThrow(/unexpected end/);
  });
});

describe('the service', () => {
  it('answers in the agreed shapes, with no two entries of one id', async () => {
    expect(new Set(ENTRIES.map((e) => e.id)).size).toBe(ENTRIES.length);
    const page = readListedPage(await (await fetch(`${at}/parts?page=2`)).json());
    expect(page).toMatchObject({ page: 2, total: ENTRIES.length });
    for (const id of ['kingcup', 'limewash', 'samphire-icons'])
      expect(readListedDetails(await (await fetch(`${at}/parts/${id}`)).json()).id).toBe(id);
    expect((await fetch(`${at}/parts/nothing`)).status).toBe(404);
  });
  it('gives files whole and in ranges, with the listed size and checksum', async () => {
    const { versions } = readListedDetails(await (await fetch(`${at}/parts/reedmace`)).json());
    const [version] = versions;
    const whole = Buffer.from(await (await fetch(at + version!.path)).arrayBuffer());
    expect(whole.length).toBe(version!.size);
    expect(createHash('sha256').update(whole).digest('hex')).toBe(version!.sha256);
    const rest = await fetch(at + version!.path, { headers: { Range: 'bytes=100-' } });
    expect(rest.status).toBe(206);
    expect(Buffer.from(await rest.arrayBuffer()).equals(whole.subarray(100))).toBe(true);
    // A range of what has changed meanwhile is the whole again.
    const other = await fetch(at + version!.path, {
      headers: { Range: 'bytes=100-', 'If-Range': '"other"' },
    });
    expect(other.status).toBe(200);
    await other.arrayBuffer();
    expect((await fetch(at + version!.path, { headers: { Range: `bytes=${whole.length}-` } })).status).toBe(
      416,
    );
  });
  it('refuses a misbehaviour that it does not know', async () => {
    const tell = (how: unknown) =>
      fetch(`${at}/misbehave`, {
        method: 'POST',
        body: JSON.stringify(how),
        headers: { 'Content-Type': 'application/json' },
      });
    expect((await tell({ how: 'sulk' })).status).toBe(400);
    for (const how of MISBEHAVIOURS) expect((await tell({ how })).status).toBe(200);
    expect((await tell({})).status).toBe(200);
  });
});

describe('the mood of the service', () => {
  it('goes wrong so often as it was told, then behaves', () => {
    const mood = new Mood();
    mood.tell({ how: 'cut', times: 2 });
    expect([1, 2, 3].map(() => mood.now(undefined, 'a')?.how ?? null)).toEqual(['cut', 'cut', null]);
  });
  it('counts for each entry by itself, and what it was told comes first', () => {
    const mood = new Mood();
    const own = { how: 'rate limited', times: 1 } as const;
    expect([mood.now(own, 'a'), mood.now(own, 'b'), mood.now(own, 'a')].map((m) => m?.how ?? null)).toEqual([
      'rate limited',
      'rate limited',
      null,
    ]);
    mood.tell({ how: 'down' });
    expect([1, 2].map(() => mood.now(own, 'c')?.how)).toEqual(['down', 'down']);
    mood.tell(null);
    expect(mood.now(undefined, 'c')).toBeNull();
  });
});
