import type { Kind } from '../kind.js';

export const WINDOW_KINDS: readonly Kind[] = [
  {
    id: 'frame',
    label: 'Window frame',
    group: 'Windows',
    help: 'What the desktop draws around a window. Draw the region over its title strip.',
    weight: 4,
    traits: [
      { id: 'titleHeight', label: 'Title height', type: 'length', importance: 'must', reads: 'height', help: 'Height of the title strip.' },
      { id: 'titlePlace', label: 'Title place', type: 'choice', importance: 'must', choices: ['head', 'foot', 'left side', 'right side', 'none'], help: 'The side of the window that the title strip is on.' },
      { id: 'titleAlignment', label: 'Title alignment', type: 'choice', importance: 'nice', choices: ['start', 'centre', 'end'], help: 'Where the title text stands in its strip.' },
      { id: 'colourActive', label: 'Colour, active', type: 'colour', importance: 'must', reads: 'colour:0', perVariant: true, help: 'Of the title strip of the window in use.' },
      { id: 'colourInactive', label: 'Colour, inactive', type: 'colour', importance: 'should', perVariant: true, help: 'Of the title strip of a window behind.' },
      { id: 'ink', label: 'Title colour', type: 'colour', importance: 'should', reads: 'ink', perVariant: true, help: 'Of the title text.' },
      { id: 'cornerRadius', label: 'Corner radius', type: 'length', importance: 'should', help: 'Of the window; 0 for square.' },
      { id: 'border', label: 'Border', type: 'length', importance: 'nice', help: 'Width of the line around the window; 0 for none.' },
      { id: 'shadow', label: 'Shadow', type: 'flag', importance: 'nice', help: 'Whether the window throws a shadow.' },
    ],
  },
  {
    id: 'window-buttons',
    label: 'Window buttons',
    group: 'Windows',
    help: 'The buttons that shut, widen and fold a window.',
    weight: 4,
    traits: [
      { id: 'side', label: 'Side', type: 'choice', importance: 'must', choices: ['start', 'centre', 'end', 'both ends'], help: 'Where in the title strip they stand.' },
      { id: 'order', label: 'Order', type: 'order', importance: 'must', items: ['fold', 'widen', 'shut', 'menu', 'keep above'], help: 'Which buttons, in which order.' },
      { id: 'size', label: 'Size', type: 'length', importance: 'should', reads: 'height', help: 'Height of one button.' },
      { id: 'spacing', label: 'Spacing', type: 'length', importance: 'nice', help: 'Free space between two buttons.' },
      { id: 'shape', label: 'Shape', type: 'choice', importance: 'should', choices: ['notched', 'disc', 'square', 'bare sign', 'tab', 'bevelled'], credit: { notched: { square: 0.4, bevelled: 0.5 }, square: { notched: 0.4, bevelled: 0.4 } }, help: 'The outline of a button.' },
      { id: 'colour', label: 'Colour', type: 'colour', importance: 'should', reads: 'ink', perVariant: true, help: 'The main colour of a button.' },
    ],
  },
];
