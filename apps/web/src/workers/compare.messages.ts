/** A band of rows of two pictures, to be compared by one worker of several, in memory that all of them share. */
export interface CompareAsk {
  readonly id: number;
  readonly own: SharedArrayBuffer;
  readonly reference: SharedArrayBuffer;
  /** CIEDE2000 by pixel, 32-bit floats: each worker fills its rows. */
  readonly map: SharedArrayBuffer;
  readonly width: number;
  readonly height: number;
  /** Rows of pixels, from the first to before the last. */
  readonly from: number;
  readonly to: number;
}

export interface CompareAnswer {
  readonly id: number;
  /** Structural similarity of the windows that begin in the band, added up, and how many they are. */
  readonly sum: number;
  readonly windows: number;
  /** The band as a picture of its differences: four bytes a pixel. */
  readonly picture: Uint8ClampedArray<ArrayBuffer>;
  /** Of comparing alone, without the picture. */
  readonly ms: number;
}
