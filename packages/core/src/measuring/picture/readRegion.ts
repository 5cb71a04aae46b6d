import { byteAt } from '../../ground/cells.js';
import { dominantColours, type Dominant } from './dominant.js';
import { colourDifference } from '../colour/ciede2000.js';
import { isBetween } from '../colour/isBetween.js';
import { contrast, parseHex, toHex } from '../colour/srgb.js';
import type { Pixels } from './pixels.js';
import { clip, isInside, type Rect } from './rect.js';
import { settleEdges, type Rival, type SideName } from './settleEdges.js';

export type ScreenEdge = 'top' | 'right' | 'bottom' | 'left';

/** What a region of a picture says of itself, all from its pixels. Lengths in pixels, shares in 0–100 points. */
export interface RegionReading {
  readonly rect: Rect;
  /** The sides that were found as real edges (a side that was not stays as it was drawn). */
  readonly found: Readonly<Record<SideName, boolean>>;
  /** Sides that may be at either of two lines, and stay as they were drawn. */
  readonly rivals: readonly Rival[];
  /** The edge of the screen it lies along; null when it lies at none. */
  readonly edge: ScreenEdge | null;
  /** Across that edge; without one, the shorter side. */
  readonly thickness: number;
  /** Of the edge that it covers (of the nearer dimension without one), 0–100. */
  readonly edgeShare: number;
  /** Gap to that edge in pixels; 0 without one. */
  readonly margin: number;
  /** Where along its edge it sits. */
  readonly alignment: 'start' | 'centre' | 'end';
  readonly width: number;
  readonly height: number;
  /** Height as a share of the picture's height, 0–100. */
  readonly heightShare: number;
  readonly colours: readonly Dominant[];
  /** The colour among the dominant ones that stands out most from the first: text or drawing on its ground. */
  readonly ink: string | null;
  /** The fullest colour that what lies right around the region does not have: of a picture on its ground; null where there is none. */
  readonly main: string | null;
  /** Mean colour of a ring up to 16 px beside the region: what it is laid on; null where the region fills the picture. */
  readonly ground: string | null;
}

/** Width of the ring that tells the ground, in pixels (from the model's colour closeness). */
export const GROUND_RING = 16;
/** A region is at an edge of the screen when its gap to it is at most this share of the picture's smaller side. */
const NEAR_EDGE = 0.03;
/** A colour must fill this share of a region to count as drawing on it, else it is a rim. */
const INK_SHARE = 0.004;
/** So many dominant colours are told, and so many are looked at for the ink, which may be small. */
const SHOWN_COLOURS = 5;
const INK_COLOURS = 12;
/** Alignment: the two free lengths differ by less than this share of the edge. */
const CENTRED = 0.04;

export class RegionError extends Error {
  readonly code = 'region-outside';
}

/**
 * Reads a region: edge of the screen, thickness, sizes, shares, dominant colours, ink and ground.
 *
 * @param settle whether the drawn sides may move to real edges (see `settleEdges`); `reach` in pixels
 * @throws RegionError when the region has no area or does not lie inside the picture
 */
export function readRegion(
  pixels: Pixels,
  drawn: Rect,
  options: { readonly settle: boolean; readonly reach?: number } = { settle: true },
): RegionReading {
  if (!isInside(drawn, pixels.width, pixels.height))
    throw new RegionError(
      `The region ${drawn.width} × ${drawn.height} at ${drawn.x}, ${drawn.y} does not lie inside the picture of ${pixels.width} × ${pixels.height}.`,
    );
  const settled = options.settle ? settleEdges(pixels, drawn, options.reach) : null;
  const rect = settled?.rect ?? drawn;
  const found = settled?.found ?? { left: false, top: false, right: false, bottom: false };
  const edge = screenEdge(rect, pixels.width, pixels.height);
  const upright = edge === 'left' || edge === 'right' || (edge === null && rect.height > rect.width);
  const along = upright ? rect.height : rect.width;
  const edgeLength = upright ? pixels.height : pixels.width;
  const before = upright ? rect.y : rect.x;
  const after = edgeLength - before - along;
  const colours = dominantColours(pixels, rect, INK_COLOURS);
  return {
    rect,
    found,
    rivals: settled?.rivals ?? [],
    edge,
    thickness: upright ? rect.width : rect.height,
    edgeShare: (100 * along) / edgeLength,
    margin: edge === null ? 0 : edgeGap(edge, rect, pixels.width, pixels.height),
    alignment: Math.abs(before - after) <= CENTRED * edgeLength ? 'centre' : before < after ? 'start' : 'end',
    width: rect.width,
    height: rect.height,
    heightShare: (100 * rect.height) / pixels.height,
    colours: colours.slice(0, SHOWN_COLOURS),
    ink: inkOf(colours),
    main: mainOf(pixels, rect, colours),
    ground: ringMean(pixels, rect),
  };
}

/** How far a region is from an edge of the screen, in pixels. */
export function edgeGap(edge: ScreenEdge, rect: Rect, width: number, height: number): number {
  if (edge === 'left') return rect.x;
  if (edge === 'top') return rect.y;
  if (edge === 'right') return width - rect.x - rect.width;
  return height - rect.y - rect.height;
}

/** The edge of the screen that a region lies along, or null. */
export function screenEdge(rect: Rect, width: number, height: number): ScreenEdge | null {
  const near = NEAR_EDGE * Math.min(width, height);
  const wide = rect.width / width > rect.height / height;
  const order: ScreenEdge[] = wide ? ['top', 'bottom'] : ['left', 'right'];
  const [first, second] = order as [ScreenEdge, ScreenEdge];
  const a = edgeGap(first, rect, width, height);
  const b = edgeGap(second, rect, width, height);
  if (Math.min(a, b) > near) return null;
  return a <= b ? first : second;
}

function inkOf(colours: readonly Dominant[]): string | null {
  const ground = colours[0] && parseHex(colours[0].hex);
  if (!ground) return null;
  let best: { hex: string; ratio: number } | null = null;
  for (const colour of colours.slice(1)) {
    if (colour.share < INK_SHARE) continue;
    const ratio = contrast(parseHex(colour.hex)!, ground);
    if (!best || ratio > best.ratio) best = { hex: colour.hex, ratio };
  }
  return best?.hex ?? null;
}

/** A colour is one of the ground's when it fills so much of what lies around a region, and is no further from another, CIEDE2000. */
const OF_GROUND = 0.2;
const SAME_COLOUR = 6;
/** How far around it that is, in pixels; what a side mixes with the ground is left out. */
const AROUND = 2;
/** A colour fills so much of a region at least to be the main one of what is drawn there. */
const MAIN_SHARE = 0.04;

function mainOf(pixels: Pixels, rect: Rect, colours: readonly Dominant[]): string | null {
  const { x, y, width, height } = rect;
  const around = [
    { x: x - AROUND, y: y - AROUND, width: width + 2 * AROUND, height: AROUND },
    { x: x - AROUND, y: y + height, width: width + 2 * AROUND, height: AROUND },
    { x: x - AROUND, y, width: AROUND, height },
    { x: x + width, y, width: AROUND, height },
  ].flatMap((side) => clip(side, pixels.width, pixels.height) ?? []);
  const total = around.reduce((sum, side) => sum + side.width * side.height, 0);
  if (total === 0) return null;
  const shares = new Map<string, number>();
  for (const side of around)
    for (const { hex, share } of dominantColours(pixels, side, 3))
      shares.set(hex, (shares.get(hex) ?? 0) + (share * side.width * side.height) / total);
  // The same colour may be told a little differently at each side.
  const near = (a: string, b: string) => colourDifference(parseHex(a)!, parseHex(b)!) <= SAME_COLOUR;
  const ground = [...shares.keys()].filter((hex) => {
    const all = [...shares].reduce((sum, [other, share]) => sum + (near(hex, other) ? share : 0), 0);
    return all >= OF_GROUND;
  });
  if (ground.length === 0) return null;
  const drawn = colours.filter(({ hex }) => !ground.some((g) => near(g, hex)));
  // What sides mix of a colour and the ground, as those of small letters do, is neither.
  const isMixed = (hex: string) =>
    drawn.some((d) => d.hex !== hex && d.share >= INK_SHARE && ground.some((g) => isBetween(hex, d.hex, g)));
  return drawn.find(({ hex, share }) => share >= MAIN_SHARE && !isMixed(hex))?.hex ?? null;
}

function ringMean(pixels: Pixels, rect: Rect): string | null {
  const { data, width, height } = pixels;
  const x0 = Math.max(0, rect.x - GROUND_RING);
  const y0 = Math.max(0, rect.y - GROUND_RING);
  const x1 = Math.min(width, rect.x + rect.width + GROUND_RING);
  const y1 = Math.min(height, rect.y + rect.height + GROUND_RING);
  let n = 0;
  let r = 0;
  let g = 0;
  let b = 0;
  const add = (fromX: number, toX: number, fromY: number, toY: number) => {
    for (let y = fromY; y < toY; y++)
      for (let i = (y * width + fromX) * 4, end = (y * width + toX) * 4; i < end; i += 4) {
        r += byteAt(data, i);
        g += byteAt(data, i + 1);
        b += byteAt(data, i + 2);
        n++;
      }
  };
  add(x0, x1, y0, rect.y);
  add(x0, x1, rect.y + rect.height, y1);
  add(x0, rect.x, rect.y, rect.y + rect.height);
  add(rect.x + rect.width, x1, rect.y, rect.y + rect.height);
  return n === 0 ? null : toHex({ r: r / n, g: g / n, b: b / n });
}
