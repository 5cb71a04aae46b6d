import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import type { BundlePreview } from '@spare-coat/core/proving/wire/bundle';
import { Subject, of, throwError, type Observable } from 'rxjs';
import { benchWith, testId } from '../testing/bench';
import { handOn } from '../testing/hand';
import { ApiProblem } from './api';
import { BundleIn } from './bundleIn';
import { Jobs } from './jobs';
import { Notices } from './notices';

const PREVIEW: BundlePreview = {
  what: 'coat',
  title: 'Studio B',
  version: 3,
  counts: { element: 12, picture: 1 },
  parts: [
    { name: 'Tidebar', version: '2.1', is: 'other', here: '2.0' },
    { name: 'Clayworks', version: '3.0', is: 'new', here: null },
  ] as never,
  profile: null,
  coat: null,
  does: [],
  hasUnknown: false,
};
const DOES = [
  {
    of: 'Tidebar',
    runs: [{ command: 'tidebar --setup', when: 'once' }],
    packages: [],
    writes: [{ path: '/etc/tidebar.conf', is: 'system' }],
    fetches: [],
  },
] as never;

async function bringing(preview: BundlePreview, inputs: Record<string, unknown> = {}) {
  const bench = benchWith();
  const told: Record<string, unknown>[] = [];
  const result = new Subject<unknown>();
  let answer: () => Observable<unknown> = () => of({ coat: testId(), leftOut: 0 });
  let tell: (progress: number) => void = () => undefined;
  const cancelled: string[] = [];
  Object.assign(bench.api, {
    sendBundle: () => of({ job: 'j1' }),
    bundle: () => of(preview),
    bringIn: (_sha: string, command: Record<string, unknown>) => {
      told.push(command);
      return answer();
    },
    cancelJob: (id: string) => {
      cancelled.push(id);
      return of(null);
    },
  });
  TestBed.configureTestingModule({
    providers: [
      ...bench.providers,
      {
        provide: Jobs,
        useValue: {
          result: (_id: string, progress: (p: number) => void) => {
            tell = progress;
            return result;
          },
        },
      },
    ],
  });
  const went: unknown[] = [];
  TestBed.inject(Router).navigate = (to) => {
    went.push(to);
    return Promise.resolve(true);
  };
  const fixture = TestBed.createComponent(BundleIn);
  for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
  await fixture.whenStable();
  const page = fixture.nativeElement as HTMLElement;
  const give = async () => {
    fixture.debugElement
      .query((d) => d.name === 'coat-file-button')
      .triggerEventHandler('chosen', [new File(['PK'], 'studio.coat.zip')]);
    await fixture.whenStable();
  };
  const read = async () => {
    result.next({ bundle: 'a'.repeat(64) });
    result.complete();
    await fixture.whenStable();
  };
  return {
    page,
    told,
    went,
    cancelled,
    result,
    give,
    read,
    fixture,
    hand: handOn(fixture),
    progress: (p: number) => tell(p),
    answerWith: (next: () => Observable<unknown>) => (answer = next),
  };
}

describe('a bundle that is brought in', () => {
  it('is read with its progress, shown before anything of it comes, and brought in as a new coat', async () => {
    const { page, give, read, progress, fixture, hand, told, went } = await bringing(PREVIEW);
    await give();
    progress(0.4);
    await fixture.whenStable();
    expect(page.textContent).toContain('Reading studio.coat.zip …');
    expect(page.querySelector('mat-progress-bar')!.getAttribute('aria-valuenow')).toBe('40');
    await read();
    expect(page.textContent).toContain('12 elements, 1 picture.');
    expect(page.textContent).toContain('is here in another form, version 2.0');
    expect(told).toEqual([]);
    await hand.press('Bring in as a new coat');
    await fixture.whenStable();
    expect(told[0]).toMatchObject({ into: null, clash: 'theirs', revision: 0 });
    expect(went).toHaveLength(1);
    expect(TestBed.inject(Notices).list().at(-1)!.text).toBe('Studio B was brought in.');
  });
  it('does not come before somebody has looked at what it would run and write', async () => {
    const { page, give, read, hand, fixture } = await bringing({ ...PREVIEW, does: DOES });
    await give();
    await read();
    expect(page.textContent).toContain('tidebar --setup');
    expect(page.textContent).toContain('/etc/tidebar.conf, which is the system’s: no script writes there');
    expect(await hand.canPress('Bring in as a new coat')).toBe(false);
    await hand.tick('I have looked at what it would run and write');
    await fixture.whenStable();
    expect(await hand.canPress('Bring in as a new coat')).toBe(true);
  });
  it('is put in place of the coat at hand, what clashes stays as a hand says', async () => {
    const into = { id: testId(), name: 'My coat', revision: 7 };
    const { page, give, read, hand, told, went, fixture } = await bringing(PREVIEW, { into });
    await give();
    await read();
    [...page.querySelectorAll<HTMLElement>('mat-radio-button input')][1]!.click();
    await fixture.whenStable();
    await hand.press('Put in place of My coat');
    await fixture.whenStable();
    expect(told[0]).toMatchObject({ into: into.id, revision: 7, clash: 'mine' });
    expect(went).toEqual([]);
  });
  it('changes nothing where the coat was changed meanwhile, and can be tried again', async () => {
    const into = { id: testId(), name: 'My coat', revision: 7 };
    const { page, give, read, hand, fixture, answerWith, told } = await bringing(PREVIEW, { into });
    await give();
    await read();
    answerWith(() => throwError(() => new ApiProblem('stale', 'stale', 409)));
    await hand.press('Put in place of My coat');
    await fixture.whenStable();
    expect(page.querySelector('[role="alert"]')!.textContent).toContain('The coat was changed meanwhile.');
    answerWith(() => of({ coat: into.id, leftOut: 2 }));
    await hand.press('Put in place of My coat');
    await fixture.whenStable();
    expect(told).toHaveLength(2);
    expect(TestBed.inject(Notices).list().at(-1)!.text).toContain('2 trials were left out');
  });
  it('is cancelled on request, and says why it cannot be read', async () => {
    const { page, give, hand, result, cancelled, fixture, progress } = await bringing(PREVIEW);
    await give();
    progress(0.1);
    await fixture.whenStable();
    await hand.press('Cancel');
    expect(cancelled).toEqual(['j1']);
    result.error(new Error('It is no bundle.'));
    await fixture.whenStable();
    expect(page.querySelector('[role="alert"]')!.textContent).toBe('studio.coat.zip: It is no bundle.');
  });
  it('is followed from a job that reads it already, and put aside', async () => {
    const { page, read, hand, fixture } = await bringing(
      { ...PREVIEW, hasUnknown: true, version: 1 },
      { job: 'j9' },
    );
    await read();
    expect(page.textContent).toContain('It is of an older version of the format');
    expect(page.textContent).toContain('things in it that are not known here');
    await hand.press('Leave it');
    await fixture.whenStable();
    expect(page.textContent).toContain('Drop a bundle here');
    expect(page.querySelector('h2')).toBeNull();
  });
});
