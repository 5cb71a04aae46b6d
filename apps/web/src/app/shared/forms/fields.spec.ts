import { Component, signal, type Type } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { addressSchema } from '@spare-coat/core/model/coat/fields';
import { noteSchema } from '@spare-coat/core/ground/text';
import { handOn } from '../../testing/hand';
import { AskForm } from './askForm';
import type { Findable } from './nearest';
import { NumberField } from './numberField';
import { SearchField } from './searchField';
import { SuggestField } from './suggestField';
import { TextField } from './textField';

/** A field by itself: what it gives is kept. */
async function alone<T>(
  type: Type<T>,
  inputs: Record<string, unknown>,
  outputs: readonly (keyof T & string)[],
) {
  const fixture = TestBed.createComponent(type);
  for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
  const given: unknown[] = [];
  for (const output of outputs)
    (fixture.componentInstance[output] as { subscribe(take: (v: unknown) => void): void }).subscribe((v) =>
      given.push(v),
    );
  await fixture.whenStable();
  const page = fixture.nativeElement as HTMLElement;
  const box = () => page.querySelector<HTMLInputElement>('input, textarea')!;
  const press = async (key: string) => {
    const keyCode = { ArrowDown: 40, Enter: 13, Escape: 27 }[key] ?? 0;
    box().dispatchEvent(new KeyboardEvent('keydown', { key, keyCode, bubbles: true, cancelable: true }));
    await fixture.whenStable();
  };
  return { fixture, given, page, box, press, hand: handOn(fixture) };
}

describe('a text that stands alone', () => {
  const text = (inputs: Record<string, unknown> = {}) =>
    alone(TextField, { name: 'Name', value: 'Rail', ...inputs }, ['given']);
  it('is given when it is left, without the blanks at its ends, and once', async () => {
    const { given, hand } = await text();
    await hand.type('Name', '  Tide rail ');
    await hand.type('Name', 'Rail');
    expect(given).toEqual(['Tide rail']);
  });
  it('says what is wrong when it is left, and keeps what was typed', async () => {
    const { given, hand, page, box } = await text();
    await hand.type('Name', 'x'.repeat(201));
    expect(given).toEqual([]);
    expect(page.querySelector('mat-error')!.textContent).toContain('at most 200 characters');
    expect(box().value).toHaveLength(201);
  });
  it('is put back by Escape', async () => {
    const { given, hand, box, press } = await text();
    box().value = 'half a na';
    box().dispatchEvent(new Event('input'));
    await press('Escape');
    expect(box().value).toBe('Rail');
    await hand.type('Name', 'Rail');
    expect(given).toEqual([]);
  });
  it('takes what its schema takes, and empties itself for the next one', async () => {
    const { given, hand, box, page } = await text({ value: '', schema: addressSchema, clears: true });
    await hand.type('Name', 'nowhere');
    expect(page.textContent).toContain('starts with http');
    await hand.type('Name', 'https://clocks.example/');
    expect(box().value).toBe('');
    await hand.type('Name', '');
    expect(given).toEqual(['https://clocks.example/']);
  });
  it('shows the text of another thing, whatever was typed before', async () => {
    const { fixture, hand, page, box } = await text();
    await hand.type('Name', 'x'.repeat(201));
    fixture.componentRef.setInput('name', 'Name of another');
    await fixture.whenStable();
    expect(box().value).toBe('Rail');
    expect(page.textContent).not.toContain('at most 200');
  });
  it('may have lines, and follows what changes elsewhere', async () => {
    const { fixture, given, hand, box } = await text({ rows: 2, schema: noteSchema });
    await hand.type('Name', 'One line.\nAnother.');
    expect(given).toEqual(['One line.\nAnother.']);
    fixture.componentRef.setInput('value', 'Taken back.');
    await fixture.whenStable();
    expect(box().value).toBe('Taken back.');
  });
});

describe('a number that stands alone', () => {
  const number = (inputs: Record<string, unknown> = {}) =>
    alone(NumberField, { name: 'Height', value: 84, least: 0, most: 100, ...inputs }, ['given', 'cleared']);
  it('is given when it is left, a comma taken for a point', async () => {
    const { given, hand } = await number();
    await hand.type('Height', '12,5');
    expect(given).toEqual([12.5]);
  });
  it.each([
    ['-1', {}, 'a number from 0 to 100.'],
    ['', {}, 'a number from 0 to 100.'],
    ['many', { most: null }, 'a number, 0 or more.'],
    ['1.5', { whole: true }, 'a whole number from 0 to 100.'],
    ['700', { least: null, optional: true }, 'a number, 100 at most, or nothing.'],
    ['x', { least: null, most: null }, 'a number.'],
  ])('refuses “%s” with its reason', async (typed, inputs, why) => {
    const { given, hand, page, box } = await number(inputs);
    await hand.type('Height', typed);
    expect(given).toEqual([]);
    expect(page.querySelector('[role="alert"]')!.textContent).toBe(`Height: ${why}`);
    expect(box().getAttribute('aria-invalid')).toBe('true');
    expect(box().value).toBe(typed);
  });
  it('shows the number of another thing, whatever was typed before', async () => {
    const { fixture, hand, page, box } = await number();
    await hand.type('Height', '700');
    expect(page.querySelector('[role="alert"]')).not.toBeNull();
    fixture.componentRef.setInput('name', 'Height of another');
    await fixture.whenStable();
    expect(box().value).toBe('84');
    expect(page.querySelector('[role="alert"]')).toBeNull();
  });
  it('may be none where it is said so', async () => {
    const { given, hand } = await number({ optional: true });
    await hand.type('Height', '');
    expect(given).toEqual([undefined]);
  });
  it('is one change however long an arrow key is held', async () => {
    const { given, box } = await number({ step: 0.5 });
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
    const down = (key: string) =>
      box().dispatchEvent(new KeyboardEvent('keydown', { key, cancelable: true }));
    for (let i = 0; i < 5; i++) down('ArrowUp');
    down('PageDown');
    vi.advanceTimersByTime(1000);
    expect(given).toEqual([81.5]);
    vi.useRealTimers();
  });
});

describe('suggestions', () => {
  const items: Findable[] = [
    { label: 'status area', what: 'on Fernbank', words: 'tray indicators' },
    { label: 'clock', what: '', words: 'time' },
    { label: 'window list', what: '', words: 'tasks' },
  ];
  const options = () => [...document.querySelectorAll('mat-option')].map((o) => o.textContent.trim());
  const suggesting = async (inputs: Record<string, unknown> = {}) => {
    const first = await alone(SuggestField, { name: 'Item', suggestions: items, ...inputs }, ['given']);
    const typing = async (words: string) => {
      first.box().focus();
      first.box().value = words;
      first.box().dispatchEvent(new Event('input', { bubbles: true }));
      await first.fixture.whenStable();
    };
    return { ...first, typing };
  };
  it('narrow as one types, by other words as well', async () => {
    const { typing } = await suggesting();
    await typing('tray');
    expect(options()).toEqual([expect.stringContaining('status area')]);
    await typing('list');
    expect(options()).toEqual(['window list']);
  });
  it('are taken by a press, and given at once', async () => {
    const { given, typing, box } = await suggesting();
    await typing('c');
    document.querySelector<HTMLElement>('mat-option')!.click();
    expect(given).toEqual(['clock']);
    expect(box().value).toBe('clock');
  });
  it('need not be taken: what is typed is given when it is confirmed or left', async () => {
    const { given, typing, press, hand } = await suggesting();
    await typing('bell');
    await press('Enter');
    await hand.type('Item', 'drawer');
    expect(given[0]).toBe('bell');
  });
  it('start anew where the field is for the next one', async () => {
    const { given, typing, press, box } = await suggesting({ clears: true });
    await typing('bell');
    await press('Enter');
    expect(box().value).toBe('');
    await typing('bell');
    await press('Enter');
    expect(given).toEqual(['bell', 'bell']);
  });
  it('serve a form as well', async () => {
    @Component({
      imports: [ReactiveFormsModule, SuggestField],
      template: `<coat-suggest-field name="Host" [suggestions]="items" [formControl]="control" />`,
    })
    class Form {
      readonly items = items;
      readonly control = new FormControl('clock', { nonNullable: true });
    }
    const fixture = TestBed.createComponent(Form);
    await fixture.whenStable();
    const box = (fixture.nativeElement as HTMLElement).querySelector('input')!;
    expect(box.value).toBe('clock');
    await handOn(fixture).type('Host', 'Oxbow 3');
    expect(fixture.componentInstance.control.value).toBe('Oxbow 3');
    fixture.componentInstance.control.disable();
    await fixture.whenStable();
    expect(box.disabled).toBe(true);
  });
});

describe('a search', () => {
  it('is told with every key, and follows what is asked elsewhere', async () => {
    const { fixture, given, hand, box } = await alone(SearchField, { name: 'Search', value: '' }, ['typed']);
    await hand.type('Search', 'dock');
    expect(given.at(-1)).toBe('dock');
    fixture.componentRef.setInput('value', '');
    fixture.componentRef.setInput('value', 'bar');
    await fixture.whenStable();
    expect(box().value).toBe('bar');
    expect(given.at(-1)).toBe('dock');
  });
});

describe('a question before something is done', () => {
  const asking = (inputs: Record<string, unknown> = {}) =>
    alone(AskForm, { question: 'Why?', yes: 'Do it', ...inputs }, ['answered', 'left']);
  it('is answered by words, and not by blanks', async () => {
    const { given, hand } = await asking();
    expect(await hand.canPress('Do it')).toBe(false);
    await hand.type('Why?', '   ');
    expect(await hand.canPress('Do it')).toBe(false);
    await hand.type('Why?', ' Because. ');
    await hand.press('Do it');
    expect(given).toEqual(['Because.']);
  });
  it('may go without words where it is said so, and is left by Escape or a press', async () => {
    const { given, hand, press } = await asking({ optional: true });
    await hand.press('Do it');
    await press('Escape');
    await hand.press('Leave it');
    expect(given).toEqual(['', undefined, undefined]);
  });
  it('begins with what was said before, and anew with another question', async () => {
    const { fixture, hand, box } = await asking({ value: 'It was lost.', rows: 3 });
    expect(box().value).toBe('It was lost.');
    await hand.type('Why?', 'Something else');
    fixture.componentRef.setInput('question', 'What is lost?');
    fixture.componentRef.setInput('value', '');
    await fixture.whenStable();
    expect(box().value).toBe('');
  });
  it('refuses what no text may have', async () => {
    const { given, hand, page } = await asking({ value: signal('')() });
    await hand.type('Why?', 'a\u0007b');
    await hand.press('Do it');
    expect(given).toEqual([]);
    expect(page.textContent).toContain('no control characters');
  });
});
