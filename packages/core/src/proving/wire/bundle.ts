import type { BundleWhat } from '../bundle/format.js';
import type { Doing } from '../../doing/plan/whatItDoes.js';

/** How something of a bundle stands at the place where it would come to. */
export interface BundleThing {
  readonly name: string;
  readonly version: string;
  /** `new`: nobody has it here; `same`: it is here as it is; `other`: it is here in another form. */
  readonly is: 'new' | 'same' | 'other';
  /** The newest version here, of those that are here in another form. */
  readonly here: string | null;
}

/** What a bundle would bring, and what clashes. */
export interface BundlePreview {
  readonly what: BundleWhat;
  readonly title: string;
  /** The version of the format that it was written in. */
  readonly version: number;
  /** How many of what: elements, pictures and so on. */
  readonly counts: Readonly<Record<string, number>>;
  readonly parts: readonly BundleThing[];
  readonly profile: BundleThing | null;
  /** The coat that it is of, where it is here already. */
  readonly coat: { readonly id: string; readonly name: string; readonly revision: number } | null;
  /** What of it is not here as it is, and would run or write something. */
  readonly does: readonly Doing[];
  /** There are things in it that are not known here: they are kept, and go out again. */
  readonly hasUnknown: boolean;
}
