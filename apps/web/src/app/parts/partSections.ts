import { partNames } from './partNames';
import { BREAKS } from '@spare-coat/core/model/offers/break';
import { FIT_WORDS, PART_SORTS } from '@spare-coat/core/model/parts/part';
import licences from 'spdx-license-ids/index.json';
import { offersList, kindSuggestions } from '../shared/document/offerNodes';
import { FRESH_FILE, fileFields, said, takesBranches, typeOf } from '../shared/document/settingNodes';
import type { Section } from '../shared/document/section';
import { choicesOf, groupOf, textField, type Branch, type Node, linesOf } from '../shared/forms/tree/nodes';
import { isRecord } from '@spare-coat/core/ground/shape/shape';

const breaks: Node = { is: 'choice', label: 'Shows after', choices: choicesOf(BREAKS) };
/** What a part calls a distribution. */
const DISTRIBUTION_HELP = 'The id that the host profile gives the distribution’s channel.';

const leavings: Readonly<Record<string, Node>> = {
  leaves: {
    is: 'words',
    label: 'Leaves files and folders',
    wide: 2,
    empty: 'absent',
    help: 'From ~/ or /.',
  },
  undo: {
    is: 'command',
    label: 'Removes itself by',
    wide: 2,
    empty: 'absent',
    help: 'Its words, where it has some.',
  },
};

const WAYS: readonly Branch[] = [
  {
    id: 'package',
    label: 'a package',
    of: groupOf({
      names: {
        is: 'by name',
        label: 'Packages',
        one: 'distribution',
        nameLabel: 'Distribution',
        help: DISTRIBUTION_HELP,
        of: textField('Package', { mono: true }),
        fresh: '',
      },
      sources: {
        is: 'by name',
        label: 'Places to add first, from which it comes',
        one: 'source',
        nameLabel: 'Distribution',
        of: textField('Source', { mono: true }),
        fresh: '',
        empty: 'absent',
      },
      sure: {
        is: 'words',
        label: 'Has it, whatever a mirror says',
        wide: 4,
        empty: 'absent',
      },
    }),
    fresh: { way: 'package', names: { distribution: 'package' } },
  },
  {
    id: 'archive',
    label: 'an archive',
    of: groupOf({
      from: textField('Address', { wide: 2 }),
      file: textField('File', { mono: true }),
      sort: textField('Sort', { help: 'As the host’s folders name it.' }),
      root: textField('Folder in it to copy', { mono: true, wide: 2 }),
      with: { is: 'words', label: 'Folders that have to lie beside it', wide: 2, empty: 'absent' },
      sha256: textField('SHA-256', { mono: true, wide: 2, empty: 'absent' }),
    }),
    fresh: { way: 'archive', from: 'https://', file: 'part.tar.xz', root: 'part', sort: 'icon set' },
  },
  {
    id: 'installer',
    label: 'an installer',
    of: groupOf({
      from: textField('Address', { wide: 2 }),
      file: textField('File', { mono: true }),
      admin: { is: 'flag', label: 'as administrator' },
      choices: {
        is: 'list',
        label: 'What it asks, and what to choose',
        one: 'choice',
        fresh: () => ({ at: '', choose: '', why: '' }),
        of: groupOf({
          at: textField('Where it asks'),
          choose: textField('Choose'),
          why: textField('Why', { wide: 2 }),
        }),
      },
      ...leavings,
    }),
    fresh: { way: 'installer', from: 'https://', file: 'part.run', admin: false, choices: [] },
  },
  {
    id: 'repository',
    label: 'a repository with a script',
    of: groupOf({
      from: textField('Address', { wide: 2 }),
      script: textField('Script', { mono: true }),
      flags: { is: 'command', label: 'Flags' },
      admin: { is: 'flag', label: 'as administrator' },
      then: {
        is: 'list',
        label: 'Scripts that are run after it',
        one: 'script',
        empty: 'absent',
        says: (script) => said(script, 'script') || 'Without a name',
        fresh: () => ({ script: 'script.sh', flags: [], admin: false }),
        of: groupOf({
          script: textField('Script', { mono: true }),
          flags: { is: 'command', label: 'Flags' },
          admin: { is: 'flag', label: 'as administrator' },
        }),
      },
      stays: { is: 'flag', label: 'its folder has to stay', empty: 'absent' },
      ...leavings,
    }),
    fresh: { way: 'repository', from: 'https://', script: 'install.sh', flags: [], admin: false },
  },
];

const sayWay = (value: unknown): string => {
  const way = WAYS.find((w) => w.id === said(value, 'way'))?.label ?? 'Unknown way';
  const names = isRecord(value) && isRecord(value['names']) ? value['names'] : null;
  const from = names
    ? Object.entries(names)
        .map(([d, p]) => `${d}: ${String(p)}`)
        .join(', ')
    : said(value, 'from');
  return `${way.slice(0, 1).toUpperCase()}${way.slice(1)}${from ? `, ${from}` : ''}`;
};

/** How a part is edited, section by section. */
export const PART_SECTIONS: readonly Section[] = [
  {
    id: 'about',
    label: 'About',
    help: 'What it is, who made it, and what it asks of whoever uses it.',
    fields: {
      name: textField('Name'),
      author: textField('Author', { help: 'Tells it from another part of the same name.' }),
      sort: { is: 'choice', label: 'Sort', choices: choicesOf(PART_SORTS) },
      version: textField('Version'),
      released: { is: 'day', label: 'Released' },
      licence: textField('Licence', {
        wide: 2,
        suggest: choicesOf([...licences, 'LicenseRef-not-said']),
        help: 'An SPDX expression; LicenseRef- and a name for what has none.',
      }),
      home: textField('Home', { help: 'Its address.' }),
      price: {
        is: 'group',
        label: 'It costs something',
        optional: { empty: 'null', fresh: { amount: 10, currency: 'EUR' } },
        fields: {
          amount: { is: 'number', label: 'Price', step: 1 },
          currency: textField('Currency', { help: 'Three letters, as EUR (ISO 4217).' }),
        },
      },
      trialDays: { is: 'number', label: 'Days to try', empty: 'null' },
      memory: {
        is: 'number',
        label: 'Memory',
        unit: 'MB',
        help: 'While it runs; 0 for what only lies in a folder.',
      },
      effect: breaks,
      enable: textField('Enabled by the id', { mono: true, empty: 'null' }),
      account: { is: 'flag', label: 'needs an account' },
      openOnce: { is: 'flag', label: 'has to be opened once first' },
      variants: {
        is: 'words',
        label: 'Variants',
        wide: 2,
        empty: 'absent',
        help: 'Light, dark, accents, sizes.',
      },
      overwrites: {
        is: 'words',
        label: 'Overwrites what was set for',
        wide: 2,
        empty: 'absent',
        suggest: kindSuggestions,
        help: 'Kinds, for a whole look.',
      },
      holds: {
        is: 'words',
        label: 'Takes the surfaces',
        wide: 2,
        empty: 'absent',
        help: 'As the host profile names them: bar, dock, launcher …',
      },
      summary: textField('Summary', { long: true, wide: 4 }),
      faults: { is: 'lines', label: 'Known faults, one a line', wide: 4 },
      excludes: { is: 'words', label: 'Does not go with', wide: 4, suggest: () => partNames() },
      autostart: textField('Starts with every session', {
        mono: true,
        wide: 2,
        empty: 'absent',
        help: 'The command that has to run for it to work; empty where none has to.',
      }),
      leaves: {
        is: 'words',
        label: 'Makes files of its own',
        wide: 2,
        empty: 'absent',
        help: 'Files and folders that it makes when it is first opened, from ~/ or /.',
      },
    },
  },
  {
    id: 'offers',
    label: 'Offers',
    help: 'For which kind of element it supplies which trait, and how: a fixed value, a range to set, a list to choose from.',
    fields: { offers: offersList },
  },
  {
    id: 'flavours',
    label: 'Flavours',
    help: 'What it comes in: accents, sizes, light and dark. In each variant of a coat one is taken. Its colours and other values stand in the JSON view.',
    fields: {
      flavours: {
        is: 'list',
        label: '',
        one: 'flavour',
        empty: 'absent',
        says: (flavour) => said(flavour, 'name') || 'Without a name',
        fresh: (beside) => ({ name: `Flavour ${beside.length + 1}` }),
        of: groupOf({
          name: textField('Name'),
          root: textField('Folder in the archive', { mono: true, wide: 2, empty: 'absent' }),
          with: {
            is: 'words',
            label: 'Folders that it needs as well',
            wide: 2,
            empty: 'absent',
          },
          flags: { is: 'command', label: 'Told to the script', wide: 2, empty: 'absent' },
          offers: {
            is: 'by name',
            label: 'Listed as',
            one: 'offer',
            nameLabel: 'Offer, by its id',
            of: groupOf({ choose: textField('Listed as', { empty: 'absent' }) }),
            fresh: { choose: '' },
            empty: 'absent',
          },
        }),
      },
    },
  },
  {
    id: 'fits',
    label: 'Made for',
    help: 'Versions of hosts, and who says so. With none, it rests on open standards alone and fits any host.',
    fields: {
      fits: linesOf(
        'host',
        { host: '', versions: '*', how: 'declared' },
        {
          host: textField('Host', { help: 'Its family, in small letters.' }),
          versions: textField('Versions', { help: 'A SemVer range, such as >=3.2 <3.6.' }),
          how: { is: 'choice', label: 'Says who', choices: choicesOf(FIT_WORDS) },
          note: textField('Note', { empty: 'absent' }),
        },
      ),
    },
  },
  {
    id: 'channels',
    label: 'From where',
    help: 'Ways to get it. The first that a host can use is the one that a plan takes: a package before an archive before a script.',
    fields: {
      channels: {
        is: 'list',
        label: '',
        one: 'way',
        says: sayWay,
        fresh: () => WAYS[0]!.fresh,
        of: { is: 'either', label: 'It comes as', pick: (way) => said(way, 'way'), branches: WAYS },
      },
    },
  },
  {
    id: 'needs',
    label: 'Needs',
    help: 'Other parts that have to be there first: one of those in a row is enough.',
    fields: {
      requires: linesOf(
        'need',
        { anyOf: [], why: '' },
        {
          anyOf: { is: 'words', label: 'One of these', wide: 2, suggest: () => partNames() },
          why: textField('Why', { wide: 2 }),
        },
      ),
    },
  },
  {
    id: 'asks',
    label: 'Asks of the host',
    help: 'Facts of the host without which it does not work, such as wordSize or graphics.',
    fields: {
      asks: {
        is: 'list',
        label: '',
        one: 'fact',
        empty: 'absent',
        fresh: () => ({ fact: 'wordSize', least: 64, why: '' }),
        of: {
          is: 'either',
          label: 'It has to be',
          pick: (need) => (isRecord(need) ? ('oneOf' in need ? 'oneOf' : 'least') : null),
          branches: [
            {
              id: 'least',
              label: 'at least so much',
              of: groupOf({
                fact: textField('Fact'),
                least: { is: 'number', label: 'At least' },
                why: textField('Why', { wide: 2 }),
              }),
              fresh: { fact: 'wordSize', least: 64, why: '' },
            },
            {
              id: 'oneOf',
              label: 'one of a list',
              of: groupOf({
                fact: textField('Fact'),
                why: textField('Why', { wide: 3 }),
                oneOf: {
                  is: 'list',
                  label: 'One of',
                  one: 'value',
                  of: { is: 'scalar', label: 'Value' },
                  fresh: () => '',
                },
              }),
              fresh: { fact: 'graphics', oneOf: [''], why: '' },
            },
          ],
        },
      },
    },
  },
  {
    id: 'effects',
    label: 'Side effects',
    help: 'What it changes next to it, and the setting that counters it.',
    fields: {
      sideEffects: linesOf(
        'side effect',
        { what: '', counter: null },
        {
          what: textField('What happens', { wide: 2 }),
          counter: textField('What counters it', { wide: 2, empty: 'null' }),
        },
      ),
    },
  },
  {
    id: 'brings',
    label: 'Brings unasked',
    help: 'What comes along that nobody asked for, and how it is got rid of.',
    fields: {
      brings: linesOf(
        'thing',
        { what: '', remove: null },
        {
          what: textField('What comes along', { wide: 2 }),
          remove: textField('How it goes away', { empty: 'null' }),
          file: textField('The file that it is', { mono: true, empty: 'absent', help: 'From ~/ or /.' }),
        },
        { empty: 'absent' },
      ),
    },
  },
  {
    id: 'spoils',
    label: 'Spoils applications',
    help: 'Programs that are worse to work with under it: by name or desktop file.',
    fields: {
      spoils: linesOf(
        'application',
        { application: '', what: '' },
        { application: textField('Application'), what: textField('What becomes of it', { wide: 3 }) },
        { empty: 'absent' },
      ),
    },
  },
  {
    id: 'settings',
    label: 'Own settings',
    help: 'Settings in its own window or file, and what each takes.',
    fields: {
      settings: {
        is: 'list',
        label: '',
        one: 'setting',
        empty: 'absent',
        says: (setting) => said(setting, 'label') || 'Without a label',
        fresh: (beside) => ({
          id: `setting-${beside.length + 1}`,
          label: 'New setting',
          where: { window: 'Settings' },
          value: { type: 'text' },
          initial: '',
          reread: { after: 'none', command: null },
          help: '',
        }),
        of: groupOf({
          label: textField('Label'),
          id: textField('Id', { mono: true }),
          initial: textField('First value', { help: 'Written as the setting takes it.' }),
          help: textField('Help'),
          where: {
            is: 'either',
            label: 'It stands in',
            pick: (where) => (isRecord(where) ? ('window' in where ? 'window' : 'file') : null),
            branches: [
              {
                id: 'window',
                label: 'its own window',
                of: groupOf({ window: textField('Where in it', { wide: 4 }) }),
                fresh: { window: 'Settings' },
              },
              {
                id: 'file',
                label: 'a file',
                of: groupOf({ file: groupOf(fileFields) }),
                fresh: { file: FRESH_FILE },
              },
            ],
          },
          value: {
            is: 'either',
            label: 'It takes',
            pick: typeOf,
            branches: takesBranches(
              [
                { type: 'flag', label: 'yes or no' },
                { type: 'colour', label: 'a colour' },
                { type: 'text', label: 'a text' },
                { type: 'program', label: 'a program' },
                { type: 'link', label: 'a link' },
              ],
              [
                {
                  id: 'format',
                  label: 'a clock’s text',
                  of: groupOf({ syntax: textField('Syntax', { help: 'By its id.' }) }),
                  fresh: { type: 'format', syntax: '' },
                },
                {
                  id: 'coordinates',
                  label: 'a place on earth',
                  of: groupOf({
                    as: { is: 'choice', label: 'Written', choices: choicesOf(['decimal', 'degrees']) },
                  }),
                  fresh: { type: 'coordinates', as: 'decimal' },
                },
              ],
              { unit: textField('unit') },
            ),
          },
          reread: groupOf({
            after: { is: 'choice', label: 'It reads it again after', choices: choicesOf(BREAKS) },
            command: { is: 'command', label: 'By the command', wide: 3, empty: 'null' },
          }),
        }),
      },
    },
  },
  {
    id: 'syntaxes',
    label: 'Syntaxes',
    help: 'Its own ways to write a clock’s text: which code stands for which field of UTS #35.',
    fields: {
      syntaxes: {
        is: 'list',
        label: '',
        one: 'syntax',
        empty: 'absent',
        says: (syntax) => said(syntax, 'name') || 'Without a name',
        fresh: (beside) => ({
          id: `syntax-${beside.length + 1}`,
          name: 'New syntax',
          codes: [{ field: 'HH', code: '%H' }],
          literals: { how: 'bare' },
          lineBreak: null,
        }),
        of: groupOf({
          name: textField('Name'),
          id: textField('Id', { mono: true }),
          lineBreak: textField('A line break is', {
            mono: true,
            empty: 'null',
            help: 'Empty: it has one line.',
          }),
          literals: {
            is: 'either',
            label: 'Other characters stand',
            pick: (literals) => said(literals, 'how') || null,
            branches: [
              {
                id: 'bare',
                label: 'as they are',
                of: groupOf({}),
                fresh: { how: 'bare' },
              },
              {
                id: 'quoted',
                label: 'between signs',
                of: groupOf({ sign: textField('Sign', { mono: true }) }),
                fresh: { how: 'quoted', sign: "'" },
              },
              {
                id: 'doubled',
                label: 'with the sign doubled',
                of: groupOf({ sign: textField('Sign', { mono: true }) }),
                fresh: { how: 'doubled', sign: '%' },
              },
            ],
          },
          codes: {
            is: 'list',
            label: 'Codes',
            one: 'code',
            fresh: () => ({ field: '', code: '' }),
            of: groupOf({
              field: textField('Field', { mono: true, help: 'As HH or EEE.' }),
              code: textField('Code', { mono: true }),
            }),
          },
        }),
      },
    },
  },
];
