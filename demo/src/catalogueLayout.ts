import type { Part } from '@spare-coat/core/model/parts/part';
import { archive, instead, makePart, partId } from './makePart.js';
import { fixed, supplier, supplies } from './supplies.js';

const EDGES = ['top', 'right', 'bottom', 'left'];
const HIDING = ['never', 'when a window is over it', 'always'];
const BESIDE = ['keeps its space', 'gives way', 'covers', 'only on the bare desktop'];

/** Bars, docks, launchers and what stands on bars. */

const tidebar = supplier('tidebar', 'Tidebar › Shape');
const sallow = supplier('sallow', 'Sallow Dock › Look');
const marrow = supplier('marrow', 'Marrow › Panel', 'reload');
const reed = supplier('reedbar', 'reedbar.conf', 'reopen', '~/.config/reedbar/reedbar.conf');
const quay = supplier('quay', 'Quay › Quayside');
const cue = supplier('cuetabs', 'Cue Tabs › Tabs');
const lowtide = supplier('lowtide', 'Lowtide › Strip');
const longcase = supplier('longcase', 'Longcase › Dial');
const twoline = supplier('twoline', 'Two-Line Clock › Text');
const sundial = supplier('sundial', 'Sundial › Show');
const HEARTH_CONF = '~/.config/hearth/button.conf';
const hearth = supplier('hearth', 'button.conf', 'reload', HEARTH_CONF);
const cubby = supplier('cubby', 'Cubby › Mark');
const latch = supplier('latch', 'Latch › Button');

export const LAYOUT_PARTS: readonly Part[] = [
  makePart({
    name: 'Tidebar',
    author: 'Wenna Strand',
    sort: 'bar',
    summary:
      'A broad bar for any edge, made for old studio looks: wide, flat and with room for a clock at its head.',
    version: '2.1',
    released: '2026-06-14',
    memory: 18,
    enable: 'tidebar',
    sideEffects: [
      {
        what: 'Lists open windows beside the ones the host bar lists.',
        counter: 'Take the window list off the host bar.',
      },
    ],
    offers: [
      instead(
        'bar',
        'bar',
        'Tidebar',
        supplies(
          tidebar.oneOf('edge', 'Edge', ...EDGES),
          tidebar.range('thickness', 'Thickness', 24, 96, 2),
          tidebar.range('edgeShare', 'Length', 10, 100, 1),
          tidebar.oneOf('alignment', 'Alignment', 'start', 'centre', 'end'),
          tidebar.range('margin', 'Margin', 0, 24),
          tidebar.oneOf('hiding', 'Hiding', ...HIDING),
          tidebar.oneOf('besideMaximised', 'Wide windows', ...BESIDE.slice(0, 3)),
          tidebar.range('opacity', 'Opacity', 0, 100, 1),
          fixed('blur', 0),
          tidebar.any('colour', 'Colour'),
          tidebar.range('cornerRadius', 'Corners', 0, 24),
          tidebar.items(
            'items',
            'Items',
            'launcher',
            'clock',
            'window list',
            'status area',
            'desk',
            'editor',
            'letters',
            'archive',
            'bin',
          ),
        ),
      ),
    ],
  }),
  makePart({
    name: 'Sallow Dock',
    author: 'Piers Orme',
    sort: 'dock',
    summary:
      'A floating dock that can be drawn out to the whole edge. Not touched since its author moved on.',
    version: '0.9',
    released: '2024-02-02',
    memory: 31,
    fits: [{ host: 'fernbank', versions: '>=3.0 <3.3', how: 'declared' }],
    faults: ['Forgets its place when a display is unplugged.'],
    enable: 'sallow-dock',
    sideEffects: [{ what: 'Its blur puts a box under the whole dock.', counter: 'Set the blur to 0.' }],
    offers: [
      instead(
        'bar',
        'bar',
        'Sallow Dock, full length',
        supplies(
          sallow.oneOf('edge', 'Edge', 'right', 'bottom', 'left'),
          sallow.range('thickness', 'Thickness', 40, 80, 4),
          sallow.range('edgeShare', 'Length', 30, 100, 5),
          fixed('alignment', 'centre'),
          sallow.range('margin', 'Gap', 0, 20, 2),
          sallow.oneOf('hiding', 'Hiding', 'never', 'always'),
          fixed('besideMaximised', 'covers'),
          sallow.range('opacity', 'Opacity', 40, 100, 5),
          sallow.range('blur', 'Blur', 0, 30),
          sallow.any('colour', 'Colour'),
          sallow.range('cornerRadius', 'Corners', 0, 20, 2),
          sallow.items('items', 'Items', 'launcher', 'desk', 'editor', 'letters', 'archive'),
        ),
      ),
      instead(
        'dock',
        'dock',
        'Sallow Dock',
        supplies(
          sallow.oneOf('edge', 'Edge', 'right', 'bottom', 'left'),
          sallow.range('thickness', 'Thickness', 40, 80, 4),
          sallow.range('iconSize', 'Pictures', 24, 64, 4),
          sallow.range('spacing', 'Spacing', 0, 16, 2),
          sallow.range('opacity', 'Opacity', 40, 100, 5),
          sallow.any('colour', 'Colour'),
          sallow.oneOf('runningMark', 'Open mark', 'dot', 'line', 'none'),
        ),
      ),
    ],
  }),
  makePart({
    name: 'Marrow Panel',
    author: 'Marrow Works',
    sort: 'bar',
    summary: 'A finished, polished panel with everything built in. Fourteen days to try, then paid.',
    version: '5.0',
    released: '2026-09-30',
    licence: 'LicenseRef-Proprietary',
    price: { amount: 19, currency: 'EUR' },
    trialDays: 14,
    account: true,
    memory: 44,
    channels: [archive('Marrow Panel', '5.0', 'addon')],
    enable: 'marrow-panel',
    effect: 'session',
    offers: [
      instead(
        'bar',
        'bar',
        'Marrow Panel',
        supplies(
          marrow.oneOf('edge', 'Edge', ...EDGES),
          marrow.range('thickness', 'Thickness', 20, 120, 1),
          marrow.range('edgeShare', 'Length', 10, 100, 1),
          marrow.oneOf('alignment', 'Alignment', 'start', 'centre', 'end'),
          marrow.range('margin', 'Margin', 0, 40),
          marrow.oneOf('hiding', 'Hiding', ...HIDING),
          marrow.oneOf('besideMaximised', 'Wide windows', ...BESIDE),
          fixed('opacity', 85),
          marrow.range('blur', 'Blur', 0, 60),
          marrow.any('colour', 'Tint'),
          marrow.range('cornerRadius', 'Corners', 0, 30),
          marrow.items(
            'items',
            'Items',
            'launcher',
            'clock',
            'window list',
            'status area',
            'media control',
            'bin',
          ),
        ),
      ),
    ],
  }),
  makePart({
    name: 'Reedbar',
    author: 'Hob Lacey',
    sort: 'bar',
    summary: 'A thin text bar driven by one file. Every number is yours to set.',
    version: '1.0',
    released: '2025-11-08',
    licence: 'MIT',
    memory: 9,
    channels: [
      {
        way: 'repository',
        from: 'https://code.example/hob/reedbar',
        script: 'put.sh',
        flags: ['--user'],
        admin: false,
      },
    ],
    offers: [
      instead(
        'bar',
        'bar',
        'Reedbar',
        supplies(
          reed.oneOf('edge', 'edge', 'top', 'bottom'),
          reed.range('thickness', 'height', 8, 48),
          reed.range('edgeShare', 'width', 1, 100),
          reed.oneOf('alignment', 'align', 'start', 'centre', 'end'),
          fixed('margin', 0),
          fixed('hiding', 'never'),
          fixed('besideMaximised', 'keeps its space'),
          reed.range('opacity', 'alpha', 0, 100),
          fixed('blur', 0),
          reed.any('colour', 'colour'),
          fixed('cornerRadius', 0),
          reed.items('items', 'items', 'window list', 'clock', 'status area'),
        ),
      ),
    ],
  }),
  makePart({
    name: 'Quay',
    author: 'Nell Abara',
    sort: 'dock',
    summary: 'A dock for the long edges with pictures that grow under the pointer.',
    version: '3.3',
    released: '2026-03-21',
    memory: 26,
    fits: [
      { host: 'fernbank', versions: '>=3.3', how: 'declared' },
      { host: 'ochre-row', versions: '7', how: 'reported' },
    ],
    offers: [
      instead(
        'dock',
        'dock',
        'Quay',
        supplies(
          quay.oneOf('edge', 'Edge', 'top', 'bottom'),
          quay.range('thickness', 'Thickness', 32, 120, 2),
          quay.range('iconSize', 'Pictures', 24, 96, 8),
          quay.range('spacing', 'Spacing', 2, 20),
          quay.range('enlargement', 'Growth', 0, 100, 10),
          quay.any('colour', 'Colour'),
          quay.oneOf('runningMark', 'Open mark', 'plate', 'line', 'none'),
        ),
      ),
    ],
  }),
  makePart({
    name: 'Cue Tabs',
    author: 'Oda Finch',
    sort: 'extension',
    summary: 'Open programmes as tabs on a thin strip along any edge. Takes the second bar of the host.',
    version: '1.4',
    released: '2026-08-02',
    memory: 6,
    enable: 'cue-tabs',
    offers: [
      instead(
        'bar',
        'strip',
        'Cue Tabs strip',
        supplies(
          cue.oneOf('edge', 'Edge', 'top', 'bottom'),
          cue.range('thickness', 'Thickness', 20, 40, 2),
          cue.range('edgeShare', 'Length', 50, 100, 1),
          cue.oneOf('alignment', 'Alignment', 'start', 'end'),
          fixed('margin', 0),
          fixed('hiding', 'never'),
          fixed('besideMaximised', 'keeps its space'),
          cue.range('opacity', 'Opacity', 50, 100, 5),
          fixed('blur', 0),
          cue.any('colour', 'Colour'),
          fixed('cornerRadius', 0),
          cue.items('items', 'Items', 'window list', 'workspace switcher'),
        ),
      ),
    ],
  }),
  makePart({
    name: 'Lowtide Strip',
    author: 'Wenna Strand',
    sort: 'bar',
    summary: 'The small sister of Tidebar: one line along the foot of the screen.',
    version: '2.1',
    released: '2026-06-14',
    memory: 11,
    channels: [{ way: 'package', names: { dunnock: 'lowtide-strip' } }],
    requires: [{ anyOf: [partId('Tidebar')], why: 'Its engine comes with Tidebar.' }],
    offers: [
      instead(
        'bar',
        'strip',
        'Lowtide Strip',
        supplies(
          fixed('edge', 'bottom'),
          lowtide.range('thickness', 'Thickness', 18, 36),
          lowtide.range('edgeShare', 'Length', 20, 100),
          lowtide.oneOf('alignment', 'Alignment', 'start', 'centre', 'end'),
          fixed('hiding', 'never'),
          lowtide.any('colour', 'Colour'),
          fixed('opacity', 100),
          lowtide.items('items', 'Items', 'window list', 'clock'),
        ),
      ),
    ],
  }),
  makePart({
    name: 'Two-Line Clock',
    author: 'Oda Finch',
    sort: 'extension',
    summary: 'Puts the date under the time. The size follows the bar until told otherwise.',
    version: '0.7',
    released: '2025-05-19',
    enable: 'two-line-clock',
    memory: 2,
    faults: ['The clock grows with the bar until its size is set.'],
    offers: [
      instead(
        'clock',
        'clock',
        'Two-Line Clock',
        supplies(
          twoline.any('format', 'Pattern'),
          fixed('lines', 2),
          twoline.range('size', 'Size', 8, 32),
          twoline.any('colour', 'Colour'),
          twoline.any('place', 'Place'),
        ),
      ),
    ],
  }),
  makePart({
    name: 'Longcase',
    author: 'Alder & Co',
    sort: 'widget',
    summary: 'A clock with its own window of settings, alarms and two time zones.',
    version: '4.2',
    released: '2026-01-30',
    openOnce: true,
    memory: 14,
    fits: [{ host: 'fernbank', versions: '>=3.0', how: 'reported' }],
    offers: [
      instead(
        'clock',
        'clock',
        'Longcase',
        supplies(
          longcase.oneOf('format', 'Dial', 'HH:mm', 'HH:mm\nEEE d', 'HH:mm:ss', 'EEEE'),
          longcase.oneOf('lines', 'Lines', 1, 2),
          longcase.range('size', 'Size', 10, 48, 2),
          longcase.any('colour', 'Ink'),
          fixed('place', { zone: 'end', offset: 98 }),
        ),
      ),
    ],
  }),
  makePart({
    name: 'Sundial',
    author: 'Rook Hale',
    sort: 'extension',
    summary: 'The time in words. For those who are never in a hurry.',
    version: '1.0',
    released: '2023-04-01',
    licence: 'Unlicense',
    enable: 'sundial',
    fits: [
      { host: 'fernbank', versions: '<3.1', how: 'declared' },
      {
        host: 'fernbank',
        versions: '>=3.4',
        how: 'known not to',
        note: 'It draws nothing since the bars changed.',
      },
    ],
    offers: [
      instead(
        'clock',
        'clock',
        'Sundial',
        supplies(sundial.oneOf('format', 'Words', 'EEEE', "h 'o''clock'"), fixed('lines', 1)),
      ),
    ],
  }),
  makePart({
    name: 'Hearth',
    author: 'Nell Abara',
    sort: 'launcher',
    summary: 'A launcher with a large button of one’s own picture and a list by use.',
    version: '2.8',
    released: '2026-04-11',
    memory: 22,
    enable: 'hearth',
    sideEffects: [
      { what: 'Takes the launcher key for itself.', counter: 'Give the key back in its settings.' },
    ],
    settings: [
      {
        id: 'list',
        label: 'Order of its list',
        where: { file: { path: HEARTH_CONF, format: 'lines', at: 'list =' } },
        value: { type: 'choice', values: ['by use', 'by name'] },
        initial: 'by use',
        reread: { after: 'reload', command: ['hearth', '--again'] },
        help: 'How the launcher lists programs when the button is pressed.',
      },
    ],
    offers: [
      instead(
        'launcher-button',
        'button',
        'Hearth button',
        supplies(
          hearth.range('size', 'size', 16, 64, 2),
          hearth.range('padding', 'space around', 0, 20),
          hearth.any('place', 'place'),
          hearth.oneOf('shape', 'mark', 'house', 'ring', 'lozenge', 'letter'),
          hearth.any('colour', 'colour'),
          hearth.any('label', 'label'),
        ),
      ),
    ],
  }),
  makePart({
    name: 'Cubby',
    author: 'Hob Lacey',
    sort: 'launcher',
    summary: 'A launcher the size of a drawer. Its mark is bigger than its neighbours unless told otherwise.',
    version: '1.2',
    released: '2025-08-15',
    licence: 'Apache-2.0',
    memory: 12,
    channels: [archive('Cubby', '1.2', 'addon')],
    enable: 'cubby',
    offers: [
      instead(
        'launcher-button',
        'button',
        'Cubby mark',
        supplies(
          cubby.oneOf('size', 'Size', 32, 64),
          fixed('padding', 2),
          fixed('place', { zone: 'start', offset: 3 }),
          fixed('shape', 'notched square'),
          cubby.any('colour', 'Colour'),
          fixed('label', 'none'),
        ),
      ),
    ],
  }),
  makePart({
    name: 'Latch',
    author: 'Piers Orme',
    sort: 'extension',
    summary: 'Lets the host’s own launcher button take any mark and any place.',
    version: '0.4',
    released: '2026-02-17',
    enable: 'latch',
    memory: 1,
    offers: [
      instead(
        'launcher-button',
        'button',
        'Latch mark',
        supplies(
          latch.range('size', 'Size', 16, 48, 1),
          latch.range('padding', 'Space around', 0, 12),
          latch.any('place', 'Place'),
          latch.oneOf('shape', 'Mark', 'disc', 'square', 'ring', 'drawing'),
          latch.any('colour', 'Colour'),
          fixed('label', 'none'),
        ),
      ),
    ],
  }),
];
