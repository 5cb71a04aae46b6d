import { parentPort } from 'node:worker_threads';
import { fontFacts } from './fontFacts.js';

/** A thread that reads one font after the other, so that whoever asked can go on without an answer. */
parentPort!.on('message', ({ path, bytes }: { path: string; bytes: Uint8Array }) => {
  parentPort!.postMessage(fontFacts(path, bytes));
});
