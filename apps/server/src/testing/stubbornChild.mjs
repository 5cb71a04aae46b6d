// What a child may do that reads something made to harm; standard input says which.
import { Buffer } from 'node:buffer';
import { readFileSync } from 'node:fs';
import process from 'node:process';
import { setInterval } from 'node:timers';
const how = readFileSync(0, 'utf8');
if (how.includes('half')) {
  process.stdout.write('{"progress": 0.5}\n{"repo', () => process.kill(process.pid, 'SIGKILL'));
} else if (how.includes('grow')) {
  const held = [];
  setInterval(() => held.push(Buffer.alloc(20_000_000, 1)), 5);
} else {
  for (;;);
}
