import { FormControl } from '@angular/forms';
import { dateSchema, noteSchema } from '@spare-coat/core/ground/text';
import { addressSchema, kindId } from '@spare-coat/core/model/coat/fields';
import { bySchema, bySchemaOrEmpty, field, sayProblems } from './bySchema';

describe('a field that is checked by its schema', () => {
  it('is right and wrong where the schema says so, in the schema’s words', () => {
    const address = new FormControl('', { nonNullable: true, validators: bySchema(addressSchema) });
    expect(address.valid).toBe(false);
    address.setValue('ftp://elsewhere.example');
    expect(sayProblems(address)).toBe('A link starts with http:// or https:// and has no blanks.');
    address.setValue('https://elsewhere.example/a');
    expect(address.valid).toBe(true);
    expect(sayProblems(address)).toBe('');
  });
  it('speaks in our words where the schema has no sentence of its own, in the page as everywhere', () => {
    const kind = new FormControl('', { validators: bySchema(kindId) });
    expect(sayProblems(kind)).toBe('It has at least 1 character.');
  });
  it('may be left empty where that is said, and still refuses what is wrong', () => {
    const address = new FormControl('', { validators: bySchemaOrEmpty(addressSchema) });
    expect(address.valid).toBe(true);
    address.setValue('  ');
    expect(address.valid).toBe(true);
    address.setValue('elsewhere');
    expect(address.valid).toBe(false);
  });
  it('holds a day or none', () => {
    const day = field<string | null>(dateSchema.nullable(), null);
    expect(day.valid).toBe(true);
    day.setValue('2026-02-30');
    expect(day.valid).toBe(false);
    day.setValue('2028-02-29');
    expect(day.valid).toBe(true);
  });
  it('says how a day is written where what was typed is none', () => {
    const day = field<string | null>(dateSchema, null as never);
    expect(sayProblems(day)).toBe('It is needed.');
    day.setErrors({ ...day.errors, matDatepickerParse: { text: '31.02.2026' } });
    expect(sayProblems(day)).toBe('A day is written as year, month and day, such as 2026-11-30.');
  });
  it('goes back to what it began with, never to nothing', () => {
    const note = field(noteSchema, 'first');
    note.setValue('second');
    note.reset();
    expect(note.value).toBe('first');
  });
});
