/** The two-sided 95 % quantile of the standard normal distribution. */
export const Z_95 = 1.959964;

/**
 * The lower bound of the Wilson score interval of a share: what share of all would be for it at the least, given that so many
 * of so few were. It makes one vote of one weigh less than nine of ten.
 *
 * Source: E. B. Wilson, "Probable inference, the law of succession, and statistical inference", Journal of the American
 * Statistical Association 22 (1927); without continuity correction, as in R. G. Newcombe, Statistics in Medicine 17 (1998),
 * method 3.
 *
 * @param yes votes for it, 0 to `all`
 * @param all votes
 * @param z quantile of the standard normal distribution
 * @returns 0 to 1; null where nobody has voted, which is no rank
 */
export function wilsonLower(yes: number, all: number, z = Z_95): number | null {
  if (all <= 0) return null;
  const share = yes / all;
  const z2 = z * z;
  const middle = share + z2 / (2 * all);
  const half = z * Math.sqrt((share * (1 - share) + z2 / (4 * all)) / all);
  // None of them is a share of exactly none; the rest is kept from leaving its range by the last digit.
  return yes === 0 ? 0 : Math.max(0, (middle - half) / (1 + z2 / all));
}
