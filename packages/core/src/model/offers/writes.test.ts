import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readGVariant } from '../../measuring/standards/gvariant/read.js';
import type { TraitType, TraitValue } from '../traits/value.js';
import {
  COLOUR_FORMS,
  colourFormOf,
  readAs,
  readColour,
  writeAs,
  writeColour,
  type Writes,
} from './writes.js';

const hex = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0')}`);

describe('how settings take values', () => {
  it('comes back from what was typed, in every form of a colour', () => {
    fc.assert(
      fc.property(hex, fc.constantFrom(...COLOUR_FORMS), (colour, form) => {
        expect(readColour(writeColour(colour, form), form)).toBe(colour);
        const writes: Writes = { type: 's', colour: form };
        expect(readAs(writes, 'colour', writeAs(writes, 'colour', colour).text)).toBe(colour);
      }),
    );
  });
  it('is told by how a colour is written, where that is one', () => {
    expect(
      ['#aabbcc', '#aabbccff', 'rgb(1, 2,3)', 'rgba(1,2,3,0.5)', '1,2,3', '#aaaabbbbcccc'].map(colourFormOf),
    ).toEqual(['#rrggbb', '#rrggbbaa', 'rgb()', 'rgba()', 'r,g,b', '#rrrrggggbbbb']);
    expect(['1,2', 'red', '', '300,1,1', 'rgb(1,2)', '32'].map(colourFormOf)).toEqual(Array(6).fill(null));
  });
  it('comes back for numbers at any factor and any type, as GVariant text that is read as that type', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 100 }),
        fc.constantFrom<Writes>(
          { type: 'd', factor: 0.01 },
          { type: 'i' },
          { type: 'u' },
          { type: 't' },
          { type: 'y' },
          { factor: 2 },
          {},
        ),
        (value, writes) => {
          const { text } = writeAs(writes, 'share', value);
          expect(readAs(writes, 'share', text)).toBe(value);
          if (writes.type) expect(readGVariant(text, writes.type).ok).toBe(true);
        },
      ),
    );
  });
  it('comes back for words, switches, texts of any signs, and orders in one list or two sides', () => {
    const back = (writes: Writes, type: TraitType, value: TraitValue) =>
      readAs(writes, type, writeAs(writes, type, value).text);
    fc.assert(
      fc.property(
        fc.string({ minLength: 1, maxLength: 30 }).filter((s) => s.trim() !== '' && !/[\p{Cc}]/u.test(s)),
        (text) => {
          expect(back({ type: 's' }, 'label', text)).toBe(text);
          expect(back({ type: 's', after: ' 11' }, 'label', text)).toBe(text);
        },
      ),
    );
    expect(back({ type: 's', words: { top: 'n', bottom: 's' } }, 'choice', 'bottom')).toBe('bottom');
    expect(writeAs({ type: 's', words: { top: 'n' } }, 'choice', 'top').text).toBe("'n'");
    expect(writeAs({ type: 'b', words: { never: 'false', always: 'true' } }, 'choice', 'always').text).toBe(
      'true',
    );
    expect(back({ type: 'b', words: { true: 'false', false: 'true' } }, 'flag', true)).toBe(true);
    const order = { start: ['launcher', 'clock'], centre: [], end: [] };
    expect(back({ type: 'as', zone: 'start', words: { clock: "o'clock" } }, 'order', order)).toEqual(order);
    expect(writeAs({ type: 'as', zone: 'start' }, 'order', { start: [], centre: [], end: [] }).text).toBe(
      '@as []',
    );
    const sides = { start: ['keep above'], centre: [], end: ['fold', 'shut'] };
    const layout: Writes = {
      type: 's',
      parted: ' | ',
      between: ' ',
      words: { 'keep above': 'pin', fold: 'lower', shut: 'end' },
    };
    expect(writeAs(layout, 'order', sides).text).toBe("'pin | lower end'");
    expect(back(layout, 'order', sides)).toEqual(sides);
  });
  it('translates a clock’s text to strftime and back, and says what is lost', () => {
    const writes: Writes = { type: 's', format: 'strftime' };
    expect(writeAs(writes, 'format', "EEE d MMM HH:mm 'Uhr'").text).toBe("'%a %-d %b %H:%M Uhr'");
    expect(readAs(writes, 'format', "'%H:%M'")).toBe('HH:mm');
    expect(writeAs(writes, 'format', 'QQQ yyyy').losses.length).toBeGreaterThan(0);
  });
  it('is no value where the text is none', () => {
    for (const [writes, type, text] of [
      [{ type: 'i' }, 'length', "'x'"],
      [{ type: 's' }, 'label', 'bare'],
      [{ type: 's', colour: '#rrggbb' }, 'colour', "'red'"],
      [{ factor: 0.01 }, 'share', 'much'],
    ] as const)
      expect(readAs(writes, type, text)).toBeNull();
  });
});
