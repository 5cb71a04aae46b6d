import * as yup from 'yup';

/** The metrics of one face by which it is told from others. Lengths in em. Source: OpenType tables OS/2, post, hmtx. */
export interface FaceMetrics {
  readonly family: string;
  readonly style: string;
  readonly xHeight: number;
  readonly capHeight: number;
  /** Mean advance of a–z by letter frequency. */
  readonly advance: number;
  /** Mean width of the drawing of a–z by letter frequency. */
  readonly inkWidth: number;
  /** Width of an upright stroke, measured on the outline of the letter l; null where it cannot be told. */
  readonly stem: number | null;
  /** usWeightClass, 1 to 1000. */
  readonly weight: number;
  /** usWidthClass, 1 to 9. */
  readonly width: number;
  /** Degrees, 0 upright. */
  readonly italic: number;
  readonly fixed: boolean;
  /** From PANOSE; null where it does not say. */
  readonly serif: boolean | null;
}

const em = yup.number().min(0).max(4).required();

export const faceSchema = yup
  .object({
    family: yup.string().min(1).max(200).required(),
    style: yup.string().max(200).defined(),
    xHeight: em.moreThan(0),
    capHeight: em,
    advance: em,
    inkWidth: em,
    stem: yup.number().min(0).max(2).nullable().defined(),
    weight: yup.number().integer().min(1).max(1000).required(),
    width: yup.number().integer().min(1).max(9).required(),
    italic: yup.number().min(-90).max(90).required(),
    fixed: yup.boolean().required(),
    serif: yup.boolean().nullable().defined(),
  })
  .noUnknown();

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
