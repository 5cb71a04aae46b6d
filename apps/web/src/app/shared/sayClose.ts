/** Closeness (0–1) as people read it: whole points, or a dash where nothing is scored. */
export function sayClose(closeness: number | null | undefined): string {
  return closeness === null || closeness === undefined ? '–' : String(Math.round(closeness * 100));
}

/** How closeness changed, in whole points, or a dash where one of the two is not scored. */
export function sayChange(before: number | null, after: number | null): string {
  if (before === null || after === null) return '–';
  const points = Math.round(after * 100) - Math.round(before * 100);
  return points > 0 ? `+${points}` : points < 0 ? `−${-points}` : '0';
}
