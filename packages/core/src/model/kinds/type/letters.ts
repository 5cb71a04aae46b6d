import type { FaceRole, Lettering } from '../../scene/state.js';
import type { ValueReader } from '../valueReader.js';

/** Which of the ship's faces stands for a style of letters. */
export function faceOf(style: string, weight: number): FaceRole {
  if (style === 'fixed width') return 'fixed';
  if (style.includes('serif')) return style === 'sans' ? 'interface' : 'title';
  return weight >= 550 ? 'bold' : 'interface';
}

/** Pixels per em at which a face has the told heights: by its small letters, else from a capital's top to a p's foot. */
export function emOf(type: ValueReader, face: FaceRole, letters: Lettering, other: number): number {
  const { cap, x, foot, descent } = letters.metrics(face);
  const xHeight = type.number('xHeight', 0);
  const line = type.number('size', 0);
  if (line > 0) return line / (cap + (foot ?? descent));
  return xHeight > 0 ? xHeight / x : other;
}
