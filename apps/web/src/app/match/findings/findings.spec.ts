import { onDemo } from '../../testing/demoBench';
import { Findings } from './findings';

const titles = (page: HTMLElement, list = 'ul.list:not(.quiet-list)') =>
  [...page.querySelectorAll(`${list} h2`)].map((h) => h.textContent.trim());

describe('findings', () => {
  it('are told the most weighty first, each with what it costs and what can be done', async () => {
    const { page } = await onDemo(Findings);
    expect(titles(page).length).toBeGreaterThan(1);
    for (const li of page.querySelectorAll('ul.list:not(.quiet-list) > li')) {
      expect(li.querySelector('p')!.textContent.trim()).not.toBe('');
      expect(li.querySelectorAll('button').length).toBeGreaterThan(0);
    }
  });
  it('are taken as they are with a reason, and come back when they are opened again', async () => {
    const { page, hand, bench, settle } = await onDemo(Findings);
    const [first] = titles(page);
    await hand.press(`Take it as it is: ${first!}`);
    await hand.type('Why is it fine?', 'It does not show.');
    const [submit] = page.querySelectorAll<HTMLButtonElement>('form button[type=submit]');
    submit!.click();
    await settle();
    expect(bench.sent.at(-1)).toMatchObject({ type: 'finding.accept', reason: 'It does not show.' });
    expect(titles(page)).not.toContain(first);
    expect(titles(page, 'ul.quiet-list')).toEqual([first]);
    page.querySelector<HTMLButtonElement>('ul.quiet-list button')!.click();
    await settle();
    expect(titles(page)).toContain(first);
  });
});
