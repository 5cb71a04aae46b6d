import { spawn } from 'node:child_process';
import { createInterface } from 'node:readline';
import { ROOT } from './folders.mjs';

/** Starts the stand-in of an online listing on loopback. @returns its address and how to stop it */
export async function startListing(port) {
  const child = spawn(process.execPath, ['stand-ins/dist/listing/main.js'], {
    cwd: ROOT,
    env: { ...process.env, PORT: String(port) },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const ended = new Promise((resolve) => child.once('close', resolve));
  const url = await new Promise((resolve, reject) => {
    createInterface({ input: child.stdout }).once('line', (line) => resolve(JSON.parse(line).url));
    child.once('close', (code) => reject(new Error(`the listing ended (${code})`)));
  });
  return {
    url,
    async stop() {
      child.kill('SIGTERM');
      await ended;
    },
  };
}
