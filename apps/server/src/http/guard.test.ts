import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { rawStatus, startTestServer, type TestServer } from '../testing/server.js';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.stop());

describe('the door', () => {
  it('answers 200 with the schema version once the database answers', async () => {
    expect(await server.get('/api/health')).toMatchObject({
      status: 200,
      body: { status: 'ready', schema: expect.any(Number) as number },
    });
  });
  it('does not answer to a name that is not its own', async () => {
    expect(await rawStatus(server.url, '/api/health', { Host: 'evil.example' })).toBe(421);
    expect(await rawStatus(server.url, '/api/health', { Host: 'localhost:1234' })).toBe(200);
  });
  it('refuses what a page elsewhere asks through the person’s browser', async () => {
    const host = new URL(server.url).host;
    expect(await rawStatus(server.url, '/api/coats', { Origin: 'https://evil.example' })).toBe(403);
    expect(await rawStatus(server.url, '/api/coats', { Origin: 'null' })).toBe(403);
    expect(await rawStatus(server.url, '/api/coats', { 'Sec-Fetch-Site': 'cross-site' })).toBe(403);
    expect(
      await rawStatus(server.url, '/api/coats', {
        Origin: `http://${host}`,
        'Sec-Fetch-Site': 'same-origin',
      }),
    ).toBe(200);
  });
  it('sends a policy without inline scripts, isolation, and a request id', async () => {
    const { headers } = await server.get('/api/health');
    const policy = headers.get('content-security-policy') ?? '';
    expect(policy).toContain("script-src 'self';");
    expect(policy).not.toContain('unsafe');
    expect(policy).toMatch(/style-src 'self' 'nonce-[^']+'/);
    expect(headers.get('cross-origin-opener-policy')).toBe('same-origin');
    expect(headers.get('cross-origin-embedder-policy')).toBe('require-corp');
    expect(headers.get('x-request-id')).toMatch(/^[0-9a-f-]{36}$/);
    expect(headers.get('x-powered-by')).toBeNull();
  });
  it('slows down who asks too often', async () => {
    const small = await startTestServer({ requestsPerMinute: 5 });
    try {
      const statuses = [];
      for (let i = 0; i < 7; i++) statuses.push((await small.get('/api/health')).status);
      expect(statuses).toEqual([200, 200, 200, 200, 200, 429, 429]);
    } finally {
      await small.stop();
    }
  });
});
