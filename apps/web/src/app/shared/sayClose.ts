/** Closeness (0–1) as people read it: whole points, or a dash where nothing is scored. */
export function sayClose(closeness: number | null | undefined): string {
  return closeness === null || closeness === undefined ? '–' : String(Math.round(closeness * 100));
}
