import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import type { ListedDetails } from '@spare-coat/core/model/parts/listing';
import type { JobState } from '@spare-coat/core/proving/wire/job';
import { of, throwError, type Observable } from 'rxjs';
import { ApiProblem } from '../shared/api';
import { Notices } from '../shared/notices';
import { onDemo, type DemoBench } from '../testing/demoBench';
import { Listing } from './listing';

const details = {
  id: 'k',
  name: 'Kingcup',
  author: 'Ivo Penn',
  category: 'icons',
  votes: 7,
  summary: 'Yellow icons.',
  licence: 'GPL-3.0-or-later',
  versions: [{ version: '1.4', date: '2026-01-01', madeFor: 'any', size: 2048, sha256: 'a'.repeat(64) }],
} as unknown as ListedDetails;
const listed = () => of({ details, from: 'listing.example', root: 'r' });
const job = (state: JobState['state'], more: Partial<JobState> = {}): Observable<JobState> =>
  of({ id: 'j', state, progress: 1, result: null, problem: null, ...more });

const opened = (before: (bench: DemoBench) => void) =>
  onDemo(Listing, {
    inputs: { key: 'k' },
    before: (b) => {
      b.api['listing'] = () => of({ parts: [], page: 1, pages: 1, problems: [] });
      b.api['listed'] = listed as never;
      before(b);
    },
  });

describe('an entry of the listing', () => {
  it('is shown with its versions, and where it could not be had it is said', async () => {
    const { page } = await opened(() => undefined);
    expect(page.textContent).toContain('Kingcup');
    expect(page.textContent).toContain('for any host');
    TestBed.resetTestingModule();
    const gone = await opened((b) => {
      b.api['listed'] = () => throwError(() => new ApiProblem('gone', 'It is not listed any more.', 404));
    });
    expect(gone.page.querySelector('[role=alert]')!.textContent).toContain('It is not listed any more.');
  });
  it('is brought in: fetched, read, and shown as what it is', async () => {
    const asked: unknown[] = [];
    const { hand } = await opened((b) => {
      b.api['fetchListed'] = ((...args: unknown[]) => {
        asked.push(args);
        return of({ job: 'j' });
      }) as never;
      b.api['job'] = () => job('done', { result: { sha256: 's', file: 'kingcup.tar.gz' } });
      b.api['readArchive'] = ((sha: string) => {
        asked.push(sha);
        return of({ reading: 'r1' });
      }) as never;
    });
    const went: unknown[] = [];
    TestBed.inject(Router).navigate = (to, extras) => {
      went.push([to, extras?.queryParams]);
      return Promise.resolve(true);
    };
    await hand.press('Bring in 1.4');
    await vi.waitFor(() => expect(went).toHaveLength(1));
    expect(asked).toEqual([['k', '1.4'], 's']);
    expect(went[0]).toEqual([
      [expect.stringMatching(/\/archive\/r1$/)],
      { source: 'listing.example', key: 'k' },
    ]);
  });
  it('says why it could not be brought in, and can be tried again', async () => {
    const { hand, page, settle } = await opened((b) => {
      b.api['fetchListed'] = () => of({ job: 'j' });
      b.api['job'] = () =>
        job('failed', { problem: { code: 'checksum', sentence: 'It is not the file that is listed.' } });
    });
    await hand.press('Bring in 1.4');
    await vi.waitFor(async () => {
      await settle();
      expect(page.querySelector('[role=alert]')?.textContent).toContain('It is not the file that is listed.');
    });
    expect(await hand.canPress('Bring in 1.4')).toBe(true);
  });
  it('is looked for again among what was brought in', async () => {
    const { hand, bench } = await opened((b) => {
      b.api['listedUpdates'] = () =>
        throwError(() => new ApiProblem('away', 'The server does not answer.', 0));
    });
    await hand.press('Look for updates');
    expect(TestBed.inject(Notices).list().at(-1)?.text).toBe('The server does not answer.');
    expect(bench.sent).toEqual([]);
  });
});
