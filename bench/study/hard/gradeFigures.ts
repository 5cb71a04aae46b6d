import { gradePicture, type PictureGrade } from '@spare-coat/core/measuring/picture/pictureGrade';
import type { Figure } from '../../figure.js';
import { drawnLayouts } from './drawn.js';
import { graded, GRADES, type GradeName } from './grades.js';

const LAYOUTS = 60;
const FIRST = Number(process.env['HARD_SEED'] ?? 1);
/** What ours are called by what was done. */
const NAMES: Readonly<Record<GradeName, PictureGrade>> = {
  clean: 'exact',
  jpeg: 'compressed',
  reduced: 'resized',
  softened: 'softened',
  photographed: 'photographed',
};

/** The share of pictures of desktops that a browser laid out of which it is told rightly what happened to them. */
export async function qualityGrade(
  say: (line: string) => void,
  each: (line: string) => void,
): Promise<Figure> {
  const drawn = await drawnLayouts(Array.from({ length: LAYOUTS }, (_, i) => FIRST + i));
  let right = 0;
  let all = 0;
  for (const name of GRADES) {
    let [mine, none] = [0, 0];
    for (const { png, layout } of drawn) {
      const { pixels } = await graded(png, name, layout.seed);
      const { grade, signs } = gradePicture(pixels);
      if (grade === NAMES[name]) mine++;
      else each(`${name}, desktop ${layout.seed}: told ${grade ?? 'nothing'}, ${signs.edges} edges`);
      if (grade === null) none++;
    }
    right += mine;
    all += drawn.length;
    say(`${name}: ${mine} right, ${none} not told, ${drawn.length - mine - none} wrong`);
  }
  return {
    id: 'quality-grade',
    value: Math.round((1000 * right) / all) / 10,
    unit: `% of ${all} pictures graded right`,
    against: null,
    ratio: null,
  };
}
