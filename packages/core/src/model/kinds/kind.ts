import { valueProblem, type TraitType } from '../traits/value.js';

export const IMPORTANCES = ['must', 'should', 'nice', 'ignored'] as const;
export type Importance = (typeof IMPORTANCES)[number];

/** How much a trait weighs inside its element. */
export const IMPORTANCE_WEIGHT: Readonly<Record<Importance, number>> = {
  must: 4,
  should: 2,
  nice: 1,
  ignored: 0,
};

/** The groups of the spine, in its order. */
export const KIND_GROUPS = [
  'Layout',
  'On the bars',
  'Launcher',
  'Windows',
  'Pictures',
  'Type',
  'Terminal',
  'Motion',
  'Keys and pointer',
  'Sounds and applications',
] as const;
export type KindGroup = (typeof KIND_GROUPS)[number];

/**
 * What of a reading fills a trait by itself. `colour:n` is the n-th dominant colour, from 0; `bar` and `text` are what
 * the instruments for bars and for type tell, where they tell it.
 */
export type ReadFrom =
  | 'edge'
  | 'thickness'
  | 'edgeShare'
  | 'margin'
  | 'alignment'
  | 'width'
  | 'height'
  | 'ink'
  | 'main'
  | 'palette'
  | 'picture'
  | `colour:${number}`
  | 'bar:cornerRadius'
  | 'bar:opacity'
  | 'bar:itemSize'
  | 'bar:spacing'
  | 'bar:padding'
  | 'text:xHeight'
  | 'text:capHeight'
  | 'text:figures'
  | 'beside:place'
  | 'beside:titlePlace'
  | 'beside:side'
  | 'beside:cornerRadius'
  | 'beside:beneath';

/** One property that elements of a kind have. */
export interface TraitSpec {
  readonly id: string;
  readonly label: string;
  readonly type: TraitType;
  readonly importance: Importance;
  /** What to look for, in a sentence. */
  readonly help: string;
  /** The values of a choice. */
  readonly choices?: readonly string[];
  /** The item names that an order is usually made of, for suggestions. */
  readonly items?: readonly string[];
  /** The roles of a palette's colours, where they are not just the fullest ones. */
  readonly roles?: readonly string[];
  /** Partial credit of a choice: target → actual → 0–1. */
  readonly credit?: Readonly<Record<string, Readonly<Record<string, number>>>>;
  readonly reads?: ReadFrom;
  /** The trait of the same kind whose lines it counts: where that one is known, so is this. */
  readonly linesOf?: string;
  /** Another trait of the same kind that says how opaque this colour is. */
  readonly opacityTrait?: string;
  /** A trait that usually differs between light and dark, so that it is kept per variant when measured. */
  readonly perVariant?: boolean;
}

/**
 * One sort of element: plain data. To add a kind, add it to the folder of its group; everything else (reading, typing,
 * ranking, planning, drawing, the interface) follows from what stands there.
 */
export interface Kind {
  readonly id: string;
  readonly label: string;
  readonly group: KindGroup;
  readonly help: string;
  /** What people call it beside its label: words by which it is looked for. */
  readonly words?: string;
  /** Default weight of an element, 1 to 5. */
  readonly weight: number;
  readonly traits: readonly TraitSpec[];
}

/** What is wrong with a value for a trait, or null. */
export function specProblem(spec: TraitSpec, value: unknown): string | null {
  const problem = valueProblem(spec.type, value);
  if (problem) return `${spec.label}: ${problem}`;
  if (spec.choices && !spec.choices.includes(value as string))
    return `${spec.label}: one of ${spec.choices.join(', ')}.`;
  return null;
}
