import { TestBed } from '@angular/core/testing';
import { getByLabelText, queryByRole } from '@testing-library/dom';
import { findTrait } from '@spare-coat/core/model/kinds/registry';
import type { TraitValue } from '@spare-coat/core/model/traits/value';
import { handOn } from '../testing/hand';
import { TraitEditor } from './traitEditor';

async function editing(trait: string, value: TraitValue | null, kind = 'bar') {
  const fixture = TestBed.createComponent(TraitEditor);
  fixture.componentRef.setInput('spec', findTrait(kind, trait));
  fixture.componentRef.setInput('value', value);
  fixture.componentRef.setInput('of', 'Rail');
  await fixture.whenStable();
  const changed: TraitValue[] = [];
  fixture.componentInstance.changed.subscribe((v) => changed.push(v));
  const element = fixture.nativeElement as HTMLElement;
  const type = async (label: string, text: string) => {
    const field = getByLabelText<HTMLInputElement>(element, label);
    field.value = text;
    for (const event of ['input', 'change', 'blur']) field.dispatchEvent(new Event(event));
    await fixture.whenStable();
    return field;
  };
  return { element, changed, type, hand: handOn(fixture) };
}

describe('typing a trait', () => {
  it('takes a length and shows its unit', async () => {
    const { element, changed, type } = await editing('thickness', 84);
    expect(element.textContent).toContain('px');
    await type('Thickness of Rail', '96');
    expect(changed).toEqual([96]);
  });

  it('says what is wrong and changes nothing until it is right', async () => {
    const { element, changed, type } = await editing('thickness', 84);
    const field = await type('Thickness of Rail', '-3');
    expect(changed).toEqual([]);
    expect(queryByRole(element, 'alert')?.textContent).toContain('0 or more');
    expect(field.getAttribute('aria-invalid')).toBe('true');
    await type('Thickness of Rail', '3');
    expect(changed).toEqual([3]);
    expect(queryByRole(element, 'alert')).toBeNull();
  });

  it('refuses a colour that is none, whatever its letters', async () => {
    const { changed, type } = await editing('colour', '#e3c2b4');
    await type('Colour of Rail', 'salmon');
    expect(changed).toEqual([]);
    await type('Colour of Rail', ' #ABCDEF ');
    expect(changed).toEqual(['#abcdef']);
  });
  it('takes icon names with blanks or commas between, and keeps the weight of those that stay', async () => {
    const { changed, type } = await editing('names', { names: { folder: 3 } }, 'icon-set');
    await type('Icons it must have of Rail', 'folder, user-home');
    expect(changed).toEqual([{ names: { folder: 3, 'user-home': 1 } }]);
  });
  it('takes one of several', async () => {
    const edge = await editing('edge', 'top');
    await edge.hand.choose('Edge of Rail', 'right');
    expect(edge.changed).toEqual(['right']);
  });
  it('takes a key by its being pressed, and lets Tab and Escape be', async () => {
    const { element, changed } = await editing('key', null, 'launcher-key');
    const box = element.querySelector('input')!;
    const press = (key: string, held: KeyboardEventInit = {}) =>
      box.dispatchEvent(new KeyboardEvent('keydown', { key, cancelable: true, ...held }));
    press('Tab');
    press('Escape');
    expect(changed).toEqual([]);
    press('Meta', { metaKey: true });
    press('d', { ctrlKey: true, altKey: true });
    press(' ', { metaKey: true });
    expect(changed).toEqual(['Super', 'Ctrl+Alt+D', 'Super+Space']);
  });
  it('takes a shadow part by part, and no share past a hundred', async () => {
    const { element, changed, type } = await editing(
      'shadowShape',
      { x: 0, y: 2, blur: 8, colour: '#000000', opacity: 40 },
      'frame',
    );
    await type('Shape of the shadow of Rail, down', '6');
    expect(changed.at(-1)).toEqual({ x: 0, y: 6, blur: 8, colour: '#000000', opacity: 40 });
    await type('Shape of the shadow of Rail, %', '140');
    expect(changed).toHaveLength(1);
    expect(queryByRole(element, 'alert')?.textContent).toContain('a number from 0 to 100');
  });
  it('takes a pattern for a clock', async () => {
    const { changed, type } = await editing('format', 'HH:mm', 'clock');
    await type('Format of Rail', 'EEE d MMM');
    expect(changed).toEqual(['EEE d MMM']);
  });
  it('shows a picture, or says how one comes here', async () => {
    const none = await editing('picture', null, 'launcher-button');
    expect(none.element.textContent).toContain('Cut it out of a picture');
    TestBed.resetTestingModule();
    const some = await editing(
      'picture',
      { blob: 'a'.repeat(64), width: 30, height: 20, sample: null } as never,
      'launcher-button',
    );
    expect(some.element.textContent).toContain('30 × 20 px');
  });
});
