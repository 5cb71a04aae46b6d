import { stepsOf } from '@spare-coat/core/model/deeds/step';
import { onDemo } from '../testing/demoBench';
import { PlanStage } from './plan';
import { PlanView } from './planView';

const planned = (before?: Parameters<typeof onDemo>[1]) =>
  onDemo(PlanStage, { providers: [PlanView], ...before });

describe('the plan', () => {
  it('is what was chosen, step by step in an order, with where each is done', async () => {
    const { page, view } = await planned();
    const steps = stepsOf(view.plan()!);
    expect(steps.length).toBeGreaterThan(10);
    const titles = [...page.querySelectorAll('li .title')].map((t) => t.textContent.trim());
    for (const step of steps) expect(titles.some((t) => t.includes(step.title))).toBe(true);
    expect(page.textContent).toContain(`0 of ${steps.length} done`);
  });
  it('is ticked step by step, and the tick can be taken back', async () => {
    const { hand, bench, view, page, settle } = await planned();
    const [first] = stepsOf(view.plan()!);
    await hand.tick(`Done: ${first!.title}`);
    await settle();
    expect(bench.sent.at(-1)).toMatchObject({
      type: 'plan.tick',
      stepKey: first!.key,
      what: 'done',
      title: first!.title,
    });
    expect(page.textContent).toContain('1 of ');
    await hand.tick(`Done: ${first!.title}`);
    await settle();
    expect(page.textContent).toContain('0 of ');
  });
  it('is ticked over a range, with Shift or up to the open step, as one change', async () => {
    const { hand, bench, view, page, settle } = await planned();
    const steps = stepsOf(view.plan()!);
    const box = (step: (typeof steps)[number]) =>
      [...page.querySelectorAll('input')]
        .find((input) => input.getAttribute('aria-label') === `Done: ${step.title}`)!
        .closest('mat-checkbox')!;
    await hand.tick(`Done: ${steps[1]!.title}`);
    await settle();
    box(steps[4]!).dispatchEvent(new MouseEvent('pointerdown', { shiftKey: true, bubbles: true }));
    await hand.tick(`Done: ${steps[4]!.title}`);
    await settle();
    expect(bench.sent.at(-1)).toMatchObject({
      type: 'many',
      label: 'Tick 3 steps',
      commands: steps.slice(2, 5).map(({ key }) => ({ type: 'plan.tick', stepKey: key, what: 'done' })),
    });
    expect(page.textContent).toContain('4 of ');
    // What stands before the open step and was not ticked is ticked with it.
    page.querySelectorAll<HTMLElement>('li .title')[6]!.click();
    await settle();
    await hand.press('Done up to here');
    await settle();
    expect(page.textContent).toContain('7 of ');
    expect(bench.sent.at(-1)).toMatchObject({ type: 'many', label: 'Tick 3 steps' });
  });
  it('shows the step that is open, with what it expects and how it is undone', async () => {
    const { page, settle, view } = await planned();
    const [first, second] = stepsOf(view.plan()!);
    const heading = () => page.querySelector('aside h2')!.textContent;
    expect(heading()).toContain(first!.title);
    const button = [...page.querySelectorAll<HTMLElement>('li .title')].find((t) =>
      t.textContent.includes(second!.title),
    )!;
    button.click();
    await settle();
    expect(heading()).toContain(second!.title);
    const details = page.querySelector('aside')!.textContent;
    expect(details).toContain(second!.expected);
    expect(details).toContain(second!.undo);
  });
});
