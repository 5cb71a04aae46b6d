import { KINDS } from '../../model/kinds/registry.js';
import type { TraitSpec } from '../../model/kinds/kind.js';
import type { Target } from './described.js';

/** A trait of a kind as a target. */
export interface TraitTarget {
  readonly kind: string;
  readonly trait: string;
  readonly target: Target;
  readonly spec: TraitSpec;
}

/** Every trait that a setting may be for. */
export const TRAITS: readonly TraitTarget[] = KINDS.flatMap((kind) =>
  kind.traits.map((spec) => ({ kind: kind.id, trait: spec.id, target: `${kind.id}.${spec.id}`, spec })),
);
const SPECS = new Map(TRAITS.map((t) => [t.target, t.spec]));

export const specOf = (target: Target): TraitSpec | null => SPECS.get(target) ?? null;
