import { toLinear, type Rgb } from './srgb.js';

/** Oklab in polar form: lightness 0–1, chroma 0 to some 0.4, hue in degrees 0–360 (0 where there is no chroma). */
export interface Oklch {
  readonly l: number;
  readonly c: number;
  readonly h: number;
}

/** Below this chroma a hue is only rounding. */
const GREY = 1e-4;

/** sRGB bytes to OKLCH. Source: CSS Color Module Level 4, section 10.9 and its sample code (Oklab of B. Ottosson). */
export function oklchOf(colour: Rgb): Oklch {
  const r = toLinear(colour.r / 255);
  const g = toLinear(colour.g / 255);
  const b = toLinear(colour.b / 255);
  const long = Math.cbrt(0.412221469470763 * r + 0.536332537261735 * g + 0.051445993267502 * b);
  const medium = Math.cbrt(0.211903495817825 * r + 0.680699550645234 * g + 0.107396953536941 * b);
  const short = Math.cbrt(0.088302459190056 * r + 0.281718839136121 * g + 0.629978701673822 * b);
  const l = 0.210454268309314 * long + 0.793617774230536 * medium - 0.004072043011614 * short;
  const a = 1.977998532431168 * long - 2.428592242048579 * medium + 0.450593709617411 * short;
  const bb = 0.025904042465548 * long + 0.782771712457529 * medium - 0.808675754923078 * short;
  const c = Math.hypot(a, bb);
  const h = c < GREY ? 0 : ((Math.atan2(bb, a) * 180) / Math.PI + 360) % 360;
  return { l, c, h };
}
