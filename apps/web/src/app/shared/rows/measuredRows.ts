import type { ListRange } from '@angular/cdk/collections';
import type { CdkVirtualScrollViewport, VirtualScrollStrategy } from '@angular/cdk/scrolling';
import { median } from '@spare-coat/core/ground/statistics';
import { distinctUntilChanged, Subject } from 'rxjs';

/** A list of so many rows is drawn whole: then the browser's own search finds everything in it. */
export const WHOLE = 80;
/** So far beyond what is seen rows are drawn, and where so little of it is left, all that are missing at once. Pixels. */
const BUFFER = 700;
const LEAST_BUFFER = 250;
/** So many rows are added and taken away at a time while somebody scrolls: fewer would lay the list out with every frame. */
const A_STEP = 2;
/** So many rows are added in one frame where a list opens, and where it is drawn whole: all at once they would hold the page up. */
const A_FRAME = 4;
const BETWEEN_FRAMES = 20;

/** Where the row is that stands at a place: the last one that begins there or before. */
export function rowAt(tops: Float64Array, place: number): number {
  let [low, high] = [0, Math.max(0, tops.length - 2)];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (tops[middle]! <= place) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** Where each row begins, and at the end where the last one ends. Rows that nobody measured are as high as is guessed. */
export function topsOf(count: number, heights: ReadonlyMap<number, number>, guess: number): Float64Array {
  const tops = new Float64Array(count + 1);
  for (let i = 0; i < count; i++) tops[i + 1] = tops[i]! + (heights.get(i) ?? guess);
  return tops;
}

/**
 * Of a list only what is in view and a little around it is drawn. Rows may be of any height: each is measured when it is drawn, and
 * again when it grows. Where nothing is laid out the first rows are drawn.
 */
export class MeasuredRows implements VirtualScrollStrategy {
  private readonly first = new Subject<number>();
  readonly scrolledIndexChange = this.first.pipe(distinctUntilChanged());
  private viewport: CdkVirtualScrollViewport | null = null;
  private readonly heights = new Map<number, number>();
  private tops: Float64Array = new Float64Array(1);
  private observer: ResizeObserver | null = null;
  /** How much of the list is seen, in pixels; null: to be measured. To ask at each scroll would lay everything out anew. */
  private size: number | null = null;
  /** Height of a row that nobody measured, once some were. */
  private usual: number | null = null;
  /** While a list is drawn whole, how many of its rows are to be shown by now. */
  private wanted = 0;
  private growing: ReturnType<typeof setTimeout> | undefined;

  /**
   * @param guess height of a row before it was drawn. Pixels
   * @param drawn the elements of the rows that are drawn, in order
   * @param nearEnd hears that little is left below what is seen
   * @param placed hears how far what is drawn was moved down, in pixels: what is to stay in sight is moved up as far
   */
  constructor(
    private readonly guess: () => number,
    private readonly drawn: () => readonly HTMLElement[],
    private readonly nearEnd: () => void,
    private readonly placed: (offset: number) => void = () => undefined,
  ) {}

  private height(): number {
    return this.usual ?? this.guess();
  }

  attach(viewport: CdkVirtualScrollViewport): void {
    this.viewport = viewport;
    if (typeof ResizeObserver !== 'undefined') {
      this.observer = new ResizeObserver(() => {
        this.size = null;
        this.measure();
      });
      this.observer.observe(viewport._contentWrapper.nativeElement);
      this.observer.observe(viewport.scrollable.getElementRef().nativeElement);
    }
    this.onDataLengthChanged();
  }
  detach(): void {
    this.observer?.disconnect();
    clearTimeout(this.growing);
    this.viewport = null;
    this.first.complete();
  }
  onContentScrolled(): void {
    this.draw();
  }
  onDataLengthChanged(): void {
    const count = this.viewport?.getDataLength() ?? 0;
    for (const row of this.heights.keys()) if (row >= count) this.heights.delete(row);
    this.place();
  }
  onContentRendered(): void {
    // Whoever watches their sizes tells once they are laid out: to ask now would lay out what is not whole yet.
    if (!this.observer) this.measure();
  }
  onRenderedOffsetChanged(): void {
    // Nothing hangs on it.
  }
  scrollToIndex(index: number, behavior: ScrollBehavior): void {
    this.viewport?.scrollToOffset(this.tops[index] ?? 0, behavior);
  }

  /** Takes the heights of what is drawn; where one is another than before, what stands below it moves. */
  private measure(): void {
    const start = this.viewport?.getRenderedRange().start ?? 0;
    const heights = this.drawn().map((row) => row.getBoundingClientRect().height);
    // The rows that are drawn first tell how high a row usually is.
    const usual = median(heights.filter((height) => height > 0));
    let isOther = this.usual === null && usual !== null;
    this.usual ??= usual;
    heights.forEach((height, i) => {
      if (height === 0 || Math.abs(height - (this.heights.get(start + i) ?? this.height())) < 0.5) return;
      this.heights.set(start + i, height);
      isOther = true;
    });
    if (isOther) this.place();
    else this.draw();
  }

  private place(): void {
    const { viewport } = this;
    if (!viewport) return;
    this.tops = topsOf(viewport.getDataLength(), this.heights, this.height());
    viewport.setTotalContentSize(this.tops.at(-1) ?? 0);
    this.draw(true);
  }

  private draw(isMoved = false): void {
    const { viewport, tops } = this;
    if (!viewport) return;
    const count = viewport.getDataLength();
    const size = this.size ?? viewport.scrollable.measureViewportSize('vertical');
    // Where nobody tells of another size it is measured each time.
    if (this.observer) this.size = size === 0 ? null : size;
    if (size === 0) return this.show(0, Math.min(count, WHOLE));
    const top = viewport.measureScrollOffset('top');
    const bottom = top + size;
    if (count > 0 && bottom + BUFFER >= (tops.at(-1) ?? 0)) this.nearEnd();
    const { start, end } = viewport.getRenderedRange();
    const least = rowAt(tops, bottom + LEAST_BUFFER) + 1;
    if (count <= WHOLE || (top === 0 && start === 0 && end < Math.min(count, least)))
      return this.grow(top === 0 ? this.wanted : Math.max(least, this.wanted), count);
    this.first.next(rowAt(tops, top));
    const reaches =
      end > start &&
      (start === 0 || tops[start]! <= top - LEAST_BUFFER) &&
      (end >= count || tops[end]! >= bottom + LEAST_BUFFER);
    const wanted = {
      start: rowAt(tops, top - BUFFER),
      end: Math.min(count, rowAt(tops, bottom + BUFFER) + 1),
    };
    if (!reaches) return this.show(wanted.start, wanted.end);
    // What is drawn begins elsewhere by now.
    if (isMoved) this.show(start, Math.min(end, count));
    this.creep(wanted, count);
  }

  /** Goes a few rows towards a range before it is needed: all of its new rows at once would hold a frame up. */
  private creep(wanted: ListRange, count: number): void {
    const { start, end } = this.viewport!.getRenderedRange();
    const lacks = (rows: number, isLast: boolean) => rows >= A_STEP || (isLast && rows > 0);
    if (!lacks(wanted.end - end, wanted.end === count) && !lacks(start - wanted.start, wanted.start === 0))
      return;
    const step = (from: number, to: number) => from + Math.max(-A_STEP, Math.min(A_STEP, to - from));
    this.show(step(start, wanted.start), step(end, wanted.end));
  }

  /** Shows the first rows, at least so many, and in the frames that follow the others, as far as they are to be drawn. */
  private grow(least: number, count: number): void {
    const { viewport } = this;
    if (!viewport) return;
    const { start, end } = viewport.getRenderedRange();
    const shown = start === 0 ? Math.min(end, count) : 0;
    clearTimeout(this.growing);
    this.show(0, Math.min(count, Math.max(least, shown, A_FRAME)));
    if (viewport.getRenderedRange().end >= count) return;
    this.growing = setTimeout(() => {
      this.wanted = viewport.getRenderedRange().end + A_FRAME;
      this.draw();
    }, BETWEEN_FRAMES);
  }

  private show(start: number, end: number): void {
    const { viewport } = this;
    if (!viewport) return;
    viewport.setRenderedRange({ start, end });
    const offset = this.tops[start] ?? 0;
    viewport.setRenderedContentOffset(offset);
    this.placed(offset);
  }
}
