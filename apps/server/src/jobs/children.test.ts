import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { hostname, tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { FontReader } from '../archives/fontReader.js';
import { Problem } from '../http/problem.js';
import { gate } from './gate.js';
import type { JobTools } from './queue.js';
import { runChild, type Child } from './runChild.js';
import { inWorkFolder, sweepWorkFolders } from './workFolder.js';

const STUBBORN: Child = {
  file: '../src/testing/stubbornChild.mjs',
  mostMs: 20_000,
  mostHeapMb: 64,
  mostResidentMb: 300,
  mostWords: 1000,
  late: 'It took too long.',
  long: 'It said too much.',
  cancelled: 'It was cancelled.',
  died: 'It died.',
  code: 'unreadable',
};
const tools = (): JobTools & { told: number[] } => {
  const told: number[] = [];
  return {
    told,
    signal: new AbortController().signal,
    progress: (share) => void told.push(share),
    partial: () => Promise.resolve(),
  };
};
const isAlive = (pid: number) => {
  // One that has ended and was not looked after yet is none.
  const status = existsSync(`/proc/${pid}/status`) ? readFileSync(`/proc/${pid}/status`, 'utf8') : '';
  return status !== '' && !/^State:\s+Z/m.test(status);
};

/** A server in two lines, and the process id of the child that it has started. */
async function serverWithChild(): Promise<{ readonly server: ChildProcess; readonly pid: number }> {
  const server = spawn(process.execPath, [fileURLToPath(new URL('../testing/childOf.mjs', import.meta.url))]);
  const pid = await new Promise<number>((resolve) =>
    server.stdout.once('data', (d: Buffer) => resolve(Number(d.toString()))),
  );
  return { server, pid };
}

describe('a child that reads something made to harm', () => {
  it('is ended when it takes too long', async () => {
    await expect(runChild({ ...STUBBORN, mostMs: 500 }, 'spin', tools())).rejects.toThrow(
      'It took too long.',
    );
  });
  it('is ended by the kernel when it works more than it may, whatever becomes of the server’s clock', async () => {
    const { server, pid } = await serverWithChild();
    // The bounds are set by what starts it, a moment after it is there.
    await expect
      .poll(() => readFileSync(`/proc/${pid}/limits`, 'utf8'), { timeout: 10_000 })
      .toMatch(/^Max cpu time\s+120\s/m);
    server.kill('SIGKILL');
    await expect.poll(() => isAlive(pid), { timeout: 5000 }).toBe(false);
  });
  it('is ended when it grows outside its heap', async () => {
    await expect(runChild(STUBBORN, 'grow', tools())).rejects.toThrow('It died.');
  });
  it('that is killed in the middle of a line throws nothing, and what it said before was heard', async () => {
    const heard = tools();
    await expect(runChild(STUBBORN, 'half', heard)).rejects.toThrow('It died.');
    expect(heard.told).toEqual([0.5]);
  });
  it('goes when its server is killed', async () => {
    const { server, pid } = await serverWithChild();
    expect(isAlive(pid)).toBe(true);
    server.kill('SIGKILL');
    await expect.poll(() => isAlive(pid), { timeout: 5000 }).toBe(false);
  });
});

describe('a gate', () => {
  it('lets so many through at a time, the others in their order, and refuses where too many wait', async () => {
    const through = gate(2, 3, () => new Problem(503, 'busy', 'Too many wait.'));
    let inside = 0;
    let most = 0;
    const order: number[] = [];
    const work = (n: number) =>
      through(async () => {
        most = Math.max(most, ++inside);
        await new Promise((r) => setTimeout(r, 10));
        inside--;
        order.push(n);
        if (n === 1) throw new Error('one of them fails');
      });
    const all = await Promise.allSettled([0, 1, 2, 3, 4, 5].map(work));
    expect(most).toBe(2);
    expect(order).toEqual([0, 1, 2, 3, 4]);
    expect(all.map((a) => a.status)).toEqual([
      'fulfilled',
      'rejected',
      'fulfilled',
      'fulfilled',
      'fulfilled',
      'rejected',
    ]);
    await expect(work(6)).resolves.toBeUndefined();
  });
});

describe('work folders', () => {
  it('of servers that were killed go at the next start; those of living ones and of other programs stay', async () => {
    const mark = hostname().replaceAll(/[^A-Za-z0-9.-]/g, '_');
    const dead = join(tmpdir(), `spare-coat-${mark}-999999999-abcdef`);
    const foreign = join(tmpdir(), `spare-coat-elsewhere-999999999-abcdef`);
    mkdirSync(dead, { recursive: true });
    mkdirSync(foreign, { recursive: true });
    let held = '';
    await inWorkFolder(async (folder) => {
      held = folder;
      await sweepWorkFolders();
      expect([existsSync(dead), existsSync(foreign), existsSync(folder)]).toEqual([false, true, true]);
    });
    expect(existsSync(held)).toBe(false);
    rmSync(foreign, { recursive: true });
  });
});

describe('fonts in an archive', () => {
  it('that take too long are given up one by one, and after three the rest is told as not read', async () => {
    const reader = new FontReader(1);
    const font = readFileSync(
      fileURLToPath(import.meta.resolve('@fontsource/solway/files/solway-latin-500-normal.woff2')),
    );
    const problems = [];
    for (let n = 0; n < 4; n++) problems.push((await reader.read(`${n}.woff2`, font)).problem);
    await reader.close();
    expect(problems.slice(0, 3).every((p) => p.includes('took too long'))).toBe(true);
    expect(problems[3]).toContain('others in this archive took too long');
    const patient = new FontReader();
    expect((await patient.read('a.woff2', font)).problem).toBe('');
    expect((await patient.read('b.woff2', font.subarray(0, 40))).problem).toContain('damaged');
    expect((await patient.read('c.woff2', font)).problem).toBe('');
    await patient.close();
  });
});
