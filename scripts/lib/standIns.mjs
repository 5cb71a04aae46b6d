import { spawn } from 'node:child_process';
import { createInterface } from 'node:readline';
import { ROOT } from './folders.mjs';

/** Starts a stand-in (`listing`, `mirror`) on loopback. @returns its address and how to stop it */
export async function startStandIn(name, port) {
  const child = spawn(process.execPath, [`stand-ins/dist/${name}/main.js`], {
    cwd: ROOT,
    env: { ...process.env, PORT: String(port) },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const ended = new Promise((resolve) => child.once('close', resolve));
  const url = await new Promise((resolve, reject) => {
    createInterface({ input: child.stdout }).once('line', (line) => resolve(JSON.parse(line).url));
    child.once('close', (code) => reject(new Error(`the ${name} ended (${code})`)));
  });
  return {
    url,
    async stop() {
      child.kill('SIGTERM');
      await ended;
    },
  };
}
