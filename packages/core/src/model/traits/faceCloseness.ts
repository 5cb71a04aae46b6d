import { keyed } from '../../ground/checked.js';
import type { FaceMetrics } from '../../measuring/type/face.js';
import type { FaceValue, IconNames } from './value.js';

/**
 * What faces are told apart by: weight in the mean, and the difference at which nothing is left of the likeness.
 * Source: the product's model, "type face", over OpenType metrics; lengths in em.
 */
const COMPARED: readonly {
  readonly weight: number;
  readonly scale: number;
  readonly of: (face: FaceMetrics) => number | null;
}[] = [
  { weight: 3, scale: 0.08, of: (f) => f.xHeight },
  { weight: 3, scale: 0.12, of: (f) => f.advance },
  { weight: 2, scale: 300, of: (f) => f.weight },
  { weight: 2, scale: 1, of: (f) => Number(f.fixed) },
  { weight: 1, scale: 0.1, of: (f) => f.capHeight },
  { weight: 1, scale: 3, of: (f) => f.width },
  { weight: 1, scale: 12, of: (f) => f.italic },
  { weight: 1, scale: 1, of: (f) => (f.serif === null ? null : Number(f.serif)) },
];

/** Likeness of two faces by their metrics, 0 to 1. What one of them does not tell is left out. */
export function metricsCloseness(actual: FaceMetrics, target: FaceMetrics): number {
  let sum = 0;
  let weights = 0;
  for (const { weight, scale, of } of COMPARED) {
    const [a, t] = [of(actual), of(target)];
    if (a === null || t === null) continue;
    sum += weight * Math.max(0, 1 - Math.abs(a - t) / scale);
    weights += weight;
  }
  return weights === 0 ? 0 : sum / weights;
}

/**
 * Likeness of two faces as they are set, 0 to 1: by metrics, times the closeness of the height of their small letters
 * where both sizes are known.
 *
 * @param length closeness of two lengths in device pixels
 */
export function faceCloseness(
  actual: FaceValue,
  target: FaceValue,
  length: (actual: number, target: number) => number,
): number {
  const alike = metricsCloseness(actual.metrics, target.metrics);
  if (actual.pixels === null || target.pixels === null) return alike;
  return alike * length(actual.pixels * actual.metrics.xHeight, target.pixels * target.metrics.xHeight);
}

/** Weighted mean over the needed names of the credit with which each was found; a name that is not there counts 0. */
export function iconsCloseness(actual: IconNames, target: IconNames): number {
  let sum = 0;
  let weights = 0;
  for (const [name, weight] of Object.entries(target.names)) {
    sum += weight * Math.min(1, Object.hasOwn(actual.names, name) ? keyed(actual.names, name) : 0);
    weights += weight;
  }
  return weights === 0 ? 1 : sum / weights;
}
