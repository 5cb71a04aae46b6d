import type { Kind } from '../kind.js';

export const BAR_ITEM_KINDS: readonly Kind[] = [
  {
    id: 'launcher-button',
    label: 'Launcher button',
    group: 'On the bars',
    help: 'The button that opens the launcher.',
    weight: 4,
    traits: [
      { id: 'size', label: 'Size', type: 'length', importance: 'must', reads: 'height', help: 'Height of its picture, padding not counted.' },
      { id: 'padding', label: 'Padding', type: 'length', importance: 'nice', help: 'Free space around the picture inside the bar.' },
      { id: 'place', label: 'Place', type: 'place', importance: 'must', help: 'Zone of its bar, and how far along the edge its middle is.' },
      { id: 'shape', label: 'Shape', type: 'choice', importance: 'should', choices: ['house', 'disc', 'square', 'lozenge', 'ring', 'notched square', 'letter', 'drawing'], help: 'The outline of its picture.' },
      { id: 'colour', label: 'Colour', type: 'colour', importance: 'should', reads: 'ink', perVariant: true, help: 'The main colour of its picture.' },
      { id: 'label', label: 'Label', type: 'label', importance: 'nice', help: 'The word beside the picture, or "none".' },
    ],
  },
  {
    id: 'clock',
    label: 'Clock',
    group: 'On the bars',
    help: 'Time and date on a bar.',
    weight: 3,
    traits: [
      { id: 'format', label: 'Format', type: 'format', importance: 'must', help: 'As a UTS #35 pattern: HH:mm for 14:05, EEE d for Tue 24. A line break starts the second line.' },
      { id: 'lines', label: 'Lines', type: 'count', importance: 'should', help: 'How many lines of text it has.' },
      { id: 'size', label: 'Text size', type: 'length', importance: 'should', help: 'Height of the figures of its largest line.' },
      { id: 'colour', label: 'Text colour', type: 'colour', importance: 'should', reads: 'ink', perVariant: true, help: 'The ink of its figures.' },
      { id: 'place', label: 'Place', type: 'place', importance: 'must', help: 'Zone of its bar, and how far along the edge its middle is.' },
    ],
  },
];
