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
  it('names a part whose version nobody told by its name alone', async () => {
    const { view } = await planned();
    expect(stepsOf(view.plan()!).filter((s) => /not said/.test(s.title))).toEqual([]);
  });
  it('never says of a thing that it is chosen as itself', async () => {
    const { view } = await planned();
    for (const { title } of stepsOf(view.plan()!)) {
      const [, what, as] = /^Choose (.+) as (.+)$/.exec(title) ?? [];
      if (what) expect(as!.toLowerCase()).not.toBe(what.toLowerCase());
    }
  });
  it('shows the step that is open, with what it expects and how it is undone', async () => {
    const { page, settle } = await planned();
    const [, second] = page.querySelectorAll<HTMLElement>('li button.title, li .title button');
    second?.click();
    await settle();
    const details = page.querySelector('aside')!.textContent;
    expect(details).toContain('Expect');
    expect(details).toContain('Undo');
  });
});
