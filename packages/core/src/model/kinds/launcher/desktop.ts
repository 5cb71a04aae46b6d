import type { DesktopState, LauncherState } from '../../scene/state.js';
import { expectedOn } from '../applications/expected.js';
import { ownOr, programsOf } from '../ownNames.js';
import type { Furnished } from '../drawn.js';
import { readable, UNTOLD } from '../look.js';
import { firstViewOf } from '../motion/firstView.js';
import { iconFor } from '../pictures/icons.js';
import { emOf } from '../type/letters.js';

const PROGRAMS = [
  'Desk',
  'Editor',
  'Letters',
  'Archive',
  'Outside',
  'Notes',
  'Levels',
  'Rota',
  'Pages',
  'Tape cutter',
  'Tides',
  'Post',
];

/** The launcher, open. */
function launcherOf({ look, screen, letters, free }: Furnished): LauncherState {
  const v = look.told('launcher');
  const style = v.text('style', 'list');
  const place = v.text('place', 'middle of the screen');
  const isWhole = place === 'whole screen' || style === 'whole screen';
  const width = isWhole ? screen.width : Math.round(v.number('width', 480 * screen.unit, screen.width));
  const height = isWhole ? screen.height : Math.round(v.number('height', 560 * screen.unit, screen.height));
  const isMiddle = place.startsWith('middle');
  const colour = v.text('colour', look.told('frame').text('colourActive', UNTOLD.raised));
  const ink = readable(colour, look.told('interface-type').text('colour', UNTOLD.ink));
  return {
    style,
    x: isWhole ? 0 : isMiddle ? Math.round((screen.width - width) / 2) : Math.round(free.x),
    y: isWhole
      ? 0
      : isMiddle
        ? Math.round((screen.height - height) / 2)
        : Math.round(free.y + free.height - height),
    width,
    height,
    firstColumn: Math.round(v.number('firstColumn', width * 0.6)),
    searchField: v.text('searchField', 'none') as LauncherState['searchField'],
    colour,
    ink,
    accent: look.told('controls').text('accent', ink),
    cornerRadius: isWhole ? 0 : v.number('cornerRadius', 0),
    opacity: v.number('opacity', 100, 100),
    entries: [
      ...new Set([
        ...v.items('entries'),
        ...expectedOn(look, 'launcher'),
        ...(v.items('order').length > 0 ? v.items('order') : ownOr(programsOf(look), PROGRAMS)),
      ]),
    ].map((label) => ({ label, look: iconFor(look, label) })),
    places: ['Home', 'Reels', 'Shared', 'Settings', 'End the session'],
    textSize: emOf(look.told('interface-type'), 'interface', letters, 14 * screen.unit),
  };
}

/** What they add to a drawn desktop. */
export function launcherDrawn(of: Furnished): Partial<DesktopState> {
  return {
    launcher: of.view === 'launcher' || firstViewOf(of) === 'list of programmes' ? launcherOf(of) : null,
  };
}
