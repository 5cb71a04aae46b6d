/** One line of the benchmark. `ratio`: ours against the other on the same input in the same run; above 1 is better. */
export interface Figure {
  readonly id: string;
  readonly value: number;
  readonly unit: string;
  readonly against: string | null;
  readonly ratio: number | null;
}

export function median(values: number[]): number {
  return [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
}

/** Median milliseconds of several runs after one to warm up. */
export function time(runs: number, work: () => void): number {
  work();
  return median(
    Array.from({ length: runs }, () => {
      const from = performance.now();
      work();
      return performance.now() - from;
    }),
  );
}
