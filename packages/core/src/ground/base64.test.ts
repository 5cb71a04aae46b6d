import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromBase64, toBase64 } from './base64.js';
import { cases } from '../testing/properties.js';

describe('base64', () => {
  it('is what the platform writes, and comes back', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 200 }), (bytes) => {
        const text = toBase64(bytes);
        expect(text).toBe(Buffer.from(bytes).toString('base64'));
        expect(fromBase64(text)).toEqual(bytes);
      }),
      { numRuns: cases(300) },
    );
  });
  it.each(['abc', 'ab=c', '????', 'a==='])('refuses %j', (text) => expect(fromBase64(text)).toBeNull());
});
