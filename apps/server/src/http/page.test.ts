import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync, brotliDecompressSync, gunzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startTestServer, type TestServer } from '../testing/server.js';

const SCRIPT = `export const stages = ${JSON.stringify(Array.from({ length: 300 }, (_, n) => `stage ${n}`))};`;
const folder = mkdtempSync(join(tmpdir(), 'page-'));
let server: TestServer;
beforeAll(async () => {
  writeFileSync(join(folder, 'index.html'), '<html nonce="__NONCE__"></html>');
  writeFileSync(join(folder, 'main-ABCD1234.js'), SCRIPT);
  writeFileSync(join(folder, 'main-ABCD1234.js.br'), brotliCompressSync(SCRIPT));
  writeFileSync(join(folder, 'plain.js'), SCRIPT);
  mkdirSync(join(folder, 'reader'));
  for (const name of ['worker.min.js', 'core.wasm.js']) writeFileSync(join(folder, 'reader', name), SCRIPT);
  server = await startTestServer({ page: folder });
});
afterAll(async () => {
  await server.stop();
  rmSync(folder, { recursive: true });
});

/** What comes over the wire, as it comes. */
const get = (path: string, encodings: string) =>
  new Promise<{ bytes: Buffer; headers: Record<string, unknown> }>((resolve, reject) => {
    request(new URL(path, server.url), { headers: { 'Accept-Encoding': encodings } }, (res) => {
      const parts: Buffer[] = [];
      res.on('data', (part: Buffer) => parts.push(part));
      res.on('end', () => resolve({ bytes: Buffer.concat(parts), headers: res.headers }));
    })
      .on('error', reject)
      .end();
  });

describe('the page', () => {
  it('is sent as the build has packed it, to be kept for ever under a name that says what is in it', async () => {
    const { bytes, headers } = await get('/main-ABCD1234.js', 'gzip, deflate, br');
    expect(headers['content-encoding']).toBe('br');
    expect(headers['content-type']).toContain('javascript');
    expect(headers['cache-control']).toContain('immutable');
    expect(headers['vary']).toContain('Accept-Encoding');
    expect(brotliDecompressSync(bytes).toString()).toBe(SCRIPT);
  });
  it('is packed on its way for who reads another packing, and plain for who reads none', async () => {
    expect(gunzipSync((await get('/main-ABCD1234.js', 'gzip')).bytes).toString()).toBe(SCRIPT);
    const plain = await get('/main-ABCD1234.js', 'identity');
    expect(plain.headers['content-encoding']).toBeUndefined();
    expect(plain.bytes.toString()).toBe(SCRIPT);
  });
  it('is asked for again where a name says nothing, and packed where the build did not', async () => {
    const { bytes, headers } = await get('/plain.js', 'br');
    expect(headers['cache-control']).toBe('no-cache');
    expect(brotliDecompressSync(bytes).toString()).toBe(SCRIPT);
  });
  it('runs WebAssembly in the worker that reads letters, and nowhere else', async () => {
    const policy = async (path: string) =>
      String((await get(path, 'identity')).headers['content-security-policy']);
    expect(await policy('/reader/worker.min.js')).toBe(
      "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; connect-src 'self'",
    );
    for (const path of ['/', '/plain.js', '/main-ABCD1234.js', '/reader/core.wasm.js', '/api/health'])
      expect(await policy(path)).not.toContain('unsafe');
  });
  it('is the same document at every address of a view, with a nonce of its own each time', async () => {
    const [first, second] = await Promise.all(['/', '/coats/x/study'].map((path) => get(path, 'identity')));
    expect(first!.bytes.toString()).toMatch(/nonce="[^"_]{16,}"/);
    expect(second!.bytes.toString()).not.toBe(first!.bytes.toString());
    expect((await get('/no-such.js', 'identity')).headers['content-type']).toContain('problem+json');
  });
});
