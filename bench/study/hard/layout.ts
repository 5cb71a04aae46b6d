import { randomFrom } from '@spare-coat/core/ground/random';

/**
 * Desktops that nobody ships, laid out by a browser from a seed: one to four bars, attached or floating, flat, translucent, blurred,
 * engraved, with shadows; windows that overlap; desktop items and a widget; plain, even, busy, tiled and photo-like walls. What is
 * what stands in the elements themselves (`data-told`), so that the browser tells every truth.
 */
export interface HardLayout {
  readonly seed: number;
  readonly html: string;
  /** Size in CSS pixels, and pixels of the picture for each. */
  readonly width: number;
  readonly height: number;
  readonly scale: number;
}

export type Told =
  | {
      readonly what: 'bar';
      readonly edge: 'top' | 'right' | 'bottom' | 'left';
      readonly isFloating: boolean;
      readonly opacity: number;
      readonly colour: string;
      readonly radius: number;
      readonly isPlain: boolean;
      readonly items: number;
      readonly itemSize: number;
      readonly spacing: number | null;
    }
  | {
      readonly what: 'icon' | 'launcher' | 'status' | 'label' | 'buttons' | 'button' | 'desktop item';
    }
  | { readonly what: 'clock'; readonly words: string }
  | { readonly what: 'window'; readonly radius: number }
  | {
      readonly what: 'title';
      readonly side: 'top' | 'right' | 'bottom' | 'left';
      readonly colour: string;
      /** Whether it differs from what is in its window. */
      readonly isSeen: boolean;
    }
  | {
      readonly what: 'text';
      readonly ink: string;
      readonly ground: string;
      readonly size: number;
      readonly words: string;
    }
  | { readonly what: 'widget' };

/** Colours differ plainly by so many levels of a channel. */
const PLAINLY = 10;

type Random = () => number;
const pick = <T>(random: Random, list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
const between = (random: Random, least: number, most: number) =>
  Math.round(least + random() * (most - least));

const PALETTES = [
  { ground: '#e3c2b4', ink: '#3a2233', accent: '#7a2f5b', wall: ['#7f9aa6', '#c9d6a8', '#5d6b7f'] },
  { ground: '#2c3238', ink: '#e8ddcf', accent: '#c98f3a', wall: ['#2f4a4f', '#a86f5c', '#e0c070'] },
  { ground: '#f4efe6', ink: '#2a2430', accent: '#3f6f68', wall: ['#c2b8a8', '#8c9a86', '#f2ead0'] },
  { ground: '#4a3f52', ink: '#f0e6dc', accent: '#e39a7f', wall: ['#3a2d33', '#6a5a50', '#b08a2c'] },
  { ground: '#b7c2a4', ink: '#2b3320', accent: '#8a4663', wall: ['#f6f1e4', '#7c8f5a', '#52637a'] },
  { ground: '#1d2126', ink: '#d7e0e4', accent: '#8fd0c2', wall: ['#0f1a22', '#28465a', '#c0507a'] },
] as const;
const INKS = [
  '#43203d',
  '#75801f',
  '#8c5340',
  '#52637a',
  '#a3653a',
  '#3f6f68',
  '#e39a7f',
  '#9fb8d8',
  '#e6cf63',
];
const TITLES = [
  'Tide tables',
  'Reel index',
  'Harbour notes',
  'Letters to the far bank',
  'Market prices',
  'Untitled 3 – Drawing',
  'Downloads',
  'budget_2026.ods (read only)',
  'New Folder',
  'Preferences',
  'Quarry: 12 of 48 stones',
];

const told = (t: Told) => `data-told='${JSON.stringify(t).replaceAll("'", '&#39;')}'`;

/** A drawing that reaches all four sides of its box; some of several strokes. */
function glyph(random: Random, size: number, colours: readonly string[], attributes = ''): string {
  const [a, b] = [pick(random, colours), pick(random, colours)];
  const shape = pick(random, [
    `<rect width="24" height="24" rx="5" fill="${a}"/><circle cx="12" cy="12" r="5" fill="${b}"/>`,
    `<circle cx="12" cy="12" r="12" fill="${a}"/><path d="M7 12h10M12 7v10" stroke="${b}" stroke-width="2.4"/>`,
    `<rect width="24" height="24" fill="${a}"/><rect x="4" y="5" width="16" height="4" fill="${b}"/>`,
    `<path d="M0 0h24v5H0zM0 9.5h24v5H0zM0 19h24v5H0z" fill="${a}"/>`,
    `<path d="M0 0h10v10H0zM14 0h10v10H14zM0 14h10v10H0zM14 14h10v10H14z" fill="${a}"/>`,
    `<path d="M1.5 1.5h21v21h-21z" fill="none" stroke="${a}" stroke-width="3"/><circle cx="12" cy="12" r="4" fill="${b}"/>`,
    `<path d="M12 0L24 10V24H0V10z" fill="${a}"/><rect x="9" y="14" width="6" height="10" fill="${b}"/>`,
  ]);
  return `<svg ${attributes} width="${size}" height="${size}" viewBox="0 0 24 24" style="display:block;flex:none">${shape}</svg>`;
}

function wallOf(random: Random, wall: readonly string[], width: number, height: number): string {
  const [a, b, c] = [wall[0]!, wall[1]!, wall[2]!];
  const id = Math.floor(random() * 1000);
  switch (pick(random, ['plain', 'even', 'even', 'noise', 'photo', 'photo', 'tiles', 'bands'])) {
    case 'plain':
      return `<div class="wall" style="background:${a}"></div>`;
    case 'even':
      return `<div class="wall" style="background:linear-gradient(${between(random, 0, 180)}deg,${a},${b})"></div>`;
    case 'noise':
      return `<svg class="wall" width="${width}" height="${height}"><filter id="n"><feTurbulence type="fractalNoise" baseFrequency="0.7" numOctaves="2" seed="${id}"/><feColorMatrix values="0.5 0 0 0 0.3 0 0.5 0 0 0.3 0 0 0.5 0 0.3 0 0 0 0 1"/></filter><rect width="100%" height="100%" filter="url(#n)"/></svg>`;
    case 'photo':
      return `<svg class="wall" width="${width}" height="${height}"><defs><linearGradient id="s" x2="0" y2="1"><stop stop-color="${a}"/><stop offset=".6" stop-color="${b}"/><stop offset="1" stop-color="${c}"/></linearGradient><filter id="n" x="0" y="0" width="1" height="1"><feTurbulence type="fractalNoise" baseFrequency="0.006 0.011" numOctaves="6" seed="${id}" result="t"/><feColorMatrix in="t" values="1.3 0 0 0 -.15 .9 .3 0 0 -.1 .4 .5 .5 0 -.1 0 0 0 0 1"/><feBlend in2="SourceGraphic" mode="soft-light"/></filter></defs><rect width="100%" height="100%" fill="url(#s)" filter="url(#n)"/></svg>`;
    case 'tiles':
      return `<div class="wall" style="background:repeating-conic-gradient(${a} 0 25%,${b} 0 50%) 0 0/${between(random, 20, 90)}px ${between(random, 20, 90)}px"></div>`;
    default:
      return `<div class="wall" style="background:repeating-linear-gradient(${between(random, 10, 170)}deg,${a} 0 ${between(random, 14, 60)}px,${c} 0 ${between(random, 70, 160)}px)"></div>`;
  }
}

interface Insets {
  top: number;
  right: number;
  bottom: number;
  left: number;
}

type Palette = (typeof PALETTES)[number];

function barOf(
  random: Random,
  edge: keyof Insets,
  insets: Insets,
  palette: Palette,
  size: { width: number; height: number },
  role: { readonly clock: boolean; readonly launcher: boolean },
): string {
  const upright = edge === 'left' || edge === 'right';
  const dense = random() < 0.3;
  const thickness = upright ? between(random, 40, 92) : between(random, dense ? 20 : 30, dense ? 30 : 84);
  const isFloating = random() < 0.45;
  const margin = isFloating ? between(random, 5, 22) : 0;
  const style = pick(random, ['flat', 'flat', 'translucent', 'translucent', 'blurred', 'engraved']);
  const seeThrough = style === 'translucent' || style === 'blurred';
  const opacity = seeThrough ? between(random, 35, 88) : 100;
  const radius = isFloating && random() < 0.7 ? between(random, 4, Math.floor(thickness / 2) - 1) : 0;
  const hasShadow = random() < 0.4;
  const hasRim = random() < 0.25;
  const itemSize = Math.round(thickness * (0.45 + random() * 0.25));
  const spacing = between(random, 4, 20);
  const alone = random() < 0.35;
  const colours = alone
    ? [palette.ink]
    : INKS.filter((c) => Math.abs(lightOf(c) - lightOf(palette.ground)) > 0.25);
  const free = upright ? size.height - insets.top - insets.bottom : size.width - insets.left - insets.right;
  const cap = Math.floor((free * 0.55) / (itemSize + spacing));
  const n = Math.max(2, Math.min(cap, between(random, 3, 16)));
  const marks = random() < 0.3;
  const badges = !alone && random() < 0.2;
  let items = 0;
  const icons = Array.from({ length: n }, () => {
    items++;
    const mark = marks && random() < 0.5 ? `<i class="mark" style="background:${palette.accent}"></i>` : '';
    const badge = badges && random() < 0.3 ? `<i class="badge" style="background:#c0392f"></i>` : '';
    return `<span class="cell" style="padding:0">${glyph(random, itemSize, colours, told({ what: 'icon' }))}${badge}${mark}</span>`;
  }).join('');
  const separator =
    random() < 0.25
      ? `<i style="flex:none;background:${palette.ink};opacity:.35;${upright ? `height:1px;width:60%` : `width:1px;height:60%`}"></i>`
      : '';
  let start = '';
  if (role.launcher) {
    items++;
    start = glyph(random, itemSize, [palette.accent], told({ what: 'launcher' }));
  }
  let end = '';
  if (role.clock) {
    items++;
    const px = Math.max(10, Math.min(22, Math.round(thickness * (upright ? 0.24 : 0.4))));
    const text = pick(random, ['14:05', '9:41', 'Sat 7 Mar 18:20', '08:30:12']);
    const words = upright ? text.slice(0, 5) : text;
    end = `<span ${told({ what: 'clock', words })} style="font:${px}px ${pick(random, ['sans-serif', 'serif', 'monospace'])};color:${palette.ink};white-space:nowrap;line-height:1.1">${words}</span>`;
  }
  // A floating strip may be as short as what is on it.
  const short = isFloating && !role.clock;
  const across = `${upright ? 'width' : 'height'}:${thickness}px`;
  const along = short
    ? upright
      ? `top:${insets.top + Math.round(free * 0.25)}px`
      : `left:${insets.left + Math.round(free * 0.25)}px`
    : upright
      ? `top:${insets.top + margin}px;bottom:${insets.bottom + margin}px`
      : `left:${insets.left + margin}px;right:${insets.right + margin}px`;
  const ground =
    style === 'engraved'
      ? `linear-gradient(${upright ? 90 : 180}deg,${mixed(palette.ground, '#ffffff', 0.22)},${palette.ground} 50%,${mixed(palette.ground, '#000000', 0.16)})`
      : rgba(palette.ground, opacity / 100);
  const shadow = hasShadow
    ? `box-shadow:0 ${between(random, 0, 6)}px ${between(random, 6, 26)}px #0007;`
    : '';
  const rim = hasRim
    ? `outline:1px solid ${mixed(palette.ground, palette.ink, 0.35)};outline-offset:-1px;`
    : '';
  const blur = style === 'blurred' ? `backdrop-filter:blur(${between(random, 6, 24)}px);` : '';
  const says: Told = {
    what: 'bar',
    edge,
    isFloating,
    opacity,
    colour: palette.ground,
    radius,
    isPlain: style !== 'engraved',
    items,
    itemSize,
    spacing: marks || separator || badges ? null : spacing,
  };
  const html = `<div class="bar" ${told(says)} style="${edge}:${insets[edge] + margin}px;${across};${along};flex-direction:${upright ? 'column' : 'row'};background:${ground};border-radius:${radius}px;${shadow}${rim}${blur}"><div class="zone" style="flex-direction:${upright ? 'column' : 'row'};gap:${spacing}px;padding:${upright ? `${Math.max(spacing, radius)}px 0` : `0 ${Math.max(spacing, radius)}px`}">${start}${separator}${icons}</div>${end ? `<div class="zone" style="margin-${upright ? 'top' : 'left'}:auto;padding:${upright ? '10px 0' : `0 ${Math.max(12, radius)}px`}">${end}</div>` : ''}</div>`;
  insets[edge] += thickness + (isFloating ? 2 * margin : 0);
  return html;
}

function windowOf(
  random: Random,
  palette: Palette,
  box: { x: number; y: number; w: number; h: number },
): string {
  const side = pick(random, ['top', 'top', 'top', 'bottom', 'left', 'right'] as const);
  const upright = side === 'left' || side === 'right';
  const height = between(random, 20, 46);
  const radius = random() < 0.5 ? between(random, 3, 14) : 0;
  const light = random() < 0.5;
  const ground = light ? '#f3eee4' : '#26292e';
  const ink = light ? '#2a2430' : '#e3dccf';
  const isActive = random() < 0.5;
  const strip = isActive ? palette.accent : mixed(ground, palette.ground, 0.5);
  const titleInk = lightOf(strip) > 0.5 ? '#221c26' : '#f4ece0';
  const size = between(random, 8, Math.max(9, Math.floor(height * 0.6)));
  const round = random() < 0.5;
  const count = between(random, 2, 4);
  const gap = between(random, 4, 10);
  // Nobody draws a button in the colour of its strip.
  const seen = INKS.filter((ink) => differ(ink, strip));
  const buttons = Array.from(
    { length: count },
    (_, i) =>
      `<b ${told({ what: 'button' })} style="flex:none;width:${size}px;height:${size}px;border-radius:${round ? size : 1}px;background:${seen[(i * 3 + count) % seen.length]!}"></b>`,
  ).join('');
  const group = `<div ${told({ what: 'buttons' })} style="display:flex;gap:${gap}px;flex-direction:${upright ? 'column' : 'row'}">${buttons}</div>`;
  const words = pick(random, TITLES);
  const title = `<span ${told({ what: 'text', ink: titleInk, ground: strip, size: 13, words })} style="color:${titleInk};font:13px sans-serif;white-space:nowrap;${upright ? 'display:none' : ''}">${words}</span>`;
  const buttonsFirst = random() < 0.5;
  const says: Told = { what: 'title', side, colour: strip, isSeen: differ(strip, ground) };
  const bar = `<div ${told(says)} style="flex:none;${upright ? `width:${height}px` : `height:${height}px`};background:${strip};display:flex;align-items:center;justify-content:space-between;flex-direction:${upright ? 'column' : 'row'};padding:${upright ? '10px 0' : '0 10px'}">${buttonsFirst ? group + title : title + group}</div>`;
  const lines = Array.from(
    { length: 5 },
    () =>
      `<p style="margin:7px 0;font:13px sans-serif;color:${ink}">${pick(random, TITLES)}, and ${pick(random, TITLES).toLowerCase()}</p>`,
  ).join('');
  const sidebar = `<div style="flex:none;width:130px;background:${mixed(ground, palette.ground, 0.3)};padding:8px"><p style="margin:4px 0;padding:3px 6px;background:${palette.accent};font:12px sans-serif;color:#fff">Shelf</p><p style="margin:4px 0;font:12px sans-serif;color:${ink}">Letters</p></div>`;
  const body = `<div style="flex:1;min-width:0;min-height:0;overflow:hidden;background:${ground};display:flex">${random() < 0.6 ? sidebar : ''}<div style="padding:6px 14px;overflow:hidden">${lines}</div></div>`;
  const first = side === 'top' || side === 'left';
  const shadow =
    random() < 0.6 ? `box-shadow:0 4px ${between(random, 8, 30)}px #0008;` : `outline:1px solid #0006;`;
  return `<div ${told({ what: 'window', radius })} style="position:absolute;left:${box.x}px;top:${box.y}px;width:${box.w}px;height:${box.h}px;overflow:hidden;border-radius:${radius}px;display:flex;flex-direction:${upright ? 'row' : 'column'};${shadow}">${first ? bar + body : body + bar}</div>`;
}

/** A desktop from a seed. The same seed gives the same desktop. */
export function hardLayout(seed: number): HardLayout {
  const random = randomFrom(seed * 7919 + 13);
  for (let i = 0; i < 5; i++) random();
  const palette = pick(random, PALETTES);
  const scale = pick(random, [1, 1, 1, 1.25, 1.5, 2]);
  const width = scale > 1.5 ? 960 : 1440;
  const height = scale > 1.5 ? 600 : 810;
  const insets: Insets = { top: 0, right: 0, bottom: 0, left: 0 };
  const edges: (keyof Insets)[] = ['top', 'bottom', 'left', 'right'];
  edges.sort(() => random() - 0.5);
  const bars = pick(random, [1, 1, 2, 2, 3, 4]);
  // Bars along head and foot are laid first: those at the sides stand between them.
  const chosen = edges.slice(0, bars).sort((a) => (a === 'top' || a === 'bottom' ? -1 : 1));
  const barsHtml = chosen
    .map((edge, i) =>
      barOf(random, edge, insets, palette, { width, height }, { clock: i === 0, launcher: i === bars - 1 }),
    )
    .join('');
  const room = {
    x: insets.left + 20,
    y: insets.top + 20,
    w: width - insets.left - insets.right - 40,
    h: height - insets.top - insets.bottom - 40,
  };
  let windows = '';
  const many = pick(random, [0, 1, 1, 2, 3]);
  for (let i = 0; i < many; i++) {
    const w = between(random, 380, Math.max(400, Math.min(760, room.w - 160)));
    const h = between(random, 240, Math.max(250, Math.min(460, room.h - 40)));
    windows += windowOf(random, palette, {
      x: room.x + 110 + Math.round(random() * Math.max(0, room.w - w - 110)),
      y: room.y + Math.round(random() * Math.max(0, room.h - h)),
      w,
      h,
    });
  }
  const items =
    random() < 0.5
      ? Array.from(
          { length: between(random, 2, 4) },
          (_, i) =>
            `<div ${told({ what: 'desktop item' })} style="position:absolute;left:${room.x}px;top:${room.y + i * 92}px;width:80px;display:grid;justify-items:center;gap:6px;font:12px sans-serif;color:#fff;text-shadow:0 1px 2px #000">${glyph(random, 44, INKS)}<span>${pick(random, ['Letters', 'Bin', 'Reels', 'Home'])}</span></div>`,
        ).join('')
      : '';
  const html = page(
    { width, height },
    `${wallOf(random, palette.wall, width, height)}${items}${windows}${barsHtml}`,
  );
  return { seed, html, width, height, scale };
}

/**
 * A reference and one's own desktop from one seed: bars at the same edges and windows, and else nothing alike: wall, colours, sizes,
 * pictures, their number, styles, where windows stand. One element is missing on the own one, and one is new.
 */
export function pairedLayouts(seed: number): { reference: HardLayout; own: HardLayout; gone: string } {
  const random = randomFrom(seed * 6151 + 29);
  for (let i = 0; i < 5; i++) random();
  const edges: (keyof Insets)[] = ['top', 'bottom', 'left', 'right'];
  edges.sort(() => random() - 0.5);
  const count = between(random, 2, 3);
  const bars = edges.slice(0, count);
  const windows = between(random, 1, 2);
  const gone = random() < 0.25 ? 'windows' : pick(random, bars);
  const clockAt = pick(random, bars);
  const launcherAt = pick(random, bars);
  const draw = (look: number, isOwn: boolean): HardLayout => {
    const of = randomFrom(look * 9973 + 7);
    for (let i = 0; i < 5; i++) of();
    const [width, height] = [1440, 810];
    const insets: Insets = { top: 0, right: 0, bottom: 0, left: 0 };
    const palette = pick(of, PALETTES);
    const here = isOwn ? [...bars.filter((b) => b !== gone), edges[count]!] : bars;
    const barsHtml = here
      .toSorted((a) => (a === 'top' || a === 'bottom' ? -1 : 1))
      .map((edge) =>
        barOf(
          of,
          edge,
          insets,
          palette,
          { width, height },
          { clock: edge === clockAt, launcher: edge === launcherAt },
        ),
      )
      .join('');
    const room = { w: width - insets.left - insets.right - 40, h: height - insets.top - insets.bottom - 40 };
    const windowsHtml = Array.from({ length: isOwn && gone === 'windows' ? 0 : windows }, () => {
      const w = between(of, 380, Math.max(400, Math.min(720, room.w - 160)));
      const h = between(of, 240, Math.max(250, Math.min(420, room.h - 40)));
      return windowOf(of, palette, {
        x: insets.left + 20 + Math.round(of() * Math.max(0, room.w - w)),
        y: insets.top + 20 + Math.round(of() * Math.max(0, room.h - h)),
        w,
        h,
      });
    }).join('');
    const wall = wallOf(of, palette.wall, width, height);
    return {
      seed,
      html: page({ width, height }, `${wall}${windowsHtml}${barsHtml}`),
      width,
      height,
      scale: 1,
    };
  };
  return { reference: draw(2 * seed, false), own: draw(2 * seed + 1, true), gone };
}

/** The document around what is drawn. */
function page({ width, height }: { readonly width: number; readonly height: number }, body: string): string {
  return `<style>*{box-sizing:border-box;margin:0}body{width:${width}px;height:${height}px;overflow:hidden;position:relative}.wall{position:absolute;inset:0;display:block}.bar{position:absolute;display:flex;align-items:stretch}.zone{display:flex;align-items:center;flex:none}.cell{position:relative;flex:none;display:block}.mark{position:absolute;left:25%;right:25%;bottom:-5px;height:2px}.badge{position:absolute;right:-3px;top:-3px;width:9px;height:9px;border-radius:9px}</style>${body}`;
}

function channels(hex: string): [number, number, number] {
  const n = Number.parseInt(hex.slice(1), 16);
  return [n >> 16, (n >> 8) & 255, n & 255];
}
function lightOf(hex: string): number {
  const [r, g, b] = channels(hex);
  return (0.2126 * r + 0.7152 * g + 0.0722 * b) / 255;
}
/** Whether two colours are plainly two, by their channels. */
function differ(a: string, b: string): boolean {
  const [x, y] = [channels(a), channels(b)];
  return Math.max(...x.map((c, i) => Math.abs(c - y[i]!))) >= PLAINLY;
}
function rgba(hex: string, alpha: number): string {
  return `rgba(${channels(hex).join(',')},${alpha})`;
}
function mixed(a: string, b: string, share: number): string {
  const [x, y] = [channels(a), channels(b)];
  return `#${x
    .map((c, i) =>
      Math.round(c + (y[i]! - c) * share)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;
}
