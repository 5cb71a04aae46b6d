import type { Rect } from '../../measuring/picture/rect.js';
import { barRect, drawBar } from './drawBar.js';
import { drawIcon } from './drawIcon.js';
import { drawLauncher } from './drawLauncher.js';
import { drawMenu, menuRect } from './drawMenu.js';
import { drawScreen } from './drawScreen.js';
import { drawWallpaper } from './drawWallpaper.js';
import { drawWidget } from './drawWidget.js';
import { drawWindow } from './drawWindow.js';
import { frost, type Pane } from './frost.js';
import { pointerOutline } from '../../model/kinds/pictures/pointerOutline.js';
import type { Blur, DesktopState, Lettering, PointerState } from '../../model/scene/state.js';
import { polygon, tag } from './svg.js';

export interface DrawnDesktop {
  /** A complete SVG document of the state's size. */
  readonly svg: string;
  /** Where everything came to lie, by name: bars, their items ("rail/clock"), title strips, buttons, icons, pointer. */
  readonly boxes: Readonly<Record<string, Rect>>;
}

function drawPointer(p: PointerState): string {
  const points = pointerOutline(p.shape, p.x, p.y, p.size);
  const shade = p.shadow
    ? polygon(
        points.map(([x, y]) => [x + p.size * 0.06, y + p.size * 0.08] as const),
        '#000',
        { 'fill-opacity': 0.3 },
      )
    : '';
  return (
    shade +
    polygon(points, p.fill, {
      stroke: p.rim,
      'stroke-width': Math.max(1, p.size * 0.07),
      'stroke-linejoin': 'miter',
    })
  );
}

/** The outline of what has one among other things. */
const rectOf = ({ x, y, width, height }: Rect): Rect => ({ x, y, width, height });

/** Draws a desktop. The same state always gives the same text. */
export function drawDesktop(state: DesktopState, letters: Lettering): DrawnDesktop {
  const { width, height, unit } = state;
  const boxes: Record<string, Rect> = {};
  const document = (content: string): DrawnDesktop => ({
    svg: `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">${content}</svg>`,
    boxes,
  });
  if (state.screen) return document(drawScreen(state.screen, width, height, unit, letters, boxes));
  let svg = drawWallpaper(state.wallpaper, width, height);
  for (const icon of state.desktopIcons) {
    svg += drawIcon(icon.look, icon.x, icon.y, icon.size);
    const text = letters.outline('interface', icon.label, icon.textSize);
    const tx = icon.x + (icon.size - text.width) / 2;
    svg += tag('path', {
      d: text.d,
      fill: icon.ink,
      transform: `translate(${tx.toFixed(2)} ${icon.y + icon.size + icon.textSize * 1.6})`,
    });
    boxes[`icon/${icon.label}`] = { x: icon.x, y: icon.y, width: icon.size, height: icon.size };
  }
  for (const widget of state.widgets ?? []) {
    svg += drawWidget(widget, letters);
    boxes[widget.name] = rectOf(widget);
  }
  const pane = (rect: Rect, cornerRadius: number, blur: Blur | undefined): Pane[] =>
    blur ? [{ rect, cornerRadius, blur }] : [];
  svg = frost(
    'beneath-windows',
    svg,
    state.windows.flatMap((w) => pane(rectOf(w), w.frame.cornerRadius, w.blur)),
  );
  for (const window of state.windows) {
    const drawn = drawWindow(window, unit, letters);
    svg += drawn.svg;
    boxes[`${window.name}/title`] = drawn.title;
    boxes[`${window.name}/buttons`] = drawn.buttons;
    for (const [what, rect] of Object.entries(drawn.inside)) boxes[`${window.name}/${what}`] = rect;
  }
  svg = frost(
    'beneath-bars',
    svg,
    state.bars.flatMap((b) => pane(barRect(b, width, height), b.cornerRadius, b.blur)),
  );
  for (const bar of state.bars) {
    const drawn = drawBar(bar, width, height, letters);
    svg += drawn.svg;
    boxes[bar.name] = drawn.rect;
    for (const [duty, rect] of Object.entries(drawn.items)) boxes[`${bar.name}/${duty}`] = rect;
  }
  if (state.launcher) {
    svg += drawLauncher(state.launcher, unit, letters);
    boxes['launcher'] = rectOf(state.launcher);
  }
  if (state.menu) {
    const rect = menuRect(state.menu);
    svg = frost('beneath-menu', svg, pane(rect, state.menu.cornerRadius, state.menu.blur));
    svg += drawMenu(state.menu, letters);
    boxes['menu'] = rect;
  }
  if (state.pointer) {
    svg += drawPointer(state.pointer);
    const { x, y, size } = state.pointer;
    boxes['pointer'] = { x, y, width: Math.round(size * 0.66), height: size };
  }
  return document(svg);
}
