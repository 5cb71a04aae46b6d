/** ΔE to closeness: 1 → 1, 5 → 0.8, 10 → 0.5, 25 → 0, straight lines between. */
const DELTA_STEPS: readonly (readonly [number, number])[] = [
  [1, 1],
  [5, 0.8],
  [10, 0.5],
  [25, 0],
];

/** Closeness (0 to 1) of a colour difference in CIEDE2000: 1 up to ΔE 1, none from ΔE 25, straight lines between. */
export function deltaCloseness(delta: number): number {
  let [fromX, fromY] = DELTA_STEPS[0]!;
  if (delta <= fromX) return 1;
  for (const [x, y] of DELTA_STEPS.slice(1)) {
    if (delta <= x) return fromY + ((delta - fromX) / (x - fromX)) * (y - fromY);
    [fromX, fromY] = [x, y];
  }
  return 0;
}
