import type { Fit } from '../../model/parts/fit.js';
import type { Offer } from '../../model/offers/offer.js';
import type { Part } from '../../model/parts/part.js';
import type { Bar } from '../matching/barred.js';

/** The choice as plain numbers: parts by index, elements with what can carry them. Limits are laid on it afterwards. */
export interface Instance {
  readonly parts: readonly InstancePart[];
  readonly elements: readonly InstanceElement[];
  /** Places of each exclusive surface. */
  readonly surfaces: Readonly<Record<string, number>>;
  /** Indices of parts that additions need, whatever is chosen for the elements. */
  readonly wanted: readonly number[];
}

export interface InstancePart {
  readonly part: Part;
  readonly fit: Fit | null;
  /** What each limit would say of it. */
  readonly bars: readonly (Bar & { readonly least?: number })[];
  /** Why it cannot be taken whatever the limits are; null where nothing speaks against it. */
  readonly barred: string | null;
  /** What it costs in closeness of the coat (0 to 1), beside its break: being one more thing, and its risks. */
  readonly cost: number;
  readonly memory: number;
  /** New sessions or restarts until it can be used, by itself. */
  readonly breaks: number;
  /** For each need, the parts of which one has to be there. */
  readonly needs: readonly (readonly number[])[];
  readonly excludes: readonly number[];
  readonly holds: readonly string[];
  readonly isLook: boolean;
}

/** A setting and the value it is given: two uses of one key with different values cannot both be had. */
export interface Use {
  readonly key: string;
  readonly value: string;
}

export interface InstanceElement {
  readonly id: string;
  readonly name: string;
  /** Its share of the coat's closeness: weight over the sum of weights. */
  readonly share: number;
  /** Ids of the traits that count. */
  readonly traits: readonly string[];
  readonly bases: readonly Base[];
  readonly overlays: readonly Overlay[];
  /** What was chosen by hand, which stays unless it is released; null where nothing was. */
  readonly locked: Locked | null;
}

/** In which states of the host something holds: −1 without a whole look, else the index of the look that is installed. */
export type LookState = number;

/** What an offer gives an element, whether as its base or laid over one. */
export interface Source {
  /** `part id@offer`, `host@offer`, or empty for the host as it is. */
  readonly key: string;
  /** Index of its part; −1 for the host's own. */
  readonly part: number;
  readonly offer: Offer | null;
  /** By trait: the closeness of the element that comes of it, 0 to 1; null for what it does not supply (overlays alone). */
  readonly gains: readonly (number | null)[];
  /** By trait: the setting that it takes. */
  readonly uses: readonly (Use | null)[];
  /** New sessions until what is chosen or set by it shows, after its part can be used: 0 or 1. */
  readonly breaks: number;
}

export interface Base extends Source {
  readonly states: readonly LookState[];
  /** The list in which it is chosen. */
  readonly chosen: Use | null;
  /** Whether other offers can lie over it: not over what stands in place of the host's own thing. */
  readonly open: boolean;
}

export interface Overlay extends Source {
  /** By trait: it cannot be told off, since it has no setting. */
  readonly fixed: readonly boolean[];
}

export interface Locked {
  readonly parts: readonly number[];
  /** One for each state, the same layers in all. */
  readonly bases: readonly Base[];
}

/** What is taken: the parts, and for each element its base and what lies over it, trait by trait. */
export interface Selection {
  readonly parts: ReadonlySet<number>;
  readonly elements: readonly Chosen[];
}

export interface Chosen {
  readonly base: Base;
  /** By trait: the overlay that gives it, or null for the base. */
  readonly over: readonly (Overlay | null)[];
}

/** The overlays that a choice uses, each once, with the indices of their traits. */
export function overlaysOf(chosen: Chosen): Map<Overlay, number[]> {
  const used = new Map<Overlay, number[]>();
  chosen.over.forEach((o, t) => {
    if (o) used.set(o, [...(used.get(o) ?? []), t]);
  });
  return used;
}

/** Closeness of an element under a choice, 0 to 1. */
export function valueOf(chosen: Chosen): number {
  let sum = 0;
  for (let t = 0; t < chosen.over.length; t++) sum += (chosen.over[t] ?? chosen.base).gains[t] ?? 0;
  return sum;
}

/** Closeness of the coat under a selection, 0 to 1. */
export function closenessOf(instance: Instance, selection: Selection): number {
  return selection.elements.reduce((sum, c, i) => sum + instance.elements[i]!.share * valueOf(c), 0);
}

/** The settings that a choice takes for itself: those of its layers, trait by trait, and the one by which it is chosen in a list. */
export function usesOf(chosen: Chosen): Use[] {
  const uses = chosen.over.flatMap((o, t) => (o ?? chosen.base).uses[t] ?? []);
  return chosen.base.chosen ? [...uses, chosen.base.chosen] : uses;
}
