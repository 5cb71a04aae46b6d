import type { KindFolder } from '../folder.js';
import { element } from '../begin.js';
import { ON_BARS } from './items.js';
import { BAR_ITEM_SKETCHES } from './sketch.js';
import { BAR_ITEM_KINDS } from './traits.js';

const BUTTON = element('launcher-button', 'Launcher button');
const LIST = element('window-list', 'Window list');
const AREA_AND_CLOCK = [element('status-area', 'Status area'), element('clock', 'Clock')];

/** What stands on bars. */
export const BAR_ITEMS: KindFolder = {
  kinds: BAR_ITEM_KINDS,
  sketches: BAR_ITEM_SKETCHES,
  drawn: { onBars: ON_BARS },
  likely: { clock: (r) => (r.width / r.height >= 1.4 ? 0.5 : 0) },
  likelyItems: {
    clock: ({ what }) => (what === 'text' ? 1 : 0),
    'window-list': ({ what }) => (what === 'picture and title' ? 1 : 0),
    'launcher-button': () => 0.5,
  },
  begins: {
    'one-bar': [BUTTON, LIST, ...AREA_AND_CLOCK],
    'bar-and-dock': [BUTTON, ...AREA_AND_CLOCK],
    rail: [BUTTON, element('window-list', 'Window list', { show: 'picture only' }), ...AREA_AND_CLOCK],
  },
};
