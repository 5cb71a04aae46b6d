import type { JobState } from '@spare-coat/core/proving/wire/job';
import type { Api, ApiProblem } from './api';

const POLL_MS = 120;

/** What is said where a job failed without a reason, and where it was cancelled. */
export interface JobWords {
  readonly failed: string;
  readonly cancelled: string;
}

/**
 * Waits until a job is done. A server that is away for a moment is waited for.
 *
 * @param tell how far it is, 0 to 1
 * @throws Error with a sentence where it failed or was cancelled
 */
export async function waitForJob(
  api: Api,
  id: string,
  tell: (progress: number) => void,
  words: JobWords,
): Promise<unknown> {
  for (;;) {
    const job: JobState = await api.job(id).catch((error: ApiProblem) => {
      if (!error.away) throw error;
      return { id, state: 'waiting', progress: 0, result: null, problem: null };
    });
    if (job.state === 'done') return job.result;
    if (job.state === 'failed') throw new Error(job.problem?.sentence ?? words.failed);
    if (job.state === 'cancelled') throw new Error(words.cancelled);
    tell(job.progress);
    await new Promise((r) => setTimeout(r, POLL_MS));
  }
}
