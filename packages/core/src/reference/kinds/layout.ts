import type { Kind, TraitSpec } from '../kind.js';

const EDGES = ['top', 'right', 'bottom', 'left'] as const;
/** Half the credit for the edge facing, none for a turn: a bar that lies instead of standing is another bar. */
const EDGE_CREDIT = {
  top: { bottom: 0.3 },
  bottom: { top: 0.3 },
  left: { right: 0.3 },
  right: { left: 0.3 },
};

const BAR_ITEMS = [
  'launcher',
  'clock',
  'window list',
  'status area',
  'workspace switcher',
  'search',
  'overview',
  'bin',
  'media control',
  'show desktop',
];

const barTraits: readonly TraitSpec[] = [
  { id: 'edge', label: 'Edge', type: 'choice', importance: 'must', choices: EDGES, credit: EDGE_CREDIT, reads: 'edge', help: 'The edge of the screen it lies along.' },
  { id: 'thickness', label: 'Thickness', type: 'length', importance: 'must', reads: 'thickness', help: 'Across the edge, from its outer to its inner side, shadow not counted.' },
  { id: 'edgeShare', label: 'Share of the edge', type: 'share', importance: 'should', reads: 'edgeShare', help: 'How much of the edge it covers; 100 from corner to corner.' },
  { id: 'alignment', label: 'Alignment', type: 'choice', importance: 'nice', choices: ['start', 'centre', 'end'], reads: 'alignment', help: 'Where it sits along the edge when it is shorter than the edge.' },
  { id: 'margin', label: 'Margin', type: 'length', importance: 'should', reads: 'margin', help: 'The gap between it and its edge of the screen; 0 when it touches.' },
  { id: 'hiding', label: 'Hiding', type: 'choice', importance: 'should', choices: ['never', 'when a window is over it', 'always'], credit: { 'when a window is over it': { always: 0.5 }, always: { 'when a window is over it': 0.5 } }, help: 'When it gets out of the way.' },
  { id: 'besideMaximised', label: 'Beside maximised windows', type: 'choice', importance: 'should', choices: ['keeps its space', 'gives way', 'covers', 'only on the bare desktop'], help: 'What it does when a window fills the screen.' },
  { id: 'opacity', label: 'Opacity', type: 'share', importance: 'should', help: '100 is solid. Look where something shows through.' },
  { id: 'blur', label: 'Blur', type: 'length', importance: 'nice', help: 'How far what is beneath is blurred; 0 for none.' },
  { id: 'colour', label: 'Colour', type: 'colour', importance: 'must', reads: 'colour:0', opacityTrait: 'opacity', perVariant: true, help: 'Its flat colour, away from items.' },
  { id: 'cornerRadius', label: 'Corner radius', type: 'length', importance: 'nice', help: 'Of its outer corners; 0 for square.' },
  { id: 'items', label: 'Items', type: 'order', importance: 'must', items: BAR_ITEMS, help: 'What is on it, from its start (top or left) to its end, in three zones.' },
];

export const LAYOUT_KINDS: readonly Kind[] = [
  {
    id: 'bar',
    label: 'Bar',
    group: 'Layout',
    help: 'A strip along an edge that carries items: clock, launcher, status, open windows.',
    weight: 5,
    traits: barTraits,
  },
  {
    id: 'dock',
    label: 'Dock',
    group: 'Layout',
    help: 'A strip of large application pictures, often floating and often centred.',
    weight: 5,
    traits: [
      ...barTraits,
      { id: 'iconSize', label: 'Icon size', type: 'length', importance: 'must', help: 'Side of one picture at rest.' },
      { id: 'spacing', label: 'Spacing', type: 'length', importance: 'should', help: 'Free space between two neighbouring pictures.' },
      { id: 'padding', label: 'Padding', type: 'length', importance: 'nice', help: 'From the picture to the inner and outer side.' },
      { id: 'enlargement', label: 'Enlargement on hover', type: 'share', importance: 'nice', help: 'How much a picture grows under the pointer; 0 for none, 100 for twice.' },
      { id: 'runningMark', label: 'Running mark', type: 'choice', importance: 'nice', choices: ['none', 'dot', 'line', 'plate', 'notch'], credit: { dot: { line: 0.5, notch: 0.5 }, line: { dot: 0.5, notch: 0.5 }, notch: { dot: 0.5, line: 0.5 } }, help: 'What shows that an application is open.' },
    ],
  },
];
