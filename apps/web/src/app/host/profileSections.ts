import { BREAKS } from '@spare-coat/core/model/offers/break';
import { isRecord } from '@spare-coat/core/ground/shape/shape';
import { findKind, findTrait } from '@spare-coat/core/model/kinds/registry';
import { sayValue } from '@spare-coat/core/model/traits/say';
import type { TraitValue } from '@spare-coat/core/model/traits/value';
import { kindSuggestions, offersList, traitSuggestions } from '../shared/document/offerNodes';
import {
  FRESH_SETTING,
  said,
  settingFields,
  settingGroup,
  takesBranches,
  typeOf,
} from '../shared/document/settingNodes';
import type { Section } from '../shared/document/section';
import {
  choicesOf,
  groupOf,
  textField,
  type Group,
  type Leaf,
  type Node,
  linesOf,
} from '../shared/forms/tree/nodes';
import { namesAbove } from '../shared/forms/tree/tree';

const command = (label: string, more: Partial<Leaf & { is: 'command' }> = {}): Node => ({
  is: 'command',
  label,
  wide: 2,
  ...more,
});
const maybe = { empty: 'absent' } as const;

/** Sorts of things that are copied and chosen; a host may have others. */
const SORTS = choicesOf([
  'window theme',
  'widget theme',
  'icon set',
  'pointer set',
  'font',
  'wallpaper',
  'sound theme',
  'whole look',
]);

/** A value of the trait of a kind: both are the names above it, the trait's the nearer one. */
const traitLeaf: Leaf = {
  is: 'trait',
  label: 'Value',
  wide: 3,
  spec: (at) => {
    const names = namesAbove(at);
    const [kind] = names.slice(-1);
    return names.flatMap((name) => findTrait(kind ?? '', name) ?? [])[0] ?? null;
  },
};

const sayDefault = (trait: string, value: unknown, kind: string): string => {
  const spec = findTrait(kind, trait);
  if (!spec) return trait;
  const one = (v: unknown) =>
    v === null || v === undefined ? 'not said' : sayValue(spec.type, v as TraitValue);
  if (isRecord(value) && isRecord(value['byVariant']))
    return `${spec.label}: ${Object.entries(value['byVariant'])
      .map(([v, x]) => `${v} ${one(x)}`)
      .join(', ')}`;
  return `${spec.label}: ${one(value)}`;
};

const side = (label: string): Group => ({
  is: 'group',
  label,
  fields: {
    what: textField(label, { wide: 2 }),
    place: textField('Place', { wide: 2 }),
    command: command('By the command', { empty: 'null', wide: 4 }),
  },
});

/** How a host profile is edited, section by section. */
export const PROFILE_SECTIONS: readonly Section[] = [
  {
    id: 'about',
    label: 'About',
    help: 'The desktop and the version that this profile describes. Parts say by its family what they are made for.',
    fields: {
      name: textField('Name', { wide: 2 }),
      version: textField('Version'),
      family: textField('Family', { help: 'In small letters, the same for all versions.' }),
      summary: textField('Summary', { long: true, wide: 4 }),
    },
  },
  {
    id: 'surfaces',
    label: 'Surfaces',
    help: 'Which surfaces it has, and how many of each: bar, dock, launcher …',
    fields: {
      surfaces: {
        is: 'by name',
        label: '',
        one: 'surface',
        nameLabel: 'Surface',
        suggest: choicesOf(['bar', 'dock', 'launcher', 'desktop', 'overview']),
        of: { is: 'number', label: 'How many' },
        fresh: 1,
      },
    },
  },
  {
    id: 'offers',
    label: 'What it supplies',
    help: 'Kinds of element that plain settings of this desktop supply, trait by trait, each with its key and its place.',
    fields: { offers: offersList },
  },
  {
    id: 'defaults',
    label: 'Defaults',
    help: 'What is seen where nothing was chosen, for each kind of element.',
    fields: {
      defaults: {
        is: 'by name',
        label: '',
        one: 'kind',
        nameLabel: 'Kind',
        suggest: kindSuggestions,
        only: true,
        fresh: {},
        says: (kind, traits) =>
          `${findKind(kind)?.label ?? kind}: ${Object.keys(isRecord(traits) ? traits : {})
            .map((t) => findTrait(kind, t)?.label ?? t)
            .join(', ')}`,
        of: {
          is: 'by name',
          label: 'Traits',
          one: 'trait',
          nameLabel: 'Trait',
          only: true,
          suggest: (at) => traitSuggestions(namesAbove(at).slice(-1)[0]),
          fresh: null,
          says: (trait, value, at) => sayDefault(trait, value, namesAbove(at).slice(-1)[0] ?? ''),
          of: {
            is: 'either',
            label: 'It is',
            pick: (value) => (isRecord(value) && 'byVariant' in value ? 'by variant' : 'one'),
            branches: [
              { id: 'one', label: 'the same in all variants', of: traitLeaf, fresh: null },
              {
                id: 'by variant',
                label: 'another one in each variant',
                of: groupOf({
                  byVariant: {
                    is: 'by name',
                    label: 'By variant',
                    one: 'variant',
                    nameLabel: 'Variant',
                    suggest: choicesOf(['light', 'dark']),
                    of: traitLeaf,
                    fresh: null,
                  },
                }),
                fresh: { byVariant: { light: null, dark: null } },
              },
            ],
          },
        },
      },
    },
  },
  {
    id: 'settings',
    label: 'Other settings',
    help: 'Settings beside those: what each takes, its first value, where it stands, and after what it shows.',
    fields: {
      settings: linesOf(
        'setting',
        {
          key: '',
          label: 'New setting',
          place: 'Settings',
          takes: { type: 'text' },
          initial: null,
        },
        {
          label: textField('Label', { wide: 2 }),
          initial: { is: 'scalar', label: 'First value', wide: 2, empty: 'null' },
          takes: {
            is: 'either',
            label: 'It takes',
            pick: typeOf,
            branches: takesBranches([
              { type: 'flag', label: 'yes or no' },
              { type: 'text', label: 'a text' },
              { type: 'colour', label: 'a colour' },
            ]),
          },
          ...settingFields,
        },
        { empty: 'absent', says: (setting) => `${said(setting, 'label')}, ${said(setting, 'key')}` },
      ),
    },
  },
  {
    id: 'byHand',
    label: 'By hand',
    help: 'Where a hand finds what no offer above sets, by kind of element: a window, a file, a command.',
    fields: {
      byHand: {
        is: 'by name',
        label: '',
        one: 'place',
        nameLabel: 'Kind',
        suggest: kindSuggestions,
        of: textField('Place', { wide: 4 }),
        fresh: '',
        empty: 'absent',
      },
    },
  },
  {
    id: 'folders',
    label: 'Own folders',
    help: 'Where each sort of part is copied for one person, such as ~/.local/share/icons.',
    fields: {
      folders: {
        is: 'by name',
        label: '',
        one: 'folder',
        nameLabel: 'Sort',
        suggest: SORTS,
        of: textField('Folder', { mono: true }),
        fresh: '~/.local/share/',
      },
    },
  },
  {
    id: 'systemFolders',
    label: 'System folders',
    help: 'Where the system keeps such things for everybody.',
    fields: {
      systemFolders: {
        is: 'by name',
        label: '',
        one: 'sort',
        nameLabel: 'Sort',
        suggest: SORTS,
        of: { is: 'words', label: 'Folders' },
        fresh: [],
        empty: 'absent',
      },
    },
  },
  {
    id: 'signatures',
    label: 'Archive signatures',
    help: 'Which paths inside an archive make a theme of a sort, from the theme’s own folder on. Folders end in /.',
    fields: {
      signatures: linesOf(
        'signature',
        { sort: 'window theme', needs: ['theme.css'] },
        {
          sort: textField('Sort', { suggest: SORTS }),
          needs: { is: 'words', label: 'All of these paths', wide: 3 },
        },
        { empty: 'absent' },
      ),
    },
  },
  {
    id: 'lists',
    label: 'Lists to choose in',
    help: 'Where a thing of a sort is chosen.',
    fields: {
      lists: {
        is: 'by name',
        label: '',
        one: 'list',
        nameLabel: 'Sort',
        suggest: SORTS,
        empty: 'absent',
        says: (sort, setting) => `${sort || 'Which sort?'}, by ${said(setting, 'key')}`,
        of: settingGroup,
        fresh: FRESH_SETTING,
      },
    },
  },
  {
    id: 'channels',
    label: 'Package channels',
    help: 'How packages are installed, removed and asked for on each distribution. {package} is filled in.',
    fields: {
      channels: linesOf(
        'distribution',
        {
          id: 'distribution',
          name: 'Distribution',
          install: ['tool', 'install', '{package}'],
          remove: ['tool', 'remove', '{package}'],
          query: ['tool', 'query', '{package}'],
        },
        {
          name: textField('Name', { wide: 2 }),
          id: textField('Id', { mono: true, wide: 2 }),
          install: command('Install'),
          remove: command('Remove'),
          query: command('Ask whether it is there'),
          addSource: command('Add a place, {source}', maybe),
          removeSource: command('Remove a place', maybe),
          hasSource: command('Ask whether a place is there', maybe),
        },
        { says: (channel) => `${said(channel, 'name')} (${said(channel, 'id')})` },
      ),
    },
  },
  {
    id: 'routes',
    label: 'Styling routes',
    help: 'Which toolkits follow which sort of theme, and how; empty where they follow none.',
    fields: {
      routes: linesOf(
        'route',
        { toolkit: 'Toolkit', sort: null, how: 'It brings its own look.', except: [] },
        {
          toolkit: textField('Toolkit'),
          sort: textField('Follows', { suggest: SORTS, empty: 'null' }),
          how: textField('How', { wide: 2 }),
          except: { is: 'words', label: 'Not for packages that are', wide: 4 },
        },
        { empty: 'absent' },
      ),
    },
  },
  {
    id: 'first',
    label: 'To do first',
    help: 'What must be enabled or opened before things of a sort can be chosen.',
    fields: {
      first: linesOf(
        'step',
        { sort: 'addon', what: '', place: '', command: null },
        {
          sort: textField('Sort'),
          what: textField('What', { wide: 3 }),
          place: textField('Place', { wide: 2 }),
          command: command('Command', { empty: 'null' }),
        },
        { empty: 'absent' },
      ),
    },
  },
  {
    id: 'facts',
    label: 'Facts',
    help: 'What parts may ask for: wordSize, edition, graphics, virtualMachine …',
    fields: {
      facts: {
        is: 'by name',
        label: '',
        one: 'fact',
        nameLabel: 'Fact',
        suggest: choicesOf(['wordSize', 'edition', 'graphics', 'virtualMachine']),
        of: { is: 'scalar', label: 'Value' },
        fresh: '',
      },
    },
  },
  {
    id: 'commands',
    label: 'Commands',
    help: 'How things are done there. {key} and {value}, {addon}, {program} are filled in where they belong.',
    fields: {
      commands: groupOf({
        safePoint: command('Make a safe point'),
        set: command('Set a value'),
        get: command('Read a value'),
        reset: command('Set back to what it came with', maybe),
        isSet: command('Ask whether it was set', maybe),
        enable: command('Enable an addon'),
        disable: command('Disable an addon'),
        isEnabled: command('Ask whether it is enabled', maybe),
        open: command('Open a program'),
        reload: command('Draw the desktop anew', maybe),
      }),
    },
  },
  {
    id: 'breaks',
    label: 'Breaks and switches',
    help: 'After what enabling and installing show, what encloses settings, and the switch between light and dark.',
    fields: {
      effects: groupOf({
        enable: { is: 'choice', label: 'Enabling shows after', choices: choicesOf(BREAKS) },
        package: { is: 'choice', label: 'Installing shows after', choices: choicesOf(BREAKS) },
      }),
      variants: {
        is: 'group',
        label: 'It has a switch between its variants',
        optional: { empty: 'absent', fresh: { ...FRESH_SETTING, values: { light: '', dark: '' } } },
        fields: {
          ...settingFields,
          values: {
            is: 'by name',
            label: 'Its values',
            one: 'variant',
            nameLabel: 'Variant',
            suggest: choicesOf(['light', 'dark']),
            of: textField('Value'),
            fresh: '',
          },
        },
      },
      pairs: {
        is: 'list',
        label: 'What encloses settings: unlock and lock',
        one: 'pair',
        empty: 'absent',
        says: (pair) =>
          isRecord(pair) ? `${said(pair['first'], 'what')} … ${said(pair['last'], 'what')}` : 'A pair',
        fresh: () => ({
          around: [],
          first: { what: '', place: '', command: null },
          last: { what: '', place: '', command: null },
        }),
        of: groupOf({
          around: { is: 'words', label: 'Around settings whose keys begin with', wide: 4 },
          first: side('Before'),
          last: side('Afterwards'),
        }),
      },
    },
  },
  {
    id: 'installing',
    label: 'Beside another one',
    help: 'How it is put beside another desktop, and entered.',
    fields: {
      installing: {
        is: 'group',
        label: 'It can be put beside another desktop',
        optional: { empty: 'absent', fresh: { packages: {}, session: '', doubles: [] } },
        fields: {
          session: textField('Called, where a session is chosen', { wide: 2 }),
          doubles: { is: 'words', label: 'Stands twice then', wide: 2 },
          packages: {
            is: 'by name',
            label: 'Its packages',
            one: 'package',
            nameLabel: 'Distribution',
            of: textField('Package', { mono: true }),
            fresh: '',
          },
        },
      },
    },
  },
];
