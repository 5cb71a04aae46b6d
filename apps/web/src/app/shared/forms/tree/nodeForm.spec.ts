import { Component, inject, input } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { handOn } from '../../../testing/hand';
import { NodeForm } from './nodeForm';
import {
  choicesOf,
  groupOf,
  linesOf,
  textField,
  type ByName,
  type Either,
  type Leaf,
  type Node,
} from './nodes';
import { Ticks } from './ticks';
import { controlOf, valueOf } from './tree';
import type { AbstractControl } from '@angular/forms';

@Component({
  imports: [NodeForm],
  providers: [Ticks],
  template: `<coat-node-form [node]="node()" [at]="at()" />`,
})
class Shown {
  readonly node = input.required<Node>();
  readonly at = input.required<AbstractControl>();
  readonly ticks = inject(Ticks);
}

/** A form of a description around a value, and a hand on it. `now` is what the document would be. */
async function formOf(node: Node, value: unknown) {
  const at = controlOf(node, value);
  const fixture: ComponentFixture<Shown> = TestBed.createComponent(Shown);
  fixture.componentRef.setInput('node', node);
  fixture.componentRef.setInput('at', at);
  at.valueChanges.subscribe(() => fixture.componentInstance.ticks.tick());
  await fixture.whenStable();
  const page = fixture.nativeElement as HTMLElement;
  const settle = async () => {
    fixture.detectChanges();
    await fixture.whenStable();
  };
  const field = (label: string) => page.querySelector<HTMLInputElement>(`[aria-label="${label}"]`)!;
  return { page, at, hand: handOn(fixture), settle, field, now: () => valueOf(node, at) };
}
const fields = (more: Readonly<Record<string, Node>>) => groupOf(more);

describe('a field of a form that is made of a description', () => {
  it('holds a text, whose words may stand for something else', async () => {
    const known = [
      { value: 'gpl-3', label: 'Share alike' },
      { value: 'mit', label: 'Do as you like' },
    ];
    const node = fields({
      name: textField('Name'),
      licence: textField('Licence', { suggest: known }),
      none: textField('Homepage', { empty: 'null' }),
    });
    const { hand, now } = await formOf(node, { name: 'Rail', licence: 'mit', none: null });
    await hand.type('Name', 'Tide rail');
    await hand.type('Licence', 'share alike');
    expect(now()).toEqual({ name: 'Tide rail', licence: 'gpl-3', none: null });
    await hand.type('Licence', 'my own');
    expect(now()).toMatchObject({ licence: 'my own' });
  });
  it('holds a number with its unit, and what is none stays to be told of', async () => {
    const node = fields({ memory: { is: 'number', label: 'Memory', unit: 'MB', empty: 'null' } });
    const { hand, page, now } = await formOf(node, { memory: 40 });
    expect(page.textContent).toContain('MB');
    await hand.type('Memory', '62,5');
    expect(now()).toEqual({ memory: 62.5 });
    await hand.type('Memory', 'much');
    expect(now()).toEqual({ memory: 'much' });
    await hand.type('Memory', '');
    expect(now()).toEqual({ memory: null });
  });
  it('holds yes or no, and one of a list, which may be none', async () => {
    const node = fields({
      replaces: { is: 'flag', label: 'Replaces what is there' },
      way: { is: 'choice', label: 'Way', choices: choicesOf(['copy', 'link']), empty: 'null' },
    });
    const { hand, now } = await formOf(node, { replaces: false, way: null });
    await hand.tick('Replaces what is there');
    await hand.choose('Way', 'link');
    expect(now()).toEqual({ replaces: true, way: 'link' });
    await hand.choose('Way', '–');
    expect(now()).toEqual({ replaces: true, way: null });
  });
  it('holds words as chips, each once, that are taken away again', async () => {
    const node = fields({ tags: { is: 'words', label: 'Tags' } });
    const { page, settle, field, now } = await formOf(node, { tags: ['dark'] });
    const add = async (word: string) => {
      const box = field('Add to Tags');
      box.value = word;
      box.dispatchEvent(new Event('input'));
      box.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', keyCode: 13, bubbles: true }));
      await settle();
    };
    await add(' flat ');
    await add('dark');
    await add('  ');
    expect(now()).toEqual({ tags: ['dark', 'flat'] });
    expect(page.querySelector('mat-chip-grid')!.getAttribute('aria-label')).toBe('Tags');
    for (const word of ['dark', 'flat']) {
      field(`Remove ${word}`).click();
      await settle();
    }
    expect(now()).toEqual({ tags: [] });
    // What holds nothing is no grid to a reader, and a name on it would be against the rules.
    expect(page.querySelector('mat-chip-grid')!.hasAttribute('aria-label')).toBe(false);
  });
  it('holds lines, and a command as it would be typed', async () => {
    const node = fields({
      notes: { is: 'lines', label: 'Notes' },
      run: { is: 'command', label: 'Command' },
    });
    const { hand, field, now } = await formOf(node, { notes: ['one'], run: ['larder', 'get', 'a b'] });
    expect(field('Command').value).toBe('larder get "a b"');
    await hand.type('Notes', 'one\ntwo');
    await hand.type('Command', 'larder get "c d" e');
    expect(now()).toEqual({ notes: ['one', 'two'], run: ['larder', 'get', 'c d', 'e'] });
  });
  it('holds a text, a number or yes or no, and turns one into the other', async () => {
    const node = fields({ value: { is: 'scalar', label: 'Value' } });
    const { hand, settle, now } = await formOf(node, { value: '12' });
    await hand.choose('Value is', 'a number');
    expect(now()).toEqual({ value: 12 });
    await settle();
    await hand.choose('Value is', 'yes or no');
    expect(now()).toEqual({ value: false });
    await settle();
    await hand.choose('Value is', 'a text');
    expect(now()).toEqual({ value: 'false' });
  });
  it('asks for the trait first where its value hangs on it', async () => {
    const node = fields({ value: { is: 'trait', label: 'Value', spec: () => null } });
    const { page } = await formOf(node, { value: null });
    expect(page.textContent).toContain('Say first which trait it is.');
  });
  it('says what is wrong with it, and is still there to be mended', async () => {
    const node = fields({ name: textField('Name') });
    const { at, page, settle } = await formOf(node, { name: 'Rail' });
    at.get('name')!.setErrors({ schema: ['Name: it is taken.'] });
    (at as AbstractControl & { updateValueAndValidity(): void }).updateValueAndValidity();
    at.get('name')!.setErrors({ schema: ['Name: it is taken.'] });
    await settle();
    expect(page.querySelector('[role="alert"]')!.textContent).toBe('Name: it is taken.');
  });
});

const STEP = textField('Step');
const steps = (says = false): Node =>
  linesOf('step', { step: '' }, { step: STEP }, says ? { says: (v) => (v as { step: string }).step } : {});

describe('a form that is made of a description', () => {
  it('adds entries of a list, removes them, and puts them in order by keys', async () => {
    const { hand, field, settle, now } = await formOf(steps(), [{ step: 'one' }, { step: 'two' }]);
    await hand.press('Add step');
    await settle();
    await hand.type('Step 3: Step', 'three');
    expect(now()).toEqual([{ step: 'one' }, { step: 'two' }, { step: 'three' }]);
    const nudge = async (name: string, key: string) => {
      field(`Move ${name}`).dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
      await settle();
    };
    await nudge('Step 3', 'ArrowUp');
    expect(now()).toEqual([{ step: 'one' }, { step: 'three' }, { step: 'two' }]);
    // The first goes no further up.
    await nudge('Step 1', 'ArrowUp');
    expect(now()).toEqual([{ step: 'one' }, { step: 'three' }, { step: 'two' }]);
    await hand.press('Remove Step 1');
    await settle();
    expect(now()).toEqual([{ step: 'three' }, { step: 'two' }]);
  });
  it('folds entries that say what they are, and opens the one that was added', async () => {
    const { hand, page, settle, now } = await formOf(steps(true), [{ step: 'Fetch it' }]);
    expect(page.querySelector('mat-panel-title')!.textContent).toContain('Fetch it');
    expect(page.querySelector('[aria-label="Step 1: Step"]')).toBeNull();
    await hand.press('Add step');
    await settle();
    await hand.type('Step 2: Step', 'Unpack it');
    await settle();
    const titles = [...page.querySelectorAll('mat-panel-title')].map((t) => t.textContent.trim());
    expect(titles).toEqual(['Fetch it', 'Unpack it']);
    expect(now()).toEqual([{ step: 'Fetch it' }, { step: 'Unpack it' }]);
  });
  it('holds things by name, whose names are typed', async () => {
    const node: ByName = {
      is: 'by name',
      label: 'Packages',
      one: 'package',
      nameLabel: 'Distribution',
      of: textField('Name'),
      fresh: '',
    };
    const { hand, settle, now } = await formOf(node, { fernbank: 'tide' });
    await hand.press('Add package');
    await settle();
    await hand.type('Packages 2: Distribution', 'oxbow');
    await settle();
    await hand.type('oxbow: Name', 'tide-bar');
    expect(now()).toEqual({ fernbank: 'tide', oxbow: 'tide-bar' });
  });
  it('has what need not be there when it is ticked, as it begins', async () => {
    const node = fields({
      price: {
        ...groupOf({ amount: { is: 'number', label: 'Amount' } satisfies Leaf }),
        label: 'It costs something',
        optional: { empty: 'null', fresh: { amount: 5 } },
      },
    });
    const { hand, page, settle, now } = await formOf(node, { price: null });
    expect(page.textContent).not.toContain('Amount');
    await hand.tick('It costs something');
    await settle();
    expect(now()).toEqual({ price: { amount: 5 } });
    await hand.tick('It costs something');
    expect(now()).toEqual({ price: null });
  });
  it('is one of several shapes, keeps what both have, and shows what is none as JSON alone', async () => {
    const either: Either = {
      is: 'either',
      label: 'Where',
      pick: (v) =>
        typeof v !== 'object' || v === null ? null : 'file' in v ? 'file' : 'window' in v ? 'window' : null,
      branches: [
        {
          id: 'file',
          label: 'in a file',
          of: groupOf({ file: textField('File'), note: textField('Note') }),
          fresh: { file: '~/.config/new', note: '' },
        },
        {
          id: 'window',
          label: 'in a window',
          of: groupOf({ window: textField('Window'), note: textField('Note') }),
          fresh: { window: 'Look', note: '' },
        },
        {
          id: 'never',
          label: 'nowhere',
          of: groupOf({}),
          fresh: {},
          fits: () => false,
        },
      ],
    };
    const { hand, settle, now } = await formOf(either, { file: '~/.config/tide', note: 'mind it' });
    await expect(hand.choose('Where', 'nowhere')).rejects.toThrow();
    await hand.choose('Where', 'in a window');
    await settle();
    expect(now()).toEqual({ window: 'Look', note: 'mind it' });
    const odd = await formOf(either, 7);
    expect(odd.page.textContent).toContain('This has a shape that no field can show.');
    expect(odd.now()).toBe(7);
  });
});
