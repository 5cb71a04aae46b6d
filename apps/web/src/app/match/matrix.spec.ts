import { onDemo } from '../testing/demoBench';
import { Matrix } from './matrix';

const status = (page: HTMLElement) => {
  const told = [...page.querySelectorAll('[role=status]')].map((s) => s.textContent).join(' ');
  const [, parts, elements] = /(\d+) parts, (\d+) elements/.exec(told) ?? [];
  return { parts: Number(parts), elements: Number(elements) };
};

describe('the matrix', () => {
  it('lays every element that is wanted against every part that serves it', async () => {
    const { page, view } = await onDemo(Matrix);
    const wanted = view.spine().filter((s) => s.standing !== 'left alone');
    await vi.waitFor(() => expect(status(page).elements).toBe(wanted.length));
    await vi.waitFor(() => expect(status(page).parts).toBeGreaterThan(10));
  });
  it('is narrowed to parts by their names, and to those that can be used here', async () => {
    const { page, hand, settle } = await onDemo(Matrix);
    const becomes = (isRight: (parts: number) => boolean) =>
      vi.waitFor(async () => {
        await settle();
        expect(isRight(status(page).parts)).toBe(true);
      });
    await becomes((parts) => parts > 10);
    const all = status(page).parts;
    await hand.type('Filter parts', 'tidebar');
    await becomes((parts) => parts === 1);
    await hand.type('Filter parts', '');
    await becomes((parts) => parts === all);
    await hand.tick('usable here');
    await becomes((parts) => parts > 0 && parts < all);
  });
});
