import type { FaceMetrics } from '../measuring/type/face.js';

/** A face without anything particular. */
export const PLAIN_FACE: FaceMetrics = {
  family: 'F',
  style: '',
  xHeight: 0.5,
  capHeight: 0.7,
  advance: 0.5,
  inkWidth: 0.4,
  stem: null,
  weight: 400,
  width: 5,
  italic: 0,
  fixed: false,
  serif: null,
};
