import type { Pixels } from '@spare-coat/core/measuring/picture/pixels';
import { painted, photographed } from './pixelsBench';

/** A desktop with two windows as a camera sees it: from one side, blurred, with noise. */
export function photo(): Pixels {
  const askew = photographed(
    painted(640, 400, '#4d6b5a', [
      { x: 0, y: 0, width: 640, height: 27, colour: '#efe4d2' },
      { x: 0, y: 357, width: 640, height: 43, colour: '#2b2230' },
      { x: 53, y: 61, width: 243, height: 181, colour: '#f7f3ec' },
      { x: 331, y: 93, width: 269, height: 203, colour: '#7d4a63' },
    ]),
    [
      { x: 60, y: 90 },
      { x: 1150, y: 40 },
      { x: 1110, y: 860 },
      { x: 90, y: 810 },
    ],
    1200,
    900,
  );
  const { width, height, data } = askew;
  const out = new Uint8Array(data.length);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      for (let k = 0; k < 4; k++) {
        let [sum, n] = [0, 0];
        for (let j = Math.max(0, y - 1); j <= Math.min(height - 1, y + 1); j++)
          for (let i = Math.max(0, x - 1); i <= Math.min(width - 1, x + 1); i++) {
            sum += data[(j * width + i) * 4 + k]!;
            n++;
          }
        const grain = k === 3 ? 0 : ((x * 7 + y * 13 + k * 5) % 5) - 2;
        out[(y * width + x) * 4 + k] = Math.min(255, Math.max(0, Math.round(sum / n) + grain));
      }
  return { width, height, data: out };
}
