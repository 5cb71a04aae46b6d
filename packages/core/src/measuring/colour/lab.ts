import { doubleAt } from '../../ground/cells.js';
import { LINEAR_OF_BYTE, toLinear, type Rgb } from './srgb.js';

/** CIE L*a*b* under D65: `l` 0 to 100, `a` and `b` unbounded, some ±128 inside sRGB. */
export interface Lab {
  readonly l: number;
  readonly a: number;
  readonly b: number;
}

/** D65 from its chromaticity x 0.3127, y 0.3290, the white of sRGB itself (CSS Color 4, section 10.8). */
const WHITE_X = 0.3127 / 0.329;
const WHITE_Z = (1 - 0.3127 - 0.329) / 0.329;

/** CIE 15:2004: the cube root gives way to a straight line at and below (6/29)³. */
const EPSILON = 216 / 24389;
const KAPPA = 24389 / 27;

/** The response of Lab to a share of the white point (0–1): the cube root, and a straight line near black. */
export function labResponse(t: number): number {
  return t > EPSILON ? Math.cbrt(t) : (KAPPA * t + 16) / 116;
}

/** Linear-light sRGB to XYZ as shares of the white point, D65, row by row: the matrix of CSS Color 4, divided by it. */
export const TO_XYZ_OF_WHITE = [
  0.41239079926595934 / WHITE_X,
  0.357584339383878 / WHITE_X,
  0.1804807884018343 / WHITE_X,
  0.21263900587151027,
  0.715168678767756,
  0.07219231536073371,
  0.01933081871559182 / WHITE_Z,
  0.11919477979462598 / WHITE_Z,
  0.9505321522496607 / WHITE_Z,
] as const;
const [XR, XG, XB, YR, YG, YB, ZR, ZG, ZB] = TO_XYZ_OF_WHITE;

/** Linear-light sRGB (each 0–1) to CIE Lab, D65. */
export function labOfLinear(r: number, g: number, b: number): Lab {
  const fx = labResponse(XR * r + XG * g + XB * b);
  const fy = labResponse(YR * r + YG * g + YB * b);
  const fz = labResponse(ZR * r + ZG * g + ZB * b);
  return { l: 116 * fy - 16, a: 500 * (fx - fy), b: 200 * (fy - fz) };
}

/** CIE Lab of a colour given in sRGB bytes; fractions of a byte are allowed and not rounded. */
export function labOf(colour: Rgb): Lab {
  return labOfLinear(toLinear(colour.r / 255), toLinear(colour.g / 255), toLinear(colour.b / 255));
}

/** CIE Lab of three whole bytes, through the table: the same numbers as `labOf`, faster. */
export function labOfBytes(r: number, g: number, b: number): Lab {
  return labOfLinear(doubleAt(LINEAR_OF_BYTE, r), doubleAt(LINEAR_OF_BYTE, g), doubleAt(LINEAR_OF_BYTE, b));
}
