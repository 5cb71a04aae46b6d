import { Component, computed, inject } from '@angular/core';
import { handmadeOffer } from '@spare-coat/core/model/coat/rows';
import { CoatView } from '../shared/coatView';
import { testId } from '../testing/bench';
import { onDemo, type DemoBench } from '../testing/demoBench';
import { savedFiles, textOf } from '../testing/files';
import { MadeByHand } from './handmade/madeByHand';
import { OfferSketch } from './offerSketch';

@Component({
  imports: [MadeByHand, OfferSketch],
  template: `
    @if (state(); as s) {
      <coat-made-by-hand [state]="s" (chosen)="chosen.push(1)" />
      @if (score(); as of) {
        <coat-offer-sketch [kind]="s.element.kind" [score]="of" />
      }
    }
  `,
})
class Shown {
  private readonly view = inject(CoatView);
  readonly chosen: number[] = [];
  protected readonly state = computed(() => this.view.selected());
  protected readonly score = computed(() => Object.values(this.state()?.perVariant ?? {})[0] ?? null);
}

const made = testId();
const withMade = (element: string, command?: string) => (b: DemoBench) =>
  b.lay({
    type: 'handmade.set',
    id: made,
    elementId: b.element[element]!,
    name: 'Own mark',
    supplies: { label: 'Start' },
    recipe: command ? { command } : {},
    files: [],
  } as never);

describe('what was made by hand', () => {
  it('is chosen for its element where nothing is, and laid over what is', async () => {
    const { bench, fixture, hand } = await onDemo(Shown, {
      select: 'Launcher button',
      before: withMade('Launcher button'),
    });
    await hand.press('Choose Own mark');
    expect(bench.sent.at(-1)).toMatchObject({ offer: handmadeOffer(made), partId: null });
    expect(['match.choose', 'match.overlay']).toContain(bench.sent.at(-1)!.type);
    expect(fixture.componentInstance.chosen).toHaveLength(1);
  });
  it('is removed, and its launcher is saved in its own quoting', async () => {
    const saved = savedFiles();
    const { bench, hand } = await onDemo(Shown, {
      select: 'Launcher button',
      before: withMade('Launcher button', 'notes --new "a page"'),
    });
    await hand.press('Save the launcher');
    const text = await textOf(saved[0]!);
    expect(text).toContain('[Desktop Entry]');
    expect(text).toMatch(/^Exec=/m);
    await hand.press('Remove Own mark');
    expect(bench.sent.at(-1)).toEqual({ type: 'handmade.remove', id: made });
  });
});

describe('a sketch of an offer', () => {
  it('draws a bar where the offer would put it', async () => {
    const { page } = await onDemo(Shown, { select: 'Rail' });
    const svg = page.querySelector('coat-offer-sketch svg')!;
    expect(svg.getAttribute('aria-label')).toBe('Sketch of what it would show');
    const rail = [...svg.querySelectorAll('rect')].find((r) => r.getAttribute('fill') === '#e3c2b4')!;
    const width = Number(svg.getAttribute('viewBox')!.split(' ')[2]);
    expect(Number(rail.getAttribute('x'))).toBeGreaterThan(width / 2);
  });
});
