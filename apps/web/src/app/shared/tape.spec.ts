import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { MatTooltipHarness } from '@angular/material/tooltip/testing';
import type { TapeSegment } from '@spare-coat/core/deciding/matching/tape';
import { TestBed } from '@angular/core/testing';
import { getAllByRole, getByRole, queryAllByRole } from '@testing-library/dom';
import { Tape } from './tape';

const segment = (more: Partial<TapeSegment>): TapeSegment => ({
  id: 'a',
  name: 'Rail',
  weight: 5,
  closeness: 0.92,
  ceiling: 0.97,
  standing: 'matched',
  ...more,
});

async function shown(segments: TapeSegment[], inputs: Record<string, unknown> = {}) {
  const fixture = TestBed.createComponent(Tape);
  fixture.componentRef.setInput('segments', segments);
  for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
  await fixture.whenStable();
  return { fixture, element: fixture.nativeElement as HTMLElement };
}

describe('the tape', () => {
  it('gives every element a segment that says its name, standing, closeness, ceiling and weight', async () => {
    const { element } = await shown([
      segment({}),
      segment({ id: 'b', name: 'Pointer', standing: 'open', closeness: null, ceiling: null, weight: 2 }),
    ]);
    const names = getAllByRole(element, 'button').map((b) => b.getAttribute('aria-label'));
    expect(names).toEqual([
      'Rail: matched, 92 %, ceiling 97 %, weight 5',
      'Pointer: open, not scored, ceiling not scored, weight 2',
    ]);
  });

  it('is as wide as the weights and as full as the closeness; a gap is full in its own texture', async () => {
    const { element } = await shown([
      segment({ closeness: 0.5 }),
      segment({ id: 'b', standing: 'gap', closeness: 0.1, weight: 1 }),
    ]);
    const [first, second] = getAllByRole(element, 'button');
    expect([first!.style.flexGrow, second!.style.flexGrow]).toEqual(['5', '1']);
    expect(first!.querySelector<HTMLElement>('.fill')!.style.height).toBe('50%');
    const gap = second!.querySelector<HTMLElement>('.fill')!;
    expect(gap.style.height).toBe('100%');
    expect(gap.classList).toContain('texture-gap');
  });

  it('goes to what is clicked and marks what is current', async () => {
    const { fixture, element } = await shown([segment({}), segment({ id: 'b', name: 'Clock' })], {
      current: 'b',
    });
    const picked: string[] = [];
    fixture.componentInstance.pick.subscribe((id) => picked.push(id));
    getByRole(element, 'button', { name: /^Rail/ }).click();
    expect(picked).toEqual(['a']);
    expect(getByRole(element, 'button', { name: /^Clock/ }).getAttribute('aria-current')).toBe('true');
  });

  it('is only to look at on a card', async () => {
    const { element, fixture } = await shown([segment({})], { still: true });
    expect(queryAllByRole(element, 'button')).toEqual([]);
    const tip = await TestbedHarnessEnvironment.loader(fixture).getHarness(MatTooltipHarness);
    await tip.show();
    expect(await tip.getTooltipText()).toMatch(/^Rail: matched/);
  });
});
