import { of, throwError } from 'rxjs';
import { TestBed } from '@angular/core/testing';
import { signal } from '@angular/core';
import { EMPTY_SURVEY } from '@spare-coat/core/model/host/survey';
import { NO_ROWS } from '@spare-coat/core/model/coat/rows';
import { SurveyIntake } from '../shared/surveyIntake';
import type { JobState } from '@spare-coat/core/proving/wire/job';
import { Api, ApiProblem } from '../shared/api';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { Trials } from '../shared/trials';
import { ArchiveIntake } from './archiveIntake';

/** What taking files in looks at of a host. */
const HOST = { id: 'host', revision: 1, defaults: {} };

const file = (name: string, text = 'x') => new File([text], name, { lastModified: Date.UTC(2026, 10, 25) });

function view(rows: object = NO_ROWS) {
  return { host: signal(HOST), rows: signal(rows), coat: signal({ id: 'c', name: 'This coat' }) };
}
function provide(api: object, more: { rows?: object; store?: object } = {}) {
  TestBed.configureTestingModule({
    providers: [
      { provide: Api, useValue: api },
      { provide: CoatView, useValue: view(more.rows) },
      { provide: CoatStore, useValue: more.store ?? {} },
    ],
  });
}
const job = (state: JobState['state'], more: Partial<JobState> = {}): JobState => ({
  id: 'j',
  state,
  progress: 0.5,
  result: null,
  problem: null,
  ...more,
});

describe('opening a file', () => {
  it('sends it, waits for its reading through a lost connection, and asks for the coat’s host', async () => {
    const answers = [
      () => of(job('running')),
      () => throwError(() => new ApiProblem('away', 'Away.', 0)),
      () => of(job('done', { result: { reading: 'r' } })),
    ];
    let asked: unknown;
    provide({
      sendArchive: () => of({ sha256: 's', size: 1 }),
      readArchive: (_: string, question: unknown) => {
        asked = question;
        return of({ job: 'j' });
      },
      job: () => answers.shift()!(),
    });
    const intake = TestBed.inject(ArchiveIntake);
    expect(await intake.take(file('set\u0007.zip'))).toBe('r');
    expect(asked).toMatchObject({
      file: 'set.zip',
      profile: { id: 'host', revision: 1 },
      iconScale: 1,
    });
    expect([intake.opening(), intake.refusal()]).toEqual([null, null]);
  });
  it.each([
    ['failed', { problem: { code: 'c', sentence: 'It is truncated.' } }, /truncated/],
    ['cancelled', {}, /cancelled/],
  ] as const)('that ends %s says why and opens nothing', async (state, more, sentence) => {
    provide({
      sendArchive: () => of({ sha256: 's', size: 1 }),
      readArchive: () => of({ job: 'j' }),
      job: () => of(job(state, more)),
    });
    const intake = TestBed.inject(ArchiveIntake);
    expect(await intake.take(file('a.zip'))).toBeNull();
    expect(intake.refusal()).toMatchObject({
      file: 'a.zip',
      sentence: expect.stringMatching(sentence) as string,
    });
  });
  it('that is empty is not even sent', async () => {
    provide({});
    const intake = TestBed.inject(ArchiveIntake);
    expect(await intake.take(file('a.zip', ''))).toBeNull();
    expect(intake.refusal()?.sentence).toMatch(/empty/);
  });
});

describe('bringing a survey in', () => {
  const survey = {
    ...EMPTY_SURVEY,
    takenAt: '2026-11-25T10:00:00Z',
    reading: { memory: [1], processor: [2] },
  };
  it('puts it into the coat with its reading, as one thing to undo', async () => {
    const sent: { type: string; commands?: { type: string; phase?: string }[] }[] = [];
    provide(
      { sendSurvey: () => of({ blob: 'b', what: 'survey', survey }) },
      { store: { send: (c: (typeof sent)[number]) => sent.push(c) > 0 } },
    );
    const ids = await TestBed.inject(SurveyIntake).take([file('s.json')]);
    expect(ids).toHaveLength(1);
    expect(sent).toHaveLength(1);
    expect(sent[0]!.commands!.map((c) => [c.type, c.phase])).toEqual([
      ['survey.add', undefined],
      ['reading.add', 'before'],
    ]);
  });
  it.each([
    ['after', '2026-11-20T09:00:00.000Z'],
    ['before', '2026-11-20T11:00:00.000Z'],
  ])('counts its reading as of %s the first step, by when it was taken', async (phase, done) => {
    const sent: { commands: { phase?: string }[] }[] = [];
    const taken = { ...survey, takenAt: '2026-11-20T10:00:00Z' };
    provide(
      { sendSurvey: () => of({ blob: 'b', what: 'survey', survey: taken }) },
      {
        rows: { ...NO_ROWS, journal: { j: { what: 'done', at: done } } },
        store: { send: (c: (typeof sent)[number]) => sent.push(c) > 0 },
      },
    );
    await TestBed.inject(SurveyIntake).take([file('s.json')]);
    expect(sent[0]!.commands[1]!.phase).toBe(phase);
  });
  it('that is refused says why, and the next file is taken all the same', async () => {
    const sent: { type: string; name: string }[] = [];
    let n = 0;
    provide(
      {
        sendSurvey: () =>
          n++ === 0
            ? throwError(() => new ApiProblem('x', 'It is neither.', 422))
            : of({ blob: 'b', what: 'settings', survey: EMPTY_SURVEY }),
      },
      { store: { send: (c: (typeof sent)[number]) => sent.push(c) > 0 } },
    );
    const intake = TestBed.inject(SurveyIntake);
    await intake.take([file('a.txt'), file('b.conf')]);
    expect(sent.map((c) => [c.type, c.name])).toEqual([['survey.add', 'Settings from b.conf']]);
    expect(intake.refusal()).toEqual({ file: 'a.txt', sentence: 'It is neither.' });
    expect(intake.busy()).toBe(false);
  });
});

describe('trials', () => {
  const trial = (id: string, tried: string, more: object = {}) => ({
    id,
    partId: 'p',
    tried,
    outcome: 'kept',
    why: '',
    ...more,
  });
  it('of this coat as they stand now and of others as the server tells, newest first, none twice', async () => {
    provide(
      {
        trials: () =>
          of({
            trials: [
              trial('old', '2026-01-01', { coatId: 'other', coat: 'Other' }),
              // The server's copy of this coat's own: what the page has is newer.
              trial('mine', '2026-05-01', { coatId: 'c', coat: 'This coat' }),
            ],
          }),
      },
      { rows: { ...NO_ROWS, trial: { mine: trial('mine', '2026-06-01') } } },
    );
    const trials = TestBed.inject(Trials);
    trials.load();
    await new Promise((r) => setTimeout(r));
    expect(trials.of('p').map((t) => [t.id, t.tried, t.coat])).toEqual([
      ['mine', '2026-06-01', 'This coat'],
      ['old', '2026-01-01', 'Other'],
    ]);
    expect(trials.of('nothing')).toEqual([]);
  });
});
