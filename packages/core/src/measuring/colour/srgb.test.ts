import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { contrast, layOver, parseHex, toHex } from './srgb.js';

const byte = fc.integer({ min: 0, max: 255 });
const colour = fc.record({ r: byte, g: byte, b: byte });

describe('sRGB', () => {
  it('writes and reads hex without loss', () => {
    fc.assert(
      fc.property(colour, (c) => {
        expect(parseHex(toHex(c))).toEqual(c);
      }),
    );
  });
  it.each(['#fff', '112233', '#11223g', '', '#1122334', 'red'])('does not take %j for a colour', (text) => {
    expect(parseHex(text)).toBeNull();
  });
  it('gives the contrast of the WCAG examples', () => {
    expect(contrast({ r: 0, g: 0, b: 0 }, { r: 255, g: 255, b: 255 })).toBeCloseTo(21, 5);
    expect(contrast(parseHex('#767676')!, parseHex('#ffffff')!)).toBeCloseTo(4.54, 2);
  });
  it('lays a colour over a ground between the two', () => {
    const over = { r: 200, g: 0, b: 100 };
    const ground = { r: 0, g: 100, b: 100 };
    expect(layOver(over, ground, 100)).toEqual(over);
    expect(layOver(over, ground, 0)).toEqual(ground);
    expect(layOver(over, ground, 50)).toEqual({ r: 100, g: 50, b: 100 });
  });
});
