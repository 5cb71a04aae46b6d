import * as yup from 'yup';

/** What the person will not accept. */
export interface Limits {
  /** No part that costs money. */
  readonly free: boolean;
  /** Only parts under a free licence. */
  readonly openLicence: boolean;
  /** No part that needs an account. */
  readonly noAccount: boolean;
  /** Nothing that needs administrator rights to install. */
  readonly noAdmin: boolean;
  /** Only parts whose author or users say that they work on this version. */
  readonly tested: boolean;
  /** Megabytes of extra memory in all, or null. */
  readonly memory: number | null;
  /** Years since the last release, or null. */
  readonly age: number | null;
  /** New sessions and restarts in all, or null. */
  readonly breaks: number | null;
}

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

const flag = yup.boolean().strict().required();
const most = (n: number) => yup.number().strict().min(0).max(n).nullable().defined();

export const limitsSchema = yup
  .object({
    free: flag,
    openLicence: flag,
    noAccount: flag,
    noAdmin: flag,
    tested: flag,
    memory: most(1_000_000),
    age: most(100),
    breaks: most(99).test(
      'whole',
      'A number of new sessions is whole.',
      (n) => n == null || Number.isInteger(n),
    ),
  })
  .noUnknown()
  .required() as unknown as yup.Schema<Limits>;
