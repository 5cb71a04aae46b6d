import type { BundleContent } from '@spare-coat/core/proving/bundle/readBundle';

/** What the reading process is told: where the bundle lies, and where its files may be unpacked. */
export interface BundleInput {
  readonly path: string;
  readonly folder: string;
}

/** What it answers: what is in the bundle, and where its files lie for as long as the folder is there. */
export interface BundleReport {
  readonly content: BundleContent;
  readonly files: readonly {
    readonly sha256: string;
    readonly path: string;
    readonly size: number;
    /** Of pictures as this application keeps them; null of anything else. */
    readonly picture: { readonly width: number; readonly height: number } | null;
  }[];
}
