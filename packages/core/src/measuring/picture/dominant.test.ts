import { describe, expect, it } from 'vitest';
import { fill, plainPicture } from '../../testing/pictures.js';
import { dominantColours } from './dominant.js';

describe('dominant colours', () => {
  it('gives flat colours exactly, with their shares, fullest first', () => {
    const pixels = plainPicture(100, 100, '#e3c2b4');
    fill(pixels, { x: 0, y: 0, width: 100, height: 30 }, '#43203d');
    fill(pixels, { x: 0, y: 30, width: 100, height: 10 }, '#75801f');
    expect(dominantColours(pixels, { x: 0, y: 0, width: 100, height: 100 })).toEqual([
      { hex: '#e3c2b4', share: 0.6 },
      { hex: '#43203d', share: 0.3 },
      { hex: '#75801f', share: 0.1 },
    ]);
  });
  it('does not let a blurred rim move a flat colour', () => {
    const pixels = plainPicture(64, 64, '#e3c2b4');
    for (let i = 0; i < 12; i++)
      fill(pixels, { x: i, y: 0, width: 1, height: 64 }, `#${(0xe3 - i).toString(16)}c2b4`);
    expect(dominantColours(pixels, { x: 0, y: 0, width: 64, height: 64 })[0]!.hex).toMatch(/^#e[23]c2b4$/);
  });
  it('looks only inside the region, clipped to the picture, and not at what is wholly transparent', () => {
    const pixels = plainPicture(20, 20, '#ffffff');
    fill(pixels, { x: 10, y: 10, width: 10, height: 10 }, '#102030');
    expect(dominantColours(pixels, { x: 10, y: 10, width: 50, height: 50 })).toEqual([
      { hex: '#102030', share: 1 },
    ]);
    for (let i = 3; i < pixels.data.length; i += 4) pixels.data[i] = 0;
    expect(dominantColours(pixels, { x: 0, y: 0, width: 20, height: 20 })).toEqual([]);
  });
});
