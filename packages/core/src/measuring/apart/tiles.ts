import { median } from '../../ground/statistics.js';
import type { LongLine, LongLines } from './longLines.js';

/** Two lines meet where one begins so near to the other's end, in pixels, at the same place or right beside it. */
const MEETS = 4;
/** Two ways are opposite from this cosine on. */
const OPPOSITE = -0.8;
/** Tiles have so many lines that take turns at one place at least, at so many places at least. */
const LINES = 3;
const PLACES = 4;
/** Places are a tile, or a few, apart within so many pixels. */
const OFF = 1;
const FEW = 3;

/**
 * Lines without those between the tiles of a wall: at places a tile apart, many that meet end to end and step this way and that. A
 * window's side over tiles takes turns as well, and stays, since it does not lie where tiles meet.
 */
export const withoutTiles = ({ lying, standing }: LongLines): LongLines => ({
  lying: without(lying),
  standing: without(standing),
});

function without(lines: readonly LongLine[]): readonly LongLine[] {
  const byPlace = new Map<number, LongLine[]>();
  for (const line of lines) {
    const there = byPlace.get(line.at);
    if (there) there.push(line);
    else byPlace.set(line.at, [line]);
  }
  const takesTurns = (line: LongLine) =>
    [line.at - 1, line.at, line.at + 1].some((at) =>
      byPlace
        .get(at)
        ?.some(
          (other) =>
            (Math.abs(other.from - line.to) <= MEETS || Math.abs(other.to - line.from) <= MEETS) &&
            cosine(other.way, line.way) <= OPPOSITE,
        ),
    );
  const turns = new Set(lines.filter(takesTurns));
  const places: { at: number; n: number }[] = [];
  for (const at of [...byPlace.keys()].sort((a, b) => a - b)) {
    const n = byPlace.get(at)!.filter((l) => turns.has(l)).length;
    const last = places.at(-1);
    if (last && at - last.at <= 1) last.n += n;
    else if (n > 0) places.push({ at, n });
  }
  const found = places.filter((p) => p.n >= LINES).map((p) => p.at);
  const apart = found.slice(1).map((at, i) => at - found[i]!);
  const tile = median(apart);
  if (found.length < PLACES || tile === null) return lines;
  const isTile = (at: number) =>
    found.some((f) => {
      const tiles = Math.round(Math.abs(f - at) / tile);
      return tiles >= 1 && tiles <= FEW && Math.abs(Math.abs(f - at) - tiles * tile) <= OFF;
    });
  return lines.filter((l) => !turns.has(l) || !isTile(l.at));
}

function cosine(a: LongLine['way'], b: LongLine['way']): number {
  const size = Math.hypot(...a) * Math.hypot(...b);
  return size > 0 ? (a[0] * b[0] + a[1] * b[1] + a[2] * b[2]) / size : 0;
}
