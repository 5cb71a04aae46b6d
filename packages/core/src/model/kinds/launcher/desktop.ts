import { ValueReader } from '../valueReader.js';
import type { Rect } from '../../../measuring/picture/rect.js';
import { drawBar } from '../../../doing/scene/drawBar.js';
import type { BarState, LauncherState, Lettering, MenuState } from '../../scene/state.js';
import { expectedOn } from '../layout/onDesktop.js';
import type { Screen } from '../layout/bars.js';
import { blurOf, inksOf, rowHeightOf } from '../windows/inks.js';
import { emOf, faceOf, iconFor, readable, UNTOLD, type Look } from '../look.js';

const PROGRAMS = ['Desk', 'Editor', 'Letters', 'Archive', 'Outside', 'Notes', 'Levels', 'Rota', 'Pages', 'Tape cutter', 'Tides', 'Post']; // prettier-ignore

/**
 * Bars while the pointer is on the second picture of the first dock that has one: that picture has grown as far as the dock
 * lets it. Tells also where the pointer is.
 */
export function pointedAt(look: Look, bars: readonly BarState[], screen: Screen, letters: Lettering) {
  for (const dock of look.seen.filter((e) => e.kind === 'dock')) {
    const bar = bars.find((b) => b.name === dock.name);
    const pictures = bar?.zones.centre.filter((i) => i.what === 'icon') ?? [];
    const item = pictures[1] ?? pictures[0];
    if (!bar || !item) continue;
    const grown = 1 + new ValueReader(dock.values).number('enlargement', 0) / 100;
    const centre = bar.zones.centre.map((i) => (i === item && i.what === 'icon' ? { ...i, grown } : i));
    const box = drawBar(bar, screen.width, screen.height, letters).items[item.duty]!;
    return {
      bars: bars.map((b) => (b === bar ? { ...b, zones: { ...b.zones, centre } } : b)),
      at: { x: Math.round(box.x + box.width / 2), y: Math.round(box.y + box.height / 2) },
    };
  }
  return { bars, at: null };
}

/** The menu of what is pointed at, else one on the windows: it stays in what the bars leave free. */
export function menuOf(
  look: Look,
  screen: Screen,
  letters: Lettering,
  free: Rect,
  at: { readonly x: number; readonly y: number } | null,
): MenuState {
  const v = look.told('translucency');
  const { ground, ink, accent } = inksOf(look);
  const type = look.told('interface-type');
  const face = faceOf(type.text('style', 'sans'), type.number('weight', 400));
  const rowHeight = rowHeightOf(look, screen.unit);
  const entries = ['Open', 'Open beside', 'Keep here', 'Rename', 'Put away'];
  const [width, height] = [Math.round(190 * screen.unit), rowHeight * entries.length];
  const within = (from: number, room: number, size: number, wanted: number) =>
    Math.round(Math.max(from, Math.min(from + room - size, wanted)));
  return {
    x: within(free.x, free.width, width, at?.x ?? free.x + free.width * 0.44),
    y: within(free.y, free.height, height, at ? at.y - height : free.y + free.height * 0.4),
    width,
    rowHeight,
    entries,
    colour: ground,
    ink,
    accent,
    accentInk: readable(accent),
    opacity: v.number('menus', 100, 100),
    ...blurOf(v),
    cornerRadius: look.told('controls').number('cornerRadius', 0),
    face,
    textSize: emOf(type, face, letters, 14 * screen.unit),
  };
}

export function launcherOf(look: Look, screen: Screen, letters: Lettering, free: Rect): LauncherState {
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
        ...expectedOn(look, 'launcher'),
        ...(v.items('order').length > 0 ? v.items('order') : PROGRAMS),
      ]),
    ].map((label) => ({ label, look: iconFor(look, label) })),
    places: ['Home', 'Reels', 'Shared', 'Settings', 'End the session'],
    textSize: emOf(look.told('interface-type'), 'interface', letters, 14 * screen.unit),
  };
}
