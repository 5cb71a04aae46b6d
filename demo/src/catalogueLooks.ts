import type { Part } from '@spare-coat/core/model/parts/part';
import { archive, chosen, instead, makePart, partId } from './makePart.js';
import { face, fixed, supplier, supplies } from './supplies.js';

/** Themes, icon sets, pointer sets, fonts, wallpapers and tools. */

const WINDOWS = 'Settings › Windows › Theme';
const ICONS = 'Settings › Icons';
const POINTERS = 'Settings › Pointer';
const PAPERS = 'Settings › Wallpaper';
const TYPES = 'Settings › Type';

const windowTheme = (name: string, supply: Parameters<typeof chosen>[6]) =>
  chosen('frame', 'frame', 'Window theme', name, 'frame.theme', WINDOWS, supply, 'reload');
const buttons = (name: string, supply: Parameters<typeof chosen>[6]) =>
  chosen('window-buttons', 'buttons', 'Window theme', name, 'frame.theme', WINDOWS, supply, 'reload');
const icons = (name: string, supply: Parameters<typeof chosen>[6]) =>
  chosen('icon-set', 'icons', 'Icon set', name, 'icons.theme', ICONS, supply, 'reopen');
const pointer = (name: string, supply: Parameters<typeof chosen>[6]) =>
  chosen('pointer', 'pointer', 'Pointer set', name, 'pointer.theme', POINTERS, supply, 'session');
/** A wallpaper with the size of its picture, in pixels. */
const paper = (name: string, width: number, height: number, supply: Parameters<typeof chosen>[6]) => ({
  ...chosen('wallpaper', 'wallpaper', 'Wallpaper', name, 'wallpaper.picture', PAPERS, supply),
  pictures: [{ width, height }],
});

const footing = supplier('footing', 'Footing › Frame', 'reload');
const lintel = supplier('lintel', 'Lintel › Buttons', 'reload');
const paperFit = supplier('wallpaper', PAPERS);
const pointerSize = supplier('pointer', POINTERS, 'session');
const type = supplier('type', TYPES, 'reopen');
const titleType = supplier('titletype', TYPES, 'reopen');

export const LOOK_PARTS: readonly Part[] = [
  makePart({
    name: 'Footing',
    author: 'Oda Finch',
    sort: 'extension',
    summary: 'Moves the title strip of windows to their foot. Slow on windows that draw their own frame.',
    version: '1.1',
    released: '2026-05-05',
    memory: 8,
    enable: 'footing',
    faults: ['Windows that draw their own frame keep their title at the head.'],
    offers: [
      instead(
        'frame',
        'frame',
        'Footing frame',
        supplies(
          footing.range('titleHeight', 'Height', 20, 48, 2),
          footing.oneOf('titlePlace', 'Side', 'head', 'foot'),
          footing.oneOf('titleAlignment', 'Title', 'start', 'centre', 'end'),
          footing.any('colourActive', 'Colour in use'),
          footing.any('colourInactive', 'Colour behind'),
          footing.any('ink', 'Title colour'),
          fixed('cornerRadius', 0),
          footing.range('border', 'Border', 0, 4),
          fixed('shadow', true),
        ),
      ),
    ],
  }),
  makePart({
    name: 'Clayworks',
    author: 'Tamsin Roe',
    sort: 'theme',
    summary: 'Clay and plum for windows, light and dark, after the studios of the coast.',
    spoils: [{ application: 'Tape cutter', what: 'Its level marks are hard to tell from the clay.' }],
    version: '3.0',
    released: '2026-07-19',
    licence: 'CC-BY-SA-4.0',
    channels: [archive('Clayworks', '3.0', 'window theme')],
    requires: [{ anyOf: [partId('Lintel')], why: 'It draws through the frame engine Lintel.' }],
    offers: [
      windowTheme(
        'Clayworks',
        supplies(
          fixed('titleHeight', 32),
          fixed('titlePlace', 'head'),
          fixed('titleAlignment', 'start'),
          fixed('colourActive', '#ead0c3', '#5a4035'),
          fixed('colourInactive', '#f2e4db', '#463129'),
          fixed('ink', '#43203d', '#f1dccd'),
          fixed('cornerRadius', 0),
          fixed('border', 1),
          fixed('shadow', true),
        ),
      ),
      buttons(
        'Clayworks',
        supplies(
          fixed('side', 'centre'),
          fixed('order', { start: [], centre: ['fold', 'widen', 'shut'], end: [] }),
          fixed('size', 18),
          fixed('spacing', 10),
          fixed('shape', 'notched'),
          fixed('colour', '#5b2f52', '#d9b3a2'),
        ),
      ),
    ],
  }),
  makePart({
    name: 'Kilnwork',
    author: 'Jude Amery',
    sort: 'theme',
    summary: 'A whole look in brick and ash. Light only.',
    version: '1.6',
    released: '2025-01-12',
    channels: [archive('Kilnwork', '1.6', 'window theme', 'Kilnwork-theme-main/Kilnwork')],
    offers: [
      windowTheme(
        'Kilnwork',
        supplies(
          fixed('titleHeight', 26),
          fixed('titlePlace', 'head'),
          fixed('titleAlignment', 'centre'),
          fixed('colourActive', '#d8a48c'),
          fixed('colourInactive', '#e6cfc2'),
          fixed('ink', '#3a1f17'),
          fixed('cornerRadius', 4),
          fixed('border', 0),
          fixed('shadow', true),
        ),
      ),
      buttons(
        'Kilnwork',
        supplies(
          fixed('side', 'end'),
          fixed('order', { start: [], centre: [], end: ['fold', 'widen', 'shut'] }),
          fixed('size', 14),
          fixed('spacing', 8),
          fixed('shape', 'square'),
          fixed('colour', '#8c3f2a'),
        ),
      ),
    ],
  }),
  makePart({
    name: 'Brackish',
    author: 'Ivo Penn',
    sort: 'theme',
    summary: 'Salt-grey frames with tabs for buttons. Makes bars translucent unless told not to.',
    version: '2.2',
    released: '2026-02-03',
    channels: [archive('Brackish', '2.2', 'window theme')],
    sideEffects: [
      { what: 'Makes the host’s bars translucent.', counter: 'Set the opacity of both bars to 100.' },
    ],
    offers: [
      windowTheme(
        'Brackish',
        supplies(
          fixed('titleHeight', 36),
          fixed('titlePlace', 'head'),
          fixed('titleAlignment', 'start'),
          fixed('colourActive', '#d5d2cc', '#3a3936'),
          fixed('colourInactive', '#e4e2de', '#2f2e2c'),
          fixed('ink', '#2b2a28', '#e4e2de'),
          fixed('cornerRadius', 2),
          fixed('border', 2),
          fixed('shadow', false),
        ),
      ),
      buttons(
        'Brackish',
        supplies(
          fixed('side', 'start'),
          fixed('order', { start: ['shut', 'fold', 'widen'], centre: [], end: [] }),
          fixed('size', 20),
          fixed('spacing', 4),
          fixed('shape', 'tab'),
          fixed('colour', '#6f6b64'),
        ),
      ),
    ],
  }),
  makePart({
    name: 'Lintel',
    author: 'Oda Finch',
    sort: 'tool',
    summary:
      'The engine that lets themes draw the whole frame. Has to be opened once before a theme shows in the list.',
    version: '5.5',
    released: '2026-08-20',
    memory: 10,
    openOnce: true,
    leaves: ['~/.config/lintel'],
    autostart: 'lintel --in-background',
    enable: 'lintel',
    effect: 'session',
    offers: [
      instead(
        'window-buttons',
        'buttons',
        'Lintel buttons',
        supplies(
          lintel.oneOf('side', 'Side', 'start', 'centre', 'end'),
          lintel.any('order', 'Order'),
          lintel.range('size', 'Size', 12, 28, 2),
          lintel.range('spacing', 'Spacing', 0, 20, 2),
          lintel.oneOf('shape', 'Shape', 'disc', 'square', 'bevelled', 'bare sign'),
          lintel.any('colour', 'Colour'),
        ),
      ),
    ],
  }),
  makePart({
    name: 'Samphire Icons',
    author: 'Tamsin Roe',
    sort: 'icon set',
    summary: 'Pictures of mixed outline in clay, slate and lichen. Covers applications well, actions less.',
    version: '1.9',
    released: '2026-07-19',
    licence: 'CC-BY-SA-4.0',
    faults: ['About a fifth of the action names are missing.'],
    channels: [archive('Samphire', '1.9', 'icon set')],
    offers: [
      icons(
        'Samphire',
        supplies(
          fixed('size', 48),
          fixed('outline', 'mixed'),
          fixed('drawing', 'flat with folds'),
          fixed('palette', { first: '#8c5340', second: '#52637a', third: '#75801f' }),
        ),
      ),
    ],
  }),
  makePart({
    name: 'Potsherd',
    author: 'Jude Amery',
    sort: 'icon set',
    summary: 'Broken squares in brick. Complete, and the same for everything.',
    version: '2.0',
    released: '2025-10-10',
    channels: [archive('Potsherd', '2.0', 'icon set')],
    offers: [
      icons(
        'Potsherd',
        supplies(
          fixed('size', 56),
          fixed('outline', 'all squares'),
          fixed('drawing', 'shaded'),
          fixed('palette', { first: '#8c3f2a', second: '#d8a48c', third: '#3a1f17' }),
        ),
      ),
    ],
  }),
  makePart({
    name: 'Evenware',
    author: 'Kit Lowe',
    sort: 'icon set',
    summary: 'Rounded squares, all alike, for a tidy grid.',
    version: '6.1',
    released: '2026-10-01',
    account: true,
    channels: [archive('Evenware', '6.1', 'icon set')],
    offers: [
      icons(
        'Evenware',
        supplies(
          fixed('size', 56),
          fixed('outline', 'all rounded squares'),
          fixed('drawing', 'flat'),
          fixed('palette', { first: '#4b6a8a', second: '#b98795', third: '#75801f' }),
        ),
      ),
    ],
  }),
  makePart({
    name: 'Wader',
    author: 'Ivo Penn',
    sort: 'pointer set',
    summary: 'A long-legged pointer: a blade with a light rim.',
    version: '1.3',
    released: '2025-06-30',
    channels: [archive('Wader', '1.3', 'pointer set')],
    offers: [
      pointer(
        'Wader',
        supplies(
          pointerSize.oneOf('size', 'Size', 24, 32, 48),
          fixed('shape', 'blade'),
          fixed('fill', '#2b2a28', '#e4e2de'),
          fixed('rim', '#ffffff', '#2b2a28'),
          fixed('shadow', false),
        ),
      ),
    ],
  }),
  makePart({
    name: 'Paper Kite',
    author: 'Tamsin Roe',
    sort: 'pointer set',
    summary: 'A plum kite with a pale rim, light and dark, in four sizes.',
    version: '0.8',
    released: '2026-07-19',
    licence: 'CC-BY-4.0',
    channels: [archive('Paper Kite', '0.8', 'pointer set', 'PaperKite')],
    offers: [
      pointer(
        'PaperKite',
        supplies(
          pointerSize.oneOf('size', 'Size', 24, 28, 36, 48),
          fixed('shape', 'kite'),
          fixed('fill', '#43203d', '#f1dccd'),
          fixed('rim', '#faf3ec', '#281d19'),
          fixed('shadow', true),
        ),
      ),
    ],
  }),
  makePart({
    name: 'Osier Slab',
    author: 'Letter Yard',
    sort: 'font',
    summary: 'A slab serif with round shoulders, in five weights.',
    version: '1.002',
    released: '2024-09-09',
    licence: 'OFL-1.1',
    fits: [],
    channels: [archive('Osier Slab', '1.002', 'font', 'OsierSlab')],
    offers: [
      chosen(
        'title-type',
        'title',
        'Title type',
        'Osier Slab',
        'titletype.family',
        TYPES,
        supplies(
          fixed('family', 'Osier Slab'),
          face('Osier Slab', { xHeight: 0.52, advance: 0.53, capHeight: 0.71, weight: 500, serif: true }),
          fixed('style', 'rounded slab serif'),
          titleType.range('size', 'Title size', 8, 48),
          titleType.oneOf('weight', 'Title weight', 300, 400, 500, 700),
        ),
        'reopen',
      ),
      chosen(
        'interface-type',
        'interface',
        'Interface type',
        'Osier Slab',
        'type.family',
        TYPES,
        supplies(
          fixed('family', 'Osier Slab'),
          fixed('style', 'rounded slab serif'),
          type.range('size', 'Size', 8, 48),
          type.oneOf('weight', 'Weight', 300, 400, 500, 700),
        ),
        'reopen',
      ),
    ],
  }),
  makePart({
    name: 'Weir Sans',
    author: 'Letter Yard',
    sort: 'font',
    summary: 'A humanist sans with open shapes, near to what the studio machines used.',
    version: '2.1',
    released: '2025-12-01',
    licence: 'OFL-1.1',
    fits: [],
    channels: [
      { way: 'package', names: { pipit: 'fonts-weir', sandgrouse: 'weir-fonts' } },
      archive('Weir Sans', '2.1', 'font', 'WeirSans'),
    ],
    offers: [
      chosen(
        'interface-type',
        'interface',
        'Interface type',
        'Weir Sans',
        'type.family',
        TYPES,
        supplies(
          fixed('family', 'Weir Sans'),
          face('Weir Sans', { xHeight: 0.51, advance: 0.49, capHeight: 0.7 }),
          fixed('style', 'sans'),
          type.range('size', 'Size', 8, 48),
          type.oneOf('weight', 'Weight', 300, 400, 600),
        ),
        'reopen',
      ),
    ],
  }),
  makePart({
    name: 'Ledger Mono',
    author: 'Letter Yard',
    sort: 'font',
    summary: 'A fixed-width face for running orders and terminals.',
    version: '1.4',
    released: '2023-03-03',
    licence: 'OFL-1.1',
    fits: [],
    channels: [archive('Ledger Mono', '1.4', 'font', 'LedgerMono')],
    offers: [
      chosen(
        'interface-type',
        'interface',
        'Interface type',
        'Ledger Mono',
        'type.family',
        TYPES,
        supplies(
          fixed('family', 'Ledger Mono'),
          face('Ledger Mono', { xHeight: 0.53, advance: 0.6, fixed: true, stem: 0.075 }),
          fixed('style', 'fixed width'),
          type.range('size', 'Size', 8, 48),
        ),
        'reopen',
      ),
    ],
  }),
  makePart({
    name: 'Salt Pans',
    author: 'Tamsin Roe',
    sort: 'wallpaper',
    summary: 'The angular salt pans of the old studio screens, redrawn, light and dark.',
    version: '1.0',
    released: '2026-07-19',
    licence: 'CC-BY-4.0',
    fits: [],
    channels: [archive('Salt Pans', '1.0', 'wallpaper', 'SaltPans')],
    offers: [
      paper(
        'Salt pans',
        2560,
        1440,
        supplies(
          fixed('picture', 'Salt pans'),
          paperFit.oneOf('fit', 'Fit', 'fill and crop', 'fit whole', 'tile'),
          [
            'palette',
            {
              fixed: { first: '#e6d3c6', second: '#d2aeb0', third: '#c596a0' },
              byVariant: { dark: { first: '#573e3a', second: '#4b362f', third: '#38282a' } },
            },
          ],
        ),
      ),
    ],
  }),
  makePart({
    name: 'Tidal Flat',
    author: 'Ivo Penn',
    sort: 'wallpaper',
    summary: 'A photograph of mud at low water. 1280 pixels wide.',
    version: '1.0',
    released: '2022-05-05',
    licence: 'CC-BY-NC-4.0',
    fits: [],
    faults: ['It is enlarged on anything wider than 1280 pixels.'],
    channels: [archive('Tidal Flat', '1.0', 'wallpaper', 'TidalFlat')],
    offers: [
      paper(
        'Tidal flat',
        1280,
        853,
        supplies(
          fixed('picture', 'Tidal flat'),
          fixed('fit', 'stretch'),
          fixed('palette', { first: '#8f8577', second: '#b3a896', third: '#6a6255' }),
        ),
      ),
    ],
  }),
  makePart({
    name: 'Mistlayer',
    author: 'Rook Hale',
    sort: 'extension',
    summary: 'Blurs what lies beneath bars and docks.',
    version: '0.30',
    released: '2026-08-30',
    memory: 27,
    enable: 'mistlayer',
    sideEffects: [
      { what: 'Draws a box under docks with round corners.', counter: 'Leave docks out in its settings.' },
    ],
    offers: [
      instead(
        'bar',
        'blur',
        'Blur for bars',
        supplies(supplier('mist', 'Mistlayer › Bars').range('blur', 'Radius', 0, 100)),
      ),
    ],
  }),
  makePart({
    name: 'Trayfold',
    author: 'Hob Lacey',
    sort: 'tool',
    summary:
      'Folds the status area away to make room. What lived there is then reached through its own menu.',
    version: '1.1',
    released: '2024-12-24',
    memory: 5,
    enable: 'trayfold',
    sideEffects: [{ what: 'The status area disappears from every bar.', counter: null }],
    offers: [],
  }),
  makePart({
    name: 'Ochre Frames',
    author: 'Jude Amery',
    sort: 'theme',
    summary: 'Frames with the title at the foot, for Ochre Row.',
    version: '7.0',
    released: '2026-03-03',
    fits: [{ host: 'ochre-row', versions: '>=6', how: 'declared' }],
    channels: [archive('Ochre Frames', '7.0', 'window theme', 'OchreFrames')],
    offers: [
      windowTheme(
        'Ochre Frames',
        supplies(
          fixed('titleHeight', 34),
          fixed('titlePlace', 'foot'),
          fixed('titleAlignment', 'start'),
          fixed('colourActive', '#ecd2c5', '#5b4136'),
          fixed('colourInactive', '#f1e3da', '#45312a'),
          fixed('cornerRadius', 0),
          fixed('border', 1),
          fixed('shadow', true),
        ),
      ),
    ],
  }),
];
