import type { Palette } from '../../traits/value.js';
import { TERMINAL_ROLES } from '../../reference/kinds/terminal.js';
import { Told } from '../sketchShapes.js';
import { barRect } from '../drawBar.js';
import type {
  DesktopIcon,
  DesktopState,
  LauncherState,
  Lettering,
  ScreenState,
  TerminalState,
  WallpaperState,
  WidgetState,
  WindowState,
} from '../state.js';
import { writeDate } from '../../traits/writeDate.js';
import type { Rect } from '../../picture/rect.js';
import { composeBar, type Screen } from './bars.js';
import { emOf, faceOf, folderLook, iconFor, Look, pick, readable, UNTOLD } from './look.js';
import type { SeenElement } from './seen.js';

/** What a picture of a coat shows. */
export const VIEWS = ['desktop', 'launcher', 'sign-in', 'start-up'] as const;
export type View = (typeof VIEWS)[number];

export interface Composed {
  readonly width: number;
  readonly height: number;
  /** Device pixels per unit. */
  readonly unit: number;
  /** BCP 47, for clocks. */
  readonly language: string;
  readonly view: View;
}

const PROGRAMS = ['Desk', 'Editor', 'Letters', 'Archive', 'Outside', 'Notes', 'Levels', 'Rota', 'Pages', 'Tape cutter', 'Tides', 'Post']; // prettier-ignore

/** The moment that clocks show. */
const MOMENT = { year: 2026, month: 11, day: 24, hour: 14, minute: 5, second: 0 };

/**
 * The state of a desktop that shows these elements: what is told is drawn as it is told, and what nobody tells in greys. All
 * kinds that can be seen are in it, or in one of its other views.
 */
export function composeDesktop(seen: readonly SeenElement[], of: Composed, letters: Lettering): DesktopState {
  const look = new Look(seen);
  const screen: Screen = { ...of, moment: MOMENT };
  const { width, height, unit } = of;
  const claimed = new Set<string>();
  const bars = seen
    .filter((e) => e.kind === 'bar' || e.kind === 'dock')
    .flatMap((e) => composeBar(look, screen, letters, e, claimed) ?? []);
  const free = freeOf(
    bars.map((b) => barRect(b, width, height)),
    width,
    height,
  );
  const pointer = look.told('pointer');
  return {
    width,
    height,
    unit,
    wallpaper: wallpaperOf(look),
    bars,
    windows: windowsOf(look, screen, letters, free),
    desktopIcons: desktopIcons(look, screen, letters, free),
    widgets: widgetsOf(look, screen, free),
    pointer: look.has('pointer')
      ? {
          x: Math.round(free.x + free.width * 0.44),
          y: Math.round(free.y + free.height * 0.66),
          size: Math.max(8, Math.round(pointer.number('size', 24 * unit))),
          shape: pointer.text('shape', 'kite'),
          fill: pointer.text('fill', UNTOLD.window),
          rim: pointer.text('rim', UNTOLD.ink),
          shadow: pointer.flag('shadow'),
        }
      : null,
    launcher: of.view === 'launcher' ? launcherOf(look, screen, letters, free) : null,
    screen: of.view === 'sign-in' ? signIn(look, screen) : of.view === 'start-up' ? startUp(look) : null,
  };
}

/** What bars leave free of the screen; a bar that takes no whole edge leaves the edge. */
function freeOf(bars: readonly Rect[], width: number, height: number): Rect {
  let [left, top, right, bottom] = [0, 0, width, height];
  for (const b of bars) {
    if (b.width >= b.height) {
      if (b.y < height / 2) top = Math.max(top, b.y + b.height);
      else bottom = Math.min(bottom, b.y);
    } else if (b.x < width / 2) left = Math.max(left, b.x + b.width);
    else right = Math.min(right, b.x);
  }
  return right - left > width * 0.3 && bottom - top > height * 0.3
    ? { x: left, y: top, width: right - left, height: bottom - top }
    : { x: 0, y: 0, width, height };
}

function wallpaperOf(look: Look): WallpaperState {
  const v = look.told('wallpaper');
  const [first = UNTOLD.ground, second = first, third = second] = v.colours('palette');
  const name = v.text('picture', '');
  // The fullest colour is the ground and half of the fields, so that it is read back as the fullest.
  const fields = [first, first, first, second, second, third];
  const pattern = /pan|salt/i.test(name) ? 'pans' : name === '' ? 'plain' : 'strata';
  return {
    pattern: first === second ? 'plain' : pattern,
    seed: 1 + pick(name, 90),
    palette: [first, ...fields],
    ridge: null,
  };
}

function windowsOf(look: Look, screen: Screen, letters: Lettering, free: Rect): WindowState[] {
  const { unit } = screen;
  const frame = look.told('frame');
  const buttons = look.told('window-buttons');
  const type = look.told('interface-type');
  const title = look.told('title-type');
  const controls = look.told('controls');
  const ground = controls.text(
    'background',
    look.told('wallpaper').colours('palette').length > 0
      ? paper(frame.text('colourInactive', UNTOLD.window))
      : UNTOLD.window,
  );
  const ink = controls.text('ink', readable(ground, type.text('colour', UNTOLD.ink)));
  const accent = controls.text('accent', look.told('launcher-button').text('colour', UNTOLD.accent));
  const titleHeight = Math.max(0, Math.round(frame.number('titleHeight', 28 * unit)));
  const titleEm = emOf(title, 'title', letters, titleHeight * 0.48);
  const face = faceOf(type.text('style', 'sans'), type.number('weight', 400));
  const em = emOf(type, face, letters, 14 * unit);
  const size = Math.max(
    4,
    Math.min(Math.round(buttons.number('size', 16 * unit)), Math.max(4, titleHeight - 2)),
  );
  const order = buttons.items('order');
  const make = (
    name: string,
    text: string,
    content: WindowState['content'],
    place: readonly [number, number, number, number],
    active: boolean,
  ): WindowState => ({
    name,
    title: text,
    content,
    x: Math.round(free.x + free.width * place[0]),
    y: Math.round(free.y + free.height * place[1]),
    width: Math.round(free.width * place[2]),
    height: Math.round(free.height * place[3]),
    opacity: active ? 100 : look.told('translucency').number('windows', 100, 100),
    frame: {
      titlePlace: frame.text('titlePlace', 'head') as WindowState['frame']['titlePlace'],
      titleHeight,
      colour: active
        ? frame.text('colourActive', UNTOLD.raised)
        : frame.text('colourInactive', frame.text('colourActive', UNTOLD.window)),
      ink: frame.text('ink', title.text('colour', readable(frame.text('colourActive', UNTOLD.raised)))),
      titleAlignment: frame.text('titleAlignment', 'start') as WindowState['frame']['titleAlignment'],
      titleSize: Math.min(titleEm, Math.max(6, titleHeight * 0.9)),
      cornerRadius: frame.number('cornerRadius', 0),
      border: frame.number('border', 0),
      borderColour: frame.text('colourActive', UNTOLD.faint),
      shadow: frame.flag('shadow'),
    },
    buttons: {
      side: buttons.text('side', 'end') as WindowState['buttons']['side'],
      order: order.length > 0 ? order : ['fold', 'widen', 'shut'],
      size,
      spacing: Math.max(0, Math.round(buttons.number('spacing', 6 * unit))),
      shape: buttons.text('shape', 'square'),
      colour: buttons.text('colour', UNTOLD.faint),
      sign: readable(buttons.text('colour', UNTOLD.faint), ground),
    },
    palette: {
      ground,
      raised: shade(ground),
      ink,
      faint: mix(ink, ground, 0.4),
      accent,
      accentInk: readable(accent),
    },
    text: {
      face,
      bold: face === 'interface' ? 'bold' : face,
      size: em,
      ...(look.has('fixed-type') ? { fixed: emOf(look.told('fixed-type'), 'fixed', letters, em) } : {}),
    },
    ...(content === 'pages'
      ? {
          tabs: {
            inTitle: look.told('browser-frame').flag('tabsInTitle'),
            colour: look.told('browser-frame').text('colour', shade(ground)),
          },
        }
      : {}),
    controls: {
      cornerRadius: controls.number('cornerRadius', 0),
      rowHeight: Math.round(
        controls.number(
          'rowHeight',
          { tight: 24, usual: 30, airy: 38 }[controls.text('density', 'usual')]! * unit,
        ),
      ),
    },
    ...(content === 'terminal' ? { terminal: terminalOf(look, screen) } : {}),
    ...(content === 'files'
      ? {
          files: {
            sidebarWidth: look.told('file-manager').number('sidebarWidth', 140 * unit),
            toolbar: look.told('file-manager').text('toolbar', 'pictures') as 'pictures',
            view: look.told('file-manager').text('view', 'pictures') as 'pictures',
            colour: look.told('file-manager').text('colour', shade(ground)),
            look: folderLook(look),
          },
        }
      : {}),
  });
  const isFiles = look.has('file-manager');
  const isBrowser = look.has('browser-frame');
  // A browser that draws its own frame shows its own colour there.
  const ownFrame = (w: WindowState): WindowState =>
    w.tabs && look.told('browser-frame').text('frame', 'its own') === 'its own'
      ? { ...w, frame: { ...w.frame, colour: w.tabs.colour } }
      : w;
  return [
    make(
      'notes',
      isFiles ? 'Reels' : 'Desk notes',
      isFiles ? 'files' : 'notes',
      [0.7, 0.07, 0.28, 0.42],
      false,
    ),
    ...(look.has('terminal') ? [make('shell', 'Shell', 'terminal', [0.1, 0.6, 0.34, 0.34], false)] : []),
    ...(isBrowser ? [ownFrame(make('pages', 'Tide table', 'pages', [0.68, 0.55, 0.3, 0.4], false))] : []),
    make(
      'tape',
      'Reel 41, side A',
      'tape',
      isBrowser ? [0.34, 0.6, 0.32, 0.36] : [0.48, 0.53, 0.46, 0.42],
      false,
    ),
    make('order', 'Running order', 'running order', [0.13, 0.07, 0.54, 0.5], true),
  ];
}

function terminalOf(look: Look, screen: Screen): TerminalState {
  const v = look.told('terminal');
  const palette = (look.first('terminal')?.values.get('palette') ?? {}) as Palette;
  const background = v.text('background', '#262626');
  const text = v.text('text', readable(background));
  return {
    background,
    text,
    cursor: v.text('cursor', text),
    selection: v.text('selection', mix(text, background, 0.6)),
    bold: v.text('bold', text),
    palette: TERMINAL_ROLES.map((role) => palette[role] ?? text),
    opacity: v.number('opacity', 100, 100),
    lineHeight: v.number('size', 20 * screen.unit),
    face: 'fixed',
  };
}

function desktopIcons(look: Look, screen: Screen, letters: Lettering, free: Rect): DesktopIcon[] {
  const { unit } = screen;
  const items = look.told('desktop-items');
  const own = look.first('desktop-items')?.values;
  if (own?.has('shown') && !items.flag('shown')) return [];
  if (!look.has('desktop-items') && !look.has('icon-set') && !look.has('folder-icon')) return [];
  const size = Math.round(
    items.number(
      'size',
      look.told('icon-set').number('size', look.told('folder-icon').number('size', 48 * unit)),
    ),
  );
  const across = items.number('gridWidth', Math.max(size * 1.8, 90 * unit));
  const down = items.number('gridHeight', Math.max(size * 1.9, 96 * unit));
  const corner = items.text('corner', 'top left');
  const type = look.told('interface-type');
  const ground = look.told('wallpaper').colours('palette')[0] ?? UNTOLD.ground;
  const ink = items.text('inkColour', readable(ground, type.text('colour', UNTOLD.ink)));
  const em = emOf(type, 'interface', letters, 14 * unit);
  const margin = 24 * unit;
  const names = ['Outside', 'Archive', 'Levels', ...(look.has('folder-icon') ? ['Reels'] : []), 'Letters'];
  const rows = Math.max(1, Math.floor((free.height - margin) / down));
  return names.map((label, i) => {
    const [c, r] = [Math.floor(i / rows), i % rows];
    const x = corner.endsWith('right')
      ? free.x + free.width - margin - size - c * across
      : free.x + margin + c * across;
    const y = corner.startsWith('bottom')
      ? free.y + free.height - margin - size - em * 2 - r * down
      : free.y + margin + r * down;
    return {
      x: Math.round(x),
      y: Math.round(y),
      size,
      label,
      look: label === 'Reels' ? folderLook(look) : iconFor(look, label),
      ink,
      textSize: em,
    };
  });
}

function widgetsOf(look: Look, screen: Screen, free: Rect): WidgetState[] {
  return look.seen
    .filter((e) => e.kind === 'desktop-widget')
    .map((e) => {
      const v = new Told(e.values);
      const [width, height] = [
        Math.round(v.number('width', 280 * screen.unit)),
        Math.round(v.number('height', 140 * screen.unit)),
      ];
      const place = v.place('place');
      const x = {
        start: free.x + 0.02 * free.width,
        centre: free.x + (free.width - width) / 2,
        end: free.x + free.width * 0.98 - width,
      }[place?.zone ?? 'end'];
      const y = free.y + (free.height * (place?.offset ?? 84)) / 100 - height / 2;
      const ground = look.told('wallpaper').colours('palette')[0] ?? UNTOLD.ground;
      const what = v.text('what', 'clock').toLowerCase();
      const text = what.includes('clock')
        ? writeDate('HH:mm', screen.moment, screen.language)
        : what.includes('forecast')
          ? '14°'
          : what;
      return {
        name: e.name,
        x: Math.round(x),
        y: Math.round(y),
        width,
        height,
        text,
        under: '',
        colour: v.text('colour', readable(ground)),
      };
    });
}

function launcherOf(look: Look, screen: Screen, letters: Lettering, free: Rect): LauncherState {
  const v = look.told('launcher');
  const style = v.text('style', 'list');
  const place = v.text('place', 'middle of the screen');
  const isWhole = place === 'whole screen' || style === 'whole screen';
  const width = isWhole ? screen.width : Math.round(v.number('width', 480 * screen.unit, screen.width));
  const height = isWhole ? screen.height : Math.round(v.number('height', 560 * screen.unit, screen.height));
  const isMiddle = place.startsWith('middle');
  const colour = v.text('colour', look.told('frame').text('colourActive', UNTOLD.raised));
  const ink = readable(colour, look.told('interface-type').text('colour', UNTOLD.ink));
  return {
    style,
    x: isWhole ? 0 : isMiddle ? Math.round((screen.width - width) / 2) : Math.round(free.x),
    y: isWhole
      ? 0
      : isMiddle
        ? Math.round((screen.height - height) / 2)
        : Math.round(free.y + free.height - height),
    width,
    height,
    firstColumn: Math.round(v.number('firstColumn', width * 0.6)),
    searchField: v.text('searchField', 'none') as LauncherState['searchField'],
    colour,
    ink,
    accent: look.told('controls').text('accent', ink),
    cornerRadius: isWhole ? 0 : v.number('cornerRadius', 0),
    opacity: v.number('opacity', 100, 100),
    entries: (v.items('order').length > 0 ? v.items('order') : PROGRAMS).map((label) => ({
      label,
      look: iconFor(look, label),
    })),
    places: ['Home', 'Reels', 'Shared', 'Settings', 'End the session'],
    textSize: emOf(look.told('interface-type'), 'interface', letters, 14 * screen.unit),
  };
}

function signIn(look: Look, screen: Screen): ScreenState {
  const v = look.told('sign-in');
  const palette = v.colours('palette');
  const [, second, third] = palette;
  return {
    what: 'sign-in',
    palette: palette.length > 0 ? palette : [UNTOLD.ground, UNTOLD.bar, UNTOLD.window],
    place: v.text('place', 'middle') as 'middle',
    clock: v.flag('clock') ? writeDate('HH:mm', screen.moment, screen.language) : null,
    ink: readable(third ?? second ?? UNTOLD.window),
  };
}

function startUp(look: Look): ScreenState {
  const v = look.told('start-up');
  const background = v.text('background', UNTOLD.ground);
  const ink = readable(background);
  return {
    what: 'start-up',
    background,
    ink,
    look: { ...iconFor(look, 'start'), colour: ink, sign: background },
    progress: v.text('progress', 'none') as 'none',
  };
}

/** A colour between two, as #rrggbb: `share` of the way to the second. */
function mix(a: string, b: string = '#ffffff', share = 0.5): string {
  const read = (hex: string, i: number) => parseInt(hex.slice(1 + i * 2, 3 + i * 2), 16);
  const part = (i: number) =>
    Math.round(read(a, i) * (1 - share) + read(b, i) * share)
      .toString(16)
      .padStart(2, '0');
  return `#${part(0)}${part(1)}${part(2)}`;
}
/** The ground of windows where nobody tells it: paler than a pale frame, darker than a dark one. */
function paper(frame: string): string {
  const isDark = readable(frame) === '#f4f4f4';
  return isDark ? mix(frame, '#000000', 0.3) : mix(frame);
}
/** A little towards the ink that can be read on it. */
const shade = (ground: string) => mix(ground, readable(ground), 0.07);
