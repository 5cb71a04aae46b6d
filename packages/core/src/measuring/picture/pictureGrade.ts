import { byteAt } from '../../ground/cells.js';
import { median } from '../../ground/statistics.js';
import { clearEdges, type ClearEdge } from './clearEdges.js';
import { findScreen } from './findScreen.js';
import type { Pixels } from './pixels.js';
import { luma } from './samplePicture.js';

/**
 * What happened to a picture of a screen before it came here. `exact`: nothing, every pixel is one of the screen. `compressed`: packed
 * with loss, at its own size. `resized`: made smaller or larger. `softened`: a frame of a video. `photographed`: by a camera.
 */
export const PICTURE_GRADES = ['exact', 'compressed', 'resized', 'softened', 'photographed'] as const;
export type PictureGrade = (typeof PICTURE_GRADES)[number];

/** What the pixels themselves say of that. */
export interface GradeSigns {
  /** Clear edges that were found, each once. */
  readonly edges: number;
  /** Share of them beside which, on one side, nothing at all differs, 0–1; of those that no border of a block of 8 pixels hides. */
  readonly crisp: number;
  /** Share of them beside which nothing differs some pixels off, 0–1. */
  readonly calm: number;
  /** Share of their length that is one step from a pixel to the next, 0–1. */
  readonly hard: number;
  /** Pixels from a tenth to nine tenths of their height: of the sharpest quarter at most, and in the middle. */
  readonly sharpest: number;
  readonly width: number;
  /** How far they shoot beyond their sides, as a share of their height, in the middle. */
  readonly beyond: number;
  /** How much more of them than by chance lie alike between two pixels, in standard deviations over 6, at most 3: scaling strews them. */
  readonly alike: number;
  /** Of those that are no step, the share that is a step with one pixel half-way in it, 0–1: of a picture made half as large. */
  readonly halves: number;
  /** How far the long ones drift, in pixels for each pixel, in the middle: as where a picture is askew. */
  readonly drift: number;
  /** How far neighbours differ in the calmest eighth of the picture's blocks, in levels of 0–255. */
  readonly noise: number;
}

/** A picture of fewer clear edges tells nothing. */
const LEAST_EDGES = 3;
/** An edge no wider is one step: 0.8 is that exactly. Pixels from a tenth to nine tenths of its height. */
const ONE_STEP = 0.9;
/** Edges count by their lengths, and none as more than this. Pixels. */
const LONGEST = 200;
/** Edges of this length, in pixels, show whether they drift. */
const LONG = 80;
/** Packing works in blocks of so many pixels; an edge so near to the border between two leaves no marks. */
const BLOCK = 8;
const ON_BORDER = 0.75;
/** About so many blocks are looked at in each direction. */
const BLOCKS = 120;

/** Reads the signs off a picture. */
export function gradeSigns(pixels: Pixels): GradeSigns {
  const edges = clearEdges(pixels);
  const inBlocks = edges.filter(({ at }) => Math.abs(at - BLOCK * Math.round(at / BLOCK)) > ON_BORDER);
  const long = edges.filter((e) => e.length >= LONG);
  const counted = (of: readonly ClearEdge[]) => of.reduce((sum, e) => sum + Math.min(e.length, LONGEST), 0);
  const widths = edges.map((e) => e.width).sort((a, b) => a - b);
  return {
    edges: edges.length,
    crisp: share(inBlocks, (e) => e.isCrisp),
    calm: share(inBlocks, (e) => e.isCalm),
    hard: counted(edges.filter((e) => e.width < ONE_STEP)) / Math.max(1, counted(edges)),
    sharpest: widths[Math.floor((widths.length - 1) / 4)] ?? 0,
    width: median(widths) ?? 0,
    beyond: median(edges.map((e) => e.beyond)) ?? 0,
    alike: alikeOf(edges),
    halves: share(
      edges.filter((e) => e.width >= ONE_STEP),
      ({ at }) => Math.abs(at - Math.floor(at) - 0.5) < ALIKE,
    ),
    drift: median(long.map((e) => e.drift)) ?? 0,
    noise: noiseOf(pixels),
  };
}

/** So near, in pixels, two edges lie alike between two pixels, and at so many places that is looked at. */
const ALIKE = 0.02;
const PLACES = 100;

function alikeOf(edges: readonly ClearEdge[]): number {
  const between = edges.map(({ at }) => at - Math.floor(at));
  let most = 0;
  for (let i = 0; i < PLACES; i++) {
    const near = between.filter((b) => {
      const off = Math.abs(b - i / PLACES);
      return Math.min(off, 1 - off) < ALIKE;
    });
    most = Math.max(most, near.length / Math.max(1, edges.length));
  }
  const chance = 2 * ALIKE;
  return Math.min(3, (most - chance) / Math.sqrt(chance / Math.max(1, edges.length)) / 6);
}

function share<T>(all: readonly T[], is: (one: T) => boolean): number {
  return all.length === 0 ? 0 : all.filter(is).length / all.length;
}

/** What is said of a picture, and by what. */
export interface GradeReading {
  /** Null where nobody can tell: too few edges, or two grades as likely. */
  readonly grade: PictureGrade | null;
  /** Whether what is straight on the screen drifts on it: lengths mean nothing until it is set straight. */
  readonly isAskew: boolean;
  readonly signs: GradeSigns;
}

/**
 * From the first share on, sides without any difference say that no packing and no lens came between; from the second on where
 * nothing shoots beyond the edges either.
 */
const CRISP = 0.52;
const CRISP_AND_EVEN = 0.36;
const EVEN = 0.004;
/** Edges are soft where hardly one is hard, and their middle is so wide. A share; pixels. */
const NONE_HARD = 0.2;
const SOFT_WIDTH = 1.35;
/** A lens leaves edges at least so wide. Pixels. */
const LENS = 1.4;
const LENS_WIDTH = 1.9;
/** A camera's noise, in levels, and the drift of long edges that says the same. */
const CAMERA_NOISE = 0.25;
const CAMERA_DRIFT = 0.006;
/** Of a photo that was set straight edges drift less than this: what its noise makes of them. */
const ASKEW = 0.0045;
/**
 * Weights of logistic regressions over desktops that a browser drew, of several scales each, and what a filter of each common kind, and
 * packing at three strengths, made of them: for the first of two grades where the sum is above 0.
 */
const EXACT_NOT_RESIZED = { before: -0.17, hard: 5.18, sharpest: -4.31, alike: 2.13 };
const SOFTENED_NOT_RESIZED = { before: -8.03, sharpest: 8.03, calm: -7.92 };
const COMPRESSED_NOT_RESIZED = {
  before: 0.39,
  hard: 7.69,
  beyond: -41.3,
  sharpest: -5.56,
  alike: 1.8,
  crisp: -1.5,
  width: 2.08,
};
/** Where more of the edges that are no step lie half-way, a picture was made half as large. */
const HALVED = 0.6;
/** Between these odds neither is said. */
const DOUBT = 0.15;
/** What is wider or further beyond counts as this: of a few edges one may be anything. */
const MOST = { sharpest: 1.6, width: 2, beyond: 0.12 };

function oddsOf(
  weights: Readonly<Partial<Record<keyof GradeSigns | 'before', number>>>,
  signs: GradeSigns,
): number {
  const { before = 0, ...of } = weights;
  return Object.entries(of).reduce(
    (sum, [name, weight]) => sum + weight * signs[name as keyof GradeSigns],
    before,
  );
}

/** Tells what happened to a picture, from its own pixels. */
export function gradePicture(pixels: Pixels): GradeReading {
  const signs = gradeSigns(pixels);
  const grade = gradeBySigns(signs);
  // Of a photo that was set straight the screen fills all, and nothing is left around it.
  const isAskew = grade === 'photographed' && (signs.drift > ASKEW || findScreen(pixels).ok);
  return { grade, isAskew, signs };
}

/** What the signs say; null where there are too few edges to say anything, or two grades are as likely. */
export function gradeBySigns(signs: GradeSigns): PictureGrade | null {
  const { edges, crisp, hard, sharpest, width, beyond, drift, noise } = signs;
  if (edges < LEAST_EDGES) return null;
  if (sharpest > LENS && width > LENS_WIDTH && (noise > CAMERA_NOISE || drift > CAMERA_DRIFT))
    return 'photographed';
  const bound: GradeSigns = {
    ...signs,
    sharpest: Math.min(MOST.sharpest, sharpest),
    width: Math.min(MOST.width, width),
    beyond: Math.min(MOST.beyond, beyond),
  };
  const either = (weights: Parameters<typeof oddsOf>[0], first: PictureGrade) => {
    const odds = oddsOf(weights, bound);
    return Math.abs(odds) < DOUBT ? null : odds > 0 ? first : 'resized';
  };
  if (crisp >= CRISP || (crisp >= CRISP_AND_EVEN && beyond < EVEN))
    return signs.halves > HALVED ? 'resized' : either(EXACT_NOT_RESIZED, 'exact');
  if (crisp >= CRISP_AND_EVEN) return null;
  if (hard < NONE_HARD && width > SOFT_WIDTH && oddsOf(SOFTENED_NOT_RESIZED, bound) > 0) return 'softened';
  return either(COMPRESSED_NOT_RESIZED, 'compressed');
}

/** How far neighbours differ, in levels, in the calmest eighth of the blocks. */
function noiseOf({ data, width, height }: Pixels): number {
  const calm: number[] = [];
  const stepX = Math.max(BLOCK, Math.floor(width / BLOCKS));
  const stepY = Math.max(BLOCK, Math.floor(height / BLOCKS));
  const at = (x: number, y: number) => {
    const i = (y * width + x) * 4;
    return luma(byteAt(data, i), byteAt(data, i + 1), byteAt(data, i + 2));
  };
  for (let y = 0; y + BLOCK <= height; y += stepY)
    for (let x = 0; x + BLOCK <= width; x += stepX) {
      let sum = 0;
      for (let j = 0; j < BLOCK; j += 2)
        for (let i = 1; i < BLOCK; i++) sum += Math.abs(at(x + i, y + j) - at(x + i - 1, y + j));
      calm.push(sum / ((BLOCK / 2) * (BLOCK - 1)));
    }
  calm.sort((a, b) => a - b);
  return calm[Math.floor(calm.length / 8)] ?? 0;
}
