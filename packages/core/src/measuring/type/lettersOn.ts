import { singleAt } from '../../ground/cells.js';
import { ok, refused, type Result } from '../../ground/result.js';
import type { Pixels } from '../picture/pixels.js';
import { inkMap, type InkMap } from '../picture/readInk.js';
import { isInside, type Rect } from '../picture/rect.js';
import { resample } from '../picture/resample.js';

/** Drawn letters made ready for a reader of letters. */
export interface Letters {
  /** Black ink on white, so large that a reader knows its shapes. */
  readonly pixels: Pixels;
  /** How many lines of letters there are. */
  readonly lines: number;
}

/** A row of pixels has something drawn on it from so much ink on, in whole pixels of ink. */
const LEAST_INK = 0.6;
/** Rows that are empty part two lines where there are so many of them, as a share of a line's height. */
const GAP = 0.12;
/** Lines lower than this are dots, rules and dirt, in pixels. */
const LEAST_LINE = 4;
/** Readers of letters were taught on scans: a line is made so high, from its highest to its lowest ink, in pixels, and no more times larger than that. */
const LINE_HEIGHT = 40;
const MOST_TIMES = 6;
/** White around all of it, in pixels of what is made. */
const RIM = 16;
/** What is larger is no line or two of letters, in pixels of the picture. */
const MOST_WIDTH = 1600;
const MOST_HEIGHT = 400;

/** The bands of rows that hold something drawn. */
function linesOf({ width, height, coverage }: InkMap): [from: number, to: number][] {
  const bands: [number, number][] = [];
  let from = -1;
  for (let y = 0; y <= height; y++) {
    let ink = 0;
    if (y < height) for (let x = 0; x < width; x++) ink += singleAt(coverage, y * width + x);
    if (ink >= LEAST_INK && from < 0) from = y;
    else if (ink < LEAST_INK && from >= 0) {
      bands.push([from, y]);
      from = -1;
    }
  }
  // The dots over letters belong to them.
  const joined: [number, number][] = [];
  for (const band of bands) {
    const last = joined.at(-1);
    const higher = last ? Math.max(last[1] - last[0], band[1] - band[0]) : 0;
    if (last && band[0] - last[1] <= Math.max(1, GAP * higher)) last[1] = band[1];
    else joined.push(band);
  }
  return joined.filter(([a, b]) => b - a >= LEAST_LINE);
}

/**
 * Makes the letters in a region of a picture ready to be read: parts their ink from their ground, whatever the two colours are, and
 * makes black letters on white of them at a size that readers of letters know.
 *
 * @param rect in pixels of the picture, around the letters and little else
 * @throws RangeError where the region does not lie inside the picture
 */
export function lettersOn(pixels: Pixels, rect: Rect): Result<Letters> {
  if (!isInside(rect, pixels.width, pixels.height))
    throw new RangeError('The region does not lie inside the picture.');
  if (rect.width > MOST_WIDTH || rect.height > MOST_HEIGHT)
    return refused('many', 'That is more than a line or two of letters.');
  const map = inkMap(pixels, rect);
  if (!map.ok) return map;
  const lines = linesOf(map.value);
  if (lines.length === 0) return refused('plain', 'There are no letters here.');
  const heights = lines.map(([a, b]) => b - a).sort((a, b) => a - b);
  const times = Math.min(MOST_TIMES, Math.max(1, LINE_HEIGHT / heights[heights.length >> 1]!));
  const [top, bottom] = [lines[0]![0], lines.at(-1)![1]];
  return ok({ pixels: drawn(map.value, top, bottom, times), lines: lines.length });
}

/** The ink between two rows, black on white, so many times as large. */
function drawn({ width, coverage }: InkMap, top: number, bottom: number, times: number): Pixels {
  const data = new Uint8Array(width * (bottom - top) * 4).fill(255);
  for (let y = top, i = 0; y < bottom; y++)
    for (let x = 0; x < width; x++, i += 4) {
      const grey = Math.round(255 * (1 - singleAt(coverage, y * width + x)));
      data[i] = data[i + 1] = data[i + 2] = grey;
    }
  const source = { width, height: bottom - top, data };
  const [wide, high] = [Math.round(width * times), Math.round(source.height * times)];
  const larger = resample(source, { x: 0, y: 0, width, height: source.height }, wide, high);
  const framed = {
    width: wide + 2 * RIM,
    height: high + 2 * RIM,
    data: new Uint8Array((wide + 2 * RIM) * (high + 2 * RIM) * 4).fill(255),
  };
  for (let y = 0; y < high; y++)
    framed.data.set(
      larger.data.subarray(y * wide * 4, (y + 1) * wide * 4),
      ((y + RIM) * framed.width + RIM) * 4,
    );
  return framed;
}
