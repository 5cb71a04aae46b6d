import type { HostProfile } from '@spare-coat/core/host/profile';
import type { Offer } from '@spare-coat/core/parts/offer';
import { idOf } from './ids.js';
import { fixed, supplier, supplies } from './supplies.js';

/** The four invented desktops, clearly different in ability. */

const commands = (tool: string): HostProfile['commands'] => ({
  safePoint: ['stepback', 'make', '{name}'],
  set: [tool, 'set', '{key}', '{value}'],
  get: [tool, 'show', '{key}'],
  enable: [tool, 'addon', 'on', '{id}'],
  disable: [tool, 'addon', 'off', '{id}'],
  open: [tool, 'open', '{name}'],
});

const channel = (id: string, name: string, tool: string): HostProfile['channels'][number] => ({
  id,
  name,
  install: [tool, 'get', '{package}'],
  remove: [tool, 'drop', '{package}'],
  query: [tool, 'has', '{package}'],
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

function fernbankBar(n: 1 | 2, least: number, most: number): Offer {
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

function fernbankOffers(): Offer[] {
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
  'icon set': '~/.local/share/icons',
  'pointer set': '~/.local/share/icons',
  font: '~/.local/share/fonts',
  wallpaper: '~/.local/share/wallpapers',
  addon: '~/.local/share/addons',
};

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
  channels: [channel('pipit', 'Pipit 24', 'larder'), channel('dunnock', 'Dunnock 9', 'pantry')],
  commands: commands('fern'),
  effects: { enable: 'session', package: 'none' },
  facts: { wordSize: 64, edition: 'full', virtualMachine: false },
};

/** Keeps of Fernbank's offers those named, for desktops that can do less. */
const only = (...ids: string[]) => fernbankOffers().filter((o) => ids.includes(o.id));

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
      ...only('wallpaper', 'interface-type'),
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
          ...only('frame')[0]!.supplies,
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
    ],
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
    offers: [fernbankBar(1, 16, 40), ...only('clock', 'window-buttons', 'wallpaper')],
    channels: [channel('dunnock', 'Dunnock 9', 'pantry')],
    commands: commands('lantern'),
    effects: { enable: 'restart', package: 'none' },
  },
];
