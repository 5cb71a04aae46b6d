import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { KnownFace } from '@spare-coat/core/measuring/type/nearestFaces';
import { startTestServer, type TestServer } from '../testing/server.js';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.stop());

const SOLWAY = readFileSync(
  createRequire(import.meta.url).resolve('@fontsource/solway/files/solway-latin-500-normal.woff2'),
);

const send = (bytes: Uint8Array) =>
  server.post('/api/fonts', 0, {
    body: Uint8Array.from(bytes),
    headers: { 'Content-Type': 'application/octet-stream' },
  });

describe('fonts', () => {
  it('that ship are told with metrics in which capitals are higher than small letters', async () => {
    const { faces } = (await server.get('/api/fonts')).body as { faces: KnownFace[] };
    expect(faces.length).toBeGreaterThanOrEqual(9);
    for (const { metrics } of faces) {
      expect(metrics.capHeight).toBeGreaterThan(metrics.xHeight);
      expect(metrics.stem).toBeGreaterThan(0.03);
    }
    const stems = faces.filter((f) => f.metrics.family === 'Commissioner').map((f) => f.metrics.stem!);
    expect(stems).toEqual([...stems].sort((a, b) => a - b));
    expect(faces.find((f) => f.metrics.family === 'JetBrains Mono')!.metrics.fixed).toBe(true);
  });

  it('that are dropped in are kept by their SHA-256 and read', async () => {
    const { status, body } = await send(SOLWAY);
    expect(status).toBe(200);
    expect(body).toMatchObject({
      blob: expect.stringMatching(/^[0-9a-f]{64}$/) as string,
      metrics: { xHeight: 0.5, capHeight: 0.7 },
    });
    const blob = await fetch(`${server.url}/api/blobs/${(body as { blob: string }).blob}`);
    expect(Buffer.from(await blob.arrayBuffer()).equals(SOLWAY)).toBe(true);
  });

  it.each([
    ['an empty file', Buffer.alloc(0), 415, 'empty-file'],
    ['a text', Buffer.from('this is no font'), 415, 'not-a-font'],
    ['a collection', Buffer.concat([Buffer.from('ttcf'), Buffer.alloc(400)]), 415, 'not-a-font'],
    [
      'a font of zeros',
      Buffer.concat([Buffer.from([0, 1, 0, 0]), Buffer.alloc(4000)]),
      422,
      'unreadable-font',
    ],
    ['a truncated font', SOLWAY.subarray(0, 900), 422, 'unreadable-font'],
    [
      'a font with broken insides',
      Buffer.concat([SOLWAY.subarray(0, 200), Buffer.alloc(SOLWAY.length - 200, 0x5a)]),
      422,
      'unreadable-font',
    ],
  ])('refuse %s with a sentence, and keep nothing', async (_, bytes, status, code) => {
    const before = (await server.db.query<{ n: number }>('select count(*) as n from blob')).rows[0]!.n;
    const answer = await send(bytes);
    expect(answer).toMatchObject({
      status,
      body: { code, title: expect.stringMatching(/^[A-Z].*\.$/) as string },
    });
    expect((await server.db.query<{ n: number }>('select count(*) as n from blob')).rows[0]!.n).toBe(before);
  });

  it('without small letters are refused for that reason', async () => {
    const greek = readFileSync(
      createRequire(import.meta.url).resolve(
        '@fontsource/commissioner/files/commissioner-greek-400-normal.woff2',
      ),
    );
    const answer = await send(greek);
    expect(answer).toMatchObject({
      status: 422,
      body: { title: expect.stringContaining('no x-height') as string },
    });
  });
});
