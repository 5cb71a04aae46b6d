import { flag, number, shape, text, whole, type Of } from '../../ground/shape/shape.js';

const em = number(0, 4);

/** The metrics of one face by which it is told from others. Lengths in em. Source: OpenType tables OS/2, post, hmtx. */
export const faceSchema = shape({
  family: text(200),
  style: text(200, 0),
  xHeight: em.moreThan(0),
  capHeight: em,
  /** Mean advance of a–z by letter frequency. */
  advance: em,
  /** Mean width of the drawing of a–z by letter frequency. */
  inkWidth: em,
  /** Width of an upright stroke, measured on the outline of the letter l; null where it cannot be told. */
  stem: number(0, 2).nullable(),
  /** usWeightClass, 1 to 1000. */
  weight: whole(1, 1000),
  /** usWidthClass, 1 to 9. */
  width: whole(1, 9),
  /** Degrees, 0 upright. */
  italic: number(-90, 90),
  fixed: flag(),
  /** From PANOSE; null where it does not say. */
  serif: flag().nullable(),
});
export type FaceMetrics = Of<typeof faceSchema>;

/** How often letters stand in running text, in thousandths, for weighing their widths (English; others differ little in the mean). */
export const LETTER_FREQUENCY: Readonly<Record<string, number>> = {
  a: 82,
  b: 15,
  c: 28,
  d: 43,
  e: 127,
  f: 22,
  g: 20,
  h: 61,
  i: 70,
  j: 2,
  k: 8,
  l: 40,
  m: 24,
  n: 67,
  o: 75,
  p: 19,
  q: 1,
  r: 60,
  s: 63,
  t: 91,
  u: 28,
  v: 10,
  w: 24,
  x: 2,
  y: 20,
  z: 1,
};

/** The mean of a measure of a–z by letter frequency; letters that it does not have do not count. */
export function meanByFrequency(measure: (letter: string) => number | null): number {
  let sum = 0;
  let weights = 0;
  for (const [letter, frequency] of Object.entries(LETTER_FREQUENCY)) {
    const value = measure(letter);
    if (value === null) continue;
    sum += value * frequency;
    weights += frequency;
  }
  return weights === 0 ? 0 : sum / weights;
}
