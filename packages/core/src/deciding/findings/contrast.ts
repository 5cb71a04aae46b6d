import { nth } from '../../ground/checked.js';
import { contrast, layOver, parseHex, toHex, type Rgb } from '../../measuring/colour/srgb.js';
import { labOf } from '../../measuring/colour/lab.js';

/** WCAG 2.2, success criteria 1.4.3 and 1.4.11: text, and large text or graphics. */
export const NEEDED_CONTRAST = { text: 4.5, large: 3 } as const;
/** Text is large from 24 px, or 18.66 px in bold (WCAG: 18 and 14 points). */
export const LARGE_PX = 24;
/** More than this share of the pixels beneath below the need makes text hard to read. */
export const POOR_SHARE = 0.2;

/** Contrast of something with what lies beneath it. */
export interface ContrastReading {
  readonly needed: number;
  /** Share of the pixels beneath with less, 0 to 1. */
  readonly below: number;
  /** The contrast that four fifths of the pixels reach. */
  readonly worstFifth: number;
  /** The nearest colour that passes, or null where none does. */
  readonly passing: string | null;
  /** For want of a colour: a plate of this colour behind it lets it pass. */
  readonly plate: string | null;
}

/** Colours as pixels beneath a translucent surface are seen. `opacity` 0–100. */
export function seenThrough(surface: string, opacity: number, beneath: readonly string[]): string[] {
  const over = parseHex(surface);
  if (!over || opacity >= 100 || beneath.length === 0) return [surface];
  return beneath.flatMap((hex) => {
    const ground = parseHex(hex);
    return ground ? [toHex(layOver(over, ground, opacity))] : [];
  });
}

function reading(ink: Rgb, grounds: readonly Rgb[], needed: number): { below: number; worstFifth: number } {
  const all = grounds.map((g) => contrast(ink, g)).sort((a, b) => a - b);
  return {
    below: all.filter((c) => c < needed).length / all.length,
    worstFifth: nth(all, Math.min(all.length - 1, Math.floor(all.length * POOR_SHARE))),
  };
}

/** Steps from a colour towards black and towards white among which the nearest that passes is sought. */
const STEPS = 64;

/**
 * The contrast of an ink with the pixels beneath it, and what would pass: the ink made darker or lighter as little as
 * can be, else a plate beneath it.
 *
 * @param beneath colours of pixels, `#rrggbb`, at least one; each counts the same
 */
export function readContrast(ink: string, beneath: readonly string[], needed: number): ContrastReading {
  const colour = parseHex(ink)!;
  const grounds = beneath.map((hex) => parseHex(hex)!);
  const now = reading(colour, grounds, needed);
  if (now.below <= POOR_SHARE) return { needed, ...now, passing: ink, plate: null };
  let nearest: { hex: string; distance: number } | null = null;
  const own = labOf(colour);
  for (const end of [0, 255])
    for (let i = 1; i <= STEPS; i++) {
      const k = i / STEPS;
      const mix = (c: number) => Math.round(c + (end - c) * k);
      const tried = { r: mix(colour.r), g: mix(colour.g), b: mix(colour.b) };
      if (reading(tried, grounds, needed).below > POOR_SHARE) continue;
      const lab = labOf(tried);
      const distance = Math.hypot(lab.l - own.l, lab.a - own.a, lab.b - own.b);
      if (!nearest || distance < nearest.distance) nearest = { hex: toHex(tried), distance };
      break;
    }
  const plate = contrast(colour, { r: 0, g: 0, b: 0 }) >= needed ? '#000000' : '#ffffff';
  return { needed, ...now, passing: nearest?.hex ?? null, plate: nearest ? null : plate };
}
