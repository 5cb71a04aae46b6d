import { Component, computed, inject } from '@angular/core';
import { PARTS } from '@spare-coat/demo/catalogue';
import { partId } from '@spare-coat/demo/makePart';
import { map } from 'rxjs';
import { CoatView } from '../shared/coatView';
import { testId } from '../testing/bench';
import { onDemo } from '../testing/demoBench';
import { LayerStack } from './layerStack';

@Component({
  imports: [LayerStack],
  template: `
    @if (state(); as s) {
      <coat-layer-stack [state]="s" />
    }
  `,
})
class Shown {
  private readonly view = inject(CoatView);
  protected readonly state = computed(() => this.view.selected());
}
const lines = (page: HTMLElement) =>
  [...page.querySelectorAll('ol > li')].map((li) => li.textContent.replace(/\s+/g, ' ').trim());

describe('the layers of an element', () => {
  it('stand the topmost first, the host at the foot, each with what it gives', async () => {
    const { page } = await onDemo(Shown, { select: 'Rail' });
    const [base, host] = lines(page);
    expect(base).toMatch(/^base\s*Tidebar.*Thickness/);
    expect(host).toMatch(/^host\s*Fernbank/);
  });
  it('have what lies over others taken off', async () => {
    const over = PARTS.find((p) => p.offers.some((o) => o.kind === 'frame' && !o.replaces))!;
    const offer = over.offers.find((o) => o.kind === 'frame' && !o.replaces)!;
    const { page, bench, hand, settle } = await onDemo(Shown, {
      select: 'Window frame',
      before: (b) => {
        const elementId = b.element['Window frame']!;
        const match = Object.values(b.rows().match).find((m) => m.elementId === elementId)!;
        b.lay({
          type: 'match.overlay',
          elementId,
          matchId: match.id,
          layerId: testId(),
          partId: over.id,
          partRevision: over.revision,
          offer: offer.id,
          traits: ['titleHeight'],
        });
      },
    });
    const before = lines(page).length;
    expect(lines(page)[0]).toMatch(/^over it/);
    const name = page.querySelector('ol > li strong')!.textContent;
    await hand.press(`Take off ${name}`);
    await settle();
    expect(bench.sent.at(-1)).toMatchObject({ type: 'layer.remove' });
    expect(lines(page)).toHaveLength(before - 1);
  });
  it('say where a part has a newer revision, and take it', async () => {
    const rail = partId('Tidebar');
    const old = PARTS.find((p) => p.id === rail)!;
    const offers = old.offers.map((o) => ({ ...o, supplies: { ...o.supplies, edge: { fixed: 'top' } } }));
    const newer = { ...old, revision: 2, version: '2.2', offers };
    const { page, bench, hand } = await onDemo(Shown, {
      select: 'Rail',
      before: (b) => {
        const serving = b.api['partsServing']!;
        b.api['partsServing'] = (...args: never[]) =>
          serving(...args).pipe(
            map((answer) => ({ parts: [...(answer as { parts: typeof PARTS }).parts, newer] })),
          );
      },
    });
    expect(page.textContent).toContain('There is a newer revision of Tidebar, version 2.2.');
    expect(page.textContent.replace(/\s+/g, ' ')).toMatch(
      /Another there: edge. With it the element is \d+ % close, now \d+ %\./,
    );
    await hand.press('Take the newer revision of Tidebar');
    expect(bench.sent.at(-1)).toMatchObject({ type: 'layer.renew', partRevision: 2 });
  });
  it('take a flavour of a part in each variant: the nearest, or the one that is chosen', async () => {
    const rail = partId('Tidebar');
    const old = PARTS.find((p) => p.id === rail)!;
    const [offer] = old.offers;
    const inColour = (name: string, colour: string) => ({
      name,
      offers: { [offer!.id]: { supplies: { colour: { fixed: colour } } } },
    });
    const part = { ...old, flavours: [inColour('Soot', '#101010'), inColour('Clay', '#e3c2b4')] };
    const { bench, page, hand, settle } = await onDemo(Shown, {
      select: 'Rail',
      before: (b) => {
        const serving = b.api['partsServing']!;
        b.api['partsServing'] = (...args: never[]) =>
          serving(...args).pipe(
            map((answer) => ({
              parts: (answer as { parts: typeof PARTS }).parts.map((p) => (p.id === rail ? part : p)),
            })),
          );
      },
    });
    expect(page.textContent).toContain('Tidebar comes in 2 flavours');
    expect(page.querySelector('coat-flavour-choice')!.textContent).toContain('the nearest: Clay');
    await hand.choose('Tidebar in Light', /^Soot, \d+ %$/);
    await settle();
    expect(bench.sent.at(-1)).toMatchObject({ type: 'coat.flavour', partId: rail, flavour: 'Soot' });
    await hand.choose('Tidebar in Light', /^the nearest: Clay$/);
    await settle();
    expect(bench.sent.at(-1)).toMatchObject({ type: 'coat.flavour', flavour: null });
  });
  it('take the settings of a part by themselves, and refuse what it does not take', async () => {
    const hours = PARTS.find((p) => p.name === 'Brine Hours')!;
    const offer = hours.offers[0]!;
    const { page, bench, hand, settle } = await onDemo(Shown, {
      select: 'Wallpaper',
      before: (b) => {
        const elementId = b.element['Wallpaper']!;
        b.lay({ type: 'match.release', elementId });
        b.lay({
          type: 'match.choose',
          elementId,
          matchId: testId(),
          layerId: testId(),
          partId: hours.id,
          partRevision: hours.revision,
          offer: offer.id,
        });
      },
    });
    await hand.type('Where you are', 'nowhere at all');
    await settle();
    expect(page.querySelector('mat-error')!.textContent).toContain('a place on earth');
    expect(bench.sent).toEqual([]);
    await hand.type('Where you are', '54.98, -1.61');
    await settle();
    expect(bench.sent.at(-1)).toMatchObject({ type: 'layer.own', setting: 'place' });
    expect(page.querySelector('mat-error')).toBeNull();
  });
});
