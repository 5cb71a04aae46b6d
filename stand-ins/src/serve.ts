import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Express } from 'express';

/** How many ports are tried when the one wished for is taken. */
const MOST_TRIES = 20;

/** Serves a stand-in on loopback: PORT, or the next free one. Says where in one line of JSON, and ends when told to. */
export function serve(app: Express, wanted: number): void {
  const server = createServer(app);
  let port = Number(process.env['PORT'] ?? wanted);
  const last = port + MOST_TRIES;
  server.on('error', (error: NodeJS.ErrnoException) => {
    if (error.code === 'EADDRINUSE' && port < last) server.listen(++port, '127.0.0.1');
    else throw error;
  });
  server.on('listening', () => {
    const { port: taken } = server.address() as AddressInfo;
    process.stdout.write(`${JSON.stringify({ ready: true, url: `http://127.0.0.1:${taken}` })}\n`);
  });
  server.listen(port, '127.0.0.1');
  const stop = () => {
    server.closeAllConnections();
    server.close(() => process.exit(0));
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
}
