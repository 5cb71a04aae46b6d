import type { Kind } from '../kind.js';

export const APPLICATION_KINDS: readonly Kind[] = [
  {
    id: 'sound-theme',
    label: 'Sound theme',
    group: 'Sounds and applications',
    help: 'The sounds of starting, warnings and messages.',
    words: 'audio sounds',
    weight: 1,
    traits: [
      {
        id: 'name',
        label: 'Name',
        type: 'label',
        importance: 'must',
        help: 'Its name, or what it sounds like.',
      },
      {
        id: 'startSound',
        label: 'Sound at log-in',
        type: 'flag',
        importance: 'should',
        help: 'Whether a session begins with a sound.',
      },
    ],
  },
  {
    id: 'expected-app',
    label: 'Expected application',
    group: 'Sounds and applications',
    help: 'A programme that belongs to the look: its calculator, its notes, its player.',
    words: 'program software',
    weight: 1,
    traits: [
      {
        id: 'name',
        label: 'Application',
        type: 'label',
        importance: 'must',
        help: 'Its name in the reference.',
      },
      {
        id: 'duty',
        label: 'What it is for',
        type: 'label',
        importance: 'should',
        help: 'In a word or two; a stand-in is sought by it.',
      },
      {
        id: 'shown',
        label: 'Where it is shown',
        type: 'choice',
        importance: 'nice',
        choices: ['dock', 'bar', 'launcher', 'desktop', 'nowhere'],
        help: 'Where it is started from.',
      },
    ],
  },
  {
    id: 'browser-frame',
    label: 'Browser frame',
    group: 'Sounds and applications',
    help: 'Whether the web browser wears the frame of other windows.',
    words: 'web browser tabs',
    weight: 2,
    traits: [
      {
        id: 'frame',
        label: 'Frame',
        type: 'choice',
        importance: 'must',
        choices: ['the desktop’s', 'its own'],
        help: 'Whose frame it has.',
      },
      {
        id: 'tabsInTitle',
        label: 'Tabs in the title',
        type: 'flag',
        importance: 'should',
        help: 'Whether its tabs stand in the title strip.',
      },
      {
        id: 'colour',
        label: 'Colour',
        type: 'colour',
        importance: 'nice',
        reads: 'colour:0',
        perVariant: true,
        help: 'Of its head.',
      },
    ],
  },
];
