import { TestBed } from '@angular/core/testing';
import { BENCH_COAT, benchWith } from '../../testing/bench';
import { handOn } from '../../testing/hand';
import { LimitsPanel } from './limitsPanel';

async function shown() {
  const bench = benchWith();
  TestBed.configureTestingModule({ providers: bench.providers });
  const fixture = TestBed.createComponent(LimitsPanel);
  await fixture.whenStable();
  return { bench, hand: handOn(fixture), limits: () => bench.rows().coat[BENCH_COAT]!.limits };
}

describe('what a person will not accept', () => {
  it('is ticked and typed, each as one change, and the others stay', async () => {
    const { bench, hand, limits } = await shown();
    await hand.tick('No paid parts');
    await hand.type('Extra memory at most', '120');
    await hand.type('No part older than', '2.5');
    expect(limits()).toMatchObject({ free: true, memory: 120, age: 2.5, noAccount: false });
    expect(bench.sent).toHaveLength(3);
  });
  it('is no limit where the field is emptied', async () => {
    const { hand, limits } = await shown();
    await hand.type('Extra memory at most', '120');
    await hand.type('Extra memory at most', '');
    expect(limits().memory).toBeNull();
  });
  it('is not taken where it cannot be', async () => {
    const { bench, hand } = await shown();
    await hand.type('Extra memory at most', '-1');
    await hand.type('New sessions at most', '1.5');
    expect(bench.sent).toEqual([]);
  });
});
