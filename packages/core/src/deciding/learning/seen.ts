import { isRecord } from '../../ground/shape/shape.js';
import type { CoatRows } from '../../model/coat/rows.js';
import type { Seen } from './suggest.js';

const numbersOf = (raw: unknown, least: number): readonly number[] | null =>
  Array.isArray(raw) && raw.length >= least && raw.every((n) => typeof n === 'number' && Number.isFinite(n))
    ? (raw as number[])
    : null;

/** The sides of a strut in the order in which EWMH has them. */
const SIDES = ['left', 'right', 'top', 'bottom'] as const;

/**
 * What the windows of a screen tell of its bars and frames: the side of the screen that a dock stands at, how much room it keeps free, how
 * long it is; height of titles and width of borders. Whether a dock is what people call a bar or a dock nobody says.
 *
 * @param raw `machine` of a survey. Pixels of the screen
 * Source: Extended Window Manager Hints 1.5, `_NET_WM_STRUT_PARTIAL`, `_NET_FRAME_EXTENTS`
 */
export function seenOnScreen(raw: unknown): Seen[] {
  if (!isRecord(raw) || !Array.isArray(raw['windows'])) return [];
  const screen = numbersOf(raw['screen'], 2);
  const windows = raw['windows'].filter(isRecord);
  const docks = windows.flatMap((window): Seen[] => {
    const strut = window['type'] === 'dock' ? numbersOf(window['strut'], 4) : null;
    const side = strut ? SIDES.findIndex((_, i) => (strut[i] ?? 0) > 0) : -1;
    const edge = SIDES[side];
    if (!strut || !edge) return [];
    const thickness = strut[side] ?? 0;
    const [from, to] = [strut[4 + 2 * side], strut[5 + 2 * side]];
    const whole = screen?.[edge === 'left' || edge === 'right' ? 1 : 0];
    const share =
      from !== undefined && to !== undefined && whole !== undefined && whole > 0
        ? Math.round((100 * Math.min(whole, to - from + 1)) / whole)
        : null;
    return ['bar', 'dock'].flatMap((kind): Seen[] => [
      { kind, trait: 'edge', value: edge, maybe: true },
      { kind, trait: 'thickness', value: thickness, maybe: true },
      ...(share === null ? [] : [{ kind, trait: 'edgeShare', value: share, maybe: true }]),
    ]);
  });
  const frames = windows.flatMap((window): Seen[] => {
    const frame = window['type'] === 'dock' ? null : numbersOf(window['frame'], 4);
    if (!frame) return [];
    const [left = 0, right = 0, top = 0] = frame;
    return [
      ...(top > 0 ? [{ kind: 'frame', trait: 'titleHeight', value: top }] : []),
      ...(left === right ? [{ kind: 'frame', trait: 'border', value: left }] : []),
    ];
  });
  const [count] = numbersOf(raw['workspaces'], 1) ?? [];
  const workspaces: Seen[] =
    count === undefined ? [] : [{ kind: 'workspace-switcher', trait: 'count', value: count }];
  return unique([...docks, ...besideWorkArea(raw, screen), ...frames, ...workspaces]);
}

/**
 * What keeps room free where no window says so: at each side of the screen that the work area does not reach. On several screens it says
 * nothing of one.
 */
function besideWorkArea(raw: Readonly<Record<string, unknown>>, screen: readonly number[] | null): Seen[] {
  const [left, top, width, height] = numbersOf(raw['workArea'], 4) ?? [];
  const [across, down] = screen ?? [];
  if (left === undefined || top === undefined || width === undefined || height === undefined) return [];
  if (across === undefined || down === undefined) return [];
  const room = { left, right: across - left - width, top, bottom: down - top - height };
  return Object.entries(room).flatMap(([edge, thickness]) =>
    thickness > 0 && thickness < Math.min(across, down) / 3
      ? ['bar', 'dock'].flatMap((kind): Seen[] => [
          { kind, trait: 'edge', value: edge, maybe: true },
          { kind, trait: 'thickness', value: thickness, maybe: true },
        ])
      : [],
  );
}

/** What pictures of one's own desktop show of the coat's elements. Pixels of the pictures. */
export function seenOnPictures(rows: CoatRows): Seen[] {
  return unique(
    Object.values(rows.sighting).flatMap((sighting) => {
      const kind = rows.element[sighting.elementId]?.kind;
      const isDrawn = rows.capture[sighting.captureId]?.how === 'drawn';
      if (kind === undefined || isDrawn) return [];
      return Object.entries(sighting.values).flatMap(([trait, value]): Seen[] =>
        typeof value === 'object' ? [] : [{ kind, trait, value }],
      );
    }),
  );
}

function unique(all: readonly Seen[]): Seen[] {
  return [...new Map(all.map((one) => [JSON.stringify(one), one])).values()];
}
