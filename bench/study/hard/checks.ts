import { colourDifference } from '@spare-coat/core/measuring/colour/ciede2000';
import { contrast, parseHex } from '@spare-coat/core/measuring/colour/srgb';
import { readBar } from '@spare-coat/core/measuring/picture/readBar';
import { readInk } from '@spare-coat/core/measuring/picture/readInk';
import { readRegion, type RegionReading } from '@spare-coat/core/measuring/picture/readRegion';
import type { Rect } from '@spare-coat/core/measuring/picture/rect';
import { lengthOff, sideOff } from '@spare-coat/core/model/coat/lengthOff';
import { randomFrom } from '@spare-coat/core/ground/random';
import { refused, type Result } from '@spare-coat/core/ground/result';
import { BOUNDS } from '../accuracy.js';
import { barByGrade, inkByGrade, isSpoilt, regionByGrade } from '@spare-coat/core/measuring/picture/byGrade';
import { gradePicture, type GradeReading } from '@spare-coat/core/measuring/picture/pictureGrade';
import type { DrawnLayout } from './drawn.js';
import type { Graded } from './grades.js';
import type { Told } from './layout.js';

/** One question to an instrument, of a picture whose truth a browser told. */
export interface HardCheck {
  readonly seed: number;
  readonly grade: string;
  readonly trait: string;
  readonly truth: number;
  /** Null: refused. */
  readonly read: number | null;
  readonly ok: boolean;
  /** By so much what was read may be off, as told with it; of lengths alone. */
  readonly off?: number;
}

/** A view that shows a whole picture is about so wide, and a hand in it so far off at most, in pixels of the view. */
const VIEW = 1100;
const HAND = 7;

/** As a person draws it in the fitted view, and how far the page lets its sides settle then. */
function byHand(rect: Rect, { pixels }: Graded, random: () => number): { rect: Rect; reach: number } {
  const zoom = Math.min(1, VIEW / pixels.width);
  const shift = () => Math.round(((random() - 0.5) * 2 * HAND) / zoom);
  const x0 = Math.max(0, Math.round(rect.x) + shift());
  const y0 = Math.max(0, Math.round(rect.y) + shift());
  const x1 = Math.min(pixels.width, Math.max(x0 + 2, Math.round(rect.x + rect.width) + shift()));
  const y1 = Math.min(pixels.height, Math.max(y0 + 2, Math.round(rect.y + rect.height) + shift()));
  return {
    rect: { x: x0, y: y0, width: x1 - x0, height: y1 - y0 },
    reach: Math.min(40, Math.max(4, Math.ceil(HAND / zoom))),
  };
}

const NONE: Result<number> = refused('plain', 'No side was found.');
const SIDES = ['left', 'top', 'right', 'bottom'] as const;

/** Questions about everything on a picture that a person would draw round. */
export function hardChecks({ layout, boxes }: DrawnLayout, graded: Graded): HardCheck[] {
  const random = randomFrom(layout.seed * 17 + 3);
  for (let i = 0; i < 5; i++) random();
  const checks: HardCheck[] = [];
  const told = gradePicture(graded.pixels);
  const read = (drawn: { rect: Rect; reach: number }) =>
    regionByGrade(
      graded.pixels,
      readRegion(graded.pixels, drawn.rect, { settle: true, reach: drawn.reach }),
      told,
    );
  const check = (
    trait: string,
    truth: number,
    read: number | Result<number>,
    bound: number,
    off?: number,
  ) => {
    const value = typeof read === 'number' ? read : read.ok ? read.value : null;
    checks.push({
      seed: layout.seed,
      grade: graded.grade,
      trait,
      truth,
      read: value,
      ok: value !== null && Math.abs(value - truth) <= bound + 1e-9,
      ...(off === undefined ? {} : { off }),
    });
  };
  const colour = (trait: string, truth: string, read: string | null) => {
    const bound = graded.grade === 'clean' ? BOUNDS.colour : BOUNDS.colourJpeg;
    const off =
      read === null || isSpoilt(told, 'colours') ? null : colourDifference(parseHex(read)!, parseHex(truth)!);
    check(trait, 0, off === null ? NONE : off, bound);
  };
  const sides = (what: string, truth: Rect, { rect, found }: RegionReading) => {
    const at = {
      left: [truth.x, rect.x],
      top: [truth.y, rect.y],
      right: [truth.x + truth.width, rect.x + rect.width],
      bottom: [truth.y + truth.height, rect.y + rect.height],
    } as const;
    for (const side of SIDES)
      check(`${what}: side`, at[side][0], found[side] ? at[side][1] : NONE, BOUNDS.length, sideOff(told));
  };
  const covers = (i: number) =>
    boxes.slice(i + 1).some((b) => b.told.what === 'window' && overlap(b.rect, boxes[i]!.rect));
  const draw = (truth: Rect) => byHand(truth, graded, random);
  boxes.forEach(({ told: box, rect }, i) => {
    const truth = graded.place(rect);
    if (truth.width < 4 || truth.height < 4) return;
    if (box.what === 'bar') {
      const region = read(draw(truth));
      sides('bar', truth, region);
      barChecks(box, truth, graded, told, graded.factor * layout.scale, region, check, colour);
    } else if (['title', 'launcher', 'button'].includes(box.what) && !covers(i)) {
      const region = read(draw(truth));
      sides(box.what, truth, region);
      if (box.what === 'title') colour('title: colour', box.colour, region.colours[0]!.hex);
    } else if (box.what === 'text' && !covers(i) && truth.width > 20) {
      const x = Math.max(0, Math.round(truth.x) - 4);
      const y = Math.max(0, Math.round(truth.y));
      const ink = inkByGrade(
        readInk(graded.pixels, {
          x,
          y,
          width: Math.min(graded.pixels.width - x, Math.round(truth.width) + 8),
          height: Math.min(graded.pixels.height - y, Math.round(truth.height)),
        }),
        told,
      );
      const contrastRead = ink.ok ? ink.value.contrast : ink;
      const real = contrast(parseHex(box.ink)!, parseHex(box.ground)!);
      check('text: contrast', 1, contrastRead.ok ? contrastRead.value / real : contrastRead, BOUNDS.contrast);
    }
  });
  return checks;
}

function overlap(a: Rect, b: Rect): boolean {
  return a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;
}

function barChecks(
  told: Told & { what: 'bar' },
  truth: Rect,
  graded: Graded,
  grade: GradeReading,
  f: number,
  region: RegionReading,
  check: (trait: string, truth: number, read: number | Result<number>, bound: number, off?: number) => void,
  colour: (trait: string, truth: string, read: string | null) => void,
): void {
  const { found } = region;
  const none = NONE;
  // What rests on a side that was not found is told as not measured by the page.
  const upright = told.edge === 'left' || told.edge === 'right';
  const across = upright ? found.left && found.right : found.top && found.bottom;
  const bar = barByGrade(readBar(graded.pixels, region.rect, { settle: false }), grade);
  if (!bar.ok) {
    check('bar: edge', 1, bar, 0);
    return;
  }
  const b = bar.value;
  const { width, height } = graded.pixels;
  const margin = {
    top: truth.y,
    left: truth.x,
    right: width - truth.x - truth.width,
    bottom: height - truth.y - truth.height,
  }[told.edge];
  check('bar: edge', 1, b.edge === told.edge ? 1 : 0, 0);
  const off = lengthOff('thickness', { region, bar: null, text: null, graded: grade }) ?? undefined;
  check(
    'bar: thickness',
    upright ? truth.width : truth.height,
    across ? b.thickness : none,
    BOUNDS.length,
    off,
  );
  check('bar: margin', margin, across ? b.margins.edge : none, BOUNDS.length);
  if (told.isFloating) check('bar: corner radius', told.radius * f, b.cornerRadius, BOUNDS.radius);
  const opacity: Result<number> = b.opacity.ok ? { ok: true, value: b.opacity.value.opacity } : b.opacity;
  if (told.isPlain) {
    check('bar: opacity', told.opacity, opacity, BOUNDS.opacity);
    if (told.opacity === 100) colour('bar: colour', told.colour, b.colour);
    else colour('bar: own colour', told.colour, b.opacity.ok ? b.opacity.value.colour : null);
  }
  check('bar: items', told.items, b.count, BOUNDS.items);
  check('bar: item size', told.itemSize * f, b.itemSize, BOUNDS.length);
  if (told.spacing !== null) check('bar: spacing', told.spacing * f, b.spacing, 2 * BOUNDS.spacing);
}
