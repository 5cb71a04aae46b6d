import { Injectable, inject } from '@angular/core';
import type { HandmadeFile } from '@spare-coat/core/model/coat/fields';
import type { PictureRow, RegionRow } from '@spare-coat/core/model/coat/rows';
import type { TraitValue } from '@spare-coat/core/model/traits/value';
import { Intake } from '../../shared/intake';
import { PixelsWorker } from '../../shared/pixels';

/** What is cut out: a region of a picture. */
export interface Crop {
  readonly picture: Pick<PictureRow, 'blob'>;
  readonly region: Pick<RegionRow, 'x' | 'y' | 'width' | 'height'>;
}

/** How: sizes in px, the largest first; padding as a share of a side; null for colours as they are. */
export interface CutRecipe {
  readonly sizes: readonly number[];
  readonly padding: number;
  readonly isSquare: boolean;
  readonly recolour: string | null;
}

/** Pictures that were cut, each kept on the server; the largest as a trait's value. */
export interface CutPictures {
  readonly files: readonly HandmadeFile[];
  readonly value: TraitValue;
}

/** Cuts pictures from the reference and keeps them. */
@Injectable({ providedIn: 'root' })
export class CutsPictures {
  private readonly pixels = inject(PixelsWorker);
  private readonly intake = inject(Intake);

  /** @throws Error with a sentence where nothing can be read there or kept */
  async cut(name: string, { picture, region }: Crop, recipe: CutRecipe): Promise<CutPictures> {
    const { x, y, width, height } = region;
    const made = await this.pixels.ask('make', {
      sha: picture.blob,
      rect: { x, y, width, height },
      recipes: recipe.sizes.map((size) => ({
        size,
        padding: recipe.padding,
        isSquare: recipe.isSquare,
        recolour: recipe.recolour,
      })),
    });
    const slug = name.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '-') || 'picture';
    const files: HandmadeFile[] = [];
    for (const m of made) {
      const file = `${slug}-${Math.max(m.width, m.height)}.png`;
      const read = await this.intake.read(new File([m.png as BlobPart], file, { type: 'image/png' }));
      files.push({ name: file, width: m.width, height: m.height, blob: read.blob });
    }
    const [largest] = files;
    const [first] = made;
    if (!largest || !first) throw new Error('No picture was made.');
    return {
      files,
      value: { blob: largest.blob, width: largest.width, height: largest.height, sample: first.sample },
    };
  }
}
