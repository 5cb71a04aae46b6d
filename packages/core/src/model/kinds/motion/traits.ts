import type { Kind } from '../kind.js';

export const MOTION_KINDS: readonly Kind[] = [
  {
    id: 'minimise-effect',
    label: 'Minimise effect',
    group: 'Motion',
    help: 'What is seen when a window is folded away.',
    words: 'animation',
    weight: 2,
    traits: [
      {
        id: 'effect',
        label: 'Effect',
        type: 'choice',
        importance: 'must',
        choices: ['none', 'fade', 'slide', 'scale', 'fold', 'pour'],
        help: 'What it looks like.',
      },
      {
        id: 'duration',
        label: 'Duration',
        type: 'duration',
        importance: 'should',
        help: 'From press to gone.',
      },
    ],
  },
  {
    id: 'opening-effect',
    label: 'Opening effect',
    group: 'Motion',
    help: 'What is seen when a window opens.',
    words: 'animation fade',
    weight: 1,
    traits: [
      {
        id: 'effect',
        label: 'Effect',
        type: 'choice',
        importance: 'must',
        choices: ['none', 'fade', 'slide', 'scale', 'unroll'],
        help: 'What it looks like.',
      },
      {
        id: 'duration',
        label: 'Duration',
        type: 'duration',
        importance: 'should',
        help: 'From nothing to whole.',
      },
    ],
  },
  {
    id: 'translucency',
    label: 'Translucency',
    group: 'Motion',
    help: 'Where windows and menus let through what lies beneath.',
    words: 'blur transparency glass',
    weight: 2,
    traits: [
      {
        id: 'menus',
        label: 'Menus',
        type: 'share',
        importance: 'should',
        help: 'Opacity of menus; 100 is solid.',
      },
      {
        id: 'windows',
        label: 'Windows behind',
        type: 'share',
        importance: 'nice',
        help: 'Opacity of windows that are not in use.',
      },
      {
        id: 'blur',
        label: 'Blur',
        type: 'length',
        importance: 'nice',
        help: 'How far what is beneath is blurred; 0 for none.',
      },
    ],
  },
  {
    id: 'first-view',
    label: 'First view',
    group: 'Motion',
    help: 'What is seen first after logging in.',
    words: 'after signing in',
    weight: 1,
    traits: [
      {
        id: 'view',
        label: 'View',
        type: 'choice',
        importance: 'must',
        choices: ['bare desktop', 'overview of windows', 'list of programmes', 'the windows of last time'],
        help: 'What it is.',
      },
    ],
  },
];
