import { writeDate } from '../../traits/writeDate.js';
import type { ScreenState } from '../../scene/state.js';
import type { Screen } from '../layout/bars.js';
import { iconFor, readable, UNTOLD, type Look } from '../look.js';

export function signIn(look: Look, screen: Screen): ScreenState {
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

export function startUp(look: Look): ScreenState {
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
