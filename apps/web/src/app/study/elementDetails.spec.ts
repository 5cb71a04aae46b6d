import { Component, computed, inject } from '@angular/core';
import { CoatView } from '../shared/coatView';
import { onDemo, rowsIn } from '../testing/demoBench';
import { ElementDetails } from './elementDetails';
import { Measuring } from './measuring';
import { TraitTable } from './traitTable';

@Component({
  imports: [ElementDetails],
  template: `
    @if (state(); as s) {
      <coat-element-details [state]="s" />
    }
  `,
})
class Shown {
  private readonly view = inject(CoatView);
  protected readonly state = computed(() => this.view.selected());
}
const shown = (select: string) => onDemo(Shown, { select, providers: [Measuring] });
const trait = (page: HTMLElement, label: string) =>
  [...page.querySelectorAll('ul.traits > li')].find((li) => li.textContent.includes(label))!;

describe('an element in Study', () => {
  it('is named and weighed', async () => {
    const { page, bench, hand, settle } = await shown('Clock');
    const name = page.querySelector<HTMLInputElement>('[aria-label="Name of the element"]')!;
    expect(name.value).toBe('Clock');
    await hand.type('Name of the element', 'Time of day');
    await settle();
    expect(bench.sent.at(-1)).toMatchObject({ type: 'element.set', name: 'Time of day', weight: 3 });
    const five = page.querySelector<HTMLButtonElement>(
      '[aria-label="Weight 5"] button, button[aria-label="Weight 5"]',
    )!;
    five.click();
    await settle();
    expect(bench.sent.at(-1)).toMatchObject({ type: 'element.set', name: 'Time of day', weight: 5 });
  });
  it('shows every trait of its kind, with what is wanted and how that is known', async () => {
    const { page } = await shown('Launcher button');
    expect(trait(page, 'Shape').textContent).toMatch(/house/);
    expect(trait(page, 'Padding').innerHTML).toContain('assumed');
  });
  it('keeps a note, and links that are links', async () => {
    const { hand, bench, page } = await shown('Clock');
    await hand.type('Note', 'Two lines.');
    expect(bench.sent.at(-1)).toMatchObject({ type: 'element.set', note: 'Two lines.' });
    const before = bench.sent.length;
    await hand.type('Add a link', 'nowhere');
    expect(bench.sent).toHaveLength(before);
    expect(page.textContent).toContain('A link starts with http:// or https://');
    await hand.type('Add a link', 'https://clocks.example/two-lines');
    expect(bench.sent.at(-1)).toMatchObject({ links: [{ url: 'https://clocks.example/two-lines' }] });
  });
});

describe('all traits', () => {
  it('stand in one table, sorted by what is pressed', async () => {
    const { page, settle, bench } = await onDemo(TraitTable);
    const count = Object.keys(bench.rows().trait).length;
    const rows = () => rowsIn(page).slice(1);
    expect(rows()).toHaveLength(count);
    expect(page.textContent).toContain(`${count} targets`);
    const [head] = rowsIn(page);
    const at = head!.indexOf('Element');
    const sorter = [...page.querySelectorAll<HTMLElement>('th [role=button], th .mat-sort-header-container')][
      at
    ]!;
    sorter.click();
    await settle();
    const names = rows().map((r) => r[at]!);
    expect(names).toEqual([...names].sort((a, b) => a.localeCompare(b)));
  });
});
