import { spawn, type ChildProcess } from 'node:child_process';
import { createInterface } from 'node:readline';
import { fileURLToPath } from 'node:url';

const ROOT = fileURLToPath(new URL('../../', import.meta.url));

/** A second server on the same database, that a test may kill. */
export interface OwnServer {
  readonly url: string;
  readonly port: number;
  kill(signal: NodeJS.Signals): Promise<void>;
}

export async function startServer(port: number): Promise<OwnServer> {
  const child: ChildProcess = spawn(process.execPath, ['apps/server/dist/main.js'], {
    cwd: ROOT,
    env: { ...process.env, PORT: String(port), LOG_LEVEL: 'silent', REQUESTS_PER_MINUTE: '100000' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const ended = new Promise<void>((resolve) => child.once('close', () => resolve()));
  const told = await new Promise<{ port: number }>((resolve, reject) => {
    createInterface({ input: child.stdout! }).on('line', (line) =>
      resolve(JSON.parse(line) as { port: number }),
    );
    child.once('close', (code) => reject(new Error(`the server ended (${code})`)));
  });
  return {
    url: `http://127.0.0.1:${told.port}`,
    port: told.port,
    async kill(signal) {
      child.kill(signal);
      await ended;
    },
  };
}
