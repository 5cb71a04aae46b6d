import { describe, expect, it } from 'vitest';
import { plainPicture } from '../../testing/pictures.js';
import { drawnDesktop, noisy, photoOf, scaledPicture } from '../../testing/worn.js';
import { clearEdges } from './clearEdges.js';
import { gradePicture } from './pictureGrade.js';

const desk = drawnDesktop();
const gradeOf = (pixels: Parameters<typeof gradePicture>[0]) => gradePicture(pixels).grade;

describe('clear edges', () => {
  it('are found where bars and windows end, each once, to a part of a pixel', () => {
    const upright = clearEdges(desk).filter((e) => e.upright && e.length > 100);
    for (const x of [53, 296, 331, 600])
      expect(upright.filter((e) => Math.abs(e.at - x) < 0.01)).toHaveLength(1);
    const half = clearEdges(scaledPicture(desk, 0.5)).filter((e) => e.upright && e.length > 60);
    for (const x of [53, 331]) expect(half.some((e) => Math.abs(e.at - x / 2) < 0.05)).toBe(true);
  });
  it('are one step wide on a screen, and drift on a photo alone', () => {
    for (const e of clearEdges(desk))
      expect(e).toMatchObject({ width: expect.closeTo(0.8, 5) as number, drift: 0, isCrisp: true });
    const askew = photoOf(
      desk,
      [
        { x: 40, y: 60 },
        { x: 770, y: 30 },
        { x: 740, y: 580 },
        { x: 60, y: 540 },
      ],
      800,
      600,
    );
    const long = clearEdges(askew).filter((e) => e.length > 60);
    expect(long.filter((e) => e.drift > 0.003).length).toBeGreaterThan(long.length / 2);
  });
});

describe('what happened to a picture', () => {
  it('is nothing where a screen drew it, at any size and with a noisy wallpaper', () => {
    expect(gradeOf(desk)).toBe('exact');
    expect(gradeOf(drawnDesktop(1280, 800))).toBe('exact');
  });
  it('is told of one made smaller by any share, whole ones and others', () => {
    for (const factor of [0.5, 0.62, 0.75, 0.9])
      expect([factor, gradeOf(scaledPicture(desk, factor))]).toEqual([factor, 'resized']);
  });
  it('is told of one made larger', () => {
    expect(gradeOf(scaledPicture(desk, 1.7))).toBe('resized');
  });
  it('is told of a photo, and whether it is askew', () => {
    const photo = photoOf(
      desk,
      [
        { x: 40, y: 60 },
        { x: 770, y: 30 },
        { x: 740, y: 580 },
        { x: 60, y: 540 },
      ],
      800,
      600,
    );
    const blurred = noisy(scaledPicture(scaledPicture(photo, 0.5), 2), 5);
    expect(gradePicture(blurred)).toMatchObject({ grade: 'photographed', isAskew: true });
  });
  it('is not told where nothing tells it', () => {
    expect(gradeOf(plainPicture(200, 100, '#4d6b5a'))).toBeNull();
    expect(gradeOf(plainPicture(1, 1, '#4d6b5a'))).toBeNull();
    expect(gradeOf(noisy(plainPicture(200, 200, '#808080'), 120))).toBeNull();
  });
});
