import { doubleAt, wordAt } from '../../ground/cells.js';
import type { Pixels } from './pixels.js';

/** For every place of a line of `to` pixels: the first pixel of the source that counts, and the weights from there on. */
interface Taps {
  readonly first: Int32Array;
  readonly weights: readonly Float64Array[];
}

/**
 * The weights along one axis. Where pixels get fewer, each new one is the mean of what it covers; where they get more, it
 * lies on the straight line between its two neighbours.
 */
function tapsOf(start: number, length: number, to: number, size: number): Taps {
  const step = length / to;
  const first = new Int32Array(to);
  const weights: Float64Array[] = [];
  const inside = (i: number) => Math.min(size - 1, Math.max(0, i));
  for (let i = 0; i < to; i++) {
    const from = start + i * step;
    const spans: [number, number][] = [];
    if (step >= 1)
      for (let p = Math.floor(from); p < from + step - 1e-9; p++)
        spans.push([inside(p), (Math.min(p + 1, from + step) - Math.max(p, from)) / step]);
    else {
      const middle = from + step / 2 - 0.5;
      const p = Math.floor(middle);
      spans.push([inside(p), 1 - (middle - p)], [inside(p + 1), middle - p]);
    }
    const low = spans[0]![0];
    const line = new Float64Array(spans.at(-1)![0] - low + 1);
    for (const [p, w] of spans) line[p - low] = doubleAt(line, p - low) + w;
    first[i] = low;
    weights.push(line);
  }
  return { first, weights };
}

/** A rectangle of a picture, which need not lie on whole pixels. */
export interface Span {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/**
 * A part of a picture at another size, mixed in encoded sRGB as desktops do. What lies outside the picture is as its nearest
 * pixel.
 *
 * @param part in pixels of the picture
 * @param out four bytes a pixel for the result; made where it is not given
 * @throws RangeError where the result would have no pixels
 */
export function resample(
  pixels: Pixels,
  part: Span,
  width: number,
  height: number,
  out: Uint8Array = new Uint8Array(width * height * 4),
): Pixels {
  if (width < 1 || height < 1) throw new RangeError('A picture has at least one pixel.');
  const { data } = pixels;
  const isPlain =
    part.width === width &&
    part.height === height &&
    Number.isInteger(part.x) &&
    Number.isInteger(part.y) &&
    part.x >= 0 &&
    part.y >= 0 &&
    part.x + width <= pixels.width &&
    part.y + height <= pixels.height;
  if (isPlain) {
    for (let y = 0; y < height; y++) {
      const from = ((part.y + y) * pixels.width + part.x) * 4;
      out.set(data.subarray(from, from + width * 4), y * width * 4);
    }
    return { width, height, data: out };
  }
  const across = tapsOf(part.x, part.width, width, pixels.width);
  const down = tapsOf(part.y, part.height, height, pixels.height);
  /** Lines of the source at the new width, made once each and kept while they are wanted. */
  const lines = new Map<number, Float64Array>();
  const lineAt = (row: number) => {
    let line = lines.get(row);
    if (line) return line;
    line = new Float64Array(width * 4);
    for (let x = 0; x < width; x++) {
      const weights = across.weights[x]!;
      let i = (row * pixels.width + wordAt(across.first, x)) * 4;
      let [r, g, b, a] = [0, 0, 0, 0];
      for (let k = 0; k < weights.length; k++, i += 4) {
        const w = weights[k]!;
        r += w * data[i]!;
        g += w * data[i + 1]!;
        b += w * data[i + 2]!;
        a += w * data[i + 3]!;
      }
      line[x * 4] = r;
      line[x * 4 + 1] = g;
      line[x * 4 + 2] = b;
      line[x * 4 + 3] = a;
    }
    lines.set(row, line);
    return line;
  };
  const sums = new Float64Array(width * 4);
  for (let y = 0; y < height; y++) {
    const first = wordAt(down.first, y);
    const weights = down.weights[y]!;
    sums.fill(0);
    for (let k = 0; k < weights.length; k++) {
      const line = lineAt(first + k);
      const w = doubleAt(weights, k);
      for (let i = 0; i < sums.length; i++) sums[i]! += w * line[i]!;
    }
    for (let i = 0, o = y * width * 4; i < sums.length; i++, o++) out[o] = Math.round(doubleAt(sums, i));
    for (const row of lines.keys()) if (row < first) lines.delete(row);
  }
  return { width, height, data: out };
}
