import type { KindFolder } from '../folder.js';
import { element, order } from '../begin.js';
import { CARRIERS, composeBars, pointedAt } from './bars.js';
import { desktopIcons, widgetsOf } from './onDesktop.js';
import { LAYOUT_SKETCHES } from './sketch.js';
import { LAYOUT_KINDS } from './traits.js';

/** Bars, docks and what lies on the desktop. */
export const LAYOUT: KindFolder = {
  kinds: LAYOUT_KINDS,
  sketches: LAYOUT_SKETCHES,
  drawn: {
    bars: composeBars,
    pointed: pointedAt,
    desktop: (of) => ({ desktopIcons: desktopIcons(of), widgets: widgetsOf(of) }),
  },
  carriers: Object.keys(CARRIERS),
  likely: {
    bar: (r) => (r.edge !== null && r.edgeShare > 60 ? 1 : 0),
    dock: (r) => (r.edge !== null && r.edgeShare > 15 && r.margin > 0 ? 0.9 : 0),
  },
  begins: {
    'one-bar': [
      element('bar', 'Bar', {
        edge: 'bottom',
        items: order(['launcher', 'window list'], [], ['status area', 'clock']),
      }),
    ],
    'bar-and-dock': [
      element('bar', 'Bar', { edge: 'top', items: order(['launcher'], ['clock'], ['status area']) }),
      element('dock', 'Dock', { edge: 'bottom', alignment: 'centre' }),
    ],
    rail: [
      element('bar', 'Rail', { edge: 'left', items: order(['launcher'], [], ['status area', 'clock']) }),
    ],
  },
};
