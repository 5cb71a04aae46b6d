/**
 * sRGB as bytes, as hex text, and as linear light.
 *
 * Source: IEC 61966-2-1, as restated in CSS Color Module Level 4, section 10.2.
 */

/** One colour as three encoded sRGB bytes, each 0 to 255. */
export interface Rgb {
  readonly r: number;
  readonly g: number;
  readonly b: number;
}

const HEX = /^#([0-9a-f]{2})([0-9a-f]{2})([0-9a-f]{2})$/i;

/** Reads `#rrggbb`. Returns null for anything else: the caller words the refusal. */
export function parseHex(text: string): Rgb | null {
  const m = HEX.exec(text.trim());
  if (!m) return null;
  return { r: parseInt(m[1]!, 16), g: parseInt(m[2]!, 16), b: parseInt(m[3]!, 16) };
}

/** Writes `#rrggbb` in lower case; channels are rounded and held to 0–255. */
export function toHex(colour: Rgb): string {
  const byte = (v: number) =>
    Math.min(255, Math.max(0, Math.round(v)))
      .toString(16)
      .padStart(2, '0');
  return `#${byte(colour.r)}${byte(colour.g)}${byte(colour.b)}`;
}

/** Encoded sRGB channel (0–1) to linear light (0–1). */
export function toLinear(encoded: number): number {
  return encoded <= 0.04045 ? encoded / 12.92 : ((encoded + 0.055) / 1.055) ** 2.4;
}

/** Linear light (0–1) for each of the 256 encoded bytes: a table, since pictures ask this millions of times. */
export const LINEAR_OF_BYTE: Float64Array = Float64Array.from({ length: 256 }, (_, i) => toLinear(i / 255));

/**
 * Lays `over` on `ground` at `opacity` (0–100 points), mixing the encoded bytes, since that is what desktops do.
 * The result is not rounded, so that closeness does not step.
 */
export function layOver(over: Rgb, ground: Rgb, opacity: number): Rgb {
  const k = Math.min(100, Math.max(0, opacity)) / 100;
  const mix = (a: number, b: number) => a * k + b * (1 - k);
  return { r: mix(over.r, ground.r), g: mix(over.g, ground.g), b: mix(over.b, ground.b) };
}

/** Relative luminance, 0 to 1. Source: WCAG 2.2, "relative luminance" (with the sRGB threshold 0.04045). */
export function luminance(colour: Rgb): number {
  return (
    0.2126 * toLinear(colour.r / 255) + 0.7152 * toLinear(colour.g / 255) + 0.0722 * toLinear(colour.b / 255)
  );
}

/** Contrast ratio of two colours, 1 to 21. Source: WCAG 2.2, "contrast ratio". */
export function contrast(a: Rgb, b: Rgb): number {
  const la = luminance(a);
  const lb = luminance(b);
  return (Math.max(la, lb) + 0.05) / (Math.min(la, lb) + 0.05);
}
