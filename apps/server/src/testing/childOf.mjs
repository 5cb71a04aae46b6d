// A server in two lines: starts a bounded child that would run for ever, says which, and waits to be killed.
import process from 'node:process';
import { setInterval } from 'node:timers';
import { startBounded } from '../../dist/jobs/bounded.js';
const child = startBounded({
  file: '../src/testing/stubbornChild.mjs',
  mostHeapMb: 64,
  mostResidentMb: 500,
  mostMs: 60_000,
});
child.process.stdin.end('spin');
process.stdout.write(`${child.process.pid}\n`);
setInterval(() => undefined, 1000);
