import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { CoatCard, CoatsPage } from '@spare-coat/core/proving/wire/coat';
import { from } from 'rxjs';
import { Api } from '../shared/api';
import { LeftBehind } from '../shared/session/leftBehind';
import { Coats } from './coats';

const card = (name: string): CoatCard => ({
  id: name,
  revision: 1,
  name,
  changedAt: '2026-11-25T10:00:00Z',
  deletedAt: null,
  goesAt: null,
  crop: null,
  figures: null,
  failed: true,
});
const pageOf = (...names: string[]): CoatsPage => ({
  coats: names.map(card),
  next: null,
  count: 9,
  deleted: 0,
});

describe('the cards of the first page', () => {
  it('are those of the words that stand in the search, whichever answer comes last', async () => {
    const answers: { words: string; give: (page: CoatsPage) => void }[] = [];
    TestBed.configureTestingModule({
      providers: [
        provideRouter([]),
        {
          provide: Api,
          useValue: {
            coats: ({ words }: { words: string }) =>
              from(new Promise<CoatsPage>((give) => answers.push({ words, give }))),
          },
        },
        { provide: LeftBehind, useValue: { stillHere: signal([]), look: () => Promise.resolve() } },
      ],
    });
    const fixture = TestBed.createComponent(Coats);
    const page = fixture.nativeElement as HTMLElement;
    const names = () =>
      [...page.querySelectorAll('li.card')].map((li) => /Rail|Levee/.exec(li.textContent)?.[0]);
    await fixture.whenStable();
    answers[0]!.give(pageOf('Rail', 'Levee'));
    await vi.waitFor(() => {
      fixture.detectChanges();
      expect(names()).toEqual(['Rail', 'Levee']);
    });
    // The list is read again, and before that is answered somebody searches.
    (fixture.componentInstance as unknown as { again: () => void }).again();
    const search = page.querySelector<HTMLInputElement>('input[type=search]')!;
    search.value = 'lev';
    search.dispatchEvent(new Event('input'));
    await vi.waitFor(() => expect(answers.map((a) => a.words)).toEqual(['', '', 'lev']));
    answers[2]!.give(pageOf('Levee'));
    answers[1]!.give(pageOf('Rail', 'Levee'));
    await vi.waitFor(() => {
      fixture.detectChanges();
      expect(names()).toEqual(['Levee']);
    });
    await new Promise((later) => setTimeout(later, 50));
    fixture.detectChanges();
    expect(names()).toEqual(['Levee']);
  });
});
