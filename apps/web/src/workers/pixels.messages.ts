import type { Beside } from '@spare-coat/core/measuring/apart/readBeside';
import type { Finding } from '@spare-coat/core/measuring/apart/takeApart';
import type { PictureSample } from '@spare-coat/core/measuring/picture/samplePicture';
import type { BarReading } from '@spare-coat/core/measuring/picture/readBar';
import type { PictureRecipe } from '@spare-coat/core/measuring/picture/makePicture';
import type { InkReading } from '@spare-coat/core/measuring/picture/readInk';
import type { RegionReading } from '@spare-coat/core/measuring/picture/readRegion';
import type { GradeReading } from '@spare-coat/core/measuring/picture/pictureGrade';
import type { Corners } from '@spare-coat/core/measuring/picture/perspective';
import type { TextReading } from '@spare-coat/core/measuring/picture/readText';
import type { Sight, SightAsk } from '@spare-coat/core/proving/compare/sight';
import type { Rect } from '@spare-coat/core/measuring/picture/rect';
import type { SampledColour, SampleSide } from '@spare-coat/core/measuring/picture/sampleColour';
import type { Result } from '@spare-coat/core/ground/result';

/** A region to read, and whether its sides may move to real edges within `reach` pixels. */
export interface RegionAsk {
  readonly sha: string;
  readonly rect: Rect;
  readonly settle: boolean;
  readonly reach: number;
}

/** A cut-out: its PNG, where it was cut, whether its ground was taken away, and what it is compared by. */
export interface CutAnswer {
  readonly png: Uint8Array;
  readonly rect: Rect;
  readonly width: number;
  readonly height: number;
  readonly removed: boolean;
  readonly sample: PictureSample;
}

/** A picture that was made: its PNG and what it is compared by. */
export interface MadePicture {
  readonly png: Uint8Array;
  readonly width: number;
  readonly height: number;
  readonly sample: PictureSample;
}

/** Two pictures brought together: where they overlap, both at the pixels of the own one, in memory that workers share. */
export interface Pair {
  readonly own: SharedArrayBuffer;
  readonly reference: SharedArrayBuffer;
  /** The overlap, in pixels of the own picture; null where there is none. */
  readonly overlap: Rect;
}

/** What the page may ask of the worker that owns decoded pixels, and what it answers. */
export interface PixelsCalls {
  load: { ask: { sha: string }; answer: { width: number; height: number } };
  /** What happened to the picture before it came here. */
  grade: { ask: { sha: string }; answer: GradeReading };
  /** The four corners of the screen on a photo. */
  screen: { ask: { sha: string }; answer: Result<Corners> };
  /** The photo set straight by them, as PNG; `proportion` is the screen's width over its height. */
  straight: {
    ask: { sha: string; corners: Corners; proportion: number };
    answer: Result<{ png: Uint8Array; width: number; height: number }>;
  };
  /** The picture of a whole desktop, taken apart. */
  apart: { ask: { sha: string }; answer: Finding[] };
  /** What the place of a region on the whole desktop says of it. */
  beside: { ask: { sha: string; rect: Rect }; answer: Beside };
  /** The title strip of a window that was drawn round; null where none is told. */
  strip: { ask: { sha: string; rect: Rect }; answer: Rect | null };
  region: { ask: RegionAsk; answer: RegionReading };
  bar: { ask: RegionAsk; answer: Result<BarReading> };
  text: { ask: { sha: string; rect: Rect }; answer: Result<TextReading> };
  ink: { ask: { sha: string; rect: Rect }; answer: Result<InkReading> };
  /** Letters made ready to be read, as PNG, and on how many lines they stand. */
  letters: { ask: { sha: string; rect: Rect }; answer: Result<{ png: Uint8Array; lines: number }> };
  colour: { ask: { sha: string; x: number; y: number; side: SampleSide }; answer: SampledColour };
  cut: { ask: { sha: string; rect: Rect }; answer: CutAnswer };
  /** The region cut out and made into pictures, one for each recipe. */
  make: { ask: { sha: string; rect: Rect; recipes: readonly PictureRecipe[] }; answer: MadePicture[] };
  /** At most so many pixels of a region, evenly picked, as `#rrggbb`. */
  pick: { ask: { sha: string; rect: Rect; most: number }; answer: string[] };
  /** Elements of a reference, looked for on the own picture; null of those that would lie outside it. */
  sights: {
    ask: { sha: string; reference: string; asks: readonly SightAsk[]; areWhole: boolean };
    answer: (Sight | null)[];
  };
  /** The reference laid on the own picture: pixels of the own one for one of the reference, and where its corner lies. */
  pair: {
    ask: { sha: string; reference: string; factor: number; x: number; y: number };
    answer: Pair | null;
  };
  /** Which of the regions do not show the same pixels on both pictures. */
  changed: { ask: { sha: string; other: string; rects: readonly Rect[] }; answer: boolean[] };
}

export type CallName = keyof PixelsCalls;

export interface PixelsAsk<K extends CallName = CallName> {
  readonly id: number;
  readonly what: K;
  readonly ask: PixelsCalls[K]['ask'];
  /** The picture was made of a photo: it is read as one, whatever its pixels say. */
  readonly isPhoto: boolean;
}

export type PixelsAnswer =
  | { readonly id: number; readonly ok: true; readonly answer: unknown; readonly ms: number }
  | { readonly id: number; readonly ok: false; readonly sentence: string }
  /** Of fetching and decoding a large picture: 0 to 1. */
  | { readonly id: number; readonly progress: number };
