import type { ArchiveSignature } from '../../model/host/profile.js';
import type { FaceMetrics } from '../../measuring/type/face.js';
import type { IconTheme } from '../../measuring/standards/iconTheme.js';
import type { StyleEvidence } from '../../measuring/standards/styleSheet.js';

/** What judging asks of the host: where each sort of thing goes, and what makes a theme of its own sorts. */
export interface ArchiveHost {
  readonly folders: Readonly<Record<string, string>>;
  readonly signatures: readonly ArchiveSignature[];
}

export interface PointerEvidence {
  readonly name: string;
  readonly sizes: readonly number[];
  /** Pictures of the smallest size. */
  readonly frames: number;
  /** Milliseconds of the slowest frame; 0 for a still. */
  readonly delay: number;
  readonly problems: readonly string[];
}

/** What a font file says of itself. */
export interface FontEvidence {
  readonly path: string;
  readonly family: string;
  readonly style: string;
  readonly weight: number;
  readonly italic: boolean;
  /** x-height and cap height as shares of the em; null where it has no such letters. */
  readonly xHeight: number | null;
  readonly capHeight: number | null;
  /** Code points that it has glyphs for. */
  readonly characters: number;
  /** Scripts of which it has most letters. */
  readonly scripts: readonly string[];
  readonly licence: string;
  /** What tells it from other faces; null where it has no small Latin letters to measure. */
  readonly metrics: FaceMetrics | null;
  /** What in it contradicts itself, and what was made of that; empty or missing where nothing does. */
  readonly told?: string;
  /** Why it could not be read; empty when it could. */
  readonly problem: string;
}

/** What is told of a font that could not be read, and why. */
export function unreadFont(path: string, problem: string): FontEvidence {
  return {
    path,
    family: '',
    style: '',
    weight: 400,
    italic: false,
    xHeight: null,
    capHeight: null,
    characters: 0,
    scripts: [],
    licence: '',
    metrics: null,
    problem,
  };
}

export interface WallpaperEvidence {
  readonly path: string;
  readonly width: number;
  readonly height: number;
  /** Dominant colours, fullest first; empty where the picture could not be decoded. */
  readonly colours: readonly { readonly hex: string; readonly share: number }[];
}

export type Evidence =
  | {
      readonly what: 'icon set';
      readonly theme: IconTheme;
      readonly icons: number;
      readonly contexts: Readonly<Record<string, number>>;
      /** Directory of the theme → names in it. */
      readonly files: Readonly<Record<string, readonly string[]>>;
    }
  | {
      readonly what: 'pointer set';
      readonly inherits: readonly string[];
      readonly pointers: readonly PointerEvidence[];
      /** Names that are links, with the pointer they lead to. */
      readonly aliases: readonly { readonly name: string; readonly to: string }[];
      /** Links that lead nowhere. */
      readonly broken: readonly string[];
      /** Files that are there and too large to be read. */
      readonly unread?: readonly string[];
      readonly missing: readonly string[];
    }
  | {
      readonly what: 'sound theme';
      readonly inherits: readonly string[];
      readonly sounds: readonly string[];
      readonly problems: readonly string[];
    }
  | {
      readonly what: 'theme';
      readonly styles: readonly { readonly path: string; readonly evidence: StyleEvidence }[];
    }
  | { readonly what: 'font'; readonly files: readonly string[]; readonly faces: readonly FontEvidence[] }
  | { readonly what: 'wallpaper'; readonly files: readonly WallpaperEvidence[] }
  | { readonly what: 'desktop entry'; readonly name: string; readonly problems: readonly string[] }
  | {
      readonly what: 'install script';
      readonly options: readonly string[];
      readonly admin: boolean;
      /** Its text, as far as it is shown. */
      readonly text: string;
    };

export type ThemeVariant = 'light' | 'dark';

/** One thing found in an archive, and what to do with it on this host. */
export interface ArchiveFinding {
  readonly sort: string;
  /** The folder to copy, or the file; from the archive's top, empty for the top itself. */
  readonly root: string;
  /** The name of the folder as it must be called where it is copied to. */
  readonly folder: string;
  /** Under which name it will be listed. */
  readonly listed: string;
  /** Where it is copied on this host; null where the host has no place for it. */
  readonly target: string | null;
  /** Folders too many (above 0) or too few (−1) around it, against an archive that could be unpacked as it is. */
  readonly depth: number;
  readonly advice: string;
  /** For which variants it is, as far as names tell; empty where they say nothing. */
  readonly variants: readonly ThemeVariant[];
  /** Folders beside it that links in it lead into: without them it has holes. Missing where there are none. */
  readonly leansOn?: readonly string[];
  readonly evidence: Evidence;
}
