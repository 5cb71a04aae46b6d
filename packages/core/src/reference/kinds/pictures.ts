import type { Kind } from '../kind.js';

export const PICTURE_KINDS: readonly Kind[] = [
  {
    id: 'icon-set',
    label: 'Icon set',
    group: 'Pictures',
    help: 'The pictures of applications, folders and actions. Draw the region over one of them.',
    weight: 4,
    traits: [
      { id: 'size', label: 'Size on the desktop', type: 'length', importance: 'should', reads: 'height', help: 'Side of one picture as the desktop shows it.' },
      { id: 'outline', label: 'Outline', type: 'choice', importance: 'must', choices: ['mixed', 'all discs', 'all rounded squares', 'all squares', 'bare signs'], credit: { mixed: { 'bare signs': 0.4 }, 'all rounded squares': { 'all squares': 0.6 }, 'all squares': { 'all rounded squares': 0.6 } }, help: 'Whether all pictures share one outline.' },
      { id: 'drawing', label: 'Drawing', type: 'choice', importance: 'should', choices: ['flat', 'flat with folds', 'shaded', 'line'], credit: { 'flat with folds': { flat: 0.7, shaded: 0.3 }, flat: { 'flat with folds': 0.7, line: 0.4 } }, help: 'How they are drawn.' },
      { id: 'palette', label: 'Colours', type: 'palette', importance: 'should', reads: 'palette', help: 'The colours that carry the set, by role.' },
    ],
  },
  {
    id: 'pointer',
    label: 'Pointer',
    group: 'Pictures',
    help: 'The pointer at rest. It is forgotten more often than anything else.',
    weight: 3,
    traits: [
      { id: 'size', label: 'Size', type: 'length', importance: 'must', reads: 'height', help: 'Height of the arrow from tip to tail.' },
      { id: 'shape', label: 'Shape', type: 'choice', importance: 'should', choices: ['kite', 'arrow with tail', 'arrow without tail', 'drop', 'blade'], credit: { kite: { 'arrow without tail': 0.6, blade: 0.5 }, 'arrow without tail': { kite: 0.6, 'arrow with tail': 0.6 }, 'arrow with tail': { 'arrow without tail': 0.6 } }, help: 'The outline of the arrow.' },
      { id: 'fill', label: 'Fill', type: 'colour', importance: 'should', help: 'The colour inside.' },
      { id: 'rim', label: 'Rim', type: 'colour', importance: 'nice', help: 'The colour of its outline.' },
      { id: 'shadow', label: 'Shadow', type: 'flag', importance: 'nice', help: 'Whether it throws a shadow.' },
    ],
  },
  {
    id: 'wallpaper',
    label: 'Wallpaper',
    group: 'Pictures',
    help: 'The picture behind everything. Draw the region over a part that nothing covers.',
    weight: 3,
    traits: [
      { id: 'picture', label: 'Picture', type: 'label', importance: 'must', help: 'Its name, or what it shows.' },
      { id: 'fit', label: 'Fit', type: 'choice', importance: 'should', choices: ['fill and crop', 'fit whole', 'stretch', 'middle, own size', 'tile'], help: 'How it fills the screen.' },
      { id: 'palette', label: 'Colours', type: 'palette', importance: 'should', reads: 'palette', perVariant: true, help: 'Its dominant colours.' },
    ],
  },
];
