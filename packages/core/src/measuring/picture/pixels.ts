/** Decoded pixels: 8-bit sRGB with alpha, four bytes a pixel, rows from the top. */
export interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array | Uint8ClampedArray;
}
