import { TestBed } from '@angular/core/testing';
import { MatDialogRef } from '@angular/material/dialog';
import { Router } from '@angular/router';
import { MatAutocompleteHarness } from '@angular/material/autocomplete/testing';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { Doings } from '../shared/doings';
import { benchWith, testId, BENCH_COAT } from '../testing/bench';
import { DOINGS } from './doingList';
import { Finder } from './finder';
import { nearest } from '../shared/forms/nearest';

async function finding() {
  const bench = benchWith({
    type: 'element.add',
    id: testId(),
    kind: 'bar',
    name: 'Rail',
    weight: 3,
    region: null,
    traits: [],
  });
  let closed = 0;
  TestBed.configureTestingModule({
    providers: [...bench.providers, { provide: MatDialogRef, useValue: { close: () => closed++ } }],
  });
  const went: unknown[] = [];
  const router = TestBed.inject(Router);
  router.navigate = (to, extras) => {
    went.push([to, extras?.queryParamsHandling]);
    return Promise.resolve(true);
  };
  const fixture = TestBed.createComponent(Finder);
  await fixture.whenStable();
  const field = await TestbedHarnessEnvironment.loader(fixture).getHarness(MatAutocompleteHarness);
  return {
    bench,
    went,
    closed: () => closed,
    page: fixture.nativeElement as HTMLElement,
    type: async (text: string) => {
      await field.focus();
      await field.clear();
      await field.enterText(text);
      return Promise.all((await field.getOptions()).map(async (o) => o.getText()));
    },
    choose: (text: string) => field.selectOption({ text: new RegExp(`^${text}`) }),
  };
}

describe('the finder', () => {
  it('adds an element of any kind by the words that people use, without a picture', async () => {
    const { bench, type, choose, closed } = await finding();
    expect((await type('taskbar'))[0]).toMatch(/^Add /);
    expect((await type('cursor')).some((t) => t.startsWith('Add pointer'))).toBe(true);
    await choose('Add pointerelement');
    expect(bench.sent).toMatchObject([{ type: 'element.add', kind: 'pointer', region: null }]);
    expect(closed()).toBe(1);
  });
  it('goes to elements, stages and pages, and does what is done there', async () => {
    const { type, choose, went } = await finding();
    const asked: string[] = [];
    TestBed.inject(Doings).ask = (name) => asked.push(name);
    expect((await type('rail'))[0]).toMatch(/^Rail/);
    await type('dry run');
    await choose('Rehearse the plan');
    expect(went).toEqual([[['/coats', BENCH_COAT, 'rehearsal'], 'preserve']]);
    await type('screenshot');
    await choose('Add a picture of the reference');
    expect(asked).toEqual(['add a picture']);
  });
  it('goes where a hand means that confirms before the list is drawn, and once where it is drawn', async () => {
    const { page, type, went, closed } = await finding();
    const input = page.querySelector('input')!;
    const enter = () =>
      input.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', keyCode: 13, cancelable: true }));
    enter();
    expect(closed()).toBe(0);
    input.value = 'rail';
    input.dispatchEvent(new Event('input'));
    enter();
    expect(went).toEqual([[[], 'merge']]);
    await type('rail');
    enter();
    expect(went).toHaveLength(2);
    expect(closed()).toBe(2);
  });
  it('says when there is nothing by that name', async () => {
    const { type, page } = await finding();
    expect(await type('xyzzy')).toEqual([]);
    expect(page.textContent).toContain('Nothing by that name here.');
  });
});

describe('what is nearest to what was typed', () => {
  const all = [
    { label: 'Undo script', what: 'in Plan', words: 'revert' },
    { label: 'Undo', what: 'do', words: 'take back' },
    { label: 'Way back', what: 'in Plan', words: 'undo uninstall' },
  ];
  it('begins with it before it is beside it, and fits every word', () => {
    expect(nearest(all, 'undo').map((f) => f.label)).toEqual(['Undo script', 'Undo', 'Way back']);
    expect(nearest(all, 'undo uninst').map((f) => f.label)).toEqual(['Way back']);
    expect(nearest(all, 'back').map((f) => f.label)).toEqual(['Way back', 'Undo']);
    expect(nearest(all, '', 2)).toHaveLength(2);
  });
  it('can be told apart: no two doings are called the same', () => {
    expect(new Set(DOINGS.map((d) => d.label)).size).toBe(DOINGS.length);
  });
});

describe('doings', () => {
  it('are done at once where the page offers them, and as soon as one does that is on its way', async () => {
    const doings = TestBed.inject(Doings);
    const done: string[] = [];
    const back = doings.offer('one', () => done.push('one'));
    doings.ask('one');
    doings.ask('two');
    expect(done).toEqual(['one']);
    doings.offer('two', () => done.push('two'));
    await new Promise((r) => setTimeout(r));
    expect(done).toEqual(['one', 'two']);
    back();
    doings.ask('one');
    expect(done).toEqual(['one', 'two']);
  });
});
