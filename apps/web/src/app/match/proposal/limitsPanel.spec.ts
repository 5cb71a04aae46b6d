import { NO_LIMITS } from '@spare-coat/core/model/coat/limits';
import { benchWith } from '../../testing/bench';
import { handOn } from '../../testing/hand';
import { TestBed } from '@angular/core/testing';
import { LimitsPanel } from './limitsPanel';

async function limits() {
  const bench = benchWith();
  TestBed.configureTestingModule({ providers: bench.providers });
  const fixture = TestBed.createComponent(LimitsPanel);
  await fixture.whenStable();
  const page = fixture.nativeElement as HTMLElement;
  return { bench, page, hand: handOn(fixture) };
}
const numbers = (page: HTMLElement) =>
  [...page.querySelectorAll('label.number')].map((l) => l.querySelector('span')!.textContent);

describe('what a person will not accept', () => {
  it('is ticked or typed, and sent as one set of limits', async () => {
    const { bench, hand, page } = await limits();
    const [flag] = [...page.querySelectorAll('mat-checkbox')].map((c) => c.textContent.trim());
    await hand.tick(flag!);
    const [first] = numbers(page);
    await hand.type(first!, '200');
    const sent = bench.sent.map((c) => (c.type === 'coat.limits' ? c.limits : null));
    expect(sent).toHaveLength(2);
    expect(Object.values(sent[1]!).filter((v) => v === true)).toHaveLength(1);
    expect(Object.values(sent[1]!)).toContain(200);
  });
  it('is taken back by an empty field', async () => {
    const { bench, hand, page } = await limits();
    const [first] = numbers(page);
    await hand.type(first!, '200');
    await hand.type(first!, '');
    const last = bench.sent.at(-1);
    expect(last?.type === 'coat.limits' && last.limits).toEqual(NO_LIMITS);
  });
  it('is marked and not sent where it is no number that a limit can have', async () => {
    const { bench, hand, page } = await limits();
    for (const name of numbers(page)) await hand.type(name, '-3');
    expect(bench.sent).toEqual([]);
    expect(page.querySelectorAll('[aria-invalid=true]')).toHaveLength(numbers(page).length);
  });
});
