import { onDemo } from '../testing/demoBench';
import { Whole } from './whole';

describe('the desktop as a whole', () => {
  it('stands beside the reference, or either by itself', async () => {
    const { page, settle } = await onDemo(Whole);
    const isHidden = (selector: string) => page.querySelector<HTMLElement>(selector)!.hidden;
    const show = async (label: string) => {
      [...page.querySelectorAll<HTMLElement>('mat-button-toggle button')]
        .find((b) => b.textContent.includes(label))!
        .click();
      await settle();
    };
    expect([isHidden('coat-reference-picture'), isHidden('figure')]).toEqual([false, false]);
    await show('The reference');
    expect([isHidden('coat-reference-picture'), isHidden('figure')]).toEqual([false, true]);
    await show('What is promised');
    expect([isHidden('coat-reference-picture'), isHidden('figure')]).toEqual([true, false]);
  });
  it('says how close it comes', async () => {
    const { page, view } = await onDemo(Whole);
    const { chosen, most } = view.state()!;
    const [from, to] = [chosen!, most.chosen!].map((c) => Math.round(c * 100));
    expect(to).toBeGreaterThan(from!);
    expect(page.querySelector('figcaption strong')!.textContent).toBe(`${from}–${to} %`);
  });
});
