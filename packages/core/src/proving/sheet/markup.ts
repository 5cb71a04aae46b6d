import type { TapeSegment } from '../../deciding/matching/tape.js';
import { STANDINGS } from '../../deciding/matching/standing.js';
import { box, escapeXml, n, tag } from '../../doing/scene/svg.js';

/** Size of a tape on a sheet, in units of its own picture. */
const WIDTH = 1000;
const HEIGHT = 34;
const GAP = 3;
const INK = '#3d3d3d';

/** The textures of standings as patterns: the same six as everywhere. */
function patterns(id: string): string {
  const pattern = (name: string, size: number, content: string) =>
    `<pattern id="${id}-${name}" width="${n(size)}" height="${n(size)}" patternUnits="userSpaceOnUse">${content}</pattern>`;
  const line = (d: string, width: number) =>
    tag('path', { d, stroke: INK, 'stroke-width': width, fill: 'none' });
  return [
    pattern('near', 6, line('M-1 1L1 -1M0 6L6 0M5 7L7 5', 1.8)),
    pattern('stand-in', 5, tag('circle', { cx: 2.5, cy: 2.5, r: 1.2, fill: INK })),
    pattern('left-alone', 5, line('M0 2.5H5', 1)),
  ].join('');
}

/** The tape as an SVG text: one segment an element, width by weight, filled to its closeness, a line at the ceiling. */
export function tapeSvg(tape: readonly TapeSegment[], id = 'tape'): string {
  const weights = tape.reduce((sum, s) => sum + s.weight, 0);
  if (weights === 0) return '';
  const room = WIDTH - GAP * (tape.length - 1);
  let x = 0;
  const segments = tape.map((s) => {
    const width = (room * s.weight) / weights;
    const fill = HEIGHT * (s.closeness ?? 0);
    const paint =
      s.standing === 'matched'
        ? INK
        : s.standing === 'near' || s.standing === 'stand-in' || s.standing === 'left alone'
          ? `url(#${id}-${s.standing.replace(' ', '-')})`
          : 'none';
    const cross =
      s.standing === 'gap'
        ? tag('path', { d: `M${n(x)} 0L${n(x + width)} ${HEIGHT}M${n(x + width)} 0L${n(x)} ${HEIGHT}`, stroke: INK, 'stroke-width': 1.6 }) // prettier-ignore
        : '';
    const words = `${s.name}: ${s.standing}, ${s.closeness === null ? 'not scored' : `${Math.round(s.closeness * 100)} %`}`;
    const top = s.ceiling === null ? '' : box(x, HEIGHT * (1 - s.ceiling) - 1, width, 2, '#0d6661');
    const drawn =
      tag('rect', { x, y: 0.5, width, height: HEIGHT - 1, fill: '#ffffff', stroke: '#8c8c8c' }, `<title>${escapeXml(words)}</title>`) + // prettier-ignore
      box(x, HEIGHT - fill, width, fill, paint) +
      cross +
      top;
    x += width + GAP;
    return drawn;
  });
  return `<svg class="tape" viewBox="0 0 ${WIDTH} ${HEIGHT}" role="img" aria-label="The coat at a glance" preserveAspectRatio="none"><defs>${patterns(id)}</defs>${segments.join('')}</svg>`;
}

/** A value that is a colour, with a swatch before it. */
export function withSwatch(value: string): string {
  const hex = /^#[0-9a-f]{6}$/i.test(value);
  const swatch = hex
    ? `<svg class="swatch" viewBox="0 0 10 10" aria-hidden="true">${box(0.5, 0.5, 9, 9, value, { stroke: '#8c8c8c' })}</svg> `
    : '';
  return swatch + escapeXml(value);
}

/** Words for the standings that are in a tape, in their order, for whoever does not see it. */
export function tapeWords(tape: readonly TapeSegment[]): string {
  return STANDINGS.map((s) => [s, tape.filter((t) => t.standing === s).length] as const)
    .filter(([, count]) => count > 0)
    .map(([s, count]) => `${count} ${s}`)
    .join(', ');
}
