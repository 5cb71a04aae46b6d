import { fileURLToPath } from 'node:url';
import { Worker as Thread } from 'node:worker_threads';
import type { Question } from '@spare-coat/core/deciding/proposal/question';
import { coatOf } from '@spare-coat/core/model/coat/rows';
import { loadRows } from '../coats/store.js';
import type { Db } from '../db/pool.js';
import { Problem } from '../http/problem.js';
import type { JobTools, Worker } from '../jobs/queue.js';
import { partsServing } from '../parts/store.js';
import { listTrials } from '../parts/trials.js';
import { findProfile, listProfiles } from '../profiles/store.js';
import type { ThreadSays } from './solveThread.js';

/** Runs from `src` (tests) and from `dist` alike: the thread is always the built one. */
const THREAD = fileURLToPath(new URL('../../dist/proposals/solveThread.js', import.meta.url));
/** Seconds for the best set; the whole report gets several times as much and is told as it comes. */
const SECONDS = 20;
const MOST_MS = 10 * 60_000;
const MOST_HEAP_MB = 1024;

/** What a proposal is asked by. `revision` and `stamp` only tell one question from the next, so that answers are kept. */
export interface ProposalInput {
  readonly coat: string;
  readonly revision: number;
  readonly stamp: string;
  readonly today: string;
  readonly released: readonly string[] | 'all';
  /** Whether other desktops are asked as well. */
  readonly hosts: boolean;
}

/** Works out what to take for a coat, in a thread of its own. */
export function proposalWorker(db: Db): Worker {
  return async (raw, tools) => {
    const { coat, today, released, hosts } = raw as unknown as ProposalInput;
    const rows = await loadRows(db, coat);
    const { profileId, profileRevision, limits } = coatOf(rows);
    const found = profileId === null ? null : await findProfile(db, profileId, profileRevision ?? undefined);
    if (!found) throw new Problem(409, 'no-host', 'Choose the host first: what can be had depends on it.');
    const host = found.profile;
    const kinds = [...new Set(Object.values(rows.element).map((e) => e.kind))];
    const pinned = Object.values(rows.layer).flatMap((l): [string, number][] =>
      l.partId === null ? [] : [[l.partId, l.partRevision!]],
    );
    const parts = await partsServing(db, kinds, pinned, host.family);
    const profiles = hosts ? (await listProfiles(db)).map((p) => p.profile) : [];
    const question: Question = {
      ctx: { rows, host, parts },
      around: { today, trials: await listTrials(db) },
      limits,
      released,
      hosts: profiles.map((p) => (p.id === host.id ? host : p)),
      seconds: SECONDS,
    };
    return runThread(question, tools);
  };
}

/** A thread that has nothing to do, kept because a warm one answers several times as fast. */
let idle: Thread | null = null;

function freshThread(): Thread {
  const thread = new Thread(THREAD, { resourceLimits: { maxOldGenerationSizeMb: MOST_HEAP_MB } });
  // It must not keep a server alive that wants to stop.
  thread.unref();
  return thread;
}

function runThread(question: Question, { signal, progress, partial }: JobTools): Promise<unknown> {
  return new Promise((resolve, reject) => {
    const thread = idle ?? freshThread();
    idle = null;
    let last: Promise<unknown> = Promise.resolve();
    const end = (settle: () => void, isWell: boolean) => {
      clearTimeout(timer);
      signal.removeEventListener('abort', stop);
      thread.off('message', hear).off('error', fail).off('exit', exit);
      if (isWell) idle ??= thread;
      // A solver does not listen while it works: it can only be killed.
      else void thread.terminate();
      // What is still being kept of the way there must not come after the answer.
      void last.catch(() => undefined).finally(settle);
    };
    const stop = () => end(() => reject(new Problem(409, 'stopped', 'The work was stopped.')), false);
    const timer = setTimeout(
      () =>
        end(
          () => reject(new Problem(504, 'too-long', 'It took longer than ten minutes and was given up.')),
          false,
        ),
      MOST_MS,
    );
    signal.addEventListener('abort', stop);
    const hear = (words: ThreadSays) => {
      if ('failed' in words) end(() => reject(new Error(words.failed)), false);
      else if (words.isLast) end(() => resolve(words.report), true);
      else {
        progress(words.share);
        last = last.catch(() => undefined).then(() => partial(words.report));
        last.catch(() => undefined);
      }
    };
    const fail = (error: Error) => end(() => reject(error), false);
    const exit = (code: number) => fail(new Error(`The thread ended with ${code}.`));
    thread.on('message', hear).on('error', fail).on('exit', exit);
    if (signal.aborted) stop();
    else thread.postMessage(question);
  });
}
