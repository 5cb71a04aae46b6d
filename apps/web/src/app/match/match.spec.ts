import { onDemo } from '../testing/demoBench';
import { Match } from './match';

const mounted = (select: string) => onDemo(Match, { select });
const offers = (page: HTMLElement) =>
  [...page.querySelectorAll('.offers > li')].map((li) => ({
    name: li.querySelector('.what .mdc-button__label > span')!.textContent,
    closeness: Number(/(\d+) %/.exec(li.querySelector('strong')!.textContent)?.[1] ?? -1),
    usable: !li.classList.contains('unusable'),
    li: li as HTMLElement,
  }));

describe('Match', () => {
  it('ranks what can be had for the element, the nearest first, each called by its part', async () => {
    const { page } = await mounted('Window frame');
    const told = offers(page);
    expect(told.length).toBeGreaterThan(3);
    expect(told.some((o) => o.name.startsWith('Clayworks'))).toBe(true);
    // Themes call their offers the same: a person tells them apart by their parts.
    expect(told.filter((o) => o.name === 'Window theme')).toEqual([]);
    expect(new Set(told.map((o) => o.name)).size).toBe(told.length);
    const usable = told.filter((o) => o.usable && o.closeness >= 0).map((o) => o.closeness);
    expect(usable).toEqual([...usable].sort((a, b) => b - a));
  });
  it('chooses an offer, says how it stands then, and lets it go again', async () => {
    const { bench, hand, page, settle, view } = await mounted('Pointer');
    expect(view.selected()?.standing).toBe('open');
    const [first] = offers(page);
    await hand.press(`Choose ${first!.name}`);
    await settle();
    expect(bench.sent.at(-1)).toMatchObject({ type: 'match.choose', elementId: bench.element['Pointer'] });
    expect(view.selected()?.standing).not.toBe('open');
    expect(page.querySelector('.chosen .what .mdc-button__label > span')!.textContent).toBe(first!.name);
    await hand.press(`Release ${first!.name}`);
    await settle();
    expect(view.selected()?.standing).toBe('open');
  });
  it('narrows the offers by words, and says how many can be used', async () => {
    const { hand, page, settle } = await mounted('Rail');
    const all = offers(page);
    expect(page.textContent).toContain(`of ${all.length} offers can be used on this host`);
    await hand.type('Filter offers', 'marrow');
    await settle();
    expect(offers(page).map((o) => o.name)).toEqual(
      all.filter((o) => o.name.includes('Marrow')).map((o) => o.name),
    );
    await hand.type('Filter offers', '');
    await hand.tick('usable');
    await settle();
    expect(offers(page).every((o) => o.usable)).toBe(true);
  });
  it('orders the offers by what they weigh or by their names, what cannot be used last', async () => {
    const { hand, page, settle } = await mounted('Rail');
    await hand.choose('Order of offers', 'by name');
    await settle();
    const names = offers(page)
      .filter((o) => o.usable)
      .map((o) => o.name);
    expect(names).toEqual([...names].sort((a, b) => a.localeCompare(b)));
    const flags = offers(page).map((o) => o.usable);
    expect(flags).toEqual([...flags].sort((a, b) => Number(b) - Number(a)));
  });
  it('says an element is a gap, with the reason in the person’s words', async () => {
    const { bench, hand, view, settle } = await mounted('Pointer');
    await hand.press('Mark as gap');
    await hand.type('Why is it a gap?', 'Nothing points like it.');
    await hand.press('Mark as gap');
    await settle();
    expect(bench.sent.at(-1)).toMatchObject({
      type: 'match.say',
      said: 'gap',
      reason: 'Nothing points like it.',
    });
    expect(view.selected()?.standing).toBe('gap');
  });
  it('keeps a note with the match', async () => {
    const { bench, hand } = await mounted('Rail');
    await hand.type('Note', 'Ask the author about the corner.');
    expect(bench.sent.at(-1)).toMatchObject({ type: 'match.note', note: 'Ask the author about the corner.' });
  });
});
