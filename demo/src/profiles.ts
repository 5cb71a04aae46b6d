import { nth } from '@spare-coat/core/ground/checked';
import type { HostProfile } from '@spare-coat/core/model/host/profile';
import { idOf } from './ids.js';
import { FERNBANK, channel, commands, extra, fernbankBar, fernbankOffers, lists } from './profileFernbank.js';
import { FREEDESKTOP } from './profileFreedesktop.js';
import { byHand, FURNISHED, furniture } from './furniture.js';
import { fixed, supplier, supplies } from './supplies.js';

/** Keeps of Fernbank's offers those named, for desktops that can do less. */
/** Some of what a desktop sets by itself, under the desktop's own name. */
const only = (host: string, ...ids: string[]) =>
  fernbankOffers()
    .filter((o) => ids.includes(o.id))
    .map((o) => ({ ...o, name: o.name.replace('Fernbank', host) }));

/** Four invented desktops, clearly different in ability, and one that knows the open standards alone. */
export const PROFILES: readonly HostProfile[] = [
  FERNBANK,
  {
    ...FERNBANK,
    id: idOf('profile oxbow'),
    family: 'oxbow',
    name: 'Oxbow',
    version: '12',
    summary:
      'One bar that cannot leave the head of the screen, few settings, and a strict idea of how windows look.',
    surfaces: { bar: 1, dock: 1, launcher: 1 },
    offers: [
      {
        id: 'bar-1',
        kind: 'bar',
        name: 'Oxbow strip',
        replaces: false,
        supplies: supplies(
          fixed('edge', 'top'),
          fixed('thickness', 30),
          fixed('edgeShare', 100),
          fixed('opacity', 100),
          supplier('strip', 'Control › Strip').any('colour', 'Colour'),
          fixed('cornerRadius', 0),
          supplier('strip', 'Control › Strip').items('items', 'Items', 'clock', 'status area', 'search'),
        ),
      },
      ...only('Oxbow', 'wallpaper', 'interface-type'),
      // It lets nobody touch its frames, or what lies on its strip.
      ...furniture('ox', 'Control', [
        'launcher-clicks',
        'overview-button',
        'bar-menus',
        'spacer',
        'terminal',
        'translucency',
        'window-list',
        'edge-actions',
      ]),
    ],
    defaults: { ...FERNBANK.defaults, ...FURNISHED },
    byHand: byHand('Control'),
    settings: extra('ox', 'Control'),
    pairs: [],
    installing: { packages: { sandgrouse: 'oxbow' }, session: 'Oxbow', doubles: ['file manager'] },
    lists: { 'icon set': { key: 'ox.icons', place: 'Control › Look › Icons', effect: 'session' } },
    // It shows no theme of windows that is not its own.
    signatures: [{ sort: 'addon', needs: ['oxbow.json'] }],
    folders: {
      'icon set': '~/.local/share/icons',
      'pointer set': '~/.local/share/icons',
      font: '~/.local/share/fonts',
      addon: '~/.local/share/oxbow/addons',
      'desktop entry': '~/.local/share/applications',
    },
    routes: [
      {
        toolkit: 'Sorrel',
        sort: null,
        how: 'The look of controls is built in; only the accent can be chosen.',
        except: [],
      },
      { toolkit: 'Burdock, old', sort: null, how: 'It keeps a look of its own from years ago.', except: [] },
    ],
    channels: [channel('sandgrouse', 'Sandgrouse 41', 'hopper')],
    commands: commands('oxctl'),
    effects: { enable: 'session', package: 'session' },
  },
  {
    ...FERNBANK,
    id: idOf('profile ochre row'),
    family: 'ochre-row',
    name: 'Ochre Row',
    version: '7',
    summary:
      'Made to be taken apart: bars of any size on any edge, frames with titles on any side, everything in one file.',
    surfaces: { bar: 6, dock: 2, launcher: 1 },
    offers: [
      fernbankBar(1, 8, 200),
      fernbankBar(2, 8, 200),
      ...only(
        'Ochre Row',
        'launcher-button',
        'clock',
        'window-buttons',
        'pointer',
        'wallpaper',
        'interface-type',
        'title-type',
      ),
      {
        id: 'frame',
        kind: 'frame',
        name: 'Ochre frame',
        replaces: false,
        supplies: {
          ...nth(only('Ochre Row', 'frame'), 0).supplies,
          ...supplies(
            supplier('frame', 'ochre.conf').oneOf(
              'titlePlace',
              'title_side',
              'head',
              'foot',
              'left side',
              'right side',
            ),
          ),
        },
      },
      ...furniture('row', 'ochre.conf', [], '~/.config/ochre/terminal.conf'),
    ],
    defaults: { ...FERNBANK.defaults, ...FURNISHED },
    byHand: byHand('ochre.conf'),
    settings: [
      ...extra('row', 'ochre.conf')!,
      {
        key: 'row.gap',
        label: 'Gap between windows',
        place: '~/.config/ochre/ochre.conf',
        file: { path: '~/.config/ochre/ochre.conf', format: 'lines', at: 'gap =' },
        takes: { type: 'number', least: 0, most: 64, step: 1 },
        initial: 0,
        effect: 'reload',
      },
    ],
    lists: lists('ochre.conf'),
    pairs: [],
    installing: {
      packages: { pipit: 'ochre-row', wheatear: 'ochre-row' },
      session: 'Ochre Row',
      doubles: ['terminal', 'launcher'],
    },
    first: [],
    channels: [channel('pipit', 'Pipit 24', 'larder'), channel('wheatear', 'Wheatear 3', 'bushel')],
    commands: commands('row'),
    effects: { enable: 'reload', package: 'none' },
  },
  {
    ...FERNBANK,
    id: idOf('profile lanternfish'),
    family: 'lanternfish',
    name: 'Lanternfish',
    version: '2',
    summary: 'Light and small, for old machines: one bar, bitmap frames, no translucency, hardly any memory.',
    surfaces: { bar: 1, dock: 0, launcher: 0 },
    offers: [
      fernbankBar(1, 16, 40),
      ...only('Lanternfish', 'clock', 'window-buttons', 'wallpaper'),
      ...furniture('lantern', 'lantern.ini', [
        'dock',
        'launcher',
        'minimise-effect',
        'media-control',
        'search-button',
        'bin',
        'controls',
      ]),
    ],
    defaults: { ...FERNBANK.defaults, ...FURNISHED },
    byHand: byHand('lantern.ini'),
    settings: extra('lantern', 'lantern.ini'),
    lists: { 'icon set': { key: 'lantern.icons', place: 'lantern.ini', effect: 'restart' } },
    signatures: [{ sort: 'window theme', needs: ['border/', 'border/colours'] }],
    routes: [
      {
        toolkit: 'Burdock, old',
        sort: 'window theme',
        how: 'It takes frame colours from the theme.',
        except: [],
      },
    ],
    first: [],
    pairs: [],
    installing: { packages: { dunnock: 'lanternfish' }, session: 'Lanternfish', doubles: ['file manager'] },
    facts: { wordSize: 32, edition: 'small', virtualMachine: false, graphics: 'plain' },
    channels: [channel('dunnock', 'Dunnock 9', 'pantry')],
    commands: commands('lantern'),
    effects: { enable: 'restart', package: 'none' },
  },
  FREEDESKTOP,
];
