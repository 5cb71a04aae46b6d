import type { FormArray, FormControl, FormGroup } from '@angular/forms';
import { PARTS } from '@spare-coat/demo/catalogue';
import { PROFILES } from '@spare-coat/demo/profiles';
import { readProfile } from '@spare-coat/core/model/host/profile';
import { readPart, type Part } from '@spare-coat/core/model/parts/part';
import { PROFILE_SECTIONS } from '../../../host/profileSections';
import { PART_SECTIONS } from '../../../parts/partSections';
import type { Section } from '../../document/section';
import { check } from '../../document/editing';
import { choicesOf, type Either, type Group, type Node } from './nodes';
import { placeProblems, twiceNamed } from './place';
import { Unfit, chooseBranch, controlOf, fieldAbove, namesAbove, valueOf, type Chosen } from './tree';

const wholeOf = (sections: readonly Section[]): Group => ({
  is: 'group',
  label: '',
  fields: Object.assign({}, ...sections.map((s) => s.fields)) as Group['fields'],
});
const PART = wholeOf(PART_SECTIONS);
const PROFILE = wholeOf(PROFILE_SECTIONS);
const plain = (value: unknown): unknown => JSON.parse(JSON.stringify(value));

describe('a form of a document', () => {
  it('gives back every part and every host profile as it came', () => {
    for (const part of PARTS) expect(valueOf(PART, controlOf(PART, plain(part)))).toEqual(plain(part));
    for (const profile of PROFILES)
      expect(valueOf(PROFILE, controlOf(PROFILE, plain(profile)))).toEqual(plain(profile));
  });
  it('has a field for everything that parts and profiles say', () => {
    const kept = ['id', 'revision', 'source'];
    const unnamed = (group: Group, value: object) =>
      Object.keys(value).filter((key) => !(key in group.fields) && !kept.includes(key));
    expect(PARTS.flatMap((part) => unnamed(PART, part))).toEqual([]);
    expect(PROFILES.flatMap((profile) => unnamed(PROFILE, profile))).toEqual([]);
  });
  it('keeps what it has no field for, and what is not shaped as it should be', () => {
    const odd = {
      ...(plain(PARTS[0]!) as Part),
      faults: 'none',
      offers: { not: 'a list' },
      more: { a: [1] },
      channels: [7],
    };
    const form = controlOf(PART, odd) as FormGroup;
    expect(valueOf(PART, form)).toEqual(odd);
    expect(form.controls['offers']).toBeInstanceOf(Unfit);
  });
  it('never makes a wrong document right by showing it', () => {
    for (const spoilt of [
      { ...PARTS[0]!, price: { amount: 'dear', currency: 'EUR' } },
      { ...PARTS[0]!, memory: 'much' },
      { ...PARTS[0]!, released: 'soon' },
      { ...PARTS[0]!, channels: [{ way: 'carrier pigeon' }] },
    ]) {
      const shown = valueOf(PART, controlOf(PART, plain(spoilt)));
      expect(check(readPart, shown).map((p) => p.path)).toEqual(check(readPart, spoilt).map((p) => p.path));
      expect(check(readPart, shown)).not.toEqual([]);
    }
  });
  it('leaves out what may be missing, and says null where that is written', () => {
    const node: Group = {
      is: 'group',
      label: '',
      fields: {
        none: { is: 'text', label: 'a', empty: 'null' },
        absent: { is: 'words', label: 'b', empty: 'absent' },
        text: { is: 'text', label: 'c' },
        lines: { is: 'lines', label: 'd' },
        command: { is: 'command', label: 'e', empty: 'null' },
        price: { is: 'group', label: 'f', fields: {}, optional: { empty: 'null', fresh: {} } },
        flag: { is: 'flag', label: 'g', empty: 'absent' },
      },
    };
    expect(valueOf(node, controlOf(node, {}))).toEqual({
      none: null,
      text: '',
      lines: [],
      command: null,
      price: null,
    });
  });
  it('keeps quotes of commands, and what is no command as it was typed', () => {
    const node: Node = { is: 'command', label: 'Command' };
    const words = ['tool', 'say "hi"', '', 'C:\\x'];
    const control = controlOf(node, words);
    expect(valueOf(node, control)).toEqual(words);
    control.setValue('tool "open');
    expect(valueOf(node, control)).toBe('tool "open');
  });
});

describe('one of several shapes', () => {
  const either: Either = {
    is: 'either',
    label: 'Way',
    pick: (v) => (v as { way: string }).way,
    branches: [
      {
        id: 'a',
        label: 'A',
        of: { is: 'group', label: '', fields: { from: { is: 'text', label: 'From' } } },
        fresh: { way: 'a', from: '' },
      },
      {
        id: 'b',
        label: 'B',
        of: {
          is: 'group',
          label: '',
          fields: { from: { is: 'text', label: 'From' }, admin: { is: 'flag', label: 'Admin' } },
        },
        fresh: { way: 'b', from: 'https://', admin: true },
      },
    ],
  };
  it('keeps what both have when another is chosen', () => {
    const control = controlOf(either, { way: 'a', from: 'https://here.example', size: 3 }) as Chosen;
    chooseBranch(either, control, 'b');
    expect(valueOf(either, control)).toEqual({ way: 'b', from: 'https://here.example', admin: true });
  });
  it('is kept whole where it is none of them', () => {
    expect(valueOf(either, controlOf(either, { way: 'z', x: 1 }))).toEqual({ way: 'z', x: 1 });
  });
});

describe('what is wrong', () => {
  it('is said at its field, without the path that is seen there, and nowhere twice', () => {
    const part = plain(PARTS[0]!) as { name: string; offers: { name: string }[] };
    const wrong = { ...part, name: '', offers: [{ ...part.offers[0]!, name: '' }] };
    const form = controlOf(PART, wrong) as FormGroup;
    placeProblems(PART, form, check(readPart, wrong));
    expect(form.controls['name']!.errors).toEqual({ schema: ['A name needs at least one character.'] });
    const [offer] = (form.controls['offers'] as FormArray<FormGroup>).controls;
    expect(offer!.controls['name']!.errors).toEqual({ schema: ['It has at least 1 character.'] });
    expect(form.errors).toBeNull();
    expect(form.controls['offers']!.invalid).toBe(true);
    placeProblems(PART, form, []);
    expect(form.valid).toBe(true);
  });
  it('that lies where no field is, is said at what holds it', () => {
    const form = controlOf(PART, plain(PARTS[0]!)) as FormGroup;
    placeProblems(PART, form, [{ path: 'nowhere.at.all', sentence: 'Something.' }]);
    expect(form.errors).toEqual({ schema: ['Something.'] });
  });
  it('tells names that stand twice, of which one would be lost', () => {
    const names: Node = {
      is: 'by name',
      label: '',
      one: 'thing',
      nameLabel: 'Name',
      of: { is: 'text', label: 'Value' },
      fresh: '',
    };
    const control = controlOf(names, { one: 'a', two: 'b' }) as FormArray<FormGroup>;
    expect(twiceNamed(names, control)).toEqual([]);
    (control.at(1).controls['name'] as FormControl).setValue('one');
    expect(twiceNamed(names, control, 'things')).toEqual([
      { path: 'things', sentence: '“one” stands there twice.' },
    ]);
  });
});

describe('what stands around a field', () => {
  it('is found from there upwards', () => {
    const form = controlOf(PROFILE, plain(readProfile(PROFILES[0]))) as FormGroup;
    const [kind] = (form.controls['defaults'] as FormArray<FormGroup>).controls;
    const [trait] = (kind!.controls['value'] as FormArray<FormGroup>).controls;
    expect(namesAbove(trait!.controls['value']!)).toEqual([
      trait!.controls['name']!.value,
      kind!.controls['name']!.value,
    ]);
    const [offer] = (form.controls['offers'] as FormArray<FormGroup>).controls;
    expect(fieldAbove(offer!.controls['supplies']!, 'kind')).toBe(offer!.controls['kind']!.value);
    expect(choicesOf(['a'])).toEqual([{ value: 'a' }]);
  });
});
