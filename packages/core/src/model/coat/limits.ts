import { flag, number, shape, type Of } from '../../ground/shape/shape.js';

/** A number that nothing goes over, or null: no limit. */
const most = (n: number) => number(0, n).nullable();

/** What the person will not accept. */
export const limitsSchema = shape({
  /** No part that costs money. */
  free: flag(),
  /** Only parts under a free licence. */
  openLicence: flag(),
  /** No part that needs an account. */
  noAccount: flag(),
  /** Nothing that needs administrator rights to install. */
  noAdmin: flag(),
  /** Only parts whose author or users say that they work on this version. */
  tested: flag(),
  /** Megabytes of extra memory in all, or null. */
  memory: most(1_000_000),
  /** Years since the last release, or null. */
  age: most(100),
  /** New sessions and restarts in all, or null. */
  breaks: most(99).integer('A number of new sessions is whole.'),
});
export type Limits = Of<typeof limitsSchema>;

export const NO_LIMITS: Limits = {
  free: false,
  openLicence: false,
  noAccount: false,
  noAdmin: false,
  tested: false,
  memory: null,
  age: null,
  breaks: null,
};

export type LimitId = keyof Limits;

/** The limits in the order in which they are told, each as a person says it. */
export const LIMIT_LABELS: Readonly<Record<LimitId, string>> = {
  free: 'No paid parts',
  openLicence: 'Free licences only',
  noAccount: 'No accounts',
  noAdmin: 'No administrator rights',
  tested: 'Nothing untested on this version',
  memory: 'Extra memory at most',
  age: 'No part older than',
  breaks: 'New sessions at most',
};
export const LIMIT_IDS = Object.keys(LIMIT_LABELS) as readonly LimitId[];

/** Limits that hold something back; the others are not set. */
export function limitsSet(limits: Limits): LimitId[] {
  return LIMIT_IDS.filter((id) => limits[id] !== NO_LIMITS[id]);
}
