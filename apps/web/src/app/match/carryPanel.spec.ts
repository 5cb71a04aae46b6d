import { Component, computed, inject } from '@angular/core';
import { CoatView } from '../shared/coatView';
import { onDemo } from '../testing/demoBench';
import { testId } from '../testing/bench';
import { CarryPanel } from './carryPanel';
import { LayerStack } from './layerStack';

/** What stands beside a match, for the element that is selected. */
@Component({
  imports: [CarryPanel, LayerStack],
  template: `
    @if (state(); as s) {
      <coat-layer-stack [state]="s" />
      <coat-carry-panel [state]="s" />
    }
  `,
})
class Beside {
  private readonly view = inject(CoatView);
  protected readonly state = computed(() => this.view.selected());
}

describe('how an element is carried', () => {
  it('is as the coat says, until it is told otherwise for this element', async () => {
    const { bench, hand, page } = await onDemo(Beside, { select: 'Rail' });
    expect(await hand.chosen('Lengths')).toBe('As the coat says');
    await hand.choose('Lengths', 'In proportion to Cue strip');
    expect(bench.sent.at(-1)).toMatchObject({
      type: 'element.carry',
      id: bench.element['Rail'],
    });
    expect(page.textContent).toContain('proportion to Cue strip');
  });
  it('is to one of several displays where there are some', async () => {
    const { bench, hand } = await onDemo(Beside, {
      select: 'Rail',
      before: (b) =>
        b.lay({ type: 'display.set', id: testId(), width: 2560, height: 1440, scale: 2, inches: null }),
    });
    await hand.choose('Display', '2: 2560 × 1440');
    const last = bench.sent.at(-1);
    expect(last).toMatchObject({ type: 'element.carry', id: bench.element['Rail'] });
  });
});

describe('the layers of a match', () => {
  it('stand in their order, the host at the foot, and say what each gives', async () => {
    const { page, select } = await onDemo(Beside, { select: 'Rail' });
    const layers = () =>
      [...page.querySelectorAll('coat-layer-stack li')].map((li) =>
        li.textContent.replace(/\s+/g, ' ').trim(),
      );
    expect(layers()[0]).toContain('Tidebar');
    expect(layers()[0]).toContain('Thickness');
    expect(layers().at(-1)).toContain('Fernbank');
    await select('Pointer');
    expect(layers()).toHaveLength(1);
    expect(layers()[0]).toContain('Fernbank');
  });
});
