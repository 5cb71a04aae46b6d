import type { KindFolder } from '../folder.js';
import { element } from '../begin.js';
import { picturesDrawn } from './desktop.js';
import { PICTURE_SKETCHES } from './sketch.js';
import { PICTURE_KINDS } from './traits.js';

const isSquare = ({ width, height }: { readonly width: number; readonly height: number }) =>
  width / height > 0.7 && width / height < 1.4;

/** Pictures: icons, pointer, wallpaper, screens. */
export const PICTURES: KindFolder = {
  kinds: PICTURE_KINDS,
  sketches: PICTURE_SKETCHES,
  drawn: { desktop: picturesDrawn },
  likely: {
    // What is about as high as wide is a large picture, or one of a set.
    wallpaper: (r) => (isSquare(r) && r.heightShare > 12 ? 0.7 : 0),
    'icon-set': (r) => (isSquare(r) ? 0.6 : 0),
    pointer: () => 0.1,
  },
  begins: {
    every: [
      element('icon-set', 'Icon set'),
      element('pointer', 'Pointer'),
      element('wallpaper', 'Wallpaper'),
    ],
  },
  missed: { pointer: 1, 'sign-in': 3, 'icon-set': 6, 'folder-icon': 7, wallpaper: 14, 'start-up': 15 },
};
