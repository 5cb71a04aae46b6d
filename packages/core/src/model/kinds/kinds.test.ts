import { describe, expect, it } from 'vitest';
import { NO_ROWS, type KindRow } from '../coat/rows.js';
import { KIND_GROUPS, specProblem } from './kind.js';
import { kindBook, SHIPPED_BOOK } from '../coat/kindBook.js';
import { KINDS } from './registry.js';
import { forgottenKinds, startingSets } from './startingSets.js';

describe.each(KINDS.map((k) => [k.id, k] as const))('the kind %s', (_, kind) => {
  it('has a label, help, a weight, a group, and traits with ids of their own', () => {
    expect(kind.label).not.toBe('');
    expect(kind.help.length).toBeGreaterThan(10);
    expect(kind.weight).toBeGreaterThanOrEqual(1);
    expect(kind.weight).toBeLessThanOrEqual(5);
    expect(KIND_GROUPS).toContain(kind.group);
    expect(new Set(kind.traits.map((t) => t.id)).size).toBe(kind.traits.length);
  });
  it('says of every trait what to look for, and names choices that exist', () => {
    for (const trait of kind.traits) {
      expect(trait.help, trait.id).toMatch(/\.$/);
      expect(trait.type === 'choice', trait.id).toBe(trait.choices !== undefined);
      for (const [target, actuals] of Object.entries(trait.credit ?? {})) {
        expect(trait.choices).toContain(target);
        for (const [actual, credit] of Object.entries(actuals)) {
          expect(trait.choices).toContain(actual);
          expect(credit).toBeGreaterThan(0);
          expect(credit).toBeLessThan(1);
        }
      }
      if (trait.opacityTrait) expect(kind.traits.some((t) => t.id === trait.opacityTrait)).toBe(true);
    }
  });
});

describe('the registry', () => {
  it('has the kinds of every group, each id once', () => {
    expect(new Set(KINDS.map((k) => k.id)).size).toBe(KINDS.length);
    expect(new Set(KINDS.map((k) => k.group))).toEqual(new Set(KIND_GROUPS));
    expect(KINDS.length).toBeGreaterThanOrEqual(45);
  });
  it('has starting sets of kinds that exist, with values that are right', () => {
    for (const set of startingSets())
      for (const element of set.elements)
        for (const [trait, value] of Object.entries({ ...element.traits, '': null })) {
          if (trait === '') expect(SHIPPED_BOOK.find(element.kind), element.kind).not.toBeNull();
          else expect(specProblem(SHIPPED_BOOK.trait(element.kind, trait)!, value)).toBeNull();
        }
  });
  it('reminds of what most looks have, until it is there or dismissed', () => {
    expect(forgottenKinds([], [])[0]).toBe('pointer');
    expect(forgottenKinds(['pointer'], ['title-type'])).not.toContain('pointer');
    expect(forgottenKinds(['pointer'], ['title-type'])).not.toContain('title-type');
    for (const kind of forgottenKinds([], [])) expect(SHIPPED_BOOK.find(kind), kind).not.toBeNull();
  });
});

describe('a coat’s own kinds', () => {
  const row = (key: string, traits: KindRow['traits']): KindRow => ({
    id: key,
    key,
    label: key,
    group: 'Layout',
    help: '',
    weight: 2,
    traits,
  });
  const trait = { id: 'needle', label: 'Needle', type: 'length', importance: 'must', help: '' } as const;
  it('stand beside the shipped ones, and add traits to them', () => {
    const book = kindBook({ ...NO_ROWS, kind: { a: row('tide-gauge', [trait]), b: row('bar', [trait]) } });
    expect(book.find('tide-gauge')).toMatchObject({ label: 'tide-gauge', weight: 2 });
    expect(book.trait('bar', 'needle')).toEqual(trait);
    expect(book.trait('bar', 'thickness')).toEqual(SHIPPED_BOOK.trait('bar', 'thickness'));
    expect(book.kinds.length).toBe(KINDS.length + 1);
    expect(kindBook(NO_ROWS)).toBe(SHIPPED_BOOK);
  });

  it('are looked for by words of the trade beside their labels', () => {
    expect(KINDS.filter((k) => !k.words).map((k) => k.id)).toEqual([]);
  });
});
