import { onDemo } from '../testing/demoBench';
import { Spine } from './spine';

const names = (page: HTMLElement) =>
  [...page.querySelectorAll('nav li .name')].map((n) => n.textContent.trim());
const button = (page: HTMLElement, name: string) =>
  [...page.querySelectorAll<HTMLButtonElement>('nav li > button')].find((b) =>
    b.querySelector('.name')!.textContent.includes(name),
  )!;

describe('the spine', () => {
  it('lists every element under its group, with how near it comes', async () => {
    const { page, view } = await onDemo(Spine);
    expect(names(page)).toEqual(view.spine().map((s) => s.element.name));
    expect([...page.querySelectorAll('nav > h2')].map((h) => h.textContent)).toEqual(
      view.groups().map((g) => g.group),
    );
    expect(button(page, 'Rail').querySelector('.close')!.textContent).toMatch(/^\d+$/);
  });
  it('selects what is pressed, and marks several with Ctrl and Shift', async () => {
    const { page, view, settle, bench } = await onDemo(Spine);
    const press = async (name: string, keys: MouseEventInit = {}) => {
      button(page, name).dispatchEvent(new MouseEvent('click', { bubbles: true, ...keys }));
      await settle();
    };
    await press('Cue strip', { ctrlKey: true });
    await press('Clock', { ctrlKey: true });
    // What was selected is one of them.
    const marked = ['Rail', 'Cue strip', 'Clock'].map((name) => bench.element[name]!);
    expect(view.marked()).toEqual(new Set(marked));
    expect(button(page, 'Clock').getAttribute('aria-pressed')).toBe('true');
    expect(button(page, 'Pointer').getAttribute('aria-pressed')).toBe('false');
  });
  it('is narrowed by words: names, kinds and standings', async () => {
    const { page, hand, settle } = await onDemo(Spine);
    await hand.type('Filter elements', 'gap');
    await settle();
    expect(names(page)).toEqual(['Title type']);
    await hand.type('Filter elements', 'nothing like this');
    await settle();
    expect(page.textContent).toContain('No element is named so.');
  });
  it('moves an element by Alt and an arrow, and removes what is marked by Delete', async () => {
    const { page, bench, view, settle } = await onDemo(Spine);
    const key = async (name: string, init: KeyboardEventInit) => {
      button(page, name).dispatchEvent(new KeyboardEvent('keydown', { bubbles: true, ...init }));
      await settle();
    };
    await key('Cue strip', { key: 'ArrowUp', altKey: true });
    expect(bench.sent.at(-1)).toMatchObject({ type: 'element.move', id: bench.element['Cue strip'] });
    expect(view.spine()[0]!.element.name).toBe('Cue strip');
    await key('Rail', { key: 'Delete' });
    expect(bench.sent.at(-1)).toMatchObject({ type: 'element.remove', id: bench.element['Rail'] });
    expect(names(page)).not.toContain('Rail');
  });
});
