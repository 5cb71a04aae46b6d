import { TestBed } from '@angular/core/testing';
import { getByLabelText, queryByRole } from '@testing-library/dom';
import { findTrait } from '@spare-coat/core/model/kinds/registry';
import type { TraitValue } from '@spare-coat/core/model/traits/value';
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
  return { element, changed, type };
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
});
