import type { RegionReading } from '@spare-coat/core/picture/readRegion';
import type { Rect } from '@spare-coat/core/picture/rect';

/** What the page asks of the worker that owns decoded pixels, and what it answers. */
export type PixelsAsk =
  | { readonly id: number; readonly what: 'load'; readonly sha: string }
  | {
      readonly id: number;
      readonly what: 'read';
      readonly sha: string;
      readonly rect: Rect;
      readonly settle: boolean;
      readonly reach: number;
    };

export type PixelsAnswer =
  | {
      readonly id: number;
      readonly ok: true;
      readonly what: 'load';
      readonly width: number;
      readonly height: number;
    }
  | {
      readonly id: number;
      readonly ok: true;
      readonly what: 'read';
      readonly reading: RegionReading;
      readonly ms: number;
    }
  | { readonly id: number; readonly ok: false; readonly sentence: string };
