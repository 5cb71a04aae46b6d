import { keyed } from '@spare-coat/core/ground/checked';
import type { BarItem, DesktopState, IconLook, WindowState } from '@spare-coat/core/model/scene/state';

/** The look of the invented Saltmarsh 3: the truth that its pictures are drawn from. All lengths at 1080 lines. */
export const SALTMARSH = {
  railThickness: 84,
  stripThickness: 30,
  titleHeight: 34,
  buttonSize: 18,
  buttonSpacing: 12,
  launcherSize: 48,
  iconSize: 40,
  railSpacing: 16,
  desktopIconSize: 56,
  clockFigure: 26,
  pointerSize: 28,
} as const;

export type VariantName = 'light' | 'dark';

export const SALTMARSH_COLOURS = {
  light: {
    rail: '#e3c2b4',
    railRim: '#c9a091',
    strip: '#d4aa9b',
    ink: '#43203d',
    faint: '#866478',
    accent: '#75801f',
    accentInk: '#fbf6ea',
    title: '#ecd2c5',
    titleInactive: '#f1e3da',
    window: '#faf3ec',
    raised: '#f0e0d6',
    buttons: '#5b2f52',
    buttonSign: '#f6e7dc',
    pointerFill: '#43203d',
    pointerRim: '#faf3ec',
    wallpaper: ['#d9bdb2', '#e6d3c6', '#d2aeb0', '#c596a0', '#dfc4bb', '#eadfce', '#b98795', '#d8b7ae'],
    ridge: '#bd929b',
  },
  dark: {
    rail: '#4c352c',
    railRim: '#6a4c3f',
    strip: '#3b2821',
    ink: '#f1dccd',
    faint: '#b99c8c',
    accent: '#a3ae4a',
    accentInk: '#231a12',
    title: '#5b4136',
    titleInactive: '#45312a',
    window: '#281d19',
    raised: '#392a24',
    buttons: '#d9b3a2',
    buttonSign: '#3a2630',
    pointerFill: '#f1dccd',
    pointerRim: '#281d19',
    wallpaper: ['#2b1f1c', '#46322d', '#573e3a', '#38282a', '#664a44', '#33241f', '#6d4f50', '#4b362f'],
    ridge: '#7b5c55',
  },
} as const;

/** The marks of the station's programmes, of mixed outline. */
export const LOOKS: Readonly<Record<string, IconLook>> = {
  launcher: { shape: 'house', colour: '#75801f', sign: '#43203d' },
  desk: { shape: 'disc', colour: '#43203d', sign: '#e3c2b4' },
  editor: { shape: 'notched square', colour: '#8c5340', sign: '#d8a58c' },
  letters: { shape: 'lozenge', colour: '#52637a', sign: '#e6d3c6' },
  archive: { shape: 'tablet', colour: '#a3653a', sign: '#f0e0d6' },
  outside: { shape: 'drop', colour: '#3f6f68', sign: '#e6d3c6' },
  notes: { shape: 'square', colour: '#b08a2c', sign: '#43203d' },
  level: { shape: 'ring', colour: '#8a4663', sign: '#75801f' },
};

/** Builds the desktop at a size. `lines` is the screen height: 1080 gives the lengths as they stand above. */
export function saltmarshDesktop(variant: VariantName, width: number, lines: number): DesktopState {
  const u = lines / 1080;
  const px = (length: number) => Math.round(length * u);
  const c = SALTMARSH_COLOURS[variant];
  const rail = px(SALTMARSH.railThickness);
  const strip = px(SALTMARSH.stripThickness);
  const look = (name: string): IconLook => {
    const base = keyed(LOOKS, name);
    return variant === 'dark' && base.colour === '#43203d'
      ? { ...base, colour: '#c9a5b8', sign: '#43203d' }
      : base;
  };
  const icon = (duty: string, name: string, open = false): BarItem => ({
    what: 'icon',
    duty,
    size: px(SALTMARSH.iconSize),
    look: look(name),
    ...(open ? { mark: c.accent } : {}),
  });
  const tab = (duty: string, label: string, name: string, active: boolean): BarItem => ({
    what: 'tab',
    duty,
    length: px(218),
    label,
    face: active ? 'bold' : 'interface',
    size: px(14),
    ink: c.ink,
    ground: active ? c.title : null,
    accent: active ? c.accent : null,
    look: look(name),
  });
  const window = (
    name: string,
    title: string,
    content: WindowState['content'],
    place: readonly [number, number, number, number],
    active: boolean,
  ): WindowState => ({
    name,
    title,
    content,
    x: px(place[0]),
    y: px(place[1]),
    width: px(place[2]),
    height: px(place[3]),
    frame: {
      titlePlace: 'foot',
      titleHeight: px(SALTMARSH.titleHeight),
      colour: active ? c.title : c.titleInactive,
      ink: active ? c.ink : c.faint,
      titleAlignment: 'start',
      titleSize: px(16),
      cornerRadius: 0,
      border: Math.max(1, Math.round(u)),
      borderColour: c.railRim,
      shadow: true,
    },
    buttons: {
      side: 'centre',
      order: ['fold', 'widen', 'shut'],
      size: px(SALTMARSH.buttonSize),
      spacing: px(SALTMARSH.buttonSpacing),
      shape: 'notched',
      colour: active ? c.buttons : c.faint,
      sign: c.buttonSign,
    },
    palette: {
      ground: c.window,
      raised: c.raised,
      ink: c.ink,
      faint: c.faint,
      accent: c.accent,
      accentInk: c.accentInk,
    },
  });
  const grid = (i: number, label: string, name: string) => ({
    x: px(48),
    y: px(56 + i * 124),
    size: px(SALTMARSH.desktopIconSize),
    label,
    look: look(name),
    ink: c.ink,
    textSize: px(14),
  });
  return {
    width,
    height: lines,
    unit: u,
    wallpaper: { pattern: 'pans', seed: 31, palette: c.wallpaper, ridge: c.ridge },
    bars: [
      {
        name: 'strip',
        edge: 'bottom',
        thickness: strip,
        length: width - rail,
        from: 0,
        margin: 0,
        colour: c.strip,
        opacity: 100,
        cornerRadius: 0,
        rim: null,
        padding: 0,
        spacing: px(2),
        zones: {
          start: [
            tab('tab 1', 'Running order', 'desk', true),
            tab('tab 2', 'Reel 41, side A', 'editor', false),
            tab('tab 3', 'Desk notes', 'notes', false),
          ],
          centre: [],
          end: [],
        },
      },
      {
        name: 'rail',
        edge: 'right',
        thickness: rail,
        length: lines,
        from: 0,
        margin: 0,
        colour: c.rail,
        opacity: 100,
        cornerRadius: 0,
        rim: null,
        padding: px(22),
        spacing: px(SALTMARSH.railSpacing),
        zones: {
          start: [
            {
              what: 'text',
              duty: 'clock',
              gap: px(12),
              lines: [
                { text: '14:05', face: 'title', size: px(SALTMARSH.clockFigure), ink: c.ink },
                { text: 'Tue 24', face: 'interface', size: px(16), ink: c.faint },
              ],
            },
          ],
          centre: [
            icon('desk', 'desk', true),
            icon('editor', 'editor', true),
            { what: 'icon', duty: 'launcher', size: px(SALTMARSH.launcherSize), look: look('launcher') },
            icon('letters', 'letters'),
            icon('archive', 'archive'),
          ],
          end: [
            {
              what: 'row',
              duty: 'status area',
              size: px(20),
              spacing: px(20) * 0.6,
              ink: c.ink,
              face: 'bold',
              entries: [{ sign: 'level' }, { sign: 'wave' }, { sign: 'cell' }],
            },
          ],
        },
      },
    ],
    windows: [
      window('notes', 'Desk notes', 'notes', [1236, 150, 420, 330], false),
      window('tape', 'Reel 41, side A', 'tape', [920, 540, 800, 430], false),
      window('order', 'Running order', 'running order', [240, 110, 940, 520], true),
    ],
    desktopIcons: [
      grid(0, 'Outside units', 'outside'),
      grid(1, 'Archive', 'archive'),
      grid(2, 'Levels', 'level'),
      grid(3, 'Letters', 'letters'),
    ],
    pointer: {
      x: px(760),
      y: px(700),
      size: px(SALTMARSH.pointerSize),
      shape: 'kite',
      fill: c.pointerFill,
      rim: c.pointerRim,
      shadow: true,
    },
  };
}
