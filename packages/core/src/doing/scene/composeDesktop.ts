import type { Rect } from '../../measuring/picture/rect.js';
import { barRect } from './drawBar.js';
import type { DesktopState, Lettering } from '../../model/scene/state.js';
import { desktopIcons, wallpaperOf, widgetsOf } from '../../model/kinds/layout/onDesktop.js';
import { composeBars, type Screen } from '../../model/kinds/layout/bars.js';
import { Look, UNTOLD } from '../../model/kinds/look.js';
import { launcherOf, menuOf, pointedAt } from '../../model/kinds/launcher/desktop.js';
import { signIn, startUp } from '../../model/kinds/pictures/screens.js';
import type { SeenElement } from './seen.js';
import { windowsOf } from '../../model/kinds/windows/desktop.js';

/** What a picture of a coat shows. */
export const VIEWS = ['desktop', 'launcher', 'pointed', 'first-view', 'sign-in', 'start-up'] as const;
export type View = (typeof VIEWS)[number];

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

/**
 * The state of a desktop that shows these elements: what is told is drawn as it is told, and what nobody tells in greys. All
 * kinds that can be seen are in it, or in one of its other views.
 */
export function composeDesktop(seen: readonly SeenElement[], of: Composed, letters: Lettering): DesktopState {
  const look = new Look(seen);
  const screen: Screen = { ...of, moment: MOMENT };
  const { width, height, unit } = of;
  const atRest = composeBars(look, screen, letters);
  const pointed = of.view === 'pointed' ? pointedAt(look, atRest, screen, letters) : null;
  const bars = pointed?.bars ?? atRest;
  const first = of.view === 'first-view' ? look.told('first-view').text('view', 'bare desktop') : null;
  const free = freeOf(
    bars.map((b) => barRect(b, width, height)),
    width,
    height,
  );
  const pointer = look.told('pointer');
  const menu = pointed ? menuOf(look, screen, letters, free, pointed.at) : null;
  const at = pointed?.at ?? (menu ? { x: menu.x + menu.width / 2, y: menu.y + menu.rowHeight / 2 } : null);
  return {
    width,
    height,
    unit,
    wallpaper: wallpaperOf(look),
    bars,
    windows: windowsOf(look, screen, letters, free, first),
    desktopIcons: desktopIcons(look, screen, letters, free),
    widgets: widgetsOf(look, screen, free),
    pointer: look.has('pointer')
      ? {
          x: Math.round(at?.x ?? free.x + free.width * 0.44),
          y: Math.round(at?.y ?? free.y + free.height * 0.66),
          size: Math.max(8, Math.round(pointer.number('size', 24 * unit))),
          shape: pointer.text('shape', 'kite'),
          fill: pointer.text('fill', UNTOLD.window),
          rim: pointer.text('rim', UNTOLD.ink),
          shadow: pointer.flag('shadow'),
        }
      : null,
    launcher:
      of.view === 'launcher' || first === 'list of programmes'
        ? launcherOf(look, screen, letters, free)
        : null,
    menu,
    screen: of.view === 'sign-in' ? signIn(look, screen) : of.view === 'start-up' ? startUp(look) : null,
  };
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
