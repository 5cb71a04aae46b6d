import { spawn, type ChildProcess } from 'node:child_process';
import { describe, expect, it } from 'vitest';

interface Supervised {
  current(): ChildProcess;
  stop(patienceMs: number): Promise<void>;
}
type Supervise = (
  start: () => ChildProcess,
  options: { tell: (how: string) => void; giveUp: () => void; firstWaitMs: number },
) => Supervised;
const { supervise } = (await import(
  new URL('../../../../scripts/lib/supervise.mjs', import.meta.url).href
)) as { supervise: Supervise };

const run = (code: string) => spawn(process.execPath, ['-e', code]);

describe('a server that is started by one command', () => {
  it('is started again when it ends by itself, and when it is killed, and stays stopped when it is stopped', async () => {
    const told: string[] = [];
    let starts = 0;
    const server = supervise(() => run(++starts === 1 ? 'process.exit(1)' : 'setInterval(() => 0, 1000)'), {
      tell: (how) => told.push(how),
      giveUp: () => told.push('given up'),
      firstWaitMs: 20,
    });
    await expect.poll(() => starts, { timeout: 10_000 }).toBe(2);
    server.current().kill('SIGKILL');
    await expect.poll(() => starts, { timeout: 10_000 }).toBe(3);
    expect(told).toEqual(['1', 'SIGKILL']);
    await server.stop(5000);
    await new Promise((r) => setTimeout(r, 200));
    expect(starts).toBe(3);
    expect(server.current().signalCode).toBe('SIGTERM');
  });

  it.each([2, 3])('is not started again where that is of no use (it ended with %i)', async (code) => {
    let starts = 0;
    let isGivenUp = false;
    supervise(
      () => {
        starts++;
        return run(`process.exit(${code})`);
      },
      { tell: () => undefined, giveUp: () => (isGivenUp = true), firstWaitMs: 20 },
    );
    await expect.poll(() => isGivenUp, { timeout: 10_000 }).toBe(true);
    expect(starts).toBe(1);
  });

  it('that does not heed being stopped is killed', async () => {
    const server = supervise(
      () => run("process.on('SIGTERM', () => 0); console.log('up'); setInterval(() => 0, 1000)"),
      { tell: () => undefined, giveUp: () => undefined, firstWaitMs: 20 },
    );
    await new Promise((resolve) => server.current().stdout!.once('data', resolve));
    await server.stop(300);
    expect(server.current().signalCode).toBe('SIGKILL');
  });
});
