import type { ArchiveSort } from './archives.js';
import type { Misbehaviour } from './misbehaviour.js';

/** One entry of the invented listing. */
export interface Entry {
  readonly id: string;
  readonly name: string;
  readonly author: string;
  readonly category: string;
  readonly summary: string;
  readonly licence: string;
  readonly votes: number;
  readonly sort: ArchiveSort;
  /** Newest first: version, date, for which host. */
  readonly versions: readonly (readonly [string, string, string])[];
  /** What goes wrong with this entry, whatever the service was told. */
  readonly trouble?: Misbehaviour;
}

const entry = (
  name: string,
  author: string,
  category: string,
  sort: ArchiveSort,
  votes: number,
  summary: string,
  versions: Entry['versions'],
  more: Partial<Entry> = {},
): Entry => ({
  id: name.toLowerCase().replace(/[^a-z0-9]+/g, '-'),
  name,
  author,
  category,
  sort,
  votes,
  summary,
  versions,
  licence: 'MIT',
  ...more,
});

/** What the listing has: good archives and bad ones, so that each trouble can be met here first. */
export const ENTRIES: readonly Entry[] = [
  entry(
    'Samphire Icons',
    'Tamsin Roe',
    'Icons',
    'icons',
    412,
    'Pictures of mixed outline in marsh colours.',
    [
      ['5.0', '2026-10-12', 'Fernbank 3.5'],
      ['4.1', '2026-05-02', 'Fernbank 3.4'],
    ],
  ),
  entry(
    'Reedmace',
    'Hob Lacey',
    'Icons',
    'icons, too deep',
    230,
    'Line pictures; one folder too many in the archive.',
    [
      ['1.4', '2026-08-01', 'any'],
      ['1.3', '2026-02-11', 'any'],
    ],
  ),
  entry('Windfall', 'Lio Marsh', 'Icons', 'icons, no folder', 88, 'Pictures without a folder around them.', [
    ['0.9', '2025-12-01', 'any'],
  ]),
  entry(
    'Saltbox',
    'Jude Amery',
    'Icons',
    'with a script',
    154,
    'Brings a script that asks what to install.',
    [['3.2', '2026-06-18', 'any']],
  ),
  entry('Kingcup', 'Ivo Penn', 'Pointers', 'pointers', 301, 'Dark pointers with moving ones for waiting.', [
    ['2.2', '2026-09-09', 'any'],
    ['2.1', '2026-01-10', 'any'],
  ]),
  entry('Sandbar', 'Wenna Strand', 'Pointers', 'pointers', 64, 'Another pointer set, from long ago.', [
    ['0.3', '2019-04-04', 'any'],
  ]),
  entry('Limewash', 'Tamsin Roe', 'Window themes', 'window theme', 267, 'Clay frames with square corners.', [
    ['2.0', '2026-11-02', 'Fernbank 3.5'],
    ['1.9', '2026-07-07', 'Fernbank 3.4'],
  ]),
  entry('Tidewrack', 'Oda Finch', 'Window themes', 'window theme', 91, 'Grey frames for grey days.', [
    ['1.1', '2025-10-30', 'Oxbow 12'],
  ]),
  entry(
    'Salt Hours',
    'Lio Marsh',
    'Wallpapers',
    'wallpapers',
    505,
    'Two pictures of salt pans, day and night.',
    [['1.0', '2026-03-03', 'any']],
    { licence: 'CC-BY-4.0' },
  ),
  entry(
    'Slow Ferry',
    'Ansel Voe',
    'Icons',
    'icons',
    40,
    'The service takes its time with this one.',
    [['1.0', '2026-01-01', 'any']],
    { trouble: { how: 'slow', seconds: 3 } },
  ),
  entry(
    'Members Only',
    'Marrow Works',
    'Window themes',
    'window theme',
    12,
    'Can be downloaded by members.',
    [['1.0', '2026-04-04', 'Fernbank 3.4']],
    {
      trouble: { how: 'account needed' },
      licence: 'LicenseRef-Members',
    },
  ),
  entry(
    'Gone Reeds',
    'Bram Eyot',
    'Icons',
    'icons',
    17,
    'Its author took the file away.',
    [['1.2', '2024-08-08', 'any']],
    { trouble: { how: 'gone' } },
  ),
  entry(
    'Wrong Weight',
    'Reed Tallow',
    'Icons',
    'icons',
    9,
    'What is downloaded is not what is listed.',
    [['1.0', '2026-02-02', 'any']],
    { trouble: { how: 'wrong checksum' } },
  ),
  entry(
    'Broken Bridge',
    'Reed Tallow',
    'Wallpapers',
    'wallpapers',
    23,
    'The connection is cut in the middle, twice.',
    [['1.0', '2026-02-03', 'any']],
    { trouble: { how: 'cut', times: 2 } },
  ),
  entry(
    'Busy Quay',
    'Nell Abara',
    'Icons',
    'icons',
    31,
    'So many ask for it that the service says to wait.',
    [['1.0', '2026-05-05', 'any']],
    { trouble: { how: 'rate limited', times: 2, seconds: 1 } },
  ),
  entry('Loose Board', 'Nobody', 'Icons', 'paths that leave', 2, 'Look at what its paths want to do.', [
    ['6.6', '2026-06-06', 'any'],
  ]),
  entry('Flood Gate', 'Nobody', 'Icons', 'bomb', 1, 'Small to download, and not small at all.', [
    ['1.0', '2026-06-07', 'any'],
  ]),
  entry('Half Tide', 'Bram Eyot', 'Icons', 'cut short', 14, 'The file itself ends in the middle.', [
    ['0.7', '2025-05-15', 'any'],
  ]),
  ...Array.from({ length: 30 }, (_, i) =>
    entry(
      `Pebble ${String(i + 1).padStart(2, '0')}`,
      'Shingle Press',
      i % 3 === 0 ? 'Wallpapers' : 'Icons',
      'icons, no folder',
      i,
      'One of a series of small sets.',
      [['1.0', `2025-0${1 + (i % 9)}-10`, 'any']],
    ),
  ),
];
