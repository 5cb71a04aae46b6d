import { wereDone } from '../../testing/ticks';
import { DEMO_SURVEY } from '@spare-coat/demo/survey';
import { stepsOf } from '@spare-coat/core/model/deeds/step';
import { Intake } from '../../shared/intake';
import { TestBed } from '@angular/core/testing';
import { onDemo } from '../../testing/demoBench';
import { readsAs, surveyFile, withSurvey } from '../../testing/surveys';
import { PlanStage } from '../plan';
import { PlanView } from '../planView';
import { HoldSurvey } from './holdSurvey';
import { StepDetails } from './stepDetails';
import { StepGraph } from './stepGraph';

const plan = () => onDemo(PlanStage, { providers: [PlanView], before: withSurvey });
/** The details of a step whose title begins so. */
async function details(begins: string) {
  const first = await onDemo(PlanStage, { providers: [PlanView] });
  const step = stepsOf(first.view.plan()!).find((s) => s.title.startsWith(begins))!;
  TestBed.resetTestingModule();
  const mounted = await onDemo(StepDetails, { providers: [PlanView], inputs: { step } });
  return { ...mounted, step };
}

describe('a step that is open', () => {
  it('is skipped with a reason, which is asked for', async () => {
    const { hand, bench, settle, step } = await details('Fetch');
    await hand.press('Skip');
    expect(await hand.canPress('Skip it')).toBe(false);
    await hand.type('Why is it skipped?', '  I have it already. ');
    await hand.press('Skip it');
    await settle();
    expect(bench.sent.at(-1)).toMatchObject({
      type: 'plan.tick',
      stepKey: step.key,
      what: 'skipped',
      note: 'I have it already.',
    });
  });
  it('fails with what happened, beside what to try, and is done later', async () => {
    const { hand, bench, page, settle, step } = await details('Fetch');
    await hand.press('It failed');
    await settle();
    for (const trouble of step.troubles) expect(page.textContent).toContain(trouble);
    await hand.type('What happened?', 'The mirror did not answer.');
    await hand.press('Note as failed');
    await settle();
    expect(bench.sent.at(-1)).toMatchObject({ what: 'failed', note: 'The mirror did not answer.' });
    await hand.press('Done now');
    expect(bench.sent.at(-1)).toMatchObject({ what: 'done' });
  });
  it('is left as it was where nothing is said', async () => {
    const { hand, bench, page, settle } = await details('Fetch');
    await hand.press('Note');
    await hand.press('Leave it');
    await settle();
    expect(bench.sent).toEqual([]);
    expect(page.querySelector('coat-ask-form')).toBeNull();
  });
  it('keeps pictures with itself, and says why one cannot be kept', async () => {
    const { bench, fixture, settle } = await details('Fetch');
    const intake = TestBed.inject(Intake);
    intake.read = () => Promise.resolve({ blob: 'c'.repeat(64) } as never);
    const button = fixture.debugElement.query((d) => d.name === 'coat-file-button');
    button.triggerEventHandler('chosen', [new File(['x'], 'a.png', { type: 'image/png' })]);
    await settle();
    expect(bench.sent.at(-1)).toMatchObject({ what: 'noted', pictures: ['c'.repeat(64)] });
  });
  it('names what it needs, from which one gets there', async () => {
    const mounted = await plan();
    const { ordered } = TestBed.inject(PlanView);
    const shown = (key: string) => stepsOf(mounted.view.plan()!).find((s) => s.key === key);
    const edge = ordered()!.edges.find((e) => shown(e.from)?.title.startsWith('Fetch'))!;
    const title = shown(edge.to)!.title;
    [...mounted.page.querySelectorAll<HTMLElement>('li .title')]
      .find((t) => t.textContent.includes(title))!
      .click();
    await mounted.settle();
    await mounted.hand.press(shown(edge.from)!.title);
    await mounted.settle();
    expect(mounted.page.querySelector('aside h2')!.textContent).toContain(shown(edge.from)!.title);
  });
});

describe('the steps as a graph', () => {
  it('has a node for each step, and opens the one that is pressed', async () => {
    const { fixture, page, view } = await onDemo(StepGraph, {
      providers: [PlanView],
      inputs: { openKey: null },
    });
    const steps = stepsOf(view.plan()!);
    const nodes = [...page.querySelectorAll('g[role="button"]')];
    expect(nodes.map((n) => n.getAttribute('aria-label')).sort()).toEqual(steps.map((s) => s.title).sort());
    const opened: string[] = [];
    fixture.componentInstance.opened.subscribe((key) => opened.push(key));
    nodes[3]!.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
    expect(steps.find((s) => s.key === opened[0])?.title).toBe(nodes[3]!.getAttribute('aria-label'));
  });
  it('lights what leads to the step that is open and from it', async () => {
    const { fixture, page, view, settle } = await onDemo(StepGraph, {
      providers: [PlanView],
      inputs: { openKey: null },
    });
    expect(page.querySelectorAll('path.lit')).toHaveLength(0);
    const fetch = stepsOf(view.plan()!).find((s) => s.title.startsWith('Fetch'))!;
    fixture.componentRef.setInput('openKey', fetch.key);
    await settle();
    expect(page.querySelectorAll('path.lit').length).toBeGreaterThan(0);
  });
});

describe('a survey held against what was ticked', () => {
  it('says how much of it shows, and is put away', async () => {
    const mounted = await onDemo(HoldSurvey, { providers: [PlanView], before: withSurvey });
    const { bench, fixture, page, hand, settle, view } = mounted;
    const step = stepsOf(view.plan()!).find((s) => s.title.startsWith('Put Samphire'))!;
    wereDone(bench, [step]);
    readsAs(bench, { ...DEMO_SURVEY, takenAt: '2026-11-23T10:00:00Z' });
    fixture.debugElement
      .query((d) => d.name === 'coat-file-button')
      .triggerEventHandler('chosen', [surveyFile()]);
    await settle();
    await settle();
    expect(page.textContent).toMatch(/0 proven, 1 ticked but not to be seen/);
    await hand.press('Put away');
    await settle();
    expect(page.textContent).toContain('Drop a new survey');
  });
});
