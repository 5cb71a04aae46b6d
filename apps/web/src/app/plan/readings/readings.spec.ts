import { TestBed } from '@angular/core/testing';
import { onDemo, rowsIn } from '../../testing/demoBench';
import { testId } from '../../testing/bench';
import { laidOut } from '../../testing/pixelsBench';
import { Notices } from '../../shared/notices';
import { ReadingsStage } from './readings';

const run = (phase: 'before' | 'after', memory: number[], processor: number[]) => ({
  type: 'reading.add' as const,
  id: testId(),
  surveyId: null,
  at: phase === 'before' ? '2026-11-20T08:00:00.000Z' : '2026-11-22T08:00:00.000Z',
  phase,
  load: 'idle' as const,
  memory,
  processor,
});
async function readings(before: number[][] = [], after: number[][] = []) {
  laidOut(600, 300);
  return onDemo(ReadingsStage, {
    before: (bench) => {
      for (const memory of before)
        bench.lay(
          run(
            'before',
            memory,
            memory.map(() => 2),
          ),
        );
      for (const memory of after)
        bench.lay(
          run(
            'after',
            memory,
            memory.map(() => 2),
          ),
        );
    },
  });
}
const about = (middle: number) => [-3, 1, 0, 2, -1, 3, -2].map((d) => middle + d);
const many = (middle: number) => [about(middle), about(middle + 1), about(middle - 1), about(middle + 2)];

describe('readings before and after', () => {
  it('say nothing where there are too few to tell', async () => {
    const { page } = await readings([about(800)]);
    expect(page.querySelector('.verdict')!.classList).not.toContain('told');
    expect(page.querySelector('.verdict')!.textContent).not.toBe('');
  });
  it('tell what the coat costs where it is more than noise, with its interval', async () => {
    const { page } = await readings(many(800), many(870));
    const [memory, processor] = [...page.querySelectorAll('section.one')];
    expect(memory!.querySelector('.verdict')!.classList).toContain('told');
    expect(memory!.textContent).toMatch(/Difference\s*70\.\d MB/);
    expect(processor!.querySelector('.verdict')!.classList).not.toContain('told');
  });
  it('are typed, each line held against what a reading can be', async () => {
    const { page, hand, bench, settle } = await readings();
    await hand.press('Add the run');
    await settle();
    expect(page.textContent).toContain('At least one number');
    expect(bench.sent).toEqual([]);
    await hand.type('Memory in MB, sample after sample', '801 802,5 few');
    await hand.type('Processor in %', '2 3 2');
    await hand.press('Add the run');
    expect(bench.sent).toEqual([]);
    await hand.type('Memory in MB, sample after sample', '801 802,5; 803');
    await hand.press('Add the run');
    expect(bench.sent).toEqual([
      expect.objectContaining({
        type: 'reading.add',
        phase: 'before',
        load: 'idle',
        memory: [801, 802.5, 803],
        processor: [2, 3, 2],
      }),
    ]);
    await settle();
    expect(page.querySelector<HTMLTextAreaElement>('[aria-label="Processor in %"]')!.value).toBe('');
    expect(TestBed.inject(Notices).list()).toEqual([]);
  });
  it('count as before or after, and are removed', async () => {
    const { page, hand, bench, settle } = await readings([about(800)]);
    expect(rowsIn(page).some((r) => r.includes('800.0'))).toBe(true);
    await hand.choose('Counts as', 'after');
    await settle();
    expect(bench.sent.at(-1)).toMatchObject({ type: 'reading.set', phase: 'after', load: 'idle' });
    await hand.press('Remove the run of 2026-11-20T08:00:00.000Z');
    expect(bench.sent.at(-1)).toMatchObject({ type: 'reading.remove' });
  });
  it('are shown for the load that is chosen alone', async () => {
    const { page, hand, settle } = await readings(many(800), many(870));
    await hand.choose('Runs', 'under load');
    await settle();
    expect(page.textContent).toContain('No run yet.');
  });
  it('stand behind their charts as tables', async () => {
    const { page, hand, settle } = await readings(many(800), many(870));
    const label = page.querySelectorAll('coat-chart canvas')[1]!.getAttribute('aria-label')!;
    await hand.press(`As numbers: ${label}`);
    await settle();
    const table = page.querySelectorAll('coat-chart')[1]!.textContent;
    expect(table).toContain('Median, MB');
    expect(table).toMatch(/before\s*800\.\d/);
  });
});
