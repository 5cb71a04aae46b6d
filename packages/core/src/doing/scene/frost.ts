import type { Rect } from '../../measuring/picture/rect.js';
import type { Blur } from '../../model/scene/state.js';
import { box, tag } from './svg.js';

/** Something that lies over a ground and lets it through. */
export interface Pane {
  readonly rect: Rect;
  readonly cornerRadius: number;
  readonly blur: Blur;
}

/**
 * What a ground looks like through panes that blur it: the ground itself, and over it the blurred copy in each pane's own
 * outline. Without panes it is the ground as it is.
 *
 * @param id a name that nothing else in the document has
 */
export function frost(id: string, ground: string, panes: readonly Pane[]): string {
  if (panes.length === 0) return ground;
  let svg = tag('g', { id }, ground);
  panes.forEach(({ rect, cornerRadius, blur }, i) => {
    const [filter, clip] = [`${id}-blur-${i}`, `${id}-pane-${i}`];
    const { x, y, width, height } = rect;
    const deviation = blur.radius / 2;
    // What is further away than three deviations is not seen in the pane.
    const around = Math.ceil(deviation * 3);
    const slope = { type: 'linear', slope: blur.brightness / 100 };
    svg +=
      tag('clipPath', { id: clip }, box(x, y, width, height, '#000', { rx: cornerRadius || null })) +
      tag(
        'filter',
        {
          id: filter,
          filterUnits: 'userSpaceOnUse',
          x: x - around,
          y: y - around,
          width: width + 2 * around,
          height: height + 2 * around,
          'color-interpolation-filters': 'sRGB',
        },
        tag('feGaussianBlur', { stdDeviation: deviation }) +
          tag(
            'feComponentTransfer',
            {},
            tag('feFuncR', slope) + tag('feFuncG', slope) + tag('feFuncB', slope),
          ),
      ) +
      tag('g', { 'clip-path': `url(#${clip})` }, tag('use', { href: `#${id}`, filter: `url(#${filter})` }));
  });
  return svg;
}
