import { median } from '../../ground/statistics.js';
import { byZone, type Zone } from './zone.js';
import { toHex } from '../colour/srgb.js';
import { readCorners } from './cornerRadius.js';
import { findItems, type FoundItem } from './findItems.js';
import { itemCount } from './itemCount.js';
import { readOpacity, type BarOpacity } from './opacity.js';
import type { Pixels } from './pixels.js';
import { readRegion, type ScreenEdge } from './readRegion.js';
import type { Rect } from './rect.js';
import { stripOf } from './strip.js';
import { refused, ok, type Result } from '../../ground/result.js';

export interface BarItem extends FoundItem {
  readonly zone: Zone;
  /** Along the bar, its middle as a share of the bar's length, 0–100. */
  readonly at: number;
}

/** What a bar or dock says of itself. Lengths in pixels of the picture, shares 0–100. */
export interface BarReading {
  readonly rect: Rect;
  readonly edge: ScreenEdge;
  readonly thickness: number;
  readonly length: number;
  readonly edgeShare: number;
  /** Gaps to its own edge of the screen, and to the two edges it runs between. */
  readonly margins: { readonly edge: number; readonly start: number; readonly end: number };
  readonly alignment: 'start' | 'centre' | 'end';
  readonly cornerRadius: Result<number>;
  readonly opacity: Result<BarOpacity>;
  /** Its flat colour; of a gradient, the colour in its middle. */
  readonly colour: string;
  readonly items: readonly BarItem[];
  /** How many they are, where they can be told apart. */
  readonly count: Result<number>;
  /** Of the pictures: the usual side across the bar, and the usual gap between neighbours of one zone. */
  readonly itemSize: Result<number>;
  readonly spacing: Result<number>;
  /** From the bar's start to its first item, where the first zone has one. */
  readonly padding: Result<number>;
}

/** From this opacity on, in points, what moves a bar's ground is not what lies beneath. */
const CLEARLY_SOLID = 97;
/** Of all that may show through, so much must be passed for a piece to be an item. */
const SHOWN = 1;
/** A gap this many times the usual one, and this share of the bar's thickness, parts two zones. */
const ZONE_GAP = 2.2;
const ZONE_GAP_SHARE = 0.6;
/** The usual gap is the one this far up among all gaps. */
const USUAL = 0.35;
/** A gap of this share of the bar's length parts zones whatever the others are. */
const ALWAYS_WIDE = 0.25;
/** A cluster is in the middle when its own middle is within this share of the bar's length of it. */
const IN_THE_MIDDLE = 0.07;

/** Puts items, in order along the bar, into clusters parted by wide gaps, and clusters into zones. */
export function zonesOf(
  items: readonly Pick<FoundItem, 'from' | 'to'>[],
  length: number,
  thickness: number,
): Zone[] {
  if (items.length === 0) return [];
  const gaps = items.slice(1).map((item, i) => item.from - items[i]!.to);
  // Most gaps lie inside zones, but where each zone has few items not many more: a low one tells the usual gap.
  const usual = [...gaps].sort((a, b) => a - b)[Math.floor(USUAL * (gaps.length - 1))] ?? 0;
  const wide = Math.min(Math.max(ZONE_GAP * usual, ZONE_GAP_SHARE * thickness, 8), ALWAYS_WIDE * length);
  const clusters: number[][] = [[0]];
  gaps.forEach((gap, i) => {
    if (gap > wide) clusters.push([i + 1]);
    else clusters[clusters.length - 1]!.push(i + 1);
  });
  return clusters.flatMap((cluster) => {
    const from = items[cluster[0]!]!.from;
    const to = items[cluster[cluster.length - 1]!]!.to;
    const off = (from + to) / 2 - length / 2;
    const zone: Zone =
      Math.abs(off) <= IN_THE_MIDDLE * length ? 'centre' : from < length - to ? 'start' : 'end';
    return cluster.map(() => zone);
  });
}

function usualSize(items: readonly FoundItem[], upright: boolean): Result<number> {
  const sizes = items.filter((i) => i.what === 'picture').map((i) => (upright ? i.box.width : i.box.height));
  if (sizes.length === 0) return refused('plain', 'There is no picture on it whose size could be told.');
  return ok(median(sizes)!);
}

function usualSpacing(items: readonly BarItem[]): Result<number> {
  const gaps = items
    .slice(1)
    .map((item, i) => ({ gap: item.from - items[i]!.to, same: item.zone === items[i]!.zone }))
    .filter(({ same }) => same)
    .map(({ gap }) => Math.max(0, gap));
  if (gaps.length === 0)
    return refused('plain', 'No two items stand in one zone, so there is no gap to tell.');
  return ok(median(gaps)!);
}

/**
 * Reads a bar or dock off a region: edge, thickness, length, margins, corners, colour, and the items on it.
 *
 * @param options as for `readRegion`
 * @returns a refusal where the region lies at no edge of the picture
 * @throws RegionError when the region does not lie inside the picture
 */
export function readBar(
  pixels: Pixels,
  drawn: Rect,
  options: { readonly settle: boolean; readonly reach?: number } = { settle: true },
): Result<BarReading> {
  const region = readRegion(pixels, drawn, options);
  const { rect, edge } = region;
  if (edge === null)
    return refused(
      'no-edge',
      'It lies at no edge of the picture, so it is read as a region and not as a bar.',
    );
  const upright = edge === 'left' || edge === 'right';
  const strip = stripOf(pixels, rect, upright);
  const length = strip.along;
  const corners = readCorners(pixels, rect);
  const opacity = readOpacity(pixels, rect, edge, corners.reach);
  const through =
    opacity.ok && opacity.value.opacity < CLEARLY_SOLID ? SHOWN * opacity.value.showsThrough : 0;
  const { items, ground } = findItems(strip, corners.reach, through);
  const zones = zonesOf(items, length, region.thickness);
  const placed = items.map((item, i): BarItem => ({
    ...item,
    zone: zones[i]!,
    at: (50 * (item.from + item.to)) / length,
  }));
  const count = itemCount(items, { length, thickness: region.thickness, upright });
  const [r, g, b] = ground.colourAt(length >> 1, strip.across >> 1);
  const before = upright ? rect.y : rect.x;
  const after = (upright ? pixels.height : pixels.width) - before - length;
  const first = placed.find((i) => i.zone === 'start');
  return ok({
    rect,
    edge,
    thickness: region.thickness,
    length,
    edgeShare: region.edgeShare,
    margins: { edge: region.margin, start: before, end: after },
    alignment: region.alignment,
    cornerRadius: corners.radius,
    opacity,
    colour: toHex({ r, g, b }),
    items: placed,
    count,
    itemSize: count.ok ? usualSize(items, upright) : count,
    spacing: usualSpacing(placed),
    padding: first ? ok(first.from) : refused('plain', 'Nothing stands at its start.'),
  });
}

/** How many items stand in each zone. */
export function countByZone(items: readonly BarItem[]): Record<Zone, number> {
  return byZone((z) => items.filter((i) => i.zone === z).length);
}
