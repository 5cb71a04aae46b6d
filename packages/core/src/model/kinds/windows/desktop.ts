import type { Rect } from '../../../measuring/picture/rect.js';
import type { DesktopState, TerminalState, WindowState } from '../../scene/state.js';
import type { Palette } from '../../traits/value.js';
import type { Drawing, Furnished } from '../drawn.js';
import { ownOr, programsOf, titlesOf } from '../ownNames.js';
import { readable, UNTOLD } from '../look.js';
import { firstViewOf } from '../motion/firstView.js';
import { folderLook } from '../pictures/icons.js';
import { TERMINAL_ROLES } from '../terminal/traits.js';
import { emOf, faceOf } from '../type/letters.js';
import { blurOf, inksOf, mix, rowHeightOf, shade } from './inks.js';
import { menuOf } from './menu.js';

/** Windows as they stand in use, or as what is seen first shows them: none, or all of them side by side. */
function windowsOf(of: Furnished): WindowState[] {
  const { look, screen, letters, free } = of;
  const first = firstViewOf(of);
  if (first === 'bare desktop' || first === 'list of programmes') return [];
  const { unit } = screen;
  const frame = look.told('frame');
  const buttons = look.told('window-buttons');
  const type = look.told('interface-type');
  const title = look.told('title-type');
  const controls = look.told('controls');
  const { ground, ink, accent } = inksOf(look);
  const translucency = look.told('translucency');
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
    opacity: active ? 100 : translucency.number('windows', 100, 100),
    ...(active || translucency.number('windows', 100) >= 100 ? {} : blurOf(translucency)),
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
      rowHeight: rowHeightOf(look, unit),
    },
    ...(content === 'terminal' ? { terminal: terminalOf(of) } : {}),
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
  const titles = ownOr(titlesOf(look), programsOf(look));
  const titled = (n: number, text: string) => titles[n % Math.max(1, titles.length)] ?? text;
  const windows = [
    make(
      'notes',
      titled(1, isFiles ? 'Reels' : 'Desk notes'),
      isFiles ? 'files' : 'notes',
      [0.7, 0.07, 0.28, 0.42],
      false,
    ),
    ...(look.has('terminal')
      ? [make('shell', titled(2, 'Shell'), 'terminal', [0.1, 0.6, 0.34, 0.34], false)]
      : []),
    ...(isBrowser
      ? [ownFrame(make('pages', titled(3, 'Tide table'), 'pages', [0.68, 0.55, 0.3, 0.4], false))]
      : []),
    make(
      'tape',
      titled(4, 'Reel 41, side A'),
      'tape',
      isBrowser ? [0.34, 0.6, 0.32, 0.36] : [0.48, 0.53, 0.46, 0.42],
      false,
    ),
    make('order', titled(0, 'Running order'), 'running order', [0.13, 0.07, 0.54, 0.5], true),
  ];
  return first === 'overview of windows' ? sideBySide(windows, free) : windows;
}

/** Windows in rows of equal fields, none over another. */
function sideBySide(windows: readonly WindowState[], free: Rect): WindowState[] {
  const across = Math.ceil(Math.sqrt(windows.length));
  const down = Math.ceil(windows.length / across);
  const [width, height] = [free.width / across, free.height / down];
  return windows.map((w, i) => ({
    ...w,
    x: Math.round(free.x + ((i % across) + 0.06) * width),
    y: Math.round(free.y + (Math.floor(i / across) + 0.06) * height),
    width: Math.round(width * 0.88),
    height: Math.round(height * 0.88),
  }));
}

function terminalOf({ look, screen }: Drawing): TerminalState {
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

/** What they add to a drawn desktop. */
export function windowsDrawn(of: Furnished): Partial<DesktopState> {
  return { windows: windowsOf(of), menu: of.view === 'pointed' ? menuOf(of) : null };
}
