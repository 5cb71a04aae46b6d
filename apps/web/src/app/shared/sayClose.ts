/** Closeness (0–1) as people read it: whole points, or a dash where nothing is scored. */
export function sayClose(closeness: number | null | undefined): string {
  return closeness === null || closeness === undefined ? '–' : String(Math.round(closeness * 100));
}

/** Closeness that is at least one and at most another (0–1): whole points from one to the other, or one where they say the same. */
export function sayBetween(least: number | null | undefined, most: number | null | undefined): string {
  const [from, to] = [sayClose(least), sayClose(most)];
  return to === '–' || from === to ? from : `${from}–${to}`;
}

/** How closeness changed, in whole points, or a dash where one of the two is not scored. */
export function sayChange(before: number | null, after: number | null): string {
  if (before === null || after === null) return '–';
  const points = Math.round(after * 100) - Math.round(before * 100);
  return points > 0 ? `+${points}` : points < 0 ? `−${-points}` : '0';
}
