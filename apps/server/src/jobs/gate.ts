/**
 * Lets so many through at a time; the others wait in their order.
 *
 * @returns runs `work` when it is its turn; rejects with `full()` where too many wait already
 */
export function gate(
  most: number,
  mostWaiting: number,
  full: () => Error,
): <T>(work: () => Promise<T>) => Promise<T> {
  let inside = 0;
  const waiting: (() => void)[] = [];
  return async (work) => {
    if (inside >= most) {
      if (waiting.length >= mostWaiting) throw full();
      await new Promise<void>((resolve) => waiting.push(resolve));
    } else inside++;
    try {
      return await work();
    } finally {
      // Whoever is next takes over the place.
      const next = waiting.shift();
      if (next) next();
      else inside--;
    }
  };
}
