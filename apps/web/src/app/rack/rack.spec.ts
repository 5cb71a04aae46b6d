import { TestBed } from '@angular/core/testing';
import { ActivatedRoute, Router, convertToParamMap } from '@angular/router';
import { BehaviorSubject, Subject, of, throwError } from 'rxjs';
import type { RackAnswer, RackItem, RackPage } from '@spare-coat/core/proving/wire/rack';
import type { Mark } from '@spare-coat/core/proving/rack/marks';
import { tallyOf } from '@spare-coat/core/proving/rack/marks';
import { PROFILES } from '@spare-coat/demo/profiles';
import { Notices } from '../shared/notices';
import { benchWith, testId } from '../testing/bench';
import { adoptsStyles } from '../testing/pixelsBench';
import { handOn } from '../testing/hand';
import { ColourStrip } from './colourStrip';
import { LayoutMark } from './layoutMark';
import { Rack } from './rack';
import { RackItemView } from './rackItem';

const FACTS = {
  crop: null,
  references: ['Saltmarsh 3'],
  host: 'Fernbank 3.4',
  layout: [{ edge: 'right', what: 'bar' }],
  colours: [{ hex: '#e3c2b4', share: 1 }],
  tape: [],
  closeness: 0.82,
  answered: 11,
  elements: 12,
};
const found = (name: string, more: Record<string, unknown> = {}) => ({
  from: 'rack',
  id: testId(),
  name,
  about: 'For the late shift.',
  at: '2026-11-28T10:00:00Z',
  version: 2,
  votes: { for: 4, votes: 5 },
  lower: 0.38,
  rank: 1,
  likeness: null,
  facts: FACTS,
  ...more,
});
const answered = (things: unknown[], more: Partial<RackAnswer> = {}) =>
  ({
    found: things,
    count: things.length,
    all: 5,
    pending: 0,
    like: null,
    hosts: ['Fernbank 3.4', 'Oxbow 2'],
    ...more,
  }) as RackAnswer;

async function rack(answer: () => unknown, params: Record<string, string> = {}) {
  const bench = benchWith();
  const asked: Record<string, string>[] = [];
  bench.api['rack'] = ((q: Record<string, string>) => {
    asked.push(q);
    return answer();
  }) as never;
  const address = new BehaviorSubject(convertToParamMap(params));
  TestBed.configureTestingModule({
    providers: [...bench.providers, { provide: ActivatedRoute, useValue: { queryParamMap: address } }],
  });
  const went: Record<string, unknown>[] = [];
  TestBed.inject(Router).navigate = (to, extras) => {
    went.push({ to, ...extras?.queryParams });
    if (to.length === 0)
      address.next(convertToParamMap((extras?.queryParams ?? {}) as Record<string, string>));
    return Promise.resolve(true);
  };
  const fixture = TestBed.createComponent(Rack);
  await fixture.whenStable();
  const page = fixture.nativeElement as HTMLElement;
  const settle = async (ms = 0) => {
    await new Promise((r) => setTimeout(r, ms));
    await fixture.whenStable();
  };
  const names = () => [...page.querySelectorAll('ol > li h2')].map((h) => h.textContent.trim());
  return { bench, asked, went, page, hand: handOn(fixture), settle, names, fixture };
}

describe('the rack', () => {
  it('shows what hangs there with its figures, and how it was voted on', async () => {
    const { page, names } = await rack(() => of(answered([found('Studio B'), found('Quiet desk')])));
    expect(names()).toEqual(['Studio B', 'Quiet desk']);
    expect(page.querySelector('[role="status"]')!.textContent).toBe('2 of 5');
    expect(page.querySelector('ol > li')!.textContent).toMatch(/4 of 5 votes for it; 38 % at the least/);
  });
  it('asks as one types, once the hand rests, and by what is chosen at once', async () => {
    const { asked, hand, settle } = await rack(() => of(answered([])));
    await hand.type('Anything', 'late');
    await hand.type('Anything', 'late shift');
    await settle(500);
    expect(asked.filter((q) => q['words'])).toEqual([expect.objectContaining({ words: 'late shift' })]);
    await hand.tick('Has a dock');
    await settle();
    expect(asked.at(-1)).toMatchObject({ words: 'late shift' });
    expect(Object.keys(asked.at(-1)!)).toContain('dock');
    await hand.press('Ask for nothing');
    await settle();
    expect(asked.at(-1)).not.toHaveProperty('words');
  });
  it('says that nothing fits, and that nothing hangs there at all', async () => {
    expect((await rack(() => of(answered([])))).page.textContent).toContain(
      'None of 5 fits all that is asked for.',
    );
    TestBed.resetTestingModule();
    const none = await rack(() => of(answered([], { all: 0 })));
    expect(none.page.textContent).toContain('Nothing hangs here yet');
  });
  it('says why it cannot be read, and is tried again', async () => {
    let answer: () => unknown = () => throwError(() => new Error('The server does not answer.'));
    const { page, hand, settle, names } = await rack(() => answer());
    expect(page.textContent).toContain('The server does not answer.');
    answer = () => of(answered([found('Studio B')]));
    await hand.press('Try again');
    await settle();
    expect(names()).toEqual(['Studio B']);
  });
  it('looks again while some of it is still being worked out', async () => {
    let pending = 1;
    const { page, asked, settle } = await rack(() =>
      of(answered([found('Studio B')], { pending: pending-- })),
    );
    expect(page.querySelector('[role="status"]')!.textContent).toContain('1 more are being worked out');
    await settle(2600);
    expect(asked).toHaveLength(2);
    expect(page.querySelector('[role="status"]')!.textContent).toBe('1 of 5');
  });
  it('starts a coat from a version by its bundle, and from one’s own by a copy', async () => {
    const own = found('My own', { from: 'coats', version: null });
    const { bench, page, went, fixture, settle } = await rack(() => of(answered([found('Studio B'), own])));
    bench.api['readRackVersion'] = () => of({ job: 'j1' });
    bench.api['createCoat'] = ((id: string) => of({ id })) as never;
    const starts = [...page.querySelectorAll('button')].filter((b) => b.textContent.includes('Start a coat'));
    starts[0]!.click();
    await settle();
    expect(went.at(-1)).toMatchObject({ to: ['/bring-in'], job: 'j1' });
    starts[1]!.click();
    await settle();
    expect((went.at(-1)!['to'] as string[])[2]).toBe('match');
    bench.api['createCoat'] = () => throwError(() => new Error('The database is full.'));
    starts[1]!.click();
    await fixture.whenStable();
    expect(TestBed.inject(Notices).list().at(-1)!.text).toBe('The database is full.');
  });
  it('compares two that are picked, and no third', async () => {
    const things = [found('A'), found('B'), found('C')];
    const { page, went, hand, settle } = await rack(() => of(answered(things)));
    const boxes = () => [...page.querySelectorAll<HTMLInputElement>('ol input[type="checkbox"]')];
    boxes()[0]!.click();
    boxes()[2]!.click();
    await settle();
    expect(boxes()[1]!.disabled).toBe(true);
    const compare = [...page.querySelectorAll('button')].find((b) => /two|[Cc]ompare/.test(b.textContent))!;
    await hand.press(compare.textContent.trim());
    expect(went.at(-1)).toMatchObject({ to: ['/rack/compare'] });
  });
  it('finds what looks like one of them', async () => {
    const one = found('A');
    const { asked, hand, settle } = await rack(() => of(answered([one])));
    await hand.press('Find similar');
    await settle();
    expect(asked.at(-1)).toMatchObject({ like: one.id, order: 'likeness' });
  });
});

describe('marks of a look', () => {
  it('say where something stands, and which colours there are', async () => {
    const layout = TestBed.createComponent(LayoutMark);
    layout.componentRef.setInput('layout', FACTS.layout);
    await layout.whenStable();
    expect((layout.nativeElement as HTMLElement).innerHTML).toContain('bar at the right');
    const colours = TestBed.createComponent(ColourStrip);
    colours.componentRef.setInput('colours', FACTS.colours);
    await colours.whenStable();
    expect((colours.nativeElement as HTMLElement).innerHTML).toMatch(/e3c2b4|227, 194, 180/);
  });
});

describe('a coat on the rack', () => {
  const ELEMENTS = [
    { id: testId(), name: 'Rail' },
    { id: testId(), name: 'Clock' },
  ];
  const MARK: Mark & { at: string } = {
    id: testId(),
    version: 1,
    reader: 'Ines',
    host: 'Oxbow 2',
    vote: 'for',
    worked: [ELEMENTS[0]!.id],
    failed: [ELEMENTS[1]!.id],
    note: 'The clock is another one.',
    at: '2026-11-28T10:00:00Z',
  };
  async function item(marks: (Mark & { at: string })[] = [MARK]) {
    localStorage.clear();
    adoptsStyles();
    const bench = benchWith();
    const kept: Mark[] = [];
    const removed: string[] = [];
    const thing = {
      id: testId(),
      revision: 1,
      coatId: testId(),
      owner: 'Ana',
      name: 'Studio B',
      about: '',
      withdrawnAt: null,
      versions: [
        { version: 2, at: '2026-11-28T10:00:00Z', notes: '', closeness: 0.8, coatRevision: 5, size: 4e6 },
        { version: 1, at: '2026-11-27T10:00:00Z', notes: '', closeness: 0.7, coatRevision: 3, size: 3e6 },
      ],
      marks,
      tally: tallyOf(marks),
    } as unknown as RackItem;
    const pages = new Subject<RackPage>();
    Object.assign(bench.api, {
      rackItem: () => of(thing),
      rackVersion: () => pages,
      profiles: () => of({ profiles: PROFILES, own: [] }),
      allCoats: () => of([]),
      putMark: (_id: string, mark: Mark) => {
        kept.push(mark);
        return of(mark);
      },
      removeMark: (_id: string, id: string) => {
        removed.push(id);
        return of(null);
      },
    });
    TestBed.configureTestingModule({ providers: bench.providers });
    TestBed.inject(Router).navigate = () => Promise.resolve(true);
    const fixture = TestBed.createComponent(RackItemView);
    fixture.componentRef.setInput('id', thing.id);
    TestBed.tick();
    await vi.waitFor(() => {
      TestBed.tick();
      expect(pages.observed).toBe(true);
    });
    pages.next({ facts: FACTS, elements: ELEMENTS, sheet: null } as unknown as RackPage);
    pages.complete();
    await fixture.whenStable();
    return { kept, removed, page: fixture.nativeElement as HTMLElement, hand: handOn(fixture), fixture };
  }
  it('tells what readers said of it', async () => {
    const { page } = await item();
    expect(page.textContent).toContain('Ines');
    expect(page.textContent).toContain('Did not work: Clock.');
    expect(page.textContent).toContain('The clock is another one.');
  });
  it('takes a mark: who, on which host, what worked', async () => {
    const { page, hand, kept, fixture } = await item();
    await hand.press('Keep the mark');
    await fixture.whenStable();
    expect(kept).toEqual([]);
    expect(page.textContent).toContain('A name needs at least one character');
    await hand.type('Your name', ' Lio ');
    await hand.enter('On which host', 'Fernbank 3.4');
    await hand.press('All of it');
    await hand.choose('How Clock went', 'did not work');
    await hand.type('Anything else', 'Fine.');
    await hand.press('Keep the mark');
    await fixture.whenStable();
    expect(kept[0]).toMatchObject({
      version: 2,
      reader: 'Lio',
      host: 'Fernbank 3.4',
      vote: null,
      worked: [ELEMENTS[0]!.id],
      failed: [ELEMENTS[1]!.id],
      note: 'Fine.',
    });
    // Whoever marked once need not say again who they are.
    expect(page.querySelector<HTMLInputElement>('[aria-label="Your name"]')!.value).toBe('Lio');
    expect(page.querySelector<HTMLInputElement>('[aria-label="On which host"]')!.value).toBe('');
  });
  it('changes a mark, and removes one and brings it back', async () => {
    const { page, hand, kept, removed, fixture } = await item();
    await hand.press('Change the mark of Ines');
    await fixture.whenStable();
    expect(page.querySelector('#mine')!.textContent).toBe('Change a mark');
    expect(page.querySelector<HTMLInputElement>('[aria-label="On which host"]')!.value).toBe('Oxbow 2');
    await hand.type('Anything else', 'It works by now.');
    await hand.press('Keep the mark');
    expect(kept[0]).toMatchObject({ id: MARK.id, note: 'It works by now.', failed: [ELEMENTS[1]!.id] });
    await hand.press('Remove the mark of Ines');
    expect(removed).toEqual([MARK.id]);
    TestBed.inject(Notices).list().at(-1)!.action!.run();
    expect(kept[1]).toMatchObject({ id: MARK.id, reader: 'Ines' });
  });
});
