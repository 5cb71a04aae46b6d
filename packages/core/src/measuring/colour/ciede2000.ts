import { byteAt } from '../../ground/cells.js';
import { labOf, labOfBytes, type Lab } from './lab.js';
import type { Rgb } from './srgb.js';

const POW25_7 = 25 ** 7;
const DEGREES = 180 / Math.PI;
const COS30 = Math.cos(Math.PI / 6);
const SIN30 = 0.5;
const COS6 = Math.cos(Math.PI / 30);
const SIN6 = Math.sin(Math.PI / 30);
const COS63 = Math.cos((63 * Math.PI) / 180);
const SIN63 = Math.sin((63 * Math.PI) / 180);

/** √(C⁷ / (C⁷ + 25⁷)): 0 for greys, near 1 for strong colours. */
function strength(chroma: number): number {
  const c2 = chroma * chroma;
  const c7 = c2 * c2 * c2 * chroma;
  return Math.sqrt(c7 / (c7 + POW25_7));
}

/** By what a* is stretched, from the mean chroma of both colours: 1 + 0.5 (1 − √(C̄⁷ / (C̄⁷ + 25⁷))). */
export function chromaStretch(meanChroma: number): number {
  return 1 + 0.5 * (1 - strength(meanChroma));
}

/** How much chroma and hue differences of blues turn into each other, by the mean chroma: R_C of the paper. */
export function chromaTurn(meanChroma: number): number {
  return 2 * strength(meanChroma);
}

/** The same by the mean hue in degrees, greatest at 275: sin of 2 Δθ. */
export function hueTurn(degrees: number): number {
  const bend = (degrees - 275) / 25;
  return Math.sin((Math.PI / 3) * Math.exp(-bend * bend));
}

/** The weight that mean lightness (0–100) has: S_L of the paper. */
export function lightnessWeight(meanLightness: number): number {
  const off = (meanLightness - 50) * (meanLightness - 50);
  return 1 + (0.015 * off) / Math.sqrt(20 + off);
}

/**
 * CIEDE2000 colour difference with kL = kC = kH = 1, from the six Lab numbers.
 *
 * Source: Sharma, Wu and Dalal, "The CIEDE2000 color-difference formula: implementation notes, supplementary test
 * data, and mathematical observations", Color Research and Application 30 (2005). The mean hue is taken as the
 * bisector of the two hue directions, which is what the paper's case distinction amounts to, so that one arc
 * tangent does the work of two and the cosines follow from identities for multiple angles.
 */
export function ciede2000Numbers(
  l1: number,
  a1: number,
  b1: number,
  l2: number,
  a2: number,
  b2: number,
): number {
  const stretch = chromaStretch((Math.sqrt(a1 * a1 + b1 * b1) + Math.sqrt(a2 * a2 + b2 * b2)) / 2);
  const ap1 = a1 * stretch;
  const ap2 = a2 * stretch;
  const c1 = Math.sqrt(ap1 * ap1 + b1 * b1);
  const c2 = Math.sqrt(ap2 * ap2 + b2 * b2);
  const dl = l2 - l1;
  const dc = c2 - c1;
  const meanC = (c1 + c2) / 2;

  // Unit hue vectors; a colour without chroma has hue 0 by the paper, and then the mean hue is the sum of both.
  let cos: number;
  let sin: number;
  let dh = 0;
  if (c1 === 0 || c2 === 0) {
    const c = c1 + c2;
    cos = c === 0 ? 1 : (ap1 + ap2) / c;
    sin = c === 0 ? 0 : (b1 + b2) / c;
  } else {
    const cross = ap1 * b2 - ap2 * b1;
    // 2 (C1 C2 − a1 a2 − b1 b2), in the form that loses no digits where the colours are near.
    const squared = (ap2 - ap1) * (ap2 - ap1) + (b2 - b1) * (b2 - b1) - dc * dc;
    dh = squared > 0 ? Math.sqrt(squared) : 0;
    if (cross < 0) dh = -dh;
    const x = ap1 / c1 + ap2 / c2;
    const y = b1 / c1 + b2 / c2;
    const n = Math.sqrt(x * x + y * y);
    if (n > 1e-9) {
      cos = x / n;
      sin = y / n;
    } else {
      // Exactly opposite hues: the paper's plain mean of the two angles.
      const angle = (hueAngle(ap1, b1) + hueAngle(ap2, b2)) / 2;
      cos = Math.cos(angle);
      sin = Math.sin(angle);
    }
  }
  const cos2 = 2 * cos * cos - 1;
  const sin2 = 2 * sin * cos;
  const cos3 = cos2 * cos - sin2 * sin;
  const sin3 = sin2 * cos + cos2 * sin;
  const cos4 = 2 * cos2 * cos2 - 1;
  const sin4 = 2 * sin2 * cos2;
  const t =
    1 -
    0.17 * (cos * COS30 + sin * SIN30) +
    0.24 * cos2 +
    0.32 * (cos3 * COS6 - sin3 * SIN6) -
    0.2 * (cos4 * COS63 + sin4 * SIN63);

  const sl = lightnessWeight((l1 + l2) / 2);
  const sc = 1 + 0.045 * meanC;
  const sh = 1 + 0.015 * meanC * t;
  let degrees = Math.atan2(sin, cos) * DEGREES;
  if (degrees < 0) degrees += 360;
  const rt = -hueTurn(degrees) * chromaTurn(meanC);
  const ql = dl / sl;
  const qc = dc / sc;
  const qh = dh / sh;
  return Math.sqrt(Math.max(0, ql * ql + qc * qc + qh * qh + rt * qc * qh));
}

function hueAngle(a: number, b: number): number {
  const angle = Math.atan2(b, a);
  return angle < 0 ? angle + 2 * Math.PI : angle;
}

/** CIEDE2000 between two Lab colours (D65). 0 for equals; around 1 is just noticeable. */
export function ciede2000(x: Lab, y: Lab): number {
  return ciede2000Numbers(x.l, x.a, x.b, y.l, y.a, y.b);
}

/** CIEDE2000 between two sRGB colours; fractions of a byte are allowed. */
export function colourDifference(x: Rgb, y: Rgb): number {
  return ciede2000(labOf(x), labOf(y));
}

/**
 * CIEDE2000 of many pairs of colours given as sRGB bytes, three bytes a colour.
 *
 * @param first  3·n bytes
 * @param second 3·n bytes
 * @returns n differences
 * @throws RangeError when the two are not of the same length, or it is not a multiple of three
 */
export function ciede2000OfBytes(first: Uint8Array, second: Uint8Array): Float64Array {
  if (first.length !== second.length || first.length % 3 !== 0)
    throw new RangeError('Both arrays need the same length, three bytes a colour.');
  const out = new Float64Array(first.length / 3);
  for (let i = 0, j = 0; i < out.length; i++, j += 3) {
    const p = labOfBytes(byteAt(first, j), byteAt(first, j + 1), byteAt(first, j + 2));
    const q = labOfBytes(byteAt(second, j), byteAt(second, j + 1), byteAt(second, j + 2));
    out[i] = ciede2000Numbers(p.l, p.a, p.b, q.l, q.a, q.b);
  }
  return out;
}
