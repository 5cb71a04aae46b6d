import { parentPort } from 'node:worker_threads';
import { type Question } from '@spare-coat/core/deciding/proposal/question';
import { proposeReport } from '@spare-coat/core/deciding/proposal/proposeReport';
import { openSolver } from './highs.js';

/** The thread in which a proposal is worked out: it blocks, and is killed when nobody wants the answer any more. */
export type ThreadSays =
  | { readonly report: unknown; readonly share: number; readonly isLast: boolean }
  | { readonly failed: string };

const port = parentPort!;
const say = (words: ThreadSays) => port.postMessage(words);
const solver = openSolver();

port.on('message', (question: Question) => {
  void solver
    .then((solve) => {
      const report = proposeReport(question, solve, (soFar, share) =>
        say({ report: soFar, share, isLast: false }),
      );
      say({ report, share: 1, isLast: true });
    })
    .catch((error: unknown) =>
      say({ failed: error instanceof Error ? (error.stack ?? error.message) : String(error) }),
    );
});
