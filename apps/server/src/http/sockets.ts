import { createServer, type RequestListener, type Server } from 'node:http';

/** What connections may hold. Times in milliseconds. */
export interface SocketBounds {
  /** A browser sends its headers at once; who takes longer, or sends nothing, holds a place that others need. */
  readonly headersMs: number;
  /** The largest file over a slow line. */
  readonly requestMs: number;
  readonly lookEveryMs: number;
  /** Event streams stay open: one for each window. */
  readonly most: number;
}

const BOUNDS: SocketBounds = { headersMs: 15_000, requestMs: 10 * 60_000, lookEveryMs: 5_000, most: 2_000 };
const IDLE_MS = 10_000;

/** A server that closes connections on which nothing comes, and takes so many at most. */
export function boundedServer(listener: RequestListener, bounds: SocketBounds = BOUNDS): Server {
  const server = createServer(
    {
      headersTimeout: bounds.headersMs,
      requestTimeout: bounds.requestMs,
      connectionsCheckingInterval: bounds.lookEveryMs,
      keepAliveTimeout: IDLE_MS,
    },
    listener,
  );
  server.maxConnections = bounds.most;
  return server;
}
