import type { ScreenEdge } from '../picture/readRegion.js';

/** What a desktop looks like at one moment, in device pixels: what the scene draws and a rehearsal will change. */
export interface DesktopState {
  readonly width: number;
  readonly height: number;
  /** Pixels per drawing unit: what is not told in pixels (content of windows) grows with it. */
  readonly unit: number;
  readonly wallpaper: WallpaperState;
  /** Later ones lie over earlier ones. */
  readonly bars: readonly BarState[];
  /** From the back to the front; the last is active. */
  readonly windows: readonly WindowState[];
  readonly desktopIcons: readonly DesktopIcon[];
  readonly pointer: PointerState | null;
}

export interface WallpaperState {
  readonly pattern: 'pans' | 'strata' | 'plain';
  readonly seed: number;
  /** Ground, then the colours laid on it. */
  readonly palette: readonly string[];
  /** Colour of the lines between fields, or null. */
  readonly ridge: string | null;
}

export const ICON_SHAPES = [
  'house',
  'disc',
  'square',
  'lozenge',
  'ring',
  'notched square',
  'drop',
  'tablet',
] as const;
export type IconShape = (typeof ICON_SHAPES)[number];

export interface IconLook {
  readonly shape: IconShape;
  readonly colour: string;
  /** Colour of the fold or sign on it. */
  readonly sign: string;
}

/** Text of the ship's own faces, drawn as outlines so that it is the same everywhere. */
export type FaceRole = 'interface' | 'bold' | 'title' | 'fixed';

export type BarItem =
  | {
      readonly what: 'text';
      readonly duty: string;
      readonly lines: readonly {
        readonly text: string;
        readonly face: FaceRole;
        readonly size: number;
        readonly ink: string;
      }[];
      readonly gap: number;
    }
  | {
      readonly what: 'icon';
      readonly duty: string;
      readonly size: number;
      readonly look: IconLook;
      readonly mark?: string;
    }
  | {
      readonly what: 'tab';
      readonly duty: string;
      readonly length: number;
      readonly label: string;
      readonly face: FaceRole;
      readonly size: number;
      readonly ink: string;
      readonly ground: string | null;
      readonly accent: string | null;
      readonly look: IconLook | null;
    }
  | {
      readonly what: 'signs';
      readonly duty: string;
      readonly size: number;
      readonly ink: string;
      readonly signs: readonly ('level' | 'wave' | 'cell')[];
    };

export interface BarState {
  readonly name: string;
  readonly edge: ScreenEdge;
  readonly thickness: number;
  /** Of the edge left free by `inset`, in pixels. */
  readonly length: number;
  /** Where it starts along the edge. */
  readonly from: number;
  readonly margin: number;
  readonly colour: string;
  /** Where its colour changes evenly to another: along the bar, or across it from the outer side inwards. */
  readonly gradient?: { readonly to: string; readonly way: 'along' | 'across' };
  /** 0–100. */
  readonly opacity: number;
  readonly cornerRadius: number;
  /** Line along its inner side, or null. */
  readonly rim: string | null;
  /** Free space before the first and after the last item, and between items. */
  readonly padding: number;
  readonly spacing: number;
  readonly zones: {
    readonly start: readonly BarItem[];
    readonly centre: readonly BarItem[];
    readonly end: readonly BarItem[];
  };
}

export interface WindowState {
  readonly name: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly title: string;
  readonly frame: {
    readonly titlePlace: 'head' | 'foot';
    readonly titleHeight: number;
    readonly colour: string;
    readonly ink: string;
    readonly titleAlignment: 'start' | 'centre' | 'end';
    readonly titleSize: number;
    readonly cornerRadius: number;
    readonly border: number;
    readonly borderColour: string;
    readonly shadow: boolean;
  };
  readonly buttons: {
    readonly side: 'start' | 'centre' | 'end';
    readonly order: readonly string[];
    readonly size: number;
    readonly spacing: number;
    readonly shape: string;
    readonly colour: string;
    readonly sign: string;
  };
  readonly content: 'running order' | 'tape' | 'notes';
  readonly palette: {
    readonly ground: string;
    readonly raised: string;
    readonly ink: string;
    readonly faint: string;
    readonly accent: string;
    readonly accentInk: string;
  };
}

export interface DesktopIcon {
  readonly x: number;
  readonly y: number;
  readonly size: number;
  readonly label: string;
  readonly look: IconLook;
  readonly ink: string;
  readonly textSize: number;
}

export interface PointerState {
  readonly x: number;
  readonly y: number;
  /** Height from tip to tail. */
  readonly size: number;
  readonly shape: string;
  readonly fill: string;
  readonly rim: string;
  readonly shadow: boolean;
}

/** Letters as data: the core knows no font files. Sizes in pixels per em; the path starts at 0,0 on the baseline. */
export interface Lettering {
  outline(face: FaceRole, text: string, size: number): { readonly d: string; readonly width: number };
  /** Heights in em: capital letters, small letters, and the part below the baseline. */
  metrics(face: FaceRole): { readonly cap: number; readonly x: number; readonly descent: number };
}
