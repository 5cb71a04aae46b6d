import { Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { OverlayContainer } from '@angular/cdk/overlay';
import type { Command } from '@spare-coat/core/doing/commands/commands';
import { benchWith, testId } from '../../testing/bench';
import { FirstSteps } from './firstSteps';
import { Hint } from './hint';

@Component({
  imports: [Hint],
  template: `
    <p coatHint="draw">the picture</p>
    <button type="button" coatHint="add">Add element</button>
    <a coatHint="host">Host</a>
  `,
})
class Page {}

const BLOB = 'a'.repeat(64);
const bar = (): Command => ({
  type: 'element.add',
  id: testId(),
  kind: 'bar',
  name: 'Bar',
  weight: 3,
  region: null,
  traits: [],
});

async function begun() {
  const bench = benchWith({ type: 'variant.add', id: testId(), name: 'Light' });
  TestBed.configureTestingModule({ providers: bench.providers });
  const fixture = TestBed.createComponent(Page);
  const steps = TestBed.inject(FirstSteps);
  await fixture.whenStable();
  const told = () =>
    [...document.querySelectorAll('[role=note]')].map((n) => n.querySelector('p')!.textContent);
  const lay = async (...commands: Command[]) => {
    bench.lay(...commands);
    await fixture.whenStable();
  };
  const picture = (): Command => ({
    type: 'picture.add',
    id: testId(),
    variantId: Object.keys(bench.rows().variant)[0]!,
    name: 'p',
    subject: 'Whole desktop',
    blob: BLOB,
    original: BLOB,
    width: 800,
    height: 500,
  });
  const press = async (name: string) => {
    const all = [...document.querySelectorAll<HTMLButtonElement>('[role=note] button')];
    all.find((b) => b.textContent.includes(name))!.click();
    await fixture.whenStable();
  };
  return { steps, told, lay, picture, press, fixture, bench };
}

describe('first steps', () => {
  beforeEach(() => localStorage.clear());
  afterEach(() => TestBed.inject(OverlayContainer).ngOnDestroy());

  it('are told one at a time, each beside its thing, as the coat comes along', async () => {
    const { steps, told, lay, picture, fixture } = await begun();
    expect(told()).toEqual([]);
    await lay(picture());
    expect(told()).toEqual([expect.stringContaining('Drag a rough box over a bar')]);
    steps.hasRegion.set(true);
    await fixture.whenStable();
    expect(told()).toEqual([expect.stringContaining('add it as the first element')]);
    await lay(bar());
    expect(told()).toEqual([expect.stringContaining('on which desktop')]);
  });
  it('that were done once or dismissed are not told again, in this window or a later one', async () => {
    const first = await begun();
    await first.lay(first.picture());
    await first.press('Got it');
    expect(first.told()).toEqual([]);
    first.steps.hasRegion.set(true);
    await first.fixture.whenStable();
    expect(first.told()).toHaveLength(1);
    await first.lay(bar());
    TestBed.resetTestingModule();
    const second = await begun();
    await second.lay(second.picture());
    second.steps.hasRegion.set(true);
    await second.fixture.whenStable();
    expect(second.told()).toEqual([]);
    await second.lay(bar());
    expect(second.told()).toHaveLength(1);
    await second.press('No more hints');
    expect(second.told()).toEqual([]);
    expect(second.steps.now()).toBeNull();
  });
  it('are none on a coat that somebody else has made', async () => {
    const { told, lay, picture } = await begun();
    await lay(picture(), bar());
    expect(told()).toEqual([]);
  });
  it('are told again where the browser keeps something else under their name', async () => {
    localStorage.setItem('spare-coat.first-steps', '{"not":"a list"}');
    const { told, lay, picture } = await begun();
    await lay(picture());
    expect(told()).toHaveLength(1);
  });
});
