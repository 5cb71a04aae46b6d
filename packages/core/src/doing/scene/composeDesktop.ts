import type { Rect } from '../../measuring/picture/rect.js';
import type { Drawing, Furnished, View } from '../../model/kinds/drawn.js';
import type { KindFolder } from '../../model/kinds/folder.js';
import { KIND_FOLDERS } from '../../model/kinds/groups.js';
import { Look, UNTOLD, type SeenElement } from '../../model/kinds/look.js';
import type { BarState, DesktopState, Lettering } from '../../model/scene/state.js';
import { barRect, drawBar } from './drawBar.js';

export interface Composed {
  readonly width: number;
  readonly height: number;
  /** Device pixels per unit. */
  readonly unit: number;
  /** BCP 47, for clocks. */
  readonly language: string;
  readonly view: View;
}

/** The moment that clocks show. */
const MOMENT = { year: 2026, month: 11, day: 24, hour: 14, minute: 5, second: 0 };

/** A screen on which nobody tells anything. */
const EMPTY: Omit<DesktopState, 'width' | 'height' | 'unit' | 'bars'> = {
  wallpaper: { pattern: 'plain', seed: 1, palette: [UNTOLD.ground], ridge: null },
  windows: [],
  desktopIcons: [],
  widgets: [],
  pointer: null,
  launcher: null,
  menu: null,
  screen: null,
};

/**
 * The state of a desktop that shows these elements: what is told is drawn as it is told, and what nobody tells in greys. All
 * kinds that can be seen are in it, or in one of its other views. What is drawn the folders of the kinds say, one after the other.
 */
export function composeDesktop(
  seen: readonly SeenElement[],
  of: Composed,
  letters: Lettering,
  folders: readonly KindFolder[] = KIND_FOLDERS,
): DesktopState {
  const { width, height, unit, view, language } = of;
  const look = new Look(seen);
  const drawing: Drawing = { look, letters, view, screen: { width, height, unit, language, moment: MOMENT } };
  const drawn = folders.map((folder) => folder.drawn);
  const things = Object.assign({}, ...drawn.map((d) => d.onBars ?? {})) as NonNullable<
    (typeof drawn)[number]['onBars']
  >;
  const atRest = drawn.flatMap((d) => d.bars?.(drawing, things) ?? []);
  const pointed =
    view === 'pointed' ? drawn.flatMap((d) => d.pointed?.(look, atRest) ?? []).at(0) : undefined;
  const bars = pointed?.bars ?? atRest;
  const furnished: Furnished = {
    ...drawing,
    free: freeOf(
      bars.map((b) => barRect(b, width, height)),
      width,
      height,
    ),
    at: pointed ? middleOf(atRest, pointed.bar, pointed.duty, of, letters) : null,
  };
  const more = drawn.reduce<Partial<DesktopState>>(
    (before, d) => ({ ...before, ...d.desktop?.(furnished, before) }),
    {},
  );
  return { ...EMPTY, ...more, width, height, unit, bars };
}

/** The middle of a piece of a bar, in whole pixels of the screen. */
function middleOf(
  bars: readonly BarState[],
  name: string,
  duty: string,
  { width, height }: Composed,
  letters: Lettering,
): Furnished['at'] {
  const bar = bars.find((b) => b.name === name);
  const box = bar && drawBar(bar, width, height, letters).items[duty];
  return box ? { x: Math.round(box.x + box.width / 2), y: Math.round(box.y + box.height / 2) } : null;
}

/** What bars leave free of the screen; a bar that takes no whole edge leaves the edge. */
function freeOf(bars: readonly Rect[], width: number, height: number): Rect {
  let [left, top, right, bottom] = [0, 0, width, height];
  for (const b of bars) {
    if (b.width >= b.height) {
      if (b.y < height / 2) top = Math.max(top, b.y + b.height);
      else bottom = Math.min(bottom, b.y);
    } else if (b.x < width / 2) left = Math.max(left, b.x + b.width);
    else right = Math.min(right, b.x);
  }
  return right - left > width * 0.3 && bottom - top > height * 0.3
    ? { x: left, y: top, width: right - left, height: bottom - top }
    : { x: 0, y: 0, width, height };
}
