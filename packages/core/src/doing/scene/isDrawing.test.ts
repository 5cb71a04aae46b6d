import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isDrawing } from './isDrawing.js';

const inside = (content: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="8" height="8" viewBox="0 0 8 8">${content}</svg>`;

describe('a text that is a drawing', () => {
  it.each(['', '<rect x="1" width="2" fill="#fff"/>', '<g id="a"><path d="M0 0L1 1Z"/></g><use href="#a"/>'])(
    'is one of shapes: %s',
    (content) => {
      expect(isDrawing(inside(content))).toBe(true);
    },
  );
  it.each([
    ['', 'nothing'],
    ['<svg', 'a torn one'],
    [inside('<g>'), 'one that does not close'],
    [inside('</g>'), 'one that closes too much'],
    [`${inside('')}${inside('')}`, 'two of them'],
    [inside('hello'), 'words'],
    [inside('<script>alert(1)</script>'), 'a script'],
    [inside('<image href="http://x.example/a.png"/>'), 'a picture from elsewhere'],
    [inside('<use href="other.svg#a"/>'), 'a use of another file'],
    [inside('<use xlink:href="file:///etc/passwd"/>'), 'a use of a file'],
    [inside('<rect fill="url(http://x.example/#a)"/>'), 'a fill from elsewhere'],
    [inside('<rect style="fill:url(x)"/>'), 'a style'],
    [inside('<rect onload="x()"/>'), 'an event'],
    [inside('<rect fill="&x;"/>'), 'an entity'],
    [inside('<foreignObject/>'), 'a page inside'],
    [inside('<!-- a -->'), 'a comment'],
    ['<!DOCTYPE svg [<!ENTITY x "y">]><svg></svg>', 'a document type'],
    ['<?xml version="1.0"?><svg></svg>', 'an instruction'],
    ['<svg xmlns="http://x.example/evil"></svg>', 'another namespace'],
  ])('is none of anything else: %s', (text) => {
    expect(isDrawing(text)).toBe(false);
  });
  it('is judged, whatever it is, without end or error', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: fc.constantFrom('<', '>', '/', 'g', '"', '=', ' ', 'svg', 'a') }),
        (text) => {
          expect(typeof isDrawing(text)).toBe('boolean');
        },
      ),
    );
    expect(isDrawing(`<svg ${'a="b" '.repeat(20_000)}`)).toBe(false);
  });
});
