/// <reference lib="webworker" />
import { ok } from '@spare-coat/core/ground/result';
import { nth } from '@spare-coat/core/ground/checked';
import { readBeside } from '@spare-coat/core/measuring/apart/readBeside';
import { takeApart, titleStripOf, type Finding } from '@spare-coat/core/measuring/apart/takeApart';
import { sightAll } from '@spare-coat/core/proving/compare/sightAll';
import { clip } from '@spare-coat/core/measuring/picture/rect';
import { resample, type Span } from '@spare-coat/core/measuring/picture/resample';
import { cutOut } from '@spare-coat/core/measuring/picture/cutOut';
import type { Pixels } from '@spare-coat/core/measuring/picture/pixels';
import { makePicture } from '@spare-coat/core/measuring/picture/makePicture';
import { pickPixels } from '@spare-coat/core/measuring/picture/pickPixels';
import {
  barByGrade,
  inkByGrade,
  regionByGrade,
  textByGrade,
} from '@spare-coat/core/measuring/picture/byGrade';
import { findScreen } from '@spare-coat/core/measuring/picture/findScreen';
import { straighten } from '@spare-coat/core/measuring/picture/perspective';
import { gradePicture, type GradeReading } from '@spare-coat/core/measuring/picture/pictureGrade';
import { readBar } from '@spare-coat/core/measuring/picture/readBar';
import { readInk } from '@spare-coat/core/measuring/picture/readInk';
import { readRegion } from '@spare-coat/core/measuring/picture/readRegion';
import { readText } from '@spare-coat/core/measuring/picture/readText';
import { sameRegion } from '@spare-coat/core/measuring/picture/sameRegion';
import { sampleColour } from '@spare-coat/core/measuring/picture/sampleColour';
import { samplePicture } from '@spare-coat/core/measuring/picture/samplePicture';
import { lettersOn } from '@spare-coat/core/measuring/type/lettersOn';
import { decode, encode } from 'fast-png';
import type { CallName, PixelsAnswer, PixelsAsk, PixelsCalls } from './pixels.messages';

/**
 * Owns decoded pixels by SHA-256 and answers all instruments. The server has normalised every picture to an 8-bit
 * sRGB PNG, so that what is measured here is the same everywhere and never passes through a canvas.
 */

/** So many pictures stay decoded: 40 megapixels are 160 MB. */
const KEPT = 4;
const kept = new Map<string, Promise<Pixels>>();
/** Of fetching and decoding, the share that fetching takes; decoding cannot tell how far it is. */
const FETCHING = 0.6;

type Progress = (share: number) => void;

function load(sha: string, progress: Progress): Promise<Pixels> {
  const known = kept.get(sha);
  if (known) {
    kept.delete(sha);
    kept.set(sha, known);
    return known;
  }
  const pixels = fetchPixels(sha, progress);
  kept.set(sha, pixels);
  pixels.catch(() => kept.delete(sha));
  const oldest = kept.keys().next().value;
  if (kept.size > KEPT && oldest !== undefined) kept.delete(oldest);
  return pixels;
}

async function fetchPixels(sha: string, progress: Progress): Promise<Pixels> {
  const response = await fetch(`/api/blobs/${sha}`);
  if (!response.ok || !response.body) throw new Error('The picture could not be fetched from the server.');
  const total = Number(response.headers.get('Content-Length') ?? 0);
  const pieces: Uint8Array[] = [];
  let size = 0;
  const reader = response.body.getReader();
  for (let next = await reader.read(); !next.done; next = await reader.read()) {
    pieces.push(next.value);
    size += next.value.length;
    if (total > 0) progress((FETCHING * size) / total);
  }
  const bytes = new Uint8Array(size);
  let at = 0;
  for (const piece of pieces) {
    bytes.set(piece, at);
    at += piece.length;
  }
  const png = decode(bytes);
  return {
    width: png.width,
    height: png.height,
    data: toRgba(png.data, png.channels, png.width * png.height),
  };
}

function toRgba(data: ArrayLike<number>, channels: number, n: number): Uint8Array {
  if (channels === 4 && data instanceof Uint8Array) return data;
  const out = new Uint8Array(n * 4);
  const grey = channels < 3;
  for (let i = 0, s = 0, t = 0; i < n; i++, s += channels, t += 4) {
    out[t] = nth(data, s);
    out[t + 1] = nth(data, grey ? s : s + 1);
    out[t + 2] = nth(data, grey ? s : s + 2);
    out[t + 3] = channels === 2 ? nth(data, s + 1) : channels === 4 ? nth(data, s + 3) : 255;
  }
  return out;
}

/** What happened to each picture that is kept: worked out once. */
const grades = new WeakMap<Pixels, GradeReading>();
function gradeOf(pixels: Pixels): GradeReading {
  const grade = grades.get(pixels) ?? gradePicture(pixels);
  grades.set(pixels, grade);
  return grade;
}

/** What each picture that is kept was taken apart into: worked out once. */
const aparts = new WeakMap<Pixels, Finding[]>();
function apartOf(pixels: Pixels): Finding[] {
  const found = aparts.get(pixels) ?? takeApart(pixels);
  aparts.set(pixels, found);
  return found;
}

/** What was worn is taken apart too badly to say by it what is not there: on it elements are looked for by their likeness alone. */
const isExact = (pixels: Pixels) => gradeOf(pixels).grade === 'exact';

type Instrument<K extends CallName> = (
  pixels: Pixels,
  ask: PixelsCalls[K]['ask'],
  progress: Progress,
) => PixelsCalls[K]['answer'] | Promise<PixelsCalls[K]['answer']>;

const INSTRUMENTS: { readonly [K in CallName]: Instrument<K> } = {
  load: ({ width, height }) => ({ width, height }),
  grade: gradeOf,
  screen: (pixels) => findScreen(pixels),
  straight: (pixels, { corners, proportion }) => {
    const straight = straighten(pixels, corners, proportion);
    if (!straight.ok) return straight;
    const { width, height, data } = straight.value;
    return ok({ png: encode({ width, height, data, channels: 4, depth: 8 }), width, height });
  },
  apart: apartOf,
  beside: (pixels, { rect }) => readBeside(pixels, rect, apartOf(pixels)),
  strip: (pixels, { rect }) => titleStripOf(pixels, rect),
  region: (pixels, { rect, settle, reach }) => {
    const read = readRegion(pixels, rect, { settle, reach });
    // What was drawn to the pixel stays where it is.
    return settle ? regionByGrade(pixels, read, gradeOf(pixels)) : read;
  },
  bar: (pixels, { rect, settle, reach }) =>
    barByGrade(readBar(pixels, rect, { settle, reach }), gradeOf(pixels)),
  text: (pixels, { rect }) => textByGrade(readText(pixels, rect), gradeOf(pixels)),
  ink: (pixels, { rect }) => inkByGrade(readInk(pixels, rect), gradeOf(pixels)),
  letters: (pixels, { rect }) => {
    const letters = lettersOn(pixels, rect);
    if (!letters.ok) return letters;
    const { width, height, data } = letters.value.pixels;
    return ok({ png: encode({ width, height, data, channels: 4, depth: 8 }), lines: letters.value.lines });
  },
  colour: (pixels, { x, y, side }) => sampleColour(pixels, x, y, side),
  cut: (pixels, { rect }) => {
    const cut = cutOut(pixels, rect);
    const { width, height, data } = cut.pixels;
    return {
      png: encode({ width, height, data, channels: 4, depth: 8 }),
      rect: cut.rect,
      width,
      height,
      removed: cut.removed,
      sample: samplePicture(cut.pixels),
    };
  },
  make: (pixels, { rect, recipes }) => {
    const cut = cutOut(pixels, rect).pixels;
    return recipes.map((recipe) => {
      const made = makePicture(cut, recipe);
      const { width, height, data } = made;
      return {
        png: encode({ width, height, data, channels: 4, depth: 8 }),
        width,
        height,
        sample: samplePicture(made),
      };
    });
  },
  pick: (pixels, { rect, most }) => pickPixels(pixels, rect, most),
  sights: async (own, { reference, asks, areWhole }, progress) =>
    sightAll(await load(reference, progress), own, asks, areWhole && isExact(own), progress),
  pair: async (own, { reference, factor, x, y }, progress) => {
    const other = await load(reference, progress);
    const whole = { x, y, width: other.width * factor, height: other.height * factor };
    const overlap = clip(whole, own.width, own.height);
    if (!overlap) return null;
    const shared = (from: Pixels, part: Span) => {
      const buffer = new SharedArrayBuffer(overlap.width * overlap.height * 4);
      resample(from, part, overlap.width, overlap.height, new Uint8Array(buffer));
      return buffer;
    };
    const onReference = {
      x: (overlap.x - x) / factor,
      y: (overlap.y - y) / factor,
      width: overlap.width / factor,
      height: overlap.height / factor,
    };
    return { own: shared(own, overlap), reference: shared(other, onReference), overlap };
  },
  changed: async (pixels, { other, rects }, progress) => {
    const second = await load(other, progress);
    return rects.map((rect) => !sameRegion(pixels, second, rect));
  },
};

async function answer<K extends CallName>({ id, what, ask, isPhoto }: PixelsAsk<K>): Promise<PixelsAnswer> {
  const progress = (share: number) => postMessage({ id, progress: share } satisfies PixelsAnswer);
  try {
    const pixels = await load(ask.sha, progress);
    if (isPhoto) grades.set(pixels, { ...gradeOf(pixels), grade: 'photographed', isAskew: false });
    const from = performance.now();
    const found = await INSTRUMENTS[what](pixels, ask, progress);
    return { id, ok: true, answer: found, ms: performance.now() - from };
  } catch (error) {
    return { id, ok: false, sentence: (error as Error).message };
  }
}

addEventListener('message', (event: MessageEvent<PixelsAsk>) => {
  void answer(event.data).then((a) => postMessage(a));
});
