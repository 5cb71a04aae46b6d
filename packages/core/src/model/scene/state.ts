import type { ScreenEdge } from '../../measuring/picture/readRegion.js';

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
  readonly widgets?: readonly WidgetState[];
  readonly launcher?: LauncherState | null;
  /** In place of everything else. */
  readonly screen?: ScreenState | null;
  readonly menu?: MenuState | null;
}

/** What happens to the ground that shows through something: blurred, and made brighter or darker. */
export interface Blur {
  /** How far a point is spread, in pixels: twice the standard deviation, as in CSS. */
  readonly radius: number;
  /** In percent of what it was. */
  readonly brightness: number;
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
/** Forms of folders, and a sign without a plate. */
export const OTHER_SHAPES = ['bare', 'folded sheet', 'box', 'drawer', 'plate', 'bare outline'] as const;
export type IconShape = (typeof ICON_SHAPES)[number] | (typeof OTHER_SHAPES)[number];

export const DRAWINGS = ['flat', 'flat with folds', 'shaded', 'line'] as const;
export type Drawing = (typeof DRAWINGS)[number];

export interface IconLook {
  /** How it is drawn; with folds where it is not said. */
  readonly drawing?: Drawing;
  readonly shape: IconShape;
  readonly colour: string;
  /** Colour of the fold or sign on it. */
  readonly sign: string;
}

/** Text of the ship's own faces, drawn as outlines so that it is the same everywhere. */
export type FaceRole = 'interface' | 'bold' | 'title' | 'fixed';

/** Small marks of the system's state, and others that stand in a row. */
export const SIGNS = ['level', 'wave', 'cell', 'letters', 'bell', 'sheet', 'turn', 'sun'] as const;
export type Sign = (typeof SIGNS)[number];

export type RowEntry =
  | { readonly text: string }
  | { readonly sign: Sign }
  | { readonly look: IconLook }
  /** A filled field, 0 to 1 opaque. */
  | { readonly field: number };

/** Where an item stands by itself: the middle of it, 0 to 100 along the bar; without it, items of a zone run on. */
interface Placed {
  readonly at?: number;
}

export type BarItem = Placed & BarItemShape;
type BarItemShape =
  /** Small things one after the other, each so high. */
  | {
      readonly what: 'row';
      readonly duty: string;
      readonly size: number;
      readonly spacing: number;
      readonly ink: string;
      readonly face: FaceRole;
      readonly entries: readonly RowEntry[];
    }
  /** A filled strip, or free space with or without a line in its middle. */
  | { readonly what: 'gap'; readonly duty: string; readonly length: number; readonly ink: string | null }
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
      /** How many times its size it has under the pointer: it grows away from the screen's edge, over its neighbours. */
      readonly grown?: number;
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
  /** Of what shows through it. */
  readonly blur?: Blur;
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
    readonly titlePlace: 'head' | 'foot' | 'left side' | 'right side' | 'none';
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
    readonly side: 'start' | 'centre' | 'end' | 'both ends';
    readonly order: readonly string[];
    readonly size: number;
    readonly spacing: number;
    readonly shape: string;
    readonly colour: string;
    readonly sign: string;
  };
  readonly content: 'running order' | 'tape' | 'notes' | 'terminal' | 'files' | 'pages';
  /** 0–100; solid where it is not said. */
  readonly opacity?: number;
  /** Of what shows through it. */
  readonly blur?: Blur;
  /** Type of what is inside, where it is another than the ship's own at 14 units. */
  readonly text?: {
    readonly face: FaceRole;
    readonly bold: FaceRole;
    readonly size: number;
    /** Of fixed-width letters, where they have a size of their own. */
    readonly fixed?: number;
  };
  /** A browser's tabs: in the title strip, or in a strip of their own of this colour. */
  readonly tabs?: { readonly inTitle: boolean; readonly colour: string };
  readonly controls?: { readonly cornerRadius: number; readonly rowHeight: number };
  readonly terminal?: TerminalState;
  readonly files?: {
    readonly sidebarWidth: number;
    readonly toolbar: 'pictures' | 'pictures and words' | 'one line with the path' | 'none';
    readonly view: 'pictures' | 'list' | 'columns';
    readonly colour: string;
    readonly look: IconLook;
  };
  readonly palette: {
    readonly ground: string;
    readonly raised: string;
    readonly ink: string;
    readonly faint: string;
    readonly accent: string;
    readonly accentInk: string;
  };
}

export interface TerminalState {
  readonly background: string;
  readonly text: string;
  readonly cursor: string;
  readonly selection: string;
  readonly bold: string;
  /** The sixteen colours, in the order of ECMA-48. */
  readonly palette: readonly string[];
  readonly opacity: number;
  /** From one line to the next. */
  readonly lineHeight: number;
  readonly face: FaceRole;
}

/** The launcher, open. */
export interface LauncherState {
  readonly style: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly firstColumn: number;
  readonly searchField: 'top' | 'bottom' | 'none';
  readonly colour: string;
  readonly ink: string;
  readonly accent: string;
  readonly cornerRadius: number;
  readonly opacity: number;
  readonly entries: readonly { readonly label: string; readonly look: IconLook }[];
  readonly places: readonly string[];
  readonly textSize: number;
}

/** Something that lives on the bare desktop: its text fills its box. */
export interface WidgetState {
  readonly name: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly text: string;
  readonly under: string;
  readonly colour: string;
}

/** A menu, open. */
export interface MenuState {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly rowHeight: number;
  readonly entries: readonly string[];
  readonly colour: string;
  readonly ink: string;
  /** Ground and ink of the entry that is pointed at, the first. */
  readonly accent: string;
  readonly accentInk: string;
  /** 0–100. */
  readonly opacity: number;
  readonly blur?: Blur;
  readonly cornerRadius: number;
  readonly face: FaceRole;
  readonly textSize: number;
}

/** What is seen in place of a desktop: where one signs in, or while the computer starts. */
export type ScreenState =
  | {
      readonly what: 'sign-in';
      readonly palette: readonly string[];
      readonly place: 'middle' | 'left' | 'right' | 'foot';
      readonly clock: string | null;
      readonly ink: string;
    }
  | {
      readonly what: 'start-up';
      readonly background: string;
      readonly ink: string;
      readonly look: IconLook;
      readonly progress: 'none' | 'turning mark' | 'line' | 'text';
    };

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
  /** Heights in em: capital letters, small letters, the part below the baseline, and how far a p reaches below it. */
  metrics(face: FaceRole): {
    readonly cap: number;
    readonly x: number;
    readonly descent: number;
    readonly foot?: number;
  };
}
