import { TestBed } from '@angular/core/testing';
import { PARTS } from '@spare-coat/demo/catalogue';
import type { ProposalReport, ProposedSet } from '@spare-coat/core/deciding/proposal/report';
import { BehaviorSubject, of, throwError } from 'rxjs';
import { Jobs } from '../../shared/jobs';
import { Notices } from '../../shared/notices';
import { onDemo, rowsIn, type DemoBench } from '../../testing/demoBench';
import { testId } from '../../testing/bench';
import { AppsUsed } from '../findings/appsUsed';
import { withSurvey } from '../../testing/surveys';
import { Proposal } from './proposal';

const DOCK = PARTS.find((p) => p.name === 'Sallow Dock')!;
const PIN = PARTS.find((p) => p.offers.some((o) => o.kind === 'pointer'))!;
const EMPTY: ProposalReport = {
  seeking: null,
  best: null,
  none: null,
  ceiling: null,
  limits: [],
  others: [],
  notTaken: [],
  reach: [],
  hosts: [],
};

function reportFor(bench: DemoBench): ProposalReport {
  const offer = PIN.offers.find((o) => o.kind === 'pointer')!;
  const element = (name: string, closeness: number, more: object = {}) => ({
    id: bench.element[name]!,
    name,
    isLocked: false,
    base: null,
    overlays: [],
    closeness,
    ...more,
  });
  const set = (closeness: number, parts: (typeof PARTS)[number][], pointer: number): ProposedSet => ({
    isProven: true,
    closeness,
    byVariant: {},
    assumed: 0,
    gap: 0,
    parts: parts.map((p) => ({
      id: p.id,
      name: p.name,
      version: p.version,
      memory: p.memory ?? 0,
      carries: true,
      neededBy: [],
    })),
    elements: [
      element('Rail', 1, { isLocked: true }),
      element('Pointer', pointer, {
        base: { partId: PIN.id, partRevision: PIN.revision, offer: offer.id, name: PIN.name },
      }),
    ],
    breaks: 1,
    memory: 30,
    prices: [],
  });
  return {
    ...EMPTY,
    best: set(0.9, [PIN], 0.95),
    others: [set(0.88, [PIN, DOCK], 0.9)],
    ceiling: set(0.93, [PIN], 0.95),
    limits: [
      { limit: 'free', label: 'Free of charge', closeness: 0.92, gain: 0.02, parts: ['Marrow Panel'] },
    ],
    notTaken: [
      { element: bench.element['Pointer']!, name: 'Skerry', closeness: 0.7, reason: 'Another comes nearer.' },
    ],
    reach: [],
    hosts: [],
  };
}

async function proposing() {
  const job = new BehaviorSubject<Record<string, unknown>>({
    state: 'running',
    progress: 0.3,
    partial: { ...EMPTY, seeking: 'Looking for the best set' },
  });
  const asked: unknown[] = [];
  const cancelled: string[] = [];
  const mounted = await onDemo(Proposal, {
    providers: [{ provide: Jobs, useValue: { follow: () => job } }],
    before: (bench) => {
      Object.assign(bench.api, {
        askProposal: (_coat: string, released: unknown) => {
          asked.push(released);
          return of({ job: 'j1' });
        },
        cancelJob: (id: string) => {
          cancelled.push(id);
          return of(null);
        },
      });
    },
  });
  const { hand, settle, bench } = mounted;
  const ask = async () => {
    await hand.press('Work it out');
    await settle();
  };
  const finish = async (report = reportFor(bench)) => {
    job.next({ state: 'done', progress: 1, result: report });
    await settle();
  };
  return { ...mounted, job, asked, cancelled, ask, finish };
}

describe('a proposal', () => {
  it('can be asked for where its limits are out of sight', async () => {
    const { page, hand, asked, settle } = await proposing();
    expect(page.querySelector('.bench h2')!.textContent).toBe('Nothing is proposed yet');
    await hand.press('Propose');
    await settle();
    expect(asked).toEqual([[]]);
    expect(page.querySelector('.bench .empty')).toBeNull();
    expect(page.querySelector('.busy')!.textContent).toContain('Looking for the best set');
  });
  it('is asked for under the limits, tells what it looks for, and can be stopped', async () => {
    const { page, hand, ask, asked, cancelled, job, settle } = await proposing();
    await ask();
    expect(asked).toEqual([[]]);
    expect(page.querySelector('.busy')!.textContent).toContain('Looking for the best set');
    expect(page.querySelector('mat-progress-bar')!.getAttribute('aria-valuenow')).toBe('30');
    await hand.press('Stop');
    expect(cancelled).toEqual(['j1']);
    job.next({ state: 'cancelled', progress: 0.5 });
    await settle();
    expect(page.textContent).toContain('Stopped. What was found until then stays below.');
  });
  it('stands beside what is chosen now, element by element, and says what limits cost', async () => {
    const { page, ask, finish } = await proposing();
    await ask();
    await finish();
    expect(page.querySelector('.band')!.textContent).toMatch(/Proposed\s*90\.0 %\s*proven the best/);
    const rows = rowsIn(page, 'What is proposed');
    expect(rows.find((r) => r[1] === 'Pointer')).toEqual(expect.arrayContaining(['95.0']));
    expect(page.querySelector('.costs')!.textContent).toContain('2.0 points');
  });
  it('is accepted for what is marked, and what was chosen by hand stays', async () => {
    const { bench, hand, ask, finish, settle, page } = await proposing();
    await ask();
    await finish();
    await hand.press('Accept for 1 element');
    await settle();
    expect(bench.sent.at(-1)).toMatchObject({
      type: 'many',
      commands: [
        { type: 'match.choose', elementId: bench.element['Pointer'], partId: PIN.id, by: 'proposal' },
      ],
    });
    expect(page.textContent).not.toContain('The coat was changed since this was worked out.');
    await hand.press('Mark none');
    expect(await hand.canPress('Accept for 0 elements')).toBe(false);
  });
  it('may change what was chosen by hand where that is said', async () => {
    const { hand, ask, finish, asked, bench, settle } = await proposing();
    await ask();
    await finish();
    await hand.press('May change Rail');
    await hand.press('Work it out again');
    await settle();
    expect(asked.at(-1)).toEqual([bench.element['Rail']]);
  });
  it('says why others were not taken, and what the next best sets differ in', async () => {
    const { page, hand, ask, finish, settle } = await proposing();
    await ask();
    await finish();
    await hand.press('Why not others for Pointer');
    await settle();
    expect(page.querySelector('tr.why')!.textContent).toContain('Another comes nearer.');
    await hand.press('Next best 1');
    await settle();
    expect(page.querySelector('.band')!.textContent).toMatch(/Next best 1\s*88\.0/);
    expect(page.querySelector('.plus')!.textContent).toBe('Sallow Dock');
  });
  it('says when the coat was changed since', async () => {
    const { page, bench, ask, finish, settle } = await proposing();
    await ask();
    await finish();
    bench.lay({ type: 'element.remove', id: bench.element['Clock']! });
    await settle();
    expect(page.textContent).toContain('The coat was changed since this was worked out.');
  });
  it('says why it cannot be asked for, and that nothing was changed', async () => {
    const { page, bench, ask } = await proposing();
    bench.api['askProposal'] = () => throwError(() => new Error('The server is busy.'));
    await ask();
    expect(page.querySelector('[role="alert"]')!.textContent).toContain(
      'The server is busy. Nothing was changed.',
    );
    expect(TestBed.inject(Notices).list()).toEqual([]);
  });
});

describe('applications that are used', () => {
  it('come from the survey, and are counted by how much a hand says they are used', async () => {
    const { page, hand, bench } = await onDemo(AppsUsed, {
      before: (b) => {
        withSurvey(b);
        b.lay({ type: 'display.set', id: testId(), width: 1280, height: 720, scale: 1, inches: null });
      },
    });
    expect(page.textContent).toContain('Tape cutter');
    await hand.choose('Tape cutter is used', 'never');
    expect(bench.sent.at(-1)).toMatchObject({ type: 'coat.uses' });
  });
});
