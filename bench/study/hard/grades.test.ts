import { gradePicture } from '@spare-coat/core/measuring/picture/pictureGrade';
import { drawnDesktop } from '@spare-coat/core/testing/worn';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { graded, GRADES } from './grades.js';

describe('what happens to pictures', () => {
  it('is told of each by its own pixels', async () => {
    const { width, height, data } = drawnDesktop(1280, 800);
    const png = await sharp(data, { raw: { width, height, channels: 4 } })
      .png()
      .toBuffer();
    const told: string[] = [];
    for (const grade of GRADES) {
      const { grade: found, isAskew } = gradePicture((await graded(png, grade, 5)).pixels);
      told.push(`${grade}: ${found ?? 'nothing'}${isAskew ? ', askew' : ''}`);
    }
    expect(told).toEqual([
      'clean: exact',
      'jpeg: compressed',
      'reduced: resized',
      'softened: softened',
      'photographed: photographed, askew',
    ]);
  });
});
