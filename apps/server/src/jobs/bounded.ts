import { nth } from '@spare-coat/core/ground/checked';
import { spawn, type ChildProcessWithoutNullStreams } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

/** What a child that reads something foreign may use at most. */
export interface Bounds {
  /** Its file below `dist`: children always run built, from `src` (tests) and from `dist` alike. */
  readonly file: string;
  readonly mostHeapMb: number;
  /** Of memory in all, what libraries take outside the heap included, in MB. */
  readonly mostResidentMb: number;
  readonly mostMs: number;
}

/** Both come with util-linux, which Debian always has. */
const SETPRIV = '/usr/bin/setpriv';
const PRLIMIT = '/usr/bin/prlimit';
const WATCH_MS = 250;
/** Time on the processor beyond the time on the clock: two threads of one child may work at once. */
const CPU_FACTOR = 2;

/** Why a child was ended before it ended by itself. */
export type Ended = 'late' | 'fat' | 'asked';

export interface BoundedChild {
  readonly process: ChildProcessWithoutNullStreams;
  /** Ends it with whatever it has started. */
  kill(): void;
  /** Why it was ended; null where it was not. */
  ended(): Ended | null;
  /** Has to be called when its answer was taken. */
  done(): void;
}

/**
 * Starts a child that dies with this process, however that dies, and is ended when it takes too long, works too much or grows too
 * large. It is a process group of its own, so that what it starts goes with it.
 */
export function startBounded({ file, mostHeapMb, mostResidentMb, mostMs }: Bounds): BoundedChild {
  const path = fileURLToPath(new URL(`../../dist/${file}`, import.meta.url));
  const words = [process.execPath, `--max-old-space-size=${mostHeapMb}`, path];
  const seconds = Math.ceil((mostMs * CPU_FACTOR) / 1000);
  if (existsSync(PRLIMIT)) words.unshift(PRLIMIT, `--cpu=${seconds}`, '--core=0', '--');
  if (existsSync(SETPRIV)) words.unshift(SETPRIV, '--pdeathsig', 'KILL', '--');
  const child = spawn(nth(words, 0), words.slice(1), {
    stdio: 'pipe',
    env: { PATH: process.env['PATH'] },
    detached: true,
  });
  let why: Ended | null = null;
  const killAll = () => {
    try {
      process.kill(-child.pid!, 'SIGKILL');
    } catch {
      // It has ended already.
    }
  };
  const end = (because: Ended) => {
    why ??= because;
    killAll();
  };
  const timer = setTimeout(() => end('late'), mostMs);
  const watch = setInterval(() => {
    if (residentMb(child.pid) > mostResidentMb) end('fat');
  }, WATCH_MS);
  child.stdin.on('error', () => undefined);
  return {
    process: child,
    kill: () => end('asked'),
    ended: () => why,
    done() {
      clearTimeout(timer);
      clearInterval(watch);
      // What it has started may outlive it.
      killAll();
    },
  };
}

/** Resident memory of a process in MB; 0 where it cannot be told. Source: proc_pid_status(5). */
function residentMb(pid: number | undefined): number {
  try {
    const kb = /^VmRSS:\s+(\d+) kB$/m.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1];
    return Number(kb ?? 0) / 1024;
  } catch {
    return 0;
  }
}
