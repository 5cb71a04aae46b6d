import { Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import fc from 'fast-check';
import { NumberField, numberIn, stepped, type TypedNumber } from './numberField';

describe('a number that is typed', () => {
  it('is one with a comma or a point, nothing where nothing is typed, and else stays as it was typed', () => {
    expect(numberIn(' 1,5 ')).toBe(1.5);
    expect(numberIn('-3')).toBe(-3);
    expect(numberIn('')).toBeNull();
    expect(numberIn('wide')).toBe('wide');
    expect(numberIn('1,5,2')).toBe('1,5,2');
    fc.assert(
      fc.property(fc.double({ noNaN: true, noDefaultInfinity: true }), (n) => {
        expect(numberIn(String(n))).toBe(Number(String(n)));
      }),
    );
  });
});

describe('a number that is stepped', () => {
  const bounds = { step: 4, least: 10, most: 31 };
  it('goes from step to step, counted from the least, and not beyond the bounds', () => {
    expect(stepped(10, 1, bounds)).toBe(14);
    expect(stepped(15, 1, bounds)).toBe(18);
    expect(stepped(15, -1, bounds)).toBe(14);
    expect(stepped(30, 1, bounds)).toBe(31);
    expect(stepped(10, -1, bounds)).toBe(10);
    expect(stepped(0.1, 1, { step: 0.1, least: 0, most: null })).toBe(0.2);
  });
  it('stays within them and moves the way it is told, from wherever', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -50, max: 50 }),
        fc.constantFrom(-10, -1, 1, 10),
        fc.integer({ min: 1, max: 9 }),
        (from, by, step) => {
          const next = stepped(from, by, { step, least: -40, most: 40 });
          expect(next).toBeGreaterThanOrEqual(-40);
          expect(next).toBeLessThanOrEqual(40);
          if (from > -40 && from < 40) expect(Math.sign(next - from)).toBe(Math.sign(by));
        },
      ),
    );
  });
});

@Component({
  imports: [NumberField, ReactiveFormsModule],
  template: `<coat-number-field
    name="Thickness"
    unit="px"
    [step]="2"
    [least]="0"
    [most]="9"
    [formControl]="control"
  />`,
})
class Page {
  readonly control = new FormControl<TypedNumber>(4);
}

describe('a field for a number', () => {
  async function shown() {
    const fixture = TestBed.createComponent(Page);
    await fixture.whenStable();
    const field = (fixture.nativeElement as HTMLElement).querySelector('input')!;
    const { control } = fixture.componentInstance;
    const press = async (key: string) => {
      const event = new KeyboardEvent('keydown', { key, cancelable: true });
      field.dispatchEvent(event);
      await fixture.whenStable();
      return event.defaultPrevented;
    };
    const type = (text: string) => {
      field.value = text;
      field.dispatchEvent(new Event('input'));
    };
    return { fixture, field, control, press, type };
  }
  it('shows its unit, and is changed by arrow keys and Page keys within its bounds', async () => {
    const { fixture, field, control, press } = await shown();
    expect((fixture.nativeElement as HTMLElement).textContent).toContain('px');
    expect(field.value).toBe('4');
    expect(await press('ArrowUp')).toBe(true);
    expect([control.value, field.value]).toEqual([6, '6']);
    await press('PageUp');
    expect(control.value).toBe(9);
    await press('PageDown');
    expect(control.value).toBe(0);
    expect(await press('a')).toBe(false);
  });
  it('does not write over what a hand is typing', async () => {
    const { fixture, field, control, type } = await shown();
    type('1,');
    await fixture.whenStable();
    expect([control.value, field.value]).toEqual([1, '1,']);
    control.setValue(1);
    await fixture.whenStable();
    expect(field.value).toBe('1,');
    control.setValue(7);
    await fixture.whenStable();
    expect(field.value).toBe('7');
    control.disable();
    await fixture.whenStable();
    expect(field.disabled).toBe(true);
  });
});
