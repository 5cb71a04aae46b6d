import { percent } from '../../ground/percent.js';
import type { CoatState, ElementState } from './evaluate.js';

/** Why what is proven stands above what is chosen. Each list begins with what counts most. */
export interface ProvenAbove {
  /** Elements of which nothing was seen yet, and that promise less than what is proven. */
  readonly unseen: readonly ElementState[];
  /** Elements that were seen nearer than they promise, as far as they were seen. */
  readonly nearer: readonly ElementState[];
}

/** Whole points: what is told. */
const points = (share: number) => Math.round(share * 100);

/**
 * What is proven counts only what was seen, so that it may stand above what is chosen: this tells why it does.
 *
 * @returns null where it does not, in whole points
 */
export function provenAbove({ elements, chosen, proven }: CoatState): ProvenAbove | null {
  if (chosen === null || proven === null || points(proven) <= points(chosen)) return null;
  const counted = elements.filter((e) => e.closeness !== null && e.standing !== 'left alone');
  const lost = (e: ElementState) => e.element.weight * (proven - (e.closeness ?? 0));
  const gained = (e: ElementState) => e.element.weight * ((e.proven ?? 0) - (e.closeness ?? 0));
  return {
    unseen: counted.filter((e) => e.proven === null && lost(e) > 0).sort((a, b) => lost(b) - lost(a)),
    nearer: counted.filter((e) => e.proven !== null && gained(e) > 0).sort((a, b) => gained(b) - gained(a)),
  };
}

/** So many elements are named, and the others counted. */
const NAMED = 3;

function names(elements: readonly ElementState[], told: (e: ElementState) => string): string {
  const first = elements.slice(0, NAMED).map(told);
  const more = elements.length - first.length;
  return more > 0 ? `${first.join(', ')} and ${more} more` : first.join(', ');
}

/** The same in words; empty where there is nothing to explain. */
export function sayProvenAbove(coat: CoatState): string {
  const why = provenAbove(coat);
  if (!why) return '';
  const { unseen, nearer } = why;
  const sentences = [
    unseen.length > 0 &&
      `Not seen yet, and promised lower: ${names(unseen, (e) => `${e.element.name} (${percent(e.closeness)})`)}.`,
    nearer.length > 0 &&
      `Seen nearer than promised, as far as seen: ${names(
        nearer,
        (e) => `${e.element.name} (${percent(e.proven)} for ${percent(e.closeness)})`,
      )}.`,
  ];
  return ['It stands above what is chosen.', ...sentences.filter((s) => s !== false)].join(' ');
}
