import { takeApart, type FoundKind } from '@spare-coat/core/measuring/apart/takeApart';
import { overlap, sameness, type Rect } from '@spare-coat/core/measuring/picture/rect';
import sharp from 'sharp';
import { pixelsOf } from '../accuracy.js';
import type { Figure } from '../../figure.js';
import { drawnLayouts, type DrawnLayout } from './drawn.js';
import { graded, type GradeName } from './grades.js';

const LAYOUTS = 60;
const FIRST = Number(process.env['HARD_SEED'] ?? 1);
/** What covers so much of what it and the truth cover together is right. */
const OVERLAP = 0.8;
/** What other windows hide more of than this need not be found. */
const HIDDEN = 0.4;

/** What is counted, and what findings count for it. */
const COUNTED: Readonly<Record<string, readonly FoundKind[]>> = {
  bar: ['bar', 'dock'],
  window: ['window'],
  title: ['title'],
  buttons: ['buttons'],
  clock: ['clock'],
  launcher: ['launcher'],
};

interface Counts {
  right: number;
  missed: number;
  extra: number;
}
const f1 = ({ right, missed, extra }: Counts) => (2 * right) / Math.max(1, 2 * right + missed + extra);

let drawn: Promise<DrawnLayout[]> | null = null;
const layouts = () => (drawn ??= drawnLayouts(Array.from({ length: LAYOUTS }, (_, i) => FIRST + i)));

/** F1 over what is found on desktops that a browser laid out, of one grade. */
async function found(
  id: string,
  grade: GradeName,
  say: (line: string) => void,
  each: (line: string) => void,
): Promise<Figure> {
  const counts = new Map(Object.keys(COUNTED).map((what) => [what, { right: 0, missed: 0, extra: 0 }]));
  for (const { png, layout, boxes } of await layouts()) {
    const { pixels, place } = await graded(png, grade, layout.seed);
    const findings = takeApart(pixels);
    for (const [what, kinds] of Object.entries(COUNTED)) {
      const of = counts.get(what)!;
      const left = findings.filter((f) => kinds.includes(f.what)).map((f) => f.rect);
      const nearest = (truth: Rect) =>
        left.reduce(
          (best, r, k) => (best < 0 || sameness(r, truth) > sameness(left[best]!, truth) ? k : best),
          -1,
        );
      boxes.forEach((box, i) => {
        if (box.told.what !== what) return;
        const hidden = boxes
          .slice(i + 1)
          .filter((b) => b.told.what === 'window')
          .reduce((most, b) => Math.max(most, overlap(b.rect, box.rect)), 0);
        const truth = place(box.rect);
        const best = nearest(truth);
        const isFound = best >= 0 && sameness(left[best]!, truth) >= OVERLAP;
        if (isFound) left.splice(best, 1);
        // What is mostly hidden, or has the colour of what is beside it, is no fault either way.
        if (hidden > HIDDEN * box.rect.width * box.rect.height) return;
        if (box.told.what === 'title' && !box.told.isSeen) return;
        if (isFound) of.right++;
        else {
          of.missed++;
          each(
            `${grade}, desktop ${layout.seed}: ${what} missed at ${Math.round(truth.x)}, ${Math.round(truth.y)}`,
          );
        }
      });
      of.extra += left.length;
      for (const r of left)
        each(`${grade}, desktop ${layout.seed}: ${what} told at ${r.x}, ${r.y} and none there`);
    }
  }
  const all = { right: 0, missed: 0, extra: 0 };
  for (const [what, of] of counts) {
    say(
      `${grade} ${what.padEnd(9)} ${of.right} right, ${of.missed} missed, ${of.extra} too many: F1 ${f1(of).toFixed(3)}`,
    );
    all.right += of.right;
    all.missed += of.missed;
    all.extra += of.extra;
  }
  const value = Math.round(1000 * f1(all)) / 1000;
  return {
    id,
    value,
    unit: `F1 over ${all.right + all.missed} things, ${grade}`,
    against: null,
    ratio: null,
  };
}

type Bench = (say: (line: string) => void, each: (line: string) => void) => Promise<Figure>;
const ofGrade =
  (id: string, grade: GradeName): Bench =>
  (say, each) =>
    found(id, grade, say, each);

/** Milliseconds to take a picture of 3840 by 2160 apart, the median over ten desktops. */
const takeApart4k: Bench = async (say) => {
  const times: number[] = [];
  for (const { png } of (await layouts()).slice(0, 10)) {
    const large = await pixelsOf(
      await sharp(png).resize({ width: 3840, height: 2160, fit: 'fill', kernel: 'nearest' }).png().toBuffer(),
    );
    const before = performance.now();
    takeApart(large);
    times.push(performance.now() - before);
  }
  times.sort((a, b) => a - b);
  say(`from ${Math.round(times[0]!)} to ${Math.round(times.at(-1)!)} ms`);
  return {
    id: 'take-apart-4k',
    value: Math.round(times[times.length >> 1]!),
    unit: 'ms',
    against: null,
    ratio: null,
  };
};

export const APART_FIGURES: Readonly<Record<string, Bench>> = {
  'take-apart': ofGrade('take-apart', 'clean'),
  'take-apart-jpeg': ofGrade('take-apart-jpeg', 'jpeg'),
  'take-apart-reduced': ofGrade('take-apart-reduced', 'reduced'),
  'take-apart-4k': takeApart4k,
};
