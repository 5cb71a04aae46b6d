import type { Rect } from '../picture/rect.js';

/** A title strip is so many times as long as it is thick at least. */
const STRIP = 5;

/** Whether a region may be a title strip: what is not as long was drawn around more than one, as around a whole window. */
export const isStrip = ({ width, height }: Rect): boolean =>
  Math.max(width, height) >= STRIP * Math.min(width, height);
