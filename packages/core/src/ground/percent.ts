/** A share that is at least one and at most another (0 to 1), in whole percent: both, where they do not read alike. */
export function percentBetween(least: number | null, most: number | null): string {
  const [from, to] = [percent(least), percent(most)];
  return least === null || most === null || from === to ? from : `${from.replace(' %', '')}–${to}`;
}

/** A share (0 to 1) in percent, as a person reads it; a dash where there is none. @param digits behind the point, at most */
export function percent(share: number | null, digits = 0): string {
  if (share === null) return '–';
  const k = 10 ** digits;
  return `${Math.round(share * 100 * k) / k} %`;
}
