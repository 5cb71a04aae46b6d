import { computed, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { Part } from '@spare-coat/core/model/parts/part';
import { CoatView } from '../shared/coatView';
import { Trials } from '../shared/trials';
import { BENCH_COAT, benchWith, testId } from '../testing/bench';
import { handOn } from '../testing/hand';
import { PartTrials } from './partTrials';

const PART = testId();

async function shown() {
  const bench = benchWith();
  const here = computed(() =>
    Object.values(bench.rows().trial).map((t) => ({ ...t, coatId: BENCH_COAT, coat: 'A coat' })),
  );
  const view = {
    coat: computed(() => bench.rows().coat[BENCH_COAT]),
    host: signal({ family: 'fernbank', version: '3.4' }),
  };
  TestBed.configureTestingModule({
    providers: [
      ...bench.providers,
      { provide: CoatView, useValue: view },
      { provide: Trials, useValue: { of: (id: string) => here().filter((t) => t.partId === id) } },
    ],
  });
  const fixture = TestBed.createComponent(PartTrials);
  // Only what a trial is noted with: nothing here looks further into the part.
  fixture.componentRef.setInput('part', { id: PART, revision: 2 } as unknown as Part);
  await fixture.whenStable();
  const page = fixture.nativeElement as HTMLElement;
  return { bench, page, hand: handOn(fixture), trials: () => Object.values(bench.rows().trial) };
}

describe('what became of a part when it was tried', () => {
  it('is noted with the day, the host and the revision, and stands in the list', async () => {
    const { page, hand, trials } = await shown();
    expect(page.textContent).toContain('Not tried yet.');
    await hand.press('Note a trial');
    await hand.type('Tried on', '2026-3-9');
    await hand.type('Why', ' Quick and small. ');
    await hand.press('Note it');
    expect(trials()).toMatchObject([
      {
        partId: PART,
        partRevision: 2,
        family: 'fernbank',
        hostVersion: '3.4',
        outcome: 'kept',
        why: 'Quick and small.',
        tried: '2026-03-09',
      },
    ]);
    expect(page.textContent).toContain('2026-03-09: Quick and small.');
    expect(page.querySelector('form')).toBeNull();
  });
  it('asks why it was dropped, and keeps what was typed meanwhile', async () => {
    const { page, hand, trials } = await shown();
    await hand.press('Note a trial');
    await hand.choose('Outcome', 'dropped');
    await hand.press('Note it');
    expect(trials()).toEqual([]);
    expect(page.querySelector('[role="alert"]')?.textContent).toContain('Say why it was dropped');
    expect(await hand.chosen('Outcome')).toBe('dropped');
    await hand.type('Why', 'It ate the clock.');
    await hand.press('Note it');
    expect(trials()).toMatchObject([{ outcome: 'dropped', why: 'It ate the clock.' }]);
  });
  it('takes no day that is none, and none to come', async () => {
    const { page, hand, trials } = await shown();
    await hand.press('Note a trial');
    for (const day of ['2026-02-30', '2999-01-01', '']) {
      await hand.type('Tried on', day);
      await hand.press('Note it');
      expect([day, trials()]).toEqual([day, []]);
      expect(page.textContent).toContain('Say on which day it was tried');
    }
  });
  it('is taken out again', async () => {
    const { hand, trials } = await shown();
    await hand.press('Note a trial');
    await hand.press('Note it');
    expect(trials()).toHaveLength(1);
    await hand.press('Remove the trial');
    expect(trials()).toEqual([]);
  });
});
