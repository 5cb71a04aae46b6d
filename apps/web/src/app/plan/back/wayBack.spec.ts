import { wereDone } from '../../testing/ticks';
import { DEMO_SURVEY } from '@spare-coat/demo/survey';
import { stepsOf } from '@spare-coat/core/model/deeds/step';
import { onDemo, type DemoBench } from '../../testing/demoBench';
import { onImporting } from '../../testing/importing';
import { readsAs, surveyFile, withSurvey } from '../../testing/surveys';
import { savedFiles, textOf } from '../../testing/files';
import { FileButton } from '../../shared/fileButton';
import { PlanView } from '../planView';
import { WayBackStage } from './wayBack';

/** The way back after the first steps of the plan that fetch or put something were done. */
async function back(done = 6, before: (bench: DemoBench) => void = withSurvey) {
  const mounted = await onDemo(WayBackStage, { providers: [PlanView], before });
  const steps = stepsOf(mounted.view.plan()!).filter((s) => s.elements.length > 0);
  wereDone(mounted.bench, steps.slice(0, done));
  await mounted.settle();
  return { ...mounted, done: steps.slice(0, done) };
}
const titles = (page: HTMLElement) => [...page.querySelectorAll('ol .what')].map((w) => w.textContent.trim());

describe('the way back', () => {
  it('is empty before anything was done', async () => {
    const { page } = await back(0);
    expect(page.textContent).toContain('Nothing was done yet');
  });
  it('takes back what was done, and is rehearsed to end where it began', async () => {
    const { page } = await back();
    expect(titles(page).length).toBeGreaterThan(0);
    expect(page.textContent).toContain(`${titles(page).length} step`);
    expect(page.textContent).toContain('Rehearsed: after it the host is as it was at the start.');
  });
  it('goes back for one element alone', async () => {
    const { page, hand, settle, view, done } = await back(12);
    const whole = titles(page).length;
    const element = view.spine().find((s) => done.some((d) => d.elements.includes(s.element.id)))!;
    await hand.tick(element.element.name);
    await settle();
    expect(titles(page).length).toBeLessThan(whole);
  });
  it('is ticked as it is gone', async () => {
    const { page, hand, bench } = await back();
    const [first] = titles(page);
    await hand.tick(`Done: ${first}`);
    expect(bench.sent.at(-1)).toMatchObject({ type: 'plan.tick', what: 'done', title: first });
  });
  it('is taken along as a script and as Markdown', async () => {
    const saved = savedFiles();
    const { hand } = await back();
    await hand.press('Shell script');
    await hand.press('Markdown');
    expect(await textOf(saved[0]!)).toMatch(/^#!\/bin\/sh/);
    expect(await textOf(saved[1]!)).toContain('the way back');
  });
  it('is a file to be imported where settings are, with what each was', async () => {
    const saved = savedFiles();
    const { hand, page, done } = await back(60, (bench) => {
      withSurvey(bench);
      onImporting(bench);
    });
    const values = done.flatMap(({ deeds }) => deeds.filter((d) => d.do === 'set'));
    await hand.press('File to import');
    const text = await textOf(saved[0]!);
    expect(text).toMatch(/^\[Desk\]\n/);
    // A line for what was set and is known from before.
    const lines = text.split('\n').filter((line) => line.includes(' = '));
    expect(lines.length).toBeGreaterThan(2);
    expect(lines.length).toBeLessThanOrEqual(values.length);
    for (const line of lines) {
      const [key, value] = line.split(' = ');
      const set = values.find((d) => d.do === 'set' && d.key === key);
      expect([key, set !== undefined]).toEqual([key, true]);
      expect(value).not.toBe(set?.do === 'set' ? set.value : '');
    }
    expect(page.textContent).toContain('File to import');
  });
  it('says what a survey from after it shows to be left over', async () => {
    const { bench, fixture, page, settle } = await back();
    readsAs(bench, {
      ...DEMO_SURVEY,
      iconThemes: [
        ...DEMO_SURVEY.iconThemes,
        { id: 'Stray', name: 'Stray', path: '/home/studio/.local/share/icons/Stray' },
      ],
    });
    const give = async () => {
      const button = fixture.debugElement.query((d) => d.componentInstance instanceof FileButton);
      button.triggerEventHandler('chosen', [surveyFile()]);
      await settle();
      await settle();
    };
    await give();
    expect(page.querySelector('ul.left')!.textContent).toContain('Stray');
    expect(page.querySelector('ul.left')!.textContent).toContain('The plan never named it.');
  });
});
