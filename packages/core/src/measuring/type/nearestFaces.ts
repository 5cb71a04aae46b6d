import type { TextReading } from '../picture/readText.js';
import type { FaceMetrics } from './face.js';

/** A face known to the coat. */
export interface KnownFace {
  readonly id: string;
  /** Whether it ships with the application or was dropped in. */
  readonly shipped: boolean;
  readonly metrics: FaceMetrics;
}

/** How near a face comes to a line of text, and the size at which its small letters are as high. */
export interface NearFace {
  readonly face: KnownFace;
  /** 0 to 1. */
  readonly closeness: number;
  /** Pixels per em that give the same x-height, and the same in points of 1/72 inch at 96 pixels an inch. */
  readonly pixels: number;
  readonly points: number;
  /** What was compared: in shares of the x-height, the text's and the face's. */
  readonly compared: readonly { readonly what: string; readonly text: number; readonly face: number }[];
}

/**
 * By how much a proportion may differ before it tells nothing, in x-heights, and its weight. Proportions of a
 * few letters are looser than the model's, which compares fonts with fonts.
 */
const SCALES = {
  capHeight: { scale: 0.3, weight: 3, label: 'Capitals' },
  stroke: { scale: 0.12, weight: 3, label: 'Stroke' },
  letterWidth: { scale: 0.3, weight: 2, label: 'Letter width' },
} as const;

const POINTS_PER_PIXEL = 72 / 96;

/** The faces nearest to a line of text by proportions to its x-height, nearest first; empty without an x-height. */
export function nearestFaces(text: TextReading, faces: readonly KnownFace[]): NearFace[] {
  if (!text.xHeight.ok) return [];
  const x = text.xHeight.value.value;
  const seen = {
    capHeight: text.capHeight.ok ? text.capHeight.value.value / x : null,
    stroke: text.stroke.ok ? text.stroke.value / x : null,
    letterWidth: text.letterWidth / x,
  };
  return faces
    .map((face): NearFace => {
      const m = face.metrics;
      const own = {
        capHeight: m.capHeight > 0 ? m.capHeight / m.xHeight : null,
        stroke: m.stem === null ? null : m.stem / m.xHeight,
        letterWidth: m.inkWidth / m.xHeight,
      };
      let sum = 0;
      let weights = 0;
      const compared: { what: string; text: number; face: number }[] = [];
      for (const [key, { scale, weight, label }] of Object.entries(SCALES)) {
        const a = seen[key as keyof typeof SCALES];
        const b = own[key as keyof typeof SCALES];
        if (a === null || b === null) continue;
        sum += weight * Math.max(0, 1 - Math.abs(a - b) / scale);
        weights += weight;
        compared.push({ what: label, text: a, face: b });
      }
      const pixels = x / m.xHeight;
      return {
        face,
        closeness: weights === 0 ? 0 : sum / weights,
        pixels,
        points: pixels * POINTS_PER_PIXEL,
        compared,
      };
    })
    .sort((a, b) => b.closeness - a.closeness || (a.face.metrics.family < b.face.metrics.family ? -1 : 1));
}
