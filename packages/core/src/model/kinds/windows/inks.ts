import type { ValueReader } from '../valueReader.js';
import type { Blur } from '../../scene/state.js';
import { readable, UNTOLD, type Look } from '../look.js';

/** A colour between two, as #rrggbb: `share` of the way to the second. */
export function mix(a: string, b: string = '#ffffff', share = 0.5): string {
  const read = (hex: string, i: number) => parseInt(hex.slice(1 + i * 2, 3 + i * 2), 16);
  const part = (i: number) =>
    Math.round(read(a, i) * (1 - share) + read(b, i) * share)
      .toString(16)
      .padStart(2, '0');
  return `#${part(0)}${part(1)}${part(2)}`;
}

/** The ground of windows where nobody tells it: paler than a pale frame, darker than a dark one. */
function paper(frame: string): string {
  const isDark = readable(frame) === '#f4f4f4';
  return isDark ? mix(frame, '#000000', 0.3) : mix(frame);
}

/** A little towards the ink that can be read on it. */
export const shade = (ground: string) => mix(ground, readable(ground), 0.07);

/** Ground, ink and accent of windows and menus. */
export function inksOf(look: Look) {
  const controls = look.told('controls');
  const ground = controls.text(
    'background',
    look.told('wallpaper').colours('palette').length > 0
      ? paper(look.told('frame').text('colourInactive', UNTOLD.window))
      : UNTOLD.window,
  );
  return {
    ground,
    ink: controls.text('ink', readable(ground, look.told('interface-type').text('colour', UNTOLD.ink))),
    accent: controls.text('accent', look.told('launcher-button').text('colour', UNTOLD.accent)),
  };
}

/** Height of a row in windows and menus, in whole device pixels; by the density of the controls where no height is told. */
export function rowHeightOf(look: Look, unit: number): number {
  const controls = look.told('controls');
  const usual = { tight: 24, usual: 30, airy: 38 }[controls.text('density', 'usual')]! * unit;
  return Math.round(controls.number('rowHeight', usual));
}

/** How far what shows through windows and menus is blurred. */
export function blurOf(translucency: ValueReader): { readonly blur?: Blur } {
  const radius = translucency.number('blur', 0);
  return radius > 0 ? { blur: { radius, brightness: 100 } } : {};
}
