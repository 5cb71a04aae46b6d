import type { TrialRow } from '../../model/coat/rows.js';
import type { HostProfile } from '../../model/host/profile.js';
import type { Survey } from '../../model/host/survey.js';
import type { CoatState, ElementState } from '../matching/evaluate.js';
import type { TraitScore } from '../matching/score.js';
import { partOf, type MatchContext } from '../matching/targets.js';
import type { Part } from '../../model/parts/part.js';
import type { TraitValue } from '../../model/traits/value.js';

/** What findings look at. */
export interface FindingContext {
  readonly ctx: MatchContext & { readonly host: HostProfile };
  readonly state: CoatState;
  /** The newest survey, where there is one. */
  readonly survey: Survey | null;
  readonly trials: readonly TrialRow[];
  /** ISO date. */
  readonly today: string;
  /** Pixels of the wallpaper by variant, as `#rrggbb`, evenly picked; none where it cannot be seen. */
  readonly wallpaper: Readonly<Record<string, readonly string[]>>;
  /** By element that lies on the bare desktop, and by variant: the pixels of the chosen wallpaper under it, likewise. */
  readonly beneath?: Readonly<Record<string, Readonly<Record<string, readonly string[]>>>>;
}

/** Elements that will be seen as matched: not those left alone. */
export function seenElements({ state }: FindingContext): ElementState[] {
  return state.elements.filter((e) => e.standing !== 'left alone');
}

/** The score of a trait in the first variant that has it. */
export function scoreOf(element: ElementState, trait: string): TraitScore | null {
  for (const variant of Object.values(element.perVariant)) {
    const score = variant.traits.find((t) => t.target.spec.id === trait);
    if (score) return score;
  }
  return null;
}

/** What will be seen of a trait; null where nobody can tell. */
export function actualOf(element: ElementState, trait: string): TraitValue | null {
  return scoreOf(element, trait)?.actual ?? null;
}

/** A part that is chosen, with the elements it serves. */
export interface ChosenPart {
  readonly part: Part;
  readonly elements: readonly string[];
}

/** The parts that chosen layers come of; those of gaps and of what is left alone are not counted. */
export function chosenParts({ ctx }: FindingContext): ChosenPart[] {
  const found = new Map<string, { part: Part; elements: Set<string> }>();
  for (const layer of Object.values(ctx.rows.layer)) {
    const match = ctx.rows.match[layer.matchId];
    if (!match || match.said === 'gap' || match.said === 'left alone') continue;
    const part = partOf(ctx, layer);
    if (!part) continue;
    const known = found.get(part.id) ?? { part, elements: new Set<string>() };
    known.elements.add(match.elementId);
    found.set(part.id, known);
  }
  return [...found.values()]
    .map(({ part, elements }) => ({ part, elements: [...elements] }))
    .sort((a, b) => (a.part.name < b.part.name ? -1 : 1));
}
