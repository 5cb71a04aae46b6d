import { keyed } from '../../../ground/checked.js';

/** Pointer outlines in a box one high; the tip is at 0, 0. */
const POINTERS: Readonly<Record<string, readonly (readonly [number, number])[]>> = {
  kite: [
    [0, 0],
    [0.66, 0.42],
    [0.36, 0.52],
    [0.2, 1],
  ],
  'arrow with tail': [
    [0, 0],
    [0.62, 0.58],
    [0.36, 0.6],
    [0.52, 0.94],
    [0.4, 1],
    [0.24, 0.66],
    [0, 0.82],
  ],
  'arrow without tail': [
    [0, 0],
    [0.7, 0.66],
    [0.3, 0.7],
    [0, 1],
  ],
  drop: [
    [0, 0],
    [0.5, 0.4],
    [0.56, 0.78],
    [0.36, 1],
    [0.1, 0.9],
    [0, 0.55],
  ],
  blade: [
    [0, 0],
    [0.42, 0.9],
    [0.2, 1],
  ],
};

/** The outline of a pointer from its tip at x, y; `size` is its height. A shape that nobody knows is drawn as a kite. */
export function pointerOutline(
  shape: string,
  x: number,
  y: number,
  size: number,
): (readonly [number, number])[] {
  return (POINTERS[shape] ?? keyed(POINTERS, 'kite')).map(
    ([px, py]) => [x + px * size, y + py * size] as const,
  );
}
