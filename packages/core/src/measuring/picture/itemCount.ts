import { refused, ok, type Result } from '../../ground/result.js';
import { median } from '../../ground/statistics.js';
import type { FoundItem } from './findItems.js';

/** Along the bar an item is no longer than so many thicknesses of the bar, a plate or a line of type than this share of the bar. */
const LONG = 2.2;
const PART = 0.5;
/** Two items lie over each other from this share of the shorter one on, and touch with less than so many pixels between them. */
const OVER = 0.3;
const TOUCHES = 1;
/** Pictures of one bar are no smaller and no larger than so many times the usual one; nothing is thinner than that. */
const SMALL = 0.5;
const LARGE = 1.45;
const THIN = 0.3;

/**
 * How many items stand on a bar, where it can be told: things that overlap, touch, fill the bar across, reach its very end or are of
 * another size than the rest are pieces of one item, or several joined, as often as not (counted on desktops that a browser laid out:
 * `npm run bench -- study-hard`).
 *
 * @param bar lengths in pixels
 */
export function itemCount(
  items: readonly FoundItem[],
  bar: { readonly length: number; readonly thickness: number; readonly upright: boolean },
): Result<number> {
  const across = ({ box }: FoundItem) => (bar.upright ? box.width : box.height);
  const along = ({ box }: FoundItem) => (bar.upright ? box.height : box.width);
  const size = (i: FoundItem) => Math.max(across(i), along(i));
  const pictures = items.filter((i) => i.what === 'picture');
  const usual = median(pictures.map(size)) ?? 0;
  const doubt = (sentence: string) => refused('unsure', sentence);
  if (
    pictures.some((i) => along(i) > LONG * bar.thickness) ||
    items.some((i) => along(i) > PART * bar.length)
  )
    return doubt('One thing on it is as long as several: what stands there cannot be told apart.');
  if (
    items.some((i) => i.from < TOUCHES || i.to > bar.length - TOUCHES || across(i) > bar.thickness - TOUCHES)
  )
    return doubt('Something reaches the very end or side of it, so it may be part of what lies beside.');
  const isOver = items.some((a, i) =>
    items.slice(i + 1).some((b) => {
      const shared = Math.min(a.to, b.to) - Math.max(a.from, b.from);
      return shared > OVER * Math.min(a.to - a.from, b.to - b.from);
    }),
  );
  if (isOver || items.some((a, i) => i > 0 && a.from - items[i - 1]!.to < TOUCHES))
    return doubt('Things on it touch or lie over each other, and may be one or several.');
  if (
    pictures.some((i) => size(i) < SMALL * usual || size(i) > LARGE * usual) ||
    items.some((i) => i.what !== 'text' && Math.min(across(i), along(i)) < THIN * usual)
  )
    return doubt('Things on it differ much in size: some may be parts of others.');
  return ok(items.length);
}
