import { randomFrom } from '@spare-coat/core/ground/random';
import type { Pixels } from '@spare-coat/core/measuring/picture/pixels';
import { findScreen } from '@spare-coat/core/measuring/picture/findScreen';
import { straighten, type Corners } from '@spare-coat/core/measuring/picture/perspective';
import type { Rect } from '@spare-coat/core/measuring/picture/rect';
import sharp from 'sharp';
import { pixelsOf } from '../accuracy.js';

/** What happens to a picture of a screen before somebody gets it. */
export const GRADES = ['clean', 'jpeg', 'reduced', 'softened', 'photographed'] as const;
export type GradeName = (typeof GRADES)[number];

export interface Graded {
  readonly grade: GradeName;
  readonly pixels: Pixels;
  /** Pixels of this picture for each of the clean one. */
  readonly factor: number;
  /** Where a rectangle of the clean picture lies on this one; of a photo, the box around its four corners. */
  place(rect: Rect): Rect;
  /** Of a photo: where the corners of the screen lie, from the top left one clockwise. */
  readonly corners: readonly { readonly x: number; readonly y: number }[] | null;
}

const scaledBy =
  (factor: number) =>
  ({ x, y, width, height }: Rect): Rect => ({
    x: x * factor,
    y: y * factor,
    width: width * factor,
    height: height * factor,
  });

/** A clean picture, as PNG, in one of the grades. The same seed gives the same picture. */
export async function graded(png: Buffer, grade: GradeName, seed: number): Promise<Graded> {
  const random = randomFrom(seed * 31 + GRADES.indexOf(grade) + 1);
  for (let i = 0; i < 5; i++) random();
  const flat = sharp(png).flatten().removeAlpha();
  const { width, height } = await sharp(png).metadata();
  const as = (pixels: Pixels, factor = 1): Graded => ({
    grade,
    pixels,
    factor,
    place: scaledBy(factor),
    corners: null,
  });
  switch (grade) {
    case 'clean':
      return as(await pixelsOf(await flat.png().toBuffer()));
    case 'jpeg':
      return as(await pixelsOf(await flat.jpeg({ quality: 75 }).toBuffer()));
    case 'reduced': {
      const w = Math.round(width * (0.45 + random() * 0.4));
      const small = flat.resize({ width: w, height: Math.round((height * w) / width), fit: 'fill' });
      const file =
        random() < 0.5 ? await small.png().toBuffer() : await small.jpeg({ quality: 85 }).toBuffer();
      return as(await pixelsOf(file), w / width);
    }
    case 'softened': {
      // A frame of a video: made smaller, packed hard, and made as large again as it was.
      const share = 0.55 + random() * 0.25;
      const small = await flat
        .resize({ width: Math.round(width * share), height: Math.round(height * share), fit: 'fill' })
        .jpeg({ quality: 55 })
        .toBuffer();
      const large = sharp(small).resize({ width, height, fit: 'fill', kernel: 'cubic' });
      return as(await pixelsOf(await large.jpeg({ quality: 80 }).toBuffer()));
    }
    case 'photographed':
      return photographed(await pixelsOf(await flat.png().toBuffer()), random);
  }
}

/**
 * A photo as it is once a person has set it straight: by the corners that are found, or by those that are there, which a hand drags
 * them to. Pictures that are no photos are as they were.
 */
export function setStraight(
  photo: Graded,
  clean: { readonly width: number; readonly height: number },
): Graded {
  if (!photo.corners) return photo;
  const found = findScreen(photo.pixels);
  const straight = straighten(
    photo.pixels,
    found.ok ? found.value : (photo.corners as unknown as Corners),
    clean.width / clean.height,
  );
  if (!straight.ok) return photo;
  const factor = straight.value.width / clean.width;
  return { ...photo, pixels: straight.value, factor, place: scaledBy(factor), corners: null };
}

type Point = { readonly x: number; readonly y: number };

/** The projective map that takes four corners of the unit square to four points, as eight numbers. */
function projection([p0, p1, p2, p3]: readonly [Point, Point, Point, Point]): number[] {
  const dx1 = p1.x - p2.x;
  const dx2 = p3.x - p2.x;
  const sx = p0.x - p1.x + p2.x - p3.x;
  const dy1 = p1.y - p2.y;
  const dy2 = p3.y - p2.y;
  const sy = p0.y - p1.y + p2.y - p3.y;
  const det = dx1 * dy2 - dx2 * dy1;
  const g = (sx * dy2 - dx2 * sy) / det;
  const h = (dx1 * sy - sx * dy1) / det;
  return [
    p1.x - p0.x + g * p1.x,
    p3.x - p0.x + h * p3.x,
    p0.x,
    p1.y - p0.y + g * p1.y,
    p3.y - p0.y + h * p3.y,
    p0.y,
    g,
    h,
  ];
}

/** A photo of a screen: askew, with a cast, darker at its rim, with moire, noise and a little blur, packed. */
async function photographed(clean: Pixels, random: () => number): Promise<Graded> {
  const width = 1600;
  const height = Math.round((width * clean.height) / clean.width);
  const off = () => 0.04 + random() * 0.07;
  const corners: [Point, Point, Point, Point] = [
    { x: off() * width, y: off() * height },
    { x: (1 - off()) * width, y: off() * height },
    { x: (1 - off()) * width, y: (1 - off()) * height },
    { x: off() * width, y: (1 - off()) * height },
  ];
  const m = projection(corners);
  const [a, b, c, d, e, f, g, h] = m as [number, number, number, number, number, number, number, number];
  const to = (u: number, v: number): Point => {
    const w = g * u + h * v + 1;
    return { x: (a * u + b * v + c) / w, y: (d * u + e * v + f) / w };
  };
  const data = new Uint8Array(width * height * 4).fill(255);
  const cast = [0.9 + random() * 0.15, 0.92 + random() * 0.1, 0.85 + random() * 0.2];
  const wave = 0.7 + random() * 1.2;
  // The inverse of the map, by its adjugate.
  const A = [
    e - f * h,
    c * h - b,
    b * f - c * e,
    f * g - d,
    a - c * g,
    c * d - a * f,
    d * h - e * g,
    b * g - a * h,
    a * e - b * d,
  ];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const w = A[6]! * x + A[7]! * y + A[8]!;
      const u = (A[0]! * x + A[1]! * y + A[2]!) / w;
      const v = (A[3]! * x + A[4]! * y + A[5]!) / w;
      const i = (y * width + x) * 4;
      const far = Math.hypot(x / width - 0.5, y / height - 0.5);
      const shade = 1 - 0.35 * far * far;
      const moire =
        1 + 0.03 * Math.sin(wave * (x * 0.9 + y * 0.31)) + 0.02 * Math.sin(wave * 1.3 * (y - x * 0.2));
      for (let k = 0; k < 3; k++) {
        const seen = u < 0 || v < 0 || u >= 1 || v >= 1 ? 26 : bilinear(clean, u, v, k) * moire;
        const noise = (random() + random() + random() - 1.5) * 9;
        data[i + k] = Math.max(0, Math.min(255, seen * cast[k]! * shade + noise));
      }
    }
  const raw = sharp(Buffer.from(data.buffer), { raw: { width, height, channels: 4 } });
  const file = await raw.removeAlpha().blur(0.7).jpeg({ quality: 80 }).toBuffer();
  const place = (rect: Rect): Rect => {
    const at = (x: number, y: number) => to(x / clean.width, y / clean.height);
    const all = [
      at(rect.x, rect.y),
      at(rect.x + rect.width, rect.y),
      at(rect.x, rect.y + rect.height),
      at(rect.x + rect.width, rect.y + rect.height),
    ];
    const x0 = Math.min(...all.map((p) => p.x));
    const y0 = Math.min(...all.map((p) => p.y));
    return {
      x: x0,
      y: y0,
      width: Math.max(...all.map((p) => p.x)) - x0,
      height: Math.max(...all.map((p) => p.y)) - y0,
    };
  };
  return { grade: 'photographed', pixels: await pixelsOf(file), factor: width / clean.width, place, corners };
}

function bilinear({ data, width, height }: Pixels, u: number, v: number, k: number): number {
  const x = Math.min(width - 1.001, Math.max(0, u * width - 0.5));
  const y = Math.min(height - 1.001, Math.max(0, v * height - 0.5));
  const [x0, y0] = [Math.floor(x), Math.floor(y)];
  const [s, t] = [x - x0, y - y0];
  const at = (i: number, j: number) => data[(j * width + i) * 4 + k]!;
  return (
    (at(x0, y0) * (1 - s) + at(x0 + 1, y0) * s) * (1 - t) +
    (at(x0, y0 + 1) * (1 - s) + at(x0 + 1, y0 + 1) * s) * t
  );
}
