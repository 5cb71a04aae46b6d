import type { Kind, TraitSpec } from '../kind.js';

const typeTraits: readonly TraitSpec[] = [
  {
    id: 'family',
    label: 'Family',
    type: 'label',
    importance: 'must',
    help: 'The name of the family, or the nearest one you know.',
  },
  {
    id: 'face',
    label: 'Face',
    type: 'face',
    importance: 'should',
    help: 'A font whose letters are as near as can be found: compared by its metrics, not by its name.',
  },
  {
    id: 'style',
    label: 'Style',
    type: 'choice',
    importance: 'should',
    choices: ['sans', 'serif', 'slab serif', 'rounded slab serif', 'fixed width'],
    credit: {
      'rounded slab serif': { 'slab serif': 0.7, serif: 0.4 },
      'slab serif': { 'rounded slab serif': 0.7, serif: 0.6 },
      serif: { 'slab serif': 0.5 },
    },
    help: 'What sort of letters.',
  },
  {
    id: 'size',
    label: 'Line height',
    type: 'length',
    importance: 'must',
    reads: 'height',
    help: 'From the top of a capital to the foot of a p, in one line.',
  },
  {
    id: 'xHeight',
    label: 'Height of small letters',
    type: 'length',
    importance: 'should',
    reads: 'text:xHeight',
    help: 'Height of an x. The size to type follows from it, whatever the face.',
  },
  {
    id: 'weight',
    label: 'Weight class',
    type: 'count',
    importance: 'should',
    help: '400 is regular, 700 is bold (OpenType usWeightClass).',
  },
  {
    id: 'colour',
    label: 'Colour',
    type: 'colour',
    importance: 'nice',
    reads: 'ink',
    perVariant: true,
    help: 'The ink of the text.',
  },
];

export const TYPE_KINDS: readonly Kind[] = [
  {
    id: 'interface-type',
    label: 'Interface type',
    group: 'Type',
    help: 'The type of menus, bars and buttons. Draw the region over one line of it.',
    words: 'font typeface letters ui',
    weight: 3,
    traits: typeTraits,
  },
  {
    id: 'title-type',
    label: 'Title type',
    group: 'Type',
    help: 'The type of window titles. Draw the region over one title.',
    words: 'font of titles',
    weight: 2,
    traits: typeTraits,
  },
  {
    id: 'fixed-type',
    label: 'Fixed-width type',
    group: 'Type',
    help: 'The type of terminals and code. Draw the region over one line of it.',
    words: 'monospace font code',
    weight: 1,
    traits: typeTraits,
  },
];
