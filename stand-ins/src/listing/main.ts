import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { listingApp } from './app.js';

/** Starts the listing on loopback: PORT, or the next free one. Says where in one line of JSON. */
const wanted = Number(process.env['PORT'] ?? 4640);
const MOST_TRIES = 20;
const server = createServer(listingApp());
let port = wanted;
server.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code === 'EADDRINUSE' && port < wanted + MOST_TRIES) server.listen(++port, '127.0.0.1');
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
