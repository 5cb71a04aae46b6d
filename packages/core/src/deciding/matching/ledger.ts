import { matchOf } from '../../model/coat/rows.js';
import { sayDifference, sayValue } from '../../model/traits/say.js';
import type { CoatState, ElementState } from './evaluate.js';
import type { ElementScore, TraitScore } from './score.js';
import type { Standing } from './standing.js';
import { labelOf, type MatchContext } from './targets.js';

/** One line of the gap ledger. */
export interface LedgerLine {
  readonly state: ElementState;
  readonly standing: Standing;
  /** 1 − closeness. */
  readonly missing: number;
  /** Weight times what is missing: what this line costs the coat. */
  readonly loss: number;
  /** The traits that cost most, in words. */
  readonly reasons: readonly string[];
  /** What the person said of it: why a gap, what is lost. */
  readonly said: string;
  readonly note: string;
}

/** So many reasons tell the story; the details tell the rest. */
const REASONS = 2;

/** One trait that is off, in words: `Thickness 34 px for 42 px (at most 34)`. */
export function sayShortfall(score: TraitScore): string {
  const { spec, value } = score.target;
  const label = labelOf(score.target);
  if (score.actual === null) return `${label} unknown`;
  const off = sayDifference(spec.type, score.actual, value);
  const bound =
    score.bound && score.bound !== 'as the host is now' && score.bound !== off ? ` (${score.bound})` : '';
  if (spec.type === 'order' || spec.type === 'palette') return `${label}: ${off}${bound}`;
  return `${label} ${sayValue(spec.type, score.actual)} for ${sayValue(spec.type, value)}${bound}`;
}

/** What keeps an element from its targets, dearest first, in words: the traits that cost most, and what nobody has told. */
export function shortfallsOf({ traits, untold }: ElementScore, most = REASONS): string[] {
  const off = traits
    .filter((s) => s.credit < 0.995)
    .sort((a, b) => b.target.weight * (1 - b.credit) - a.target.weight * (1 - a.credit))
    .slice(0, most)
    .map(sayShortfall);
  const open = untold.map(({ spec }) => spec.label.toLowerCase());
  return open.length === 0 ? off : [...off, `nobody has told ${open.join(', ')}`];
}

/** All elements that are open, near, stand-in or gap, dearest first. */
export function ledgerOf(ctx: MatchContext, coat: CoatState): LedgerLine[] {
  const lines: LedgerLine[] = [];
  for (const state of coat.elements) {
    if (state.standing === 'matched' || state.standing === 'left alone') continue;
    const match = matchOf(ctx.rows, state.element.id);
    const missing = state.closeness === null ? 1 : 1 - state.closeness;
    const [score] = Object.values(state.perVariant);
    const reasons = score ? shortfallsOf(score) : [];
    if (state.closeness === null) reasons.unshift('Nothing measured or typed yet');
    else if (state.standing === 'open' && !match?.said && !reasons.length) reasons.push('Nothing chosen yet');
    const said = state.standing === 'stand-in' ? (match?.lost ?? '') : (match?.reason ?? '');
    lines.push({
      state,
      standing: state.standing,
      missing,
      loss: state.element.weight * missing,
      reasons,
      said,
      note: match?.note ?? '',
    });
  }
  return lines.sort((a, b) => b.loss - a.loss || a.state.element.position - b.state.element.position);
}
