import type { Locator, Page } from '@playwright/test';

/** How long frames took, in milliseconds. */
export interface Frames {
  readonly count: number;
  readonly p95: number;
  readonly longest: number;
}

/** Scrolls through something by a step with every frame, and times the frames from one to the next. */
export async function framesWhileScrolling(
  what: Locator,
  { seconds = 3, step = 60, sideways = 0 }: { seconds?: number; step?: number; sideways?: number } = {},
): Promise<Frames> {
  const times = await what.evaluate(
    (element, how) =>
      new Promise<number[]>((done) => {
        const taken: number[] = [];
        let before = performance.now();
        const until = before + how.seconds * 1000;
        const next = () => {
          const now = performance.now();
          taken.push(now - before);
          before = now;
          element.scrollBy(how.sideways, how.step);
          if (now < until) requestAnimationFrame(next);
          else done(taken.slice(1));
        };
        requestAnimationFrame(next);
      }),
    { seconds, step, sideways },
  );
  const sorted = [...times].sort((a, b) => a - b);
  return {
    count: times.length,
    p95: Math.round(10 * sorted[Math.floor(sorted.length * 0.95)]!) / 10,
    longest: Math.round(10 * sorted.at(-1)!) / 10,
  };
}

/** From now on keeps the tasks that hold the page up for more than 50 ms. @returns those since the last question, in milliseconds */
export async function longTasks(page: Page): Promise<() => Promise<number[]>> {
  await page.evaluate(() => {
    const kept: number[] = [];
    Object.assign(window, { keptTasks: kept });
    new PerformanceObserver((list) =>
      kept.push(...list.getEntries().map((e) => Math.round(e.duration))),
    ).observe({
      type: 'longtask',
    });
  });
  return () => page.evaluate(() => (window as unknown as { keptTasks: number[] }).keptTasks.splice(0));
}

/** What is measured is told beside the tests' results. */
export const tell = (line: string): void => console.log(`    ${line}`);
