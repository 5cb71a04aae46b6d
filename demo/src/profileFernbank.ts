import type { HostProfile } from '@spare-coat/core/model/host/profile';
import type { Offer } from '@spare-coat/core/model/offers/offer';
import { idOf } from './ids.js';
import { fixed, supplier, supplies } from './supplies.js';

/** The desktop of the demo's volunteer, and what the other invented ones share with it. */

export const commands = (tool: string): HostProfile['commands'] => ({
  safePoint: ['stepback', 'make', '{name}'],
  set: [tool, 'set', '{key}', '{value}'],
  get: [tool, 'show', '{key}'],
  enable: [tool, 'addon', 'on', '{id}'],
  disable: [tool, 'addon', 'off', '{id}'],
  isEnabled: [tool, 'addon', 'is', '{id}'],
  open: [tool, 'open', '{name}'],
  reset: [tool, 'reset', '{key}'],
  reload: [tool, 'reload'],
});

export const channel = (id: string, name: string, tool: string): HostProfile['channels'][number] => ({
  id,
  name,
  install: [tool, 'get', '{package}'],
  remove: [tool, 'drop', '{package}'],
  query: [tool, 'has', '{package}'],
  addSource: [tool, 'source', 'add', '{source}'],
  removeSource: [tool, 'source', 'drop', '{source}'],
  hasSource: [tool, 'source', 'has', '{source}'],
});

const ALL_EDGES = ['top', 'right', 'bottom', 'left'];
const FERNBANK_ITEMS = [
  'launcher',
  'clock',
  'window list',
  'status area',
  'workspace switcher',
  'search',
  'show desktop',
];

export function fernbankBar(n: 1 | 2, least: number, most: number): Offer {
  const s = supplier(`bar${n}`, `Settings › Edges › ${n === 1 ? 'First' : 'Second'} bar`);
  return {
    id: `bar-${n}`,
    kind: 'bar',
    name: n === 1 ? 'Fernbank bar' : 'Second Fernbank bar',
    replaces: false,
    supplies: supplies(
      s.oneOf('edge', 'Edge', ...ALL_EDGES),
      s.range('thickness', 'Thickness', least, most, 2),
      s.range('edgeShare', 'Length', 20, 100, 1),
      s.oneOf('alignment', 'Alignment', 'start', 'centre', 'end'),
      fixed('margin', 0),
      s.oneOf('hiding', 'Hiding', 'never', 'always'),
      s.oneOf('besideMaximised', 'Beside wide windows', 'keeps its space', 'covers'),
      s.range('opacity', 'Opacity', 0, 100, 5),
      fixed('blur', 0),
      s.any('colour', 'Colour'),
      fixed('cornerRadius', 0),
      s.items('items', 'Items', ...FERNBANK_ITEMS),
    ),
  };
}

export function fernbankOffers(): Offer[] {
  const launcher = supplier('launcher', 'Settings › Edges › Launcher');
  const clock = supplier('clock', 'Settings › Time and place');
  const frame = supplier('frame', 'Settings › Windows', 'reload');
  const pointer = supplier('pointer', 'Settings › Pointer', 'session');
  const paper = supplier('wallpaper', 'Settings › Wallpaper');
  const type = supplier('type', 'Settings › Type', 'reopen');
  return [
    fernbankBar(1, 24, 64),
    fernbankBar(2, 20, 48),
    {
      id: 'launcher-button',
      kind: 'launcher-button',
      name: 'Fernbank launcher button',
      replaces: false,
      supplies: supplies(
        launcher.range('size', 'Size', 16, 48, 4),
        launcher.range('padding', 'Space around', 0, 16),
        launcher.any('place', 'Place'),
        fixed('shape', 'ring'),
        launcher.any('colour', 'Colour'),
        launcher.oneOf('label', 'Label', 'none', 'Open'),
      ),
    },
    {
      id: 'clock',
      kind: 'clock',
      name: 'Fernbank clock',
      replaces: false,
      supplies: supplies(
        clock.oneOf('format', 'Format', 'HH:mm', 'h:mm a', 'EEE d MMM HH:mm'),
        fixed('lines', 1),
        clock.range('size', 'Size', 8, 20),
        clock.any('colour', 'Colour'),
        clock.any('place', 'Place'),
      ),
    },
    {
      id: 'frame',
      kind: 'frame',
      name: 'Fernbank frame',
      replaces: false,
      supplies: supplies(
        frame.range('titleHeight', 'Title height', 22, 40, 2),
        fixed('titlePlace', 'head'),
        frame.oneOf('titleAlignment', 'Title', 'start', 'centre'),
        frame.any('colourActive', 'Colour in use'),
        frame.any('colourInactive', 'Colour behind'),
        frame.any('ink', 'Title colour'),
        frame.range('cornerRadius', 'Corners', 0, 12),
        frame.range('border', 'Border', 0, 3),
        frame.any('shadow', 'Shadow'),
      ),
    },
    {
      id: 'window-buttons',
      kind: 'window-buttons',
      name: 'Fernbank window buttons',
      replaces: false,
      supplies: supplies(
        frame.oneOf('side', 'Buttons', 'start', 'end'),
        frame.any('order', 'Button order'),
        fixed('size', 16),
        fixed('spacing', 6),
        fixed('shape', 'bare sign'),
        frame.any('colour', 'Button colour'),
      ),
    },
    {
      id: 'pointer',
      kind: 'pointer',
      name: 'Fernbank pointer',
      replaces: false,
      supplies: supplies(
        pointer.oneOf('size', 'Size', 20, 24, 32, 48),
        fixed('shape', 'drop'),
        fixed('fill', '#ffffff'),
        fixed('rim', '#22302a'),
        pointer.any('shadow', 'Shadow'),
      ),
    },
    {
      id: 'wallpaper',
      kind: 'wallpaper',
      name: 'Your own picture',
      replaces: false,
      supplies: supplies(
        paper.oneOf('fit', 'Fit', 'fill and crop', 'fit whole', 'middle, own size', 'tile'),
        paper.any('picture', 'Picture'),
      ),
    },
    {
      id: 'interface-type',
      kind: 'interface-type',
      name: 'Any installed family',
      replaces: false,
      supplies: supplies(
        fixed('family', 'Fern Sans'),
        fixed('style', 'sans'),
        type.range('size', 'Size', 10, 32),
        type.oneOf('weight', 'Weight', 400, 700),
        type.any('colour', 'Colour'),
      ),
    },
    {
      id: 'title-type',
      kind: 'title-type',
      name: 'Any installed family',
      replaces: false,
      supplies: supplies(
        fixed('family', 'Fern Sans'),
        fixed('style', 'sans'),
        type.range('size', 'Title size', 10, 32),
        type.oneOf('weight', 'Title weight', 400, 700),
      ),
    },
  ];
}

const FERNBANK_DEFAULTS: HostProfile['defaults'] = {
  bar: {
    edge: 'left',
    thickness: 46,
    edgeShare: 100,
    alignment: 'centre',
    margin: 0,
    hiding: 'never',
    besideMaximised: 'keeps its space',
    opacity: 90,
    blur: 0,
    colour: { byVariant: { light: '#dfe8e0', dark: '#22302a' } },
    cornerRadius: 0,
    items: { start: ['clock'], centre: ['window list'], end: ['status area', 'launcher'] },
  },
  'launcher-button': {
    size: 28,
    padding: 6,
    place: { zone: 'end', offset: 97 },
    shape: 'ring',
    colour: '#3e7a5b',
    label: 'none',
  },
  clock: {
    format: 'HH:mm',
    lines: 1,
    size: 13,
    colour: { byVariant: { light: '#22302a', dark: '#e4efe8' } },
    place: { zone: 'start', offset: 3 },
  },
  frame: {
    titleHeight: 28,
    titlePlace: 'head',
    titleAlignment: 'centre',
    colourActive: { byVariant: { light: '#cfdcd2', dark: '#2e3f37' } },
    colourInactive: { byVariant: { light: '#e4ece6', dark: '#26332d' } },
    ink: { byVariant: { light: '#22302a', dark: '#e4efe8' } },
    cornerRadius: 6,
    border: 1,
    shadow: true,
  },
  'window-buttons': {
    side: 'end',
    order: { start: [], centre: [], end: ['fold', 'widen', 'shut'] },
    size: 16,
    spacing: 6,
    shape: 'bare sign',
    colour: { byVariant: { light: '#22302a', dark: '#e4efe8' } },
  },
  'icon-set': {
    size: 48,
    outline: 'all discs',
    drawing: 'flat',
    palette: { first: '#3e7a5b', second: '#88a898', third: '#dfe8e0' },
  },
  pointer: { size: 24, shape: 'drop', fill: '#ffffff', rim: '#22302a', shadow: false },
  wallpaper: {
    picture: 'Fern bank in rain',
    fit: 'fill and crop',
    palette: {
      byVariant: {
        light: { first: '#b8cbbd', second: '#7fa08b', third: '#dfe8e0' },
        dark: { first: '#22302a', second: '#34473d', third: '#16201b' },
      },
    },
  },
  'interface-type': {
    family: 'Fern Sans',
    style: 'sans',
    size: 15,
    weight: 400,
    colour: { byVariant: { light: '#22302a', dark: '#e4efe8' } },
  },
  'title-type': { family: 'Fern Sans', style: 'sans', size: 15, weight: 700 },
};

const FOLDERS = {
  'window theme': '~/.local/share/looks/windows',
  'control theme': '~/.local/share/looks/controls',
  'whole look': '~/.local/share/looks/whole',
  'sound theme': '~/.local/share/sounds',
  'terminal colours': '~/.local/share/terminal/colours',
  'desktop entry': '~/.local/share/applications',
  program: '~/.local/opt',
  'icon set': '~/.local/share/icons',
  'pointer set': '~/.local/share/icons',
  font: '~/.local/share/fonts',
  wallpaper: '~/.local/share/wallpapers',
  addon: '~/.local/share/addons',
};

const SYSTEM_FOLDERS = {
  'window theme': ['/usr/share/looks/windows'],
  'icon set': ['/usr/share/icons'],
  'pointer set': ['/usr/share/icons'],
  'sound theme': ['/usr/share/sounds'],
  font: ['/usr/share/fonts'],
  wallpaper: ['/usr/share/wallpapers'],
  addon: ['/usr/share/addons'],
};

/** Every program asks its toolkit, and every toolkit goes its own way. */
const ROUTES: HostProfile['routes'] = [
  {
    toolkit: 'Sorrel',
    sort: 'control theme',
    how: 'It reads the chosen control theme when a program starts.',
    except: ['sandboxed'],
  },
  {
    toolkit: 'Burdock, old',
    sort: 'window theme',
    how: 'It takes frame colours from the window theme, and nothing else.',
    except: [],
  },
  {
    toolkit: 'Teasel',
    sort: null,
    how: 'Its programs bring their own look; some have a switch for dark.',
    except: [],
  },
  {
    toolkit: 'browsers',
    sort: null,
    how: 'They draw their own frame unless told to use the desktop’s.',
    except: [],
  },
];

export const extra = (prefix: string, place: string): HostProfile['settings'] => [
  {
    key: `${prefix}.controls.theme`,
    label: 'Control theme',
    place: `${place} › Controls`,
    takes: { type: 'text' },
    initial: 'Plain',
    effect: 'reopen',
  },
  {
    key: `${prefix}.animations`,
    label: 'Motion',
    place: `${place} › Motion`,
    takes: { type: 'choice', values: ['full', 'little', 'none'] },
    initial: 'full',
  },
  {
    key: `${prefix}.autolock`,
    label: 'Lock after, minutes',
    place: `${place} › Privacy`,
    takes: { type: 'number', least: 0, most: 120, step: 1 },
    initial: 10,
  },
  {
    key: `${prefix}.nightlight`,
    label: 'Warmer colours at night',
    place: `${place} › Displays`,
    takes: { type: 'flag' },
    initial: false,
  },
];

export const lists = (place: string): HostProfile['lists'] => ({
  'icon set': { key: 'icons.theme', place: `${place} › Icons`, effect: 'reopen' },
  'pointer set': { key: 'pointer.theme', place: `${place} › Pointer`, effect: 'session' },
  'window theme': { key: 'frame.theme', place: `${place} › Windows › Theme`, effect: 'reload' },
  'control theme': { key: 'controls.theme', place: `${place} › Controls`, effect: 'reopen' },
  'sound theme': { key: 'sound.theme', place: `${place} › Sound`, effect: 'session' },
  wallpaper: { key: 'wallpaper.picture', place: `${place} › Wallpaper` },
});

const SIGNATURES: HostProfile['signatures'] = [
  { sort: 'window theme', needs: ['frame/', 'frame/frame.css'] },
  { sort: 'control theme', needs: ['controls/controls.css'] },
  { sort: 'whole look', needs: ['look.json', 'frame/', 'controls/'] },
  { sort: 'addon', needs: ['addon.json'] },
];

export const FERNBANK: HostProfile = {
  id: idOf('profile fernbank'),
  revision: 1,
  family: 'fernbank',
  name: 'Fernbank',
  version: '3.4',
  summary:
    'A calm desktop with bars on any edge and plain settings for most of what is on them. Frames come from themes; addons reach the rest.',
  surfaces: { bar: 2, dock: 0, launcher: 1 },
  offers: fernbankOffers(),
  defaults: FERNBANK_DEFAULTS,
  folders: FOLDERS,
  systemFolders: SYSTEM_FOLDERS,
  settings: extra('fern', 'Settings'),
  signatures: SIGNATURES,
  lists: lists('Settings'),
  routes: ROUTES,
  first: [
    {
      sort: 'enabling',
      what: 'Addons have to be allowed once, or none of them is listed.',
      place: 'Settings › Addons › Allow addons',
      command: ['fern', 'set', 'addons.allowed', 'true'],
    },
  ],
  channels: [channel('pipit', 'Pipit 24', 'larder'), channel('dunnock', 'Dunnock 9', 'pantry')],
  commands: commands('fern'),
  pairs: [
    {
      around: ['bar1.', 'bar2.'],
      first: {
        what: 'Unlock the bars',
        place: 'Settings › Edges › Lock',
        command: ['fern', 'set', 'edges.locked', 'false'],
      },
      last: {
        what: 'Lock the bars again',
        place: 'Settings › Edges › Lock',
        command: ['fern', 'set', 'edges.locked', 'true'],
      },
    },
  ],
  installing: {
    packages: { pipit: 'fernbank', dunnock: 'fernbank' },
    session: 'Fernbank',
    doubles: ['file manager', 'terminal'],
  },
  variants: {
    key: 'look.variant',
    place: 'Settings › Look › Light or dark',
    effect: 'reopen',
    values: { light: 'light', dark: 'dark' },
  },
  effects: { enable: 'session', package: 'none' },
  facts: { wordSize: 64, edition: 'full', virtualMachine: false, graphics: 'accelerated' },
};
