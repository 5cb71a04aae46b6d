import type { ArchiveEntry } from '@spare-coat/core/deciding/archives/entry';
import type { ArchiveHost } from '@spare-coat/core/deciding/archives/findings';
import type { Walk } from './walkTar.js';

/** What reading an archive is told. */
export interface ArchiveInput {
  /** Where the archive lies, in a private folder. */
  readonly path: string;
  /** The name under which it came. */
  readonly file: string;
  readonly sha256: string;
  readonly size: number;
  readonly host: ArchiveHost | null;
  readonly iconSize: number;
  readonly iconScale: number;
  /** Names needed beside the standard ones. */
  readonly names: readonly string[];
  /** Where the pictures to be shown are written to. */
  readonly picturesPath: string;
  /** Judge by names and indexes alone: no other bytes are looked at. */
  readonly namesOnly?: boolean;
}

/** What one walk through an archive gave: every entry, and the bytes of those that are evidence. */
export interface Listing {
  readonly entries: ArchiveEntry[];
  readonly bytes: Map<string, Buffer>;
  readonly pictures: Map<string, { width: number; height: number }>;
  readonly remarks: string[];
  /** Reading was given up since there was too much. */
  cut: boolean;
}

/** An archive of any form that can be gone through more than once. */
export interface Opened {
  walk(walk: Walk): Promise<void>;
  close(): void;
}

/** A wallpaper, or a single file, is read up to so many bytes. */
export const MOST_WALLPAPER_BYTES = 48 * 1024 ** 2;
