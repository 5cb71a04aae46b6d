import { describe, expect, it } from 'vitest';
import { fill, plainPicture } from '../../testing/pictures.js';
import { makePicture } from './makePicture.js';
import { pickPixels } from './pickPixels.js';

const recipe = { size: 20, padding: 0, isSquare: true, recolour: null };

describe('a picture made by hand', () => {
  it('keeps flat colours, whatever the size, and the proportion of the drawing', () => {
    const made = makePicture(plainPicture(80, 40, '#75801f'), { ...recipe, size: 30 });
    expect([made.width, made.height]).toEqual([30, 30]);
    expect([...made.data.slice((15 * 30 + 15) * 4, (15 * 30 + 15) * 4 + 4)]).toEqual([0x75, 0x80, 0x1f, 255]);
    expect(made.data[3]).toBe(0);
    const bare = makePicture(plainPicture(80, 40, '#75801f'), { ...recipe, isSquare: false });
    expect([bare.width, bare.height]).toEqual([20, 10]);
  });
  it('pads by a share of the side and recolours what is drawn', () => {
    const made = makePicture(plainPicture(10, 10, '#ff0000'), {
      ...recipe,
      padding: 0.25,
      recolour: '#0000ff',
    });
    expect(made.data[(2 * 20 + 2) * 4 + 3]).toBe(0);
    expect([...made.data.slice((10 * 20 + 10) * 4, (10 * 20 + 10) * 4 + 4)]).toEqual([0, 0, 255, 255]);
  });
  it('lends no colour from pixels that are bare', () => {
    const source = plainPicture(4, 4, '#00ff00');
    fill(source, { x: 0, y: 0, width: 2, height: 4 }, '#ff0000');
    for (let i = 0; i < 16; i++) if (i % 4 < 2) source.data[i * 4 + 3] = 0;
    const made = makePicture(source, { ...recipe, size: 1 });
    expect([...made.data]).toEqual([0, 255, 0, 128]);
  });
});

describe('picked pixels', () => {
  it('are at most so many, evenly spread, inside the picture', () => {
    const source = plainPicture(100, 50, '#101010');
    fill(source, { x: 50, y: 0, width: 50, height: 50 }, '#f0f0f0');
    const picked = pickPixels(source, { x: 0, y: 0, width: 100, height: 50 }, 200);
    expect(picked.length).toBeLessThanOrEqual(200);
    expect(picked.filter((p) => p === '#101010').length / picked.length).toBeCloseTo(0.5, 1);
    expect(pickPixels(source, { x: 400, y: 0, width: 10, height: 10 }, 9)).toEqual([]);
  });
});
