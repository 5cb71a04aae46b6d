import { median } from '@spare-coat/core/ground/statistics';
import type { Figure } from '../../figure.js';
import { hardChecks, type HardCheck } from './checks.js';
import { drawnLayouts } from './drawn.js';
import { graded, GRADES, setStraight } from './grades.js';

/** So many desktops, from a seed that `HARD_SEED` moves. */
const LAYOUTS = 60;
const FIRST = Number(process.env['HARD_SEED'] ?? 1);

const percent = (n: number, of: number) => Math.round((1000 * n) / Math.max(1, of)) / 10;

interface Counts {
  right: number;
  refused: number;
  wrong: number;
}
function count(checks: readonly HardCheck[]): Counts {
  const of: Counts = { right: 0, refused: 0, wrong: 0 };
  for (const { ok, read } of checks) of[ok ? 'right' : read === null ? 'refused' : 'wrong']++;
  return of;
}
const tell = ({ right, refused, wrong }: Counts) =>
  `${right} right, ${refused} refused, ${wrong} wrong: ${percent(right + refused, right + refused + wrong)} % right or refused`;

/**
 * The share of what Study's instruments say of desktops that a browser laid out, regions drawn as by a hand, that is right within its
 * bounds or refused; the lowest over what happened to the pictures.
 */
export async function studyHard(say: (line: string) => void, each: (line: string) => void): Promise<Figure> {
  const drawn = await drawnLayouts(Array.from({ length: LAYOUTS }, (_, i) => FIRST + i));
  let lowest = 100;
  let checked = 0;
  for (const grade of GRADES) {
    const checks: HardCheck[] = [];
    for (const one of drawn) {
      const { width, height, scale } = one.layout;
      const size = { width: width * scale, height: height * scale };
      checks.push(...hardChecks(one, setStraight(await graded(one.png, grade, one.layout.seed), size)));
    }
    const all = count(checks);
    checked += checks.length;
    lowest = Math.min(lowest, percent(all.right + all.refused, checks.length));
    say(`${grade}: ${tell(all)}, ${percent(all.refused, checks.length)} % refused`);
    const lengths = checks.flatMap(({ read, truth, off }) =>
      read === null || off === undefined ? [] : [{ off, holds: Math.abs(read - truth) <= off + 1e-9 }],
    );
    say(
      `  ± holds the truth in ${percent(lengths.filter((l) => l.holds).length, lengths.length)} % of ${lengths.length} lengths, median ± ${median(lengths.map((l) => l.off)) ?? '–'} px`,
    );
    for (const trait of new Set(checks.map((c) => c.trait)))
      say(`  ${trait.padEnd(20)} ${tell(count(checks.filter((c) => c.trait === trait)))}`);
    for (const c of checks)
      if (!c.ok && c.read !== null) each(`${grade}, desktop ${c.seed}: ${c.trait} ${c.read} for ${c.truth}`);
  }
  return {
    id: 'study-hard',
    value: lowest,
    unit: `% right or refused at the lowest, ${checked} questions`,
    against: null,
    ratio: null,
  };
}
