import { describe, expect, it } from 'vitest';
import { testPart } from '../../testing/parts.js';
import type { Offer } from '../offers/offer.js';
import { offerName, partName, UNTOLD_VERSION } from './partName.js';

const offer = (id: string, kind: string, name: string): Offer => ({
  id,
  kind,
  name,
  replaces: false,
  supplies: {},
});

describe('what a part is called', () => {
  it('has its version, unless nobody told one', () => {
    expect(partName({ name: 'Harbour Drops', version: '2.1' })).toBe('Harbour Drops 2.1');
    expect(partName({ name: 'Harbour Drops', version: UNTOLD_VERSION })).toBe('Harbour Drops');
  });
  it('tells offers apart that are called the same in every part', () => {
    const offers = [offer('a', 'frame', 'Window theme'), offer('b', 'window-buttons', 'Window theme')];
    const part = testPart('Brackish', { version: '2.2', offers });
    expect(offers.map((o) => offerName(part, o))).toEqual(['Brackish 2.2', 'Brackish 2.2']);
  });
  it('says which of several for one kind it is, and the part once', () => {
    const offers = [offer('a', 'dock', 'Short'), offer('b', 'dock', 'Sallow Dock, full length')];
    const part = testPart('Sallow Dock', { version: '3.0', offers });
    expect(offers.map((o) => offerName(part, o))).toEqual([
      'Sallow Dock 3.0, short',
      'Sallow Dock, full length',
    ]);
  });
  it('is what it is called where the host has it by itself', () => {
    expect(offerName(null, offer('bar', 'bar', 'Fernbank bar'))).toBe('Fernbank bar');
  });
});
