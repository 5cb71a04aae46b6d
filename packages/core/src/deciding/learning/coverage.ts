import type { CoatRows } from '../../model/coat/rows.js';
import { findKind } from '../../model/kinds/registry.js';
import { IMPORTANCE_WEIGHT } from '../../model/kinds/kind.js';
import type { Target } from './described.js';
import { specOf } from './targets.js';

/** Which traits are given by choosing a theme of a sort, by kind. */
const BY_THEME: Readonly<Record<string, readonly string[]>> = {
  'icon-set': ['list:icon set'],
  pointer: ['list:pointer set'],
  'sound-theme': ['list:sound theme'],
  controls: ['list:control theme'],
  frame: ['list:window theme'],
  'window-buttons': ['list:window theme'],
};

/** A trait of the coat that nothing learnt so far can set. */
export interface Missing {
  readonly element: string;
  readonly kind: string;
  readonly target: Target;
  readonly label: string;
  /** How much it counts for: the element's weight times the trait's. */
  readonly weight: number;
}

/** How much of a coat a desktop can set. */
export interface Coverage {
  readonly all: number;
  readonly settable: number;
  /** What it cannot, what counts most first. */
  readonly missing: readonly Missing[];
}

/**
 * How many of a coat's traits can be set by settings that were learnt, or are given by a theme that can be chosen. Traits that are ignored,
 * and those of extras, do not count.
 */
export function coverageOf(rows: CoatRows, targets: ReadonlySet<Target>): Coverage {
  const missing: Missing[] = [];
  const seen = new Set<string>();
  for (const row of Object.values(rows.trait)) {
    const element = rows.element[row.elementId];
    const kind = element && findKind(element.kind);
    const target = `${element?.kind ?? ''}.${row.trait}`;
    const spec = specOf(target);
    const once = `${row.elementId} ${row.trait}`;
    if (!element || !kind || !spec || element.addition || seen.has(once)) continue;
    const importance = element.rules[row.trait]?.importance ?? spec.importance;
    const weight = IMPORTANCE_WEIGHT[importance] * element.weight;
    if (weight === 0) continue;
    seen.add(once);
    const isGiven = targets.has(target) || (BY_THEME[element.kind] ?? []).some((list) => targets.has(list));
    if (!isGiven)
      missing.push({ element: element.name, kind: kind.label, target, label: spec.label, weight });
  }
  const all = seen.size;
  return {
    all,
    settable: all - missing.length,
    missing: missing.sort((a, b) => b.weight - a.weight),
  };
}

/** A target in words: “Clock: format”. */
export function sayTarget(target: Target): string {
  if (target === 'variants') return 'Switch between light and dark';
  if (target.startsWith('list:')) return `Choice of the ${target.slice('list:'.length)}`;
  const kind = findKind(target.split('.')[0] ?? '');
  const spec = specOf(target);
  return kind && spec ? `${kind.label}: ${spec.label.toLowerCase()}` : target;
}
