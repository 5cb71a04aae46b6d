import { tokensOf } from './tokens.js';

/** Words by which desktops name the choices of traits, by the choice. */
const SAME: Readonly<Record<string, readonly string[]>> = {
  top: ['top', 'n', 'north', 'up'],
  bottom: ['bottom', 's', 'south', 'down'],
  left: ['left', 'w', 'west'],
  right: ['right', 'e', 'east'],
  start: ['start', 'left', 'near', 'begin', 'top', 'leading'],
  centre: ['centre', 'center', 'middle', 'mid', 'centered', 'centred'],
  end: ['end', 'right', 'far', 'trailing', 'bottom'],
  never: ['never', 'no', 'none', 'off', 'false', 'always visible', 'show'],
  'when a window is over it': [
    'when covered',
    'intelligently',
    'intelligent',
    'dodge',
    'covered',
    'dodge window',
    'smart',
    'automatic',
  ],
  always: ['always', 'yes', 'on', 'true', 'autohide', 'auto'],
  'when full': ['automatic', 'full', 'auto', 'when full', 'on overflow'],
  'picture only': ['icon', 'icons', 'icon only', 'picture', 'icons only'],
  'picture and title': [
    'icon and title',
    'icons text',
    'icons and label',
    'icon and text',
    'both',
    'icons and labels',
    'text beside icon',
  ],
  'title only': ['title', 'text', 'label', 'text only'],
  none: ['none', 'no', 'off', 'nothing', 'hidden', 'disabled'],
  dot: ['dot', 'dots', 'point', 'circle'],
  line: ['line', 'bar', 'dash', 'dashes', 'underline', 'stroke'],
  plate: ['plate', 'glow', 'background', 'fill', 'highlight'],
  notch: ['notch'],
  list: ['list', 'rows', 'row', 'tree', 'classic'],
  'list and columns': ['columns', 'list and columns', 'two columns'],
  grid: ['grid', 'icons', 'icon'],
  tiles: ['tiles', 'tile'],
  'whole screen': ['whole screen', 'full', 'fullscreen', 'full screen'],
  'search only': ['search', 'search only'],
  head: ['head', 'top'],
  foot: ['foot', 'bottom'],
  'both ends': ['both', 'split'],
  'fill and crop': ['zoom', 'zoomed', 'fill', 'cover', 'crop', 'scaled and cropped', 'fill and crop'],
  'fit whole': ['scaled', 'fit', 'contain', 'whole', 'max'],
  stretch: ['stretch', 'stretched', 'scale', 'fill stretched'],
  'middle, own size': ['centred', 'centered', 'center', 'centre', 'middle'],
  tile: ['tile', 'tiled', 'repeat', 'wallpaper', 'tiling'],
  fade: ['fade', 'blend'],
  slide: ['slide'],
  scale: ['scale', 'shrink', 'grow', 'zoom'],
  fold: ['fold', 'roll', 'shade'],
  pour: ['pour', 'funnel', 'suck in'],
  unroll: ['unroll', 'roll'],
  nothing: ['nothing', 'none', 'off', 'no action'],
  'overview of windows': ['overview', 'rooms', 'windows', 'overview of windows'],
  launcher: ['launcher', 'menu', 'app menu'],
  desktop: ['desktop', 'show desktop'],
  workspaces: ['workspaces', 'desktop grid', 'workspace'],
  numbers: ['numbers', 'number'],
  names: ['names', 'name'],
  dots: ['dots', 'none'],
  'small pictures': ['pictures', 'miniatures', 'true'],
  tight: ['tight', 'compact', 'dense'],
  usual: ['usual', 'normal', 'default', 'standard'],
  airy: ['airy', 'spacious', 'comfortable', 'loose'],
  'two letters': ['two letters', 'code', 'short'],
  'three letters': ['three letters'],
  name: ['name', 'full name', 'long'],
  picture: ['picture', 'flag', 'icon'],
  pictures: ['icons', 'icon', 'pictures'],
  columns: ['columns', 'column'],
  'top left': ['top left', 'topleft'],
  'top right': ['top right', 'topright'],
  'bottom left': ['bottom left', 'bottomleft'],
  'bottom right': ['bottom right', 'bottomright'],
  button: ['button'],
  'thin strip': ['strip', 'thin strip'],
};

const plain = (word: string) => tokensOf(word).join(' ');

/**
 * Which of a setting's words means which choice of a trait, as far as they can be told.
 *
 * @param choices of the trait
 * @param words that the setting takes
 * @returns choice → word
 */
export function choiceWords(choices: readonly string[], words: readonly string[]): Record<string, string> {
  const found: Record<string, string> = {};
  const free = new Map(words.map((word) => [word, plain(word)]));
  const match = (isSame: (choice: string, word: string) => boolean) => {
    for (const choice of choices) {
      if (found[choice] !== undefined) continue;
      for (const [word, said] of free)
        if (isSame(choice, said)) {
          found[choice] = word;
          free.delete(word);
          break;
        }
    }
  };
  match((choice, word) => plain(choice) === word);
  const names = (choice: string) => (SAME[choice] ?? []).map(plain);
  // The nearest word first: “fill” of one list is the stretched one only where nothing else is.
  const most = Math.max(0, ...choices.map((choice) => names(choice).length));
  for (let rank = 0; rank < most; rank++) match((choice, word) => names(choice)[rank] === word);
  return found;
}
