import type { LongLines } from '../../measuring/apart/longLines.js';
import type { Finding, FoundKind } from '../../measuring/apart/takeApart.js';
import { isStrip } from '../../measuring/apart/titleStrip.js';
import { screenEdge, type ScreenEdge } from '../../measuring/picture/readRegion.js';
import { areaOf, overlap, type Rect } from '../../measuring/picture/rect.js';
import { lengthCloseness } from '../../model/traits/closeness.js';
import type { Size } from './expectedRect.js';

/** An element of the reference that may be paired with what was found on the own picture. */
export interface Wanted {
  /** The id of its kind. */
  readonly kind: string;
  /** Where it is on the reference, and where that would have it on the own picture; in pixels of each. */
  readonly region: Rect;
  readonly expected: Rect;
}

/** What became of an element on the own picture, by what stands there. */
export interface Pairing {
  /** What it is paired with; null: there is none of its sort. */
  readonly rect: Rect | null;
  /** 0–1. */
  readonly sure: number;
  /** Why, in a sentence. */
  readonly why: string;
}

/** What may be an element of a kind. */
const MAY_BE: Readonly<Record<string, readonly FoundKind[]>> = {
  bar: ['bar', 'dock'],
  dock: ['dock', 'bar'],
  frame: ['title'],
  'window-buttons': ['buttons'],
  clock: ['clock'],
  'launcher-button': ['launcher'],
};
/** The frame and the buttons of any window stand for those of all: whichever is most like the one of the reference. */
const ANY: ReadonlySet<string> = new Set(['frame', 'window-buttons']);
/** Things on bars are found only where they stand out: that none is found says nothing. */
const OFTEN_MISSED: ReadonlySet<string> = new Set(['launcher-button', 'clock']);

/** What counts for two being the same thing; each 0 to 1. The edge says most: a bar that stays at its edge is that bar, whatever it looks like. */
const WEIGHT = { edge: 0.5, sort: 0.1, size: 0.15, length: 0.1, place: 0.15 };
/** What stands on bars, and by how much of itself. */
const ON_BARS: ReadonlySet<string> = new Set(['clock', 'launcher-button']);
const ON_IT = 0.8;
/** Less than this is no pair. */
const LEAST = 0.45;
/** At another edge it has to be the same in all else. */
const LEAST_MOVED = 0.49;
/** Where nothing of a bar stands at its edge, no line goes along that edge by this share of its length in all, so far off it in thicknesses. */
const LINE_SHARE = 0.3;
/** Pieces of such a line are no shorter than this share of it: tiles and type are. */
const PIECE = 0.08;
const LEAST_OFF = 0.35;
const MOST_OFF = 2.5;

const across = ({ width, height }: Rect, edge: ScreenEdge | null) =>
  edge === 'left' || edge === 'right' ? width : height;
const along = ({ width, height }: Rect, edge: ScreenEdge | null) =>
  edge === 'left' || edge === 'right' ? height : width;
const share = (part: number, of: number) => part / Math.max(1, of);
/** How alike two numbers from 0 to 1 are. */
const near = (a: number, b: number) => Math.max(0, 1 - Math.abs(a - b) / 0.5);

/** Where the middle of something is along its edge, 0 to 1. */
function middle(rect: Rect, edge: ScreenEdge | null, { width, height }: Size): number {
  return edge === 'left' || edge === 'right'
    ? (rect.y + rect.height / 2) / height
    : (rect.x + rect.width / 2) / width;
}

interface Score {
  readonly value: number;
  readonly isMoved: boolean;
}

/** How much speaks for a finding being a bar or dock of the reference. */
function barScore(
  { kind, region, expected }: Wanted,
  { what, rect, edge }: Finding,
  reference: Size,
  own: Size,
): Score {
  const at = screenEdge(region, reference.width, reference.height);
  const size = lengthCloseness(across(rect, edge), across(expected, at));
  const lengths = (r: Rect, e: ScreenEdge | null, of: Size) =>
    share(along(r, e), e === 'left' || e === 'right' ? of.height : of.width);
  // As long as its edge, or as long as what stands on it.
  const length = Math.max(
    near(lengths(rect, edge, own), lengths(region, at, reference)),
    lengthCloseness(along(rect, edge), along(expected, at)),
  );
  const place = near(middle(rect, edge, own), middle(region, at, reference));
  const isMoved = at !== edge;
  const value =
    (isMoved ? 0 : WEIGHT.edge) +
    WEIGHT.sort * Number(what === kind) +
    WEIGHT.size * size +
    WEIGHT.length * length +
    WEIGHT.place * place;
  return { value, isMoved };
}

/** How much speaks for a part of a window, or a thing on a bar. */
function thingScore({ expected }: Wanted, { rect }: Finding): Score {
  const size =
    (lengthCloseness(rect.width, expected.width) + lengthCloseness(rect.height, expected.height)) / 2;
  return { value: LEAST + (1 - LEAST) * size, isMoved: false };
}

/** Whether a line goes along the edge of a bar that was not found there: it may be that bar's. */
function hasLineAt(
  { region, expected }: Wanted,
  found: readonly Finding[],
  { lying, standing }: LongLines,
  reference: Size,
  own: Size,
): boolean {
  const edge = screenEdge(region, reference.width, reference.height);
  if (edge === null) return true;
  const isUpright = edge === 'left' || edge === 'right';
  const thickness = isUpright ? expected.width : expected.height;
  const size = isUpright ? own.width : own.height;
  const length = isUpright ? expected.height : expected.width;
  // Sides of what was found are theirs.
  const isTheirs = (at: number, from: number, to: number) =>
    found.some(({ rect: r }) => {
      const [near, far] = isUpright ? [r.x, r.x + r.width] : [r.y, r.y + r.height];
      const [start, end] = isUpright ? [r.y, r.y + r.height] : [r.x, r.x + r.width];
      return (Math.abs(at - near) <= 2 || Math.abs(at - far) <= 2) && from >= start - 4 && to <= end + 4;
    });
  // A side is seen in pieces where the wall beside it has its own colour here and there.
  const seenAt = new Map<number, number>();
  for (const { at, from, to } of isUpright ? standing : lying) {
    const off = edge === 'left' || edge === 'top' ? at : size - at;
    if (off < LEAST_OFF * thickness || off > MOST_OFF * thickness || to - from < PIECE * length) continue;
    if (isTheirs(at, from, to)) continue;
    seenAt.set(at, (seenAt.get(at) ?? 0) + to - from);
  }
  return Math.max(0, ...seenAt.values()) >= LINE_SHARE * length;
}

/** Whether an element of a kind, drawn so on the reference, is one that pictures are taken apart into. */
export function mayBePaired(kind: string, region: Rect): boolean {
  return kind === 'frame' ? isStrip(region) : kind in MAY_BE;
}

const EDGE_WORDS: Readonly<Record<ScreenEdge, string>> = {
  top: 'at the head',
  bottom: 'at the foot',
  left: 'on the left',
  right: 'on the right',
};

/**
 * Pairs elements of the reference with what was found on a picture of the own desktop, by kind, edge of the screen, place and size,
 * never two with one: what looks otherwise is the same element all the same, and how it looks is the difference that is told.
 *
 * @param found what the own picture was taken apart into
 * @param lines its long lines: where one goes along an edge, something stands there that was not told apart
 * @returns for each element its pair, or that there is none; null where what was found says nothing of it
 */
export function pairUp(
  wanted: readonly Wanted[],
  found: readonly Finding[],
  lines: LongLines,
  reference: Size,
  own: Size,
): (Pairing | null)[] {
  const answers: (Pairing | null)[] = wanted.map(() => null);
  const offers = wanted
    .flatMap((w, i) =>
      found.flatMap((finding, k) => {
        if (!MAY_BE[w.kind]?.includes(finding.what)) return [];
        const isBar = finding.what === 'bar' || finding.what === 'dock';
        const score = isBar ? barScore(w, finding, reference, own) : thingScore(w, finding);
        return score.value >= (score.isMoved ? LEAST_MOVED : LEAST) ? [{ i, k, finding, ...score }] : [];
      }),
    )
    .sort((a, b) => b.value - a.value);
  const [paired, taken] = [new Set<number>(), new Set<number>()];
  for (const { i, k, finding, value, isMoved } of offers) {
    const isAny = ANY.has(wanted[i]!.kind);
    if (paired.has(i) || (taken.has(k) && !isAny)) continue;
    paired.add(i);
    taken.add(k);
    answers[i] = {
      rect: finding.rect,
      sure: Math.min(finding.sure, value),
      why: isMoved
        ? `It stands ${EDGE_WORDS[finding.edge!]} here: like it in size and place along its edge.`
        : isAny
          ? 'It is the one of a window that is most like it in size.'
          : finding.edge !== null
            ? `It is what stands ${EDGE_WORDS[finding.edge]}.`
            : 'It is the only one of its kind.',
    };
  }
  wanted.forEach((w, i) => {
    if (!MAY_BE[w.kind] || answers[i] !== null || OFTEN_MISSED.has(w.kind)) return;
    // Parts of windows that were seen and not taken apart may be there.
    const isDoubtful = ANY.has(w.kind)
      ? found.some((f) => f.what === 'window')
      : hasLineAt(w, found, lines, reference, own);
    if (!isDoubtful)
      answers[i] = {
        rect: null,
        sure: 0.7,
        why: 'Nothing of its kind that could be it stands on this picture.',
      };
  });
  // What stood on a bar that is gone went with it.
  const gone = wanted.filter((w, i) => (w.kind === 'bar' || w.kind === 'dock') && answers[i]?.rect === null);
  wanted.forEach((w, i) => {
    if (!ON_BARS.has(w.kind)) return;
    const bar = gone.find((b) => overlap(b.region, w.region) >= ON_IT * areaOf(w.region));
    if (bar && !answers[i])
      answers[i] = { rect: null, sure: 0.7, why: 'The bar on which it stood is not there.' };
  });
  return answers;
}
