import { TestBed } from '@angular/core/testing';
import type { JobState } from '@spare-coat/core/proving/wire/job';
import { TestScheduler } from 'rxjs/testing';
import { throwError } from 'rxjs';
import { Api, ApiProblem } from './api';
import { Jobs } from './jobs';

const job = (state: JobState['state'], progress: number, more: Partial<JobState> = {}): JobState => ({
  id: 'j',
  state,
  progress,
  result: null,
  problem: null,
  ...more,
});
const WORDS = { failed: 'It failed.', cancelled: 'It was cancelled.' };

/** Runs a test on a clock of marbles, with a server that gives these answers one after the other. */
function onMarbles(answers: readonly string[], run: (tools: Tools) => void): void {
  const scheduler = new TestScheduler((actual, expected) => expect(actual).toEqual(expected));
  scheduler.run(({ cold, expectObservable }) => {
    const left = [...answers];
    const states: Record<string, JobState> = {
      r: job('running', 0.25),
      s: job('running', 0.75),
      d: job('done', 1, { result: { well: 1 } }),
      f: job('failed', 0.5, { problem: { code: 'bad', sentence: 'It is broken.' } }),
      g: job('failed', 0.5),
      c: job('cancelled', 0.5),
    };
    TestBed.configureTestingModule({
      providers: [
        {
          provide: Api,
          useValue: {
            job: () => {
              const next = left.length > 1 ? left.shift()! : left[0]!;
              return next === 'away'
                ? throwError(() => new ApiProblem('away', 'Away.', 0))
                : next === 'gone'
                  ? throwError(() => new ApiProblem('not-found', 'There is no such work.', 404))
                  : cold(next, states);
            },
          },
        },
      ],
    });
    run({ jobs: TestBed.inject(Jobs), expectObservable, states });
  });
}
interface Tools {
  readonly jobs: Jobs;
  readonly expectObservable: Parameters<Parameters<TestScheduler['run']>[0]>[0]['expectObservable'];
  readonly states: Record<string, JobState>;
}

describe('a job that is followed', () => {
  it('is told as it gets on, and no more when it is over', () => {
    onMarbles(['(r|)', '(s|)', '(d|)'], ({ jobs, expectObservable, states }) => {
      expectObservable(jobs.follow('j')).toBe('r 2999ms s 2999ms (d|)', states);
    });
  });
  it('is waited for where the server is away for a moment', () => {
    onMarbles(['(r|)', 'away', 'away', '(d|)'], ({ jobs, expectObservable, states }) => {
      expectObservable(jobs.follow('j')).toBe('r 8999ms (d|)', states);
    });
  });
  it('ends with what the server says where there is none', () => {
    onMarbles(['gone'], ({ jobs, expectObservable }) => {
      expectObservable(jobs.follow('j')).toBe(
        '#',
        {},
        new ApiProblem('not-found', 'There is no such work.', 404),
      );
    });
  });
  it('waits for answers that take longer than the next news', () => {
    onMarbles(['5000ms (r|)', '4000ms (d|)'], ({ jobs, expectObservable, states }) => {
      expectObservable(jobs.follow('j')).toBe('5000ms r 3999ms (d|)', states);
    });
  });
  it('asks again whoever has not answered in time', () => {
    onMarbles(['60s (r|)', '(d|)'], ({ jobs, expectObservable, states }) => {
      expectObservable(jobs.follow('j')).toBe('20s (d|)', states);
    });
  });
});

describe('what a job came to', () => {
  it('is its result, with how far it was on the way', () => {
    const told: number[] = [];
    onMarbles(['(r|)', '(d|)'], ({ jobs, expectObservable }) => {
      const result = jobs.result('j', (progress) => told.push(progress), WORDS);
      expectObservable(result).toBe('3000ms (x|)', { x: { well: 1 } });
    });
    expect(told).toEqual([0.25, 1]);
  });
  it.each([
    ['f', 'It is broken.'],
    ['g', 'It failed.'],
    ['c', 'It was cancelled.'],
  ])('is a sentence where it came to nothing (%s)', (state, sentence) => {
    onMarbles([`(${state}|)`], ({ jobs, expectObservable }) => {
      expectObservable(jobs.result('j', () => undefined, WORDS)).toBe('#', {}, new Error(sentence));
    });
  });
});
