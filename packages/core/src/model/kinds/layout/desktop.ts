import type { Drawn } from '../drawn.js';
import { composeBars, pointedAt } from './bars.js';
import { desktopIcons, widgetsOf } from './onDesktop.js';

export const LAYOUT_DRAWN: Drawn = {
  bars: composeBars,
  pointed: pointedAt,
  desktop: (of) => ({ desktopIcons: desktopIcons(of), widgets: widgetsOf(of) }),
};
