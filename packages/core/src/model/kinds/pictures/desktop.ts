import type { DesktopState, PointerState, ScreenState, WallpaperState } from '../../scene/state.js';
import { writeDate } from '../../traits/writeDate.js';
import type { Furnished } from '../drawn.js';
import { pick, readable, UNTOLD, type Look } from '../look.js';
import { iconFor } from './icons.js';

function wallpaperOf(look: Look): WallpaperState {
  const v = look.told('wallpaper');
  const [first = UNTOLD.ground, second = first, third = second] = v.colours('palette');
  const name = v.text('picture', '');
  // The fullest colour is the ground and half of the fields, so that it is read back as the fullest.
  const fields = [first, first, first, second, second, third];
  const pattern = /pan|salt/i.test(name) ? 'pans' : name === '' ? 'plain' : 'strata';
  return {
    pattern: first === second ? 'plain' : pattern,
    seed: 1 + pick(name, 90),
    palette: [first, ...fields],
    ridge: null,
  };
}

/** The pointer: where something is pointed at, on the first entry of a menu, else on what is free. */
function pointerOf(of: Furnished, menu: DesktopState['menu']): PointerState | null {
  const { look, screen, free } = of;
  if (!look.has('pointer')) return null;
  const v = look.told('pointer');
  const at = of.at ?? (menu ? { x: menu.x + menu.width / 2, y: menu.y + menu.rowHeight / 2 } : null);
  return {
    x: Math.round(at?.x ?? free.x + free.width * 0.44),
    y: Math.round(at?.y ?? free.y + free.height * 0.66),
    size: Math.max(8, Math.round(v.number('size', 24 * screen.unit))),
    shape: v.text('shape', 'kite'),
    fill: v.text('fill', UNTOLD.window),
    rim: v.text('rim', UNTOLD.ink),
    shadow: v.flag('shadow'),
  };
}

/** What is seen before anybody has signed in. */
function signIn({ look, screen }: Furnished): ScreenState {
  const v = look.told('sign-in');
  const palette = v.colours('palette');
  const [, second, third] = palette;
  return {
    what: 'sign-in',
    palette: palette.length > 0 ? palette : [UNTOLD.ground, UNTOLD.bar, UNTOLD.window],
    place: v.text('place', 'middle') as 'middle',
    clock: v.flag('clock') ? writeDate('HH:mm', screen.moment, screen.language) : null,
    ink: readable(third ?? second ?? UNTOLD.window),
  };
}

/** What is seen while the machine starts. */
function startUp({ look }: Furnished): ScreenState {
  const v = look.told('start-up');
  const background = v.text('background', UNTOLD.ground);
  const ink = readable(background);
  return {
    what: 'start-up',
    background,
    ink,
    look: { ...iconFor(look, 'start'), colour: ink, sign: background },
    progress: v.text('progress', 'none') as 'none',
  };
}

const SCREENS: Readonly<Record<string, (of: Furnished) => ScreenState>> = {
  'sign-in': signIn,
  'start-up': startUp,
};

/** What they add to a drawn desktop. */
export function picturesDrawn(of: Furnished, { menu }: Partial<DesktopState>): Partial<DesktopState> {
  return {
    wallpaper: wallpaperOf(of.look),
    pointer: pointerOf(of, menu ?? null),
    screen: SCREENS[of.view]?.(of) ?? null,
  };
}
