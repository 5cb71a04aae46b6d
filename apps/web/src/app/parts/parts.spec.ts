import { PARTS } from '@spare-coat/demo/catalogue';
import { partId } from '@spare-coat/demo/makePart';
import { Subject, of, throwError, type Observable } from 'rxjs';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { By } from '@angular/platform-browser';
import { Router } from '@angular/router';
import type { Part } from '@spare-coat/core/model/parts/part';
import { Notices } from '../shared/notices';
import { onDemo, rowsIn, type DemoBench } from '../testing/demoBench';
import { RowsInView } from '../shared/rows/rowsInView';
import { CompareParts } from './compare';
import { Parts } from './parts';

const names = (page: HTMLElement) =>
  [...page.querySelectorAll('mat-cell .plain')].map((b) => b.textContent.trim());
/** As if the list were scrolled near to its end: in a test nothing is laid out. */
const scrollDown = (fixture: ComponentFixture<unknown>) =>
  fixture.debugElement.query(By.directive(RowsInView)).injector.get(RowsInView).nearEnd.emit();
/** The catalogue answers after a pause, as a hand types. */
const pause = () => new Promise((r) => setTimeout(r, 350));

async function catalogue(before?: (bench: DemoBench) => void) {
  const mounted = await onDemo(Parts, before ? { before } : {});
  await pause();
  await mounted.settle();
  return mounted;
}

describe('the catalogue', () => {
  it('shows what there is, each with whether it fits this host', async () => {
    const { page } = await catalogue();
    expect(names(page)).toEqual(PARTS.map((p) => p.name));
    const row = rowsIn(page).find((r) => r.some((c) => c.startsWith('Tidebar')))!;
    expect(row.join(' ')).toContain('declared');
  });
  it('asks for what narrows it, and of two questions shows the later answer', async () => {
    const asked: { q: Record<string, string>; answer: Subject<unknown> }[] = [];
    const { page, hand, settle } = await catalogue((b) => {
      b.api['parts'] = ((q: Record<string, string>) => {
        const answer = new Subject<unknown>();
        asked.push({ q, answer });
        return answer;
      }) as never;
    });
    await hand.choose('Sort of part', 'dock');
    await pause();
    await hand.type('Search parts', 'sallow');
    await pause();
    expect(asked.at(-1)!.q).toMatchObject({ sort: 'dock', words: 'sallow' });
    asked.at(-1)!.answer.next({ parts: PARTS.slice(0, 1), own: [], next: null });
    asked[0]!.answer.next({ parts: PARTS.slice(1, 5), own: [], next: null });
    await settle();
    expect(names(page)).toEqual([PARTS[0]!.name]);
    await hand.press('Show all');
    await pause();
    expect(asked.at(-1)!.q).not.toHaveProperty('sort');
  });
  it('goes on where there is more, and says what fails', async () => {
    let answer: () => Observable<unknown> = () => of({ parts: PARTS.slice(0, 2), own: [], next: 'more' });
    const { fixture, page, settle } = await catalogue((b) => {
      b.api['parts'] = () => answer() as never;
    });
    answer = () => of({ parts: PARTS.slice(2, 4), own: [], next: null });
    scrollDown(fixture);
    await settle();
    expect(names(page)).toEqual(PARTS.slice(0, 4).map((p) => p.name));
  });
  it('shows no part twice where more of an earlier list comes while another is asked for', async () => {
    const late = new Subject<unknown>();
    const asked: Record<string, string>[] = [];
    const { fixture, page, hand, settle } = await catalogue((b) => {
      b.api['parts'] = ((q: Record<string, string>) => {
        asked.push(q);
        if (q['after']) return late;
        return q['words']
          ? of({ parts: PARTS.slice(3, 4), own: [], next: null })
          : of({ parts: PARTS.slice(0, 2), own: [], next: 'more' });
      }) as never;
    });
    await hand.type('Search parts', 'one');
    scrollDown(fixture);
    scrollDown(fixture);
    expect(asked.filter((q) => q['after'])).toEqual([{ order: 'name', after: 'more' }]);
    await pause();
    late.next({ parts: PARTS.slice(3, 4), own: [], next: null });
    await settle();
    expect(names(page)).toEqual([PARTS[3]!.name]);
  });
  it('asks again for more where that failed', async () => {
    let fails = true;
    const { fixture, page, settle } = await catalogue((b) => {
      b.api['parts'] = ((q: Record<string, string>) => {
        if (!q['after']) return of({ parts: PARTS.slice(0, 2), own: [], next: 'more' });
        return fails
          ? throwError(() => new Error('The server does not answer.'))
          : of({ parts: PARTS.slice(2, 4), own: [], next: null });
      }) as never;
    });
    scrollDown(fixture);
    await settle();
    expect(page.textContent).toContain('The server does not answer.');
    expect(names(page)).toHaveLength(2);
    fails = false;
    scrollDown(fixture);
    await settle();
    expect(names(page)).toEqual(PARTS.slice(0, 4).map((p) => p.name));
  });
  it('says why it cannot be read, and keeps what was asked', async () => {
    const { page } = await catalogue((b) => {
      b.api['parts'] = () => throwError(() => new Error('The server does not answer.'));
    });
    expect(page.textContent).toContain('The server does not answer.');
  });
  it('deletes one’s own part, and brings it back', async () => {
    const done: string[] = [];
    const own = PARTS[0]!;
    const { fixture, hand, page, settle } = await catalogue((b) => {
      b.api['parts'] = () => of({ parts: PARTS, own: [own.id], next: null });
      b.api['part'] = () => of({ part: own, shipped: false });
      b.api['deletePart'] = () => {
        done.push('delete');
        return of(null);
      };
      b.api['restorePart'] = () => {
        done.push('restore');
        return of(null);
      };
    });
    fixture.componentRef.setInput('part', own.id);
    await settle();
    expect(page.querySelector('aside')!.textContent).toContain(own.name);
    await hand.press('Delete');
    expect(done).toEqual(['delete']);
    const told = TestBed.inject(Notices).list().at(-1)!;
    expect(told.text).toContain(`${own.name} is deleted.`);
    told.action!.run();
    expect(done).toEqual(['delete', 'restore']);
  });
  it('puts at most four side by side', async () => {
    const { page, settle } = await catalogue();
    const went: unknown[] = [];
    TestBed.inject(Router).navigate = (to, extras) => {
      went.push([to, extras?.queryParams]);
      return Promise.resolve(true);
    };
    const boxes = [...page.querySelectorAll<HTMLInputElement>('mat-cell input[type=checkbox]')];
    for (const box of boxes.slice(0, 5)) box.click();
    await settle();
    const compare = [...page.querySelectorAll('button')].find((b) => /side by side/i.test(b.textContent))!;
    compare.click();
    const [[, params]] = went as [[unknown, { ids: string }]];
    expect(params.ids.split(',')).toEqual(PARTS.slice(0, 4).map((p) => p.id));
  });
});

describe('parts side by side', () => {
  const ids = ['Tidebar', 'Marrow Panel'].map(partId).join(',');
  const beside = (before?: (bench: DemoBench) => void) =>
    onDemo(CompareParts, { inputs: { ids }, ...(before ? { before } : {}) });
  it('are scored for an element that both serve, trait by trait, and told with what else is to be known', async () => {
    const { page } = await beside();
    const [head, first, ...rows] = rowsIn(page);
    expect(head!.slice(1).join(' ')).toMatch(/Target .*Tidebar .*Marrow Panel/);
    expect(first![0]).toBe('Closeness');
    const thickness = rows.find((r) => r[0] === 'Thickness')!;
    expect(thickness[1]).toBe('84 px');
    expect(rows.find((r) => r[0] === 'Licence')).toHaveLength(4);
  });
  it('are asked for by their ids, and it is said when one of them is gone', async () => {
    const asked: string[] = [];
    const { page } = await beside((b) => {
      b.api['part'] = ((id: string) => {
        asked.push(id);
        return id === partId('Tidebar')
          ? of({ part: PARTS.find((p: Part) => p.id === id), shipped: true })
          : throwError(() => new Error('There is no such part.'));
      }) as never;
    });
    expect(asked.join(',')).toBe(ids);
    expect(page.textContent).toContain('There is no such part.');
  });
});
