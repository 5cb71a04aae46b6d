import { Readable } from 'node:stream';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { CHUNK, collectBlobs, putBlob, findBlob } from '../blobs/store.js';
import { animationChunk, drawPng, hugePng } from '../testing/pictures.js';
import { startTestServer, type TestServer } from '../testing/server.js';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.stop());

interface Picture {
  blob: string;
  original: string;
  width: number;
  height: number;
  remarks: string[];
}

const send = (bytes: Buffer) =>
  server.post('/api/pictures', 0, {
    body: new Uint8Array(bytes),
    headers: { 'Content-Type': 'application/octet-stream' },
  });

async function read(
  bytes: Buffer,
): Promise<{ picture?: Picture; problem?: { code: string; sentence: string } }> {
  const answer = await send(bytes);
  const { picture, job } = answer.body as { picture?: Picture; job?: string };
  if (picture) return { picture };
  for (;;) {
    const { body } = await server.get(`/api/jobs/${job}`);
    const state = body as { state: string; result: Picture; problem: { code: string; sentence: string } };
    if (state.state === 'done') return { picture: state.result };
    if (state.state === 'failed') return { problem: state.problem };
    await new Promise((r) => setTimeout(r, 50));
  }
}

async function pixelsOf(picture: Picture) {
  const response = await fetch(`${server.url}/api/blobs/${picture.blob}`);
  return sharp(Buffer.from(await response.arrayBuffer()))
    .raw()
    .toBuffer({ resolveWithObject: true });
}

describe('pictures', () => {
  it('are normalised once, kept once, and come back to the pixel', async () => {
    const file = await drawPng(300, 200, '#c0d0b0', [
      { x: 250, y: 0, width: 50, height: 200, colour: '#e3c2b4' },
    ]);
    const { picture } = await read(file);
    expect(picture).toMatchObject({ width: 300, height: 200, remarks: [] });
    const { data, info } = await pixelsOf(picture!);
    const at = (x: number, y: number) => [
      ...data.subarray((y * 300 + x) * info.channels, (y * 300 + x) * info.channels + 3),
    ];
    expect(at(10, 10)).toEqual([0xc0, 0xd0, 0xb0]);
    expect(at(249, 10)).toEqual([0xc0, 0xd0, 0xb0]);
    expect(at(250, 10)).toEqual([0xe3, 0xc2, 0xb4]);
    expect((await send(file)).status).toBe(200);
    const { rows } = await server.db.query<{ n: number }>(
      'select count(*) as n from blob where sha256 = $1',
      [picture!.original],
    );
    expect(rows[0]!.n).toBe(1);
  });

  it('of other shades, depths and turns become 8-bit sRGB, and it is said', async () => {
    const base = sharp({ create: { width: 40, height: 20, channels: 3, background: '#336699' } });
    const grey = await read(await base.clone().greyscale().png().toBuffer());
    expect(grey.picture).toMatchObject({ width: 40, height: 20 });
    const deep = await read(await base.clone().toColourspace('rgb16').png().toBuffer());
    expect(deep.picture?.remarks).toContain('Reduced to 8 bits a channel.');
    const turned = await read(await base.clone().withMetadata({ orientation: 6 }).jpeg().toBuffer());
    expect(turned.picture).toMatchObject({ width: 20, height: 40 });
    expect(turned.picture?.remarks).toContain('Turned upright, as the file says it was held.');
    const cmyk = await read(await base.clone().toColourspace('cmyk').jpeg().toBuffer());
    expect(cmyk.picture?.remarks).toContain('Converted from CMYK to sRGB.');
    const palette = await read(await base.clone().png({ palette: true, colours: 4 }).toBuffer());
    expect(palette.picture).toMatchObject({ width: 40, height: 20 });
    const wide = await read(await base.clone().withIccProfile('p3').png().toBuffer());
    expect(wide.picture?.remarks).toContain('Converted from its colour profile to sRGB.');
    const tall = await read(
      await sharp({ create: { width: 1, height: 16_384, channels: 3, background: '#336699' } })
        .png()
        .toBuffer(),
    );
    expect(tall.picture).toMatchObject({ width: 1, height: 16_384 });
    const still = await base.clone().png().toBuffer();
    const animated = await read(Buffer.concat([still.subarray(0, 33), animationChunk(), still.subarray(33)]));
    expect(animated.picture?.remarks).toContain('Only its first frame is used.');
    const tiny = await read(
      await sharp({
        create: { width: 1, height: 1, channels: 4, background: { r: 9, g: 8, b: 7, alpha: 0.5 } },
      })
        .png()
        .toBuffer(),
    );
    expect(tiny.picture).toMatchObject({ width: 1, height: 1 });
  });

  it.each([
    ['an empty file', () => Buffer.alloc(0), 415, 'empty-file'],
    ['a text', () => Buffer.from('not a picture at all, but long enough'), 415, 'not-a-picture'],
    ['a GIF by its bytes', () => Buffer.from('GIF89a\x01\x00\x01\x00'), 415, 'other-picture'],
    ['a PNG of 16,384 squared and 3 MB, from its header', () => hugePng(16_384, 3_000_000), 413, 'too-large'],
    [
      'a file over 64 MB',
      () => Buffer.concat([hugePng(100, 1000), Buffer.alloc(64 * 1024 * 1024)]),
      413,
      'too-large',
    ],
  ])('refuses %s', async (_, make, status, code) => {
    const before = (await server.db.query<{ n: number }>('select count(*) as n from blob')).rows[0]!.n;
    const answer = await send(make());
    expect(answer).toMatchObject({ status, body: { code } });
    expect((await server.db.query<{ n: number }>('select count(*) as n from blob')).rows[0]!.n).toBe(before);
  });

  it('says that a truncated picture is truncated', async () => {
    const noise = Buffer.from(Array.from({ length: 300 * 200 * 3 }, (_, i) => (i * 7919) % 251));
    const whole = await sharp(noise, { raw: { width: 300, height: 200, channels: 3 } })
      .png()
      .toBuffer();
    const { problem } = await read(whole.subarray(0, whole.length / 2));
    expect(problem).toMatchObject({
      code: 'unreadable',
      sentence: expect.stringMatching(/truncated or damaged/) as string,
    });
  });

  it('are cancelled on request', async () => {
    const { rows } = await server.db.query<{ id: string }>(
      `insert into job (id, kind, input, input_hash, created_at) values (gen_random_uuid(), 'never.claimed', '{}', 'x', now() + interval '1 day') returning id`,
    );
    expect((await server.get(`/api/jobs/${rows[0]!.id}`, { method: 'DELETE' })).status).toBe(204);
    expect((await server.get(`/api/jobs/${rows[0]!.id}`)).body).toMatchObject({ state: 'cancelled' });
  });
});

describe('jobs', () => {
  it('whose worker died are taken up by another, and given up after the second time', async () => {
    const file = await drawPng(64, 64, '#102030');
    const blob = await putBlob(server.db, Readable.from([file]), 'image/png', 1e9);
    const add = async (attempts: number) => {
      const { rows } = await server.db.query<{ id: string }>(
        `insert into job (id, kind, input, input_hash, state, attempts, lease_until)
         values (gen_random_uuid(), 'picture.normalise', $1, gen_random_uuid()::text, 'running', $2, now() - interval '1 minute') returning id`,
        [JSON.stringify({ original: blob.sha256 }), attempts],
      );
      return rows[0]!.id;
    };
    const [once, twice] = [await add(1), await add(2)];
    const states = async () =>
      (
        await server.db.query<{ state: string }>(
          'select state from job where id = any($1) order by id = $2',
          [[once, twice], twice],
        )
      ).rows.map((r) => r.state);
    await expect.poll(states, { timeout: 15_000 }).toEqual(['done', 'failed']);
  });
});

describe('blobs', () => {
  it('come whole or by range, across chunks, and never change', async () => {
    const bytes = Buffer.from(Array.from({ length: CHUNK * 2 + 500 }, (_, i) => (i * 31) % 256));
    const { sha256 } = await putBlob(
      server.db,
      Readable.from(
        [0, 1, 2, 3].map((i) => bytes.subarray(i * 700_001, (i + 1) * 700_001)).filter((b) => b.length > 0),
      ),
      'application/test',
      1e9,
    );
    const get = async (headers: Record<string, string>) => {
      const response = await fetch(`${server.url}/api/blobs/${sha256}`, { headers });
      return { response, body: Buffer.from(await response.arrayBuffer()) };
    };
    const whole = await get({});
    expect(whole.body.equals(bytes)).toBe(true);
    const from = CHUNK - 5;
    const part = await get({ Range: `bytes=${from}-${from + 9}` });
    expect(part.response.status).toBe(206);
    expect(part.response.headers.get('content-range')).toBe(`bytes ${from}-${from + 9}/${bytes.length}`);
    expect(part.body.equals(bytes.subarray(from, from + 10))).toBe(true);
    expect((await get({ Range: 'bytes=99999999-' })).response.status).toBe(416);
    expect((await get({ 'If-None-Match': `"${sha256}"` })).response.status).toBe(304);
    const sizes = await server.db.query<{ most: number }>(
      'select max(length(bytes)) as most from blob_chunk',
    );
    expect(sizes.rows[0]!.most).toBeLessThanOrEqual(CHUNK);
  });

  it('that nobody uses are collected after an hour', async () => {
    const { sha256 } = await putBlob(server.db, Readable.from([Buffer.from('forgotten')]), 'text/plain', 100);
    await collectBlobs(server.db);
    expect(await findBlob(server.db, sha256)).not.toBeNull();
    const age = () =>
      server.db.query("update blob set sent_at = now() - interval '2 hours' where sha256 = $1", [sha256]);
    await age();
    // Sent again it counts as new: whoever sent it is about to use it.
    await putBlob(server.db, Readable.from([Buffer.from('forgotten')]), 'text/plain', 100);
    expect(await collectBlobs(server.db)).toBe(0);
    await age();
    expect(await collectBlobs(server.db)).toBe(1);
    expect(await findBlob(server.db, sha256)).toBeNull();
  });
});
