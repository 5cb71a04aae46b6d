/** A share (0 to 1) in percent, as a person reads it; a dash where there is none. @param digits behind the point, at most */
export function percent(share: number | null, digits = 0): string {
  if (share === null) return '–';
  const k = 10 ** digits;
  return `${Math.round(share * 100 * k) / k} %`;
}
