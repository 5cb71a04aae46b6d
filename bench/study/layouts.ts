import { randomFrom } from '@spare-coat/core/ground/random';
import type {
  BarItem,
  BarState,
  DesktopState,
  FaceRole,
  IconShape,
} from '@spare-coat/core/model/scene/state';
import { ICON_SHAPES } from '@spare-coat/core/model/scene/state';

/**
 * Drawn desktops whose every number is known: bars on all edges, floating, translucent over busy wallpaper, with
 * gradients, rounded and square, at fractional scales, with 3 to 24 items. None is a look that anybody ships.
 */
export interface Layout {
  readonly name: string;
  readonly state: DesktopState;
}

const INKS = ['#43203d', '#75801f', '#8c5340', '#52637a', '#a3653a', '#3f6f68', '#8a4663', '#b08a2c'];
/** Inks that stand out on a dark bar. */
const LIGHT_INKS = ['#e8c9a0', '#b9cf7a', '#e39a7f', '#9fb8d8', '#f0dcc0', '#8fd0c2', '#e7a3c4', '#e6cf63'];
/** Shapes whose drawing reaches all four sides of its box, so that gaps between boxes are gaps between drawings. */
const FULL_SHAPES: readonly IconShape[] = ICON_SHAPES.filter((s) => s !== 'drop' && s !== 'tablet');

function icons(n: number, size: number, seed: number, on: 'light' | 'dark' = 'light'): BarItem[] {
  const random = randomFrom(seed);
  const inks = on === 'light' ? INKS : LIGHT_INKS;
  const sign = on === 'light' ? '#f0e6dc' : '#33283a';
  return Array.from({ length: n }, (_, i) => ({
    what: 'icon',
    duty: `icon ${i + 1}`,
    size,
    look: {
      shape: FULL_SHAPES[Math.floor(random() * FULL_SHAPES.length)]!,
      colour: inks[Math.floor(random() * inks.length)]!,
      sign,
    },
  }));
}

function clock(size: number, ink: string, lines: readonly string[] = ['14:05']): BarItem {
  return {
    what: 'text',
    duty: 'clock',
    gap: Math.round(size * 0.5),
    lines: lines.map((text, i) => ({
      text,
      face: i === 0 ? 'title' : 'interface',
      size: i === 0 ? size : Math.round(size * 0.66),
      ink,
    })),
  };
}

const signs = (size: number, ink: string): BarItem => ({
  what: 'row',
  duty: 'signs',
  size,
  spacing: size * 0.6,
  ink,
  face: 'bold',
  entries: [{ sign: 'level' }, { sign: 'cell' }],
});

function tab(n: number, length: number, ink: string, ground: string | null): BarItem {
  return {
    what: 'tab',
    duty: `tab ${n}`,
    length,
    label: ['Tide tables', 'Reel index', 'Harbour notes', 'Letters'][n % 4]!,
    face: 'interface' satisfies FaceRole,
    size: 14,
    ink,
    ground,
    accent: null,
    look: { shape: 'disc', colour: INKS[n % INKS.length]!, sign: '#f0e6dc' },
  };
}

const NO_ITEMS = { start: [], centre: [], end: [] };

function bar(edge: BarState['edge'], more: Partial<BarState>): BarState {
  return {
    name: 'bar',
    edge,
    thickness: 48,
    length: 1920,
    from: 0,
    margin: 0,
    colour: '#d9cbb8',
    opacity: 100,
    cornerRadius: 0,
    rim: null,
    padding: 16,
    spacing: 12,
    zones: NO_ITEMS,
    ...more,
  };
}

const CALM = ['#7f9aa6', '#86a0ab', '#7a95a2'];
const BUSY = ['#c9d6a8', '#f2ead0', '#5d6b7f', '#a86f5c', '#2f4a4f', '#e0c070', '#7c8f5a', '#f6f1e4'];

function desktop(
  name: string,
  bars: readonly BarState[],
  options: {
    wallpaper?: readonly string[];
    width?: number;
    height?: number;
    seed?: number;
    ridge?: string;
  } = {},
): Layout {
  const { wallpaper = CALM, width = 1920, height = 1080, seed = 7, ridge = null } = options;
  return {
    name,
    state: {
      width,
      height,
      unit: 1,
      wallpaper: { pattern: 'pans', seed, palette: wallpaper, ridge },
      bars: bars.map((b) => b),
      windows: [],
      desktopIcons: [],
      pointer: null,
    },
  };
}

/** A fractional interface scale: every length of the bar and its items times `k`, unrounded. */
function scaled(b: BarState, k: number): BarState {
  const item = (i: BarItem): BarItem => {
    if (i.what === 'icon') return { ...i, size: i.size * k };
    if (i.what === 'row') return { ...i, size: i.size * k, spacing: i.spacing * k };
    if (i.what === 'text')
      return { ...i, gap: i.gap * k, lines: i.lines.map((l) => ({ ...l, size: l.size * k })) };
    return i.what === 'tab' ? { ...i, length: i.length * k, size: i.size * k } : i;
  };
  return {
    ...b,
    thickness: b.thickness * k,
    margin: b.margin * k,
    cornerRadius: b.cornerRadius * k,
    padding: b.padding * k,
    spacing: b.spacing * k,
    zones: { start: b.zones.start.map(item), centre: b.zones.centre.map(item), end: b.zones.end.map(item) },
  };
}

export const LAYOUTS: readonly Layout[] = [
  desktop('head strip, three icons', [
    bar('top', { thickness: 36, zones: { start: icons(3, 24, 1), centre: [], end: [clock(18, '#2a2430')] } }),
  ]),
  desktop('left rail, nine icons', [
    bar('left', {
      thickness: 72,
      length: 1080,
      colour: '#4a3f52',
      spacing: 14,
      zones: { start: icons(9, 44, 2, 'dark'), centre: [], end: [clock(20, '#efe4d6', ['09:41', 'Sat 7'])] },
    }),
  ]),
  desktop('foot strip, twenty-four small icons', [
    bar('bottom', { thickness: 40, spacing: 8, zones: { start: icons(24, 26, 3), centre: [], end: [] } }),
  ]),
  desktop('right rail, icons in the middle', [
    bar('right', {
      thickness: 64,
      length: 1080,
      colour: '#e6ddc9',
      spacing: 18,
      zones: { start: [clock(19, '#352b3a')], centre: icons(6, 36, 4), end: [signs(18, '#352b3a')] },
    }),
  ]),
  desktop('floating rounded dock at the foot', [
    bar('bottom', {
      thickness: 68,
      length: 760,
      from: 580,
      margin: 14,
      cornerRadius: 18,
      colour: '#ece3d5',
      spacing: 10,
      padding: 12,
      zones: { start: [], centre: icons(11, 50, 5), end: [] },
    }),
  ]),
  desktop('floating square dock at the left', [
    bar('left', {
      thickness: 60,
      length: 520,
      from: 280,
      margin: 20,
      colour: '#32434a',
      spacing: 12,
      zones: { start: [], centre: icons(7, 42, 6, 'dark'), end: [] },
    }),
  ]),
  desktop(
    'translucent head strip over busy wallpaper',
    [
      bar('top', {
        thickness: 44,
        opacity: 70,
        colour: '#f4efe6',
        zones: { start: icons(5, 28, 8), centre: [], end: [clock(19, '#231d28')] },
      }),
    ],
    { wallpaper: BUSY },
  ),
  desktop(
    'translucent floating dock over busy wallpaper',
    [
      bar('bottom', {
        thickness: 72,
        length: 900,
        from: 510,
        margin: 12,
        cornerRadius: 14,
        opacity: 55,
        colour: '#20262b',
        spacing: 14,
        padding: 18,
        zones: { start: [], centre: icons(10, 48, 9, 'dark'), end: [] },
      }),
    ],
    { wallpaper: BUSY, seed: 12 },
  ),
  desktop(
    'translucent right rail at 85 points',
    [
      bar('right', {
        thickness: 80,
        length: 1080,
        opacity: 85,
        colour: '#3a2d33',
        spacing: 20,
        zones: { start: icons(4, 44, 10, 'dark'), centre: [], end: [] },
      }),
    ],
    { wallpaper: BUSY, seed: 21, ridge: '#6a5a50' },
  ),
  desktop('scale 1.25, foot strip', [
    scaled(
      bar('bottom', {
        thickness: 42,
        spacing: 10,
        zones: { start: icons(8, 28, 11), centre: [], end: [clock(18, '#2a2430')] },
      }),
      1.25,
    ),
  ]),
  desktop(
    'scale 1.5, floating rounded head strip',
    [
      scaled(
        bar('top', {
          thickness: 38,
          length: 1800,
          from: 60,
          margin: 9,
          cornerRadius: 11,
          colour: '#584a63',
          spacing: 9,
          zones: { start: icons(6, 25, 13, 'dark'), centre: [], end: [signs(14, '#efe6dc')] },
        }),
        1.5,
      ),
    ],
    { width: 2880, height: 1620 },
  ),
  desktop('gradient along a foot strip', [
    bar('bottom', {
      thickness: 46,
      colour: '#c8d0b0',
      gradient: { to: '#8fa3a8', way: 'along' },
      zones: { start: icons(7, 30, 14), centre: [], end: [clock(18, '#231d28')] },
    }),
  ]),
  desktop('gradient across a head strip', [
    bar('top', {
      thickness: 50,
      colour: '#efe6d8',
      gradient: { to: '#b9a892', way: 'across' },
      zones: { start: icons(5, 32, 15), centre: icons(3, 32, 16), end: [] },
    }),
  ]),
  desktop('open programmes with titles', [
    bar('bottom', {
      thickness: 38,
      colour: '#d4c4b4',
      spacing: 4,
      padding: 0,
      zones: {
        start: [
          tab(0, 190, '#2d2430', '#efe4d8'),
          tab(1, 190, '#2d2430', null),
          tab(2, 190, '#2d2430', null),
        ],
        centre: [],
        end: [clock(17, '#2d2430')],
      },
    }),
  ]),
  desktop(
    'two bars, square rail and rounded dock, on busy wallpaper',
    [
      bar('left', {
        name: 'bar',
        thickness: 56,
        length: 1080,
        colour: '#2c3a3a',
        zones: { start: icons(6, 36, 17, 'dark'), centre: [], end: [] },
      }),
      bar('bottom', {
        name: 'dock',
        thickness: 58,
        length: 620,
        from: 700,
        margin: 10,
        cornerRadius: 22,
        colour: '#efe7da',
        spacing: 8,
        padding: 14,
        zones: { start: [], centre: icons(9, 40, 18), end: [] },
      }),
    ],
    { wallpaper: BUSY, seed: 33 },
  ),
];
