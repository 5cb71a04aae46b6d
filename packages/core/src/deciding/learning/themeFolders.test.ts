import { describe, expect, it } from 'vitest';
import { readProfile } from '../../model/host/profile.js';
import { judgeArchive } from '../archives/judge.js';
import { treeOf } from '../archives/tree.js';
import { utf8Bytes } from '../../ground/utf8.js';
import { NO_MACHINE, type Machine, type MachineSetting } from './machine.js';
import { makeProfile } from './makeProfile.js';
import { learnSort, ownPath, readThemes, shownTheme, type ThemeFolder } from './themeFolders.js';

const theme = (parent: string, name: string, ...holds: string[]): ThemeFolder => ({ parent, name, holds });
const OWN = '~/.local/share/looks';
const THEMES = [
  theme(
    OWN,
    'Sedge',
    'README',
    'frames/',
    'frames/border.conf',
    'frames/Sedge.png',
    'index.look',
    'style/',
    'style/plain.css',
  ),
  theme(OWN, 'Sedge Night', 'frames/', 'frames/border.conf', 'index.look', 'style/', 'style/plain.css'),
  theme(OWN, 'Bulrush', 'index.look', 'style/', 'style/plain.css'),
  theme('/usr/share/greeter', 'Sedge', 'greeter.xml'),
];

describe('themes of no open standard', () => {
  it('are told by what one that is used and others beside it hold, for each sort what speaks for it', () => {
    expect(learnSort(THEMES, 'window theme', 'Sedge')).toEqual({
      signature: { sort: 'window theme', needs: ['frames/border.conf'] },
      folder: OWN,
      system: null,
      names: ['Sedge', 'Sedge Night'],
    });
    expect(learnSort(THEMES, 'control theme', 'Sedge')).toMatchObject({
      signature: { needs: ['style/plain.css'] },
      names: ['Bulrush', 'Sedge', 'Sedge Night'],
    });
  });
  it('lie below the own data folder where those of the system are found', () => {
    expect(
      learnSort([theme('/usr/share/looks', 'Rush', 'frames/a.conf')], 'window theme', 'Rush'),
    ).toMatchObject({
      folder: OWN,
      system: '/usr/share/looks',
    });
  });
  it('are not known where none is named so, or all in it is prose, pictures and its own name', () => {
    expect(learnSort(THEMES, 'window theme', 'Reed')).toBeNull();
    expect(learnSort(THEMES, 'window theme', null)).toBeNull();
    expect(
      learnSort([theme(OWN, 'Rush', 'README.md', 'LICENSE', 'a.png', 'rush.conf')], 'window theme', 'Rush'),
    ).toBeNull();
  });
  it('are read from a survey wherever a home has its folders, and passed over where they are damaged', () => {
    const row = (parent: string, path: string) => ({ parent, name: 'Sedge', path });
    const folders = { home: '/home/a', data: '/data/a' };
    expect(
      readThemes([row('/home/a/.looks', 'x/'), row('/home/a/.looks', 'x/y'), 7, { parent: 1 }], folders),
    ).toEqual([theme('~/.looks', 'Sedge', 'x/', 'x/y')]);
    expect(ownPath('/data/a/looks', folders)).toBe(OWN);
    expect(ownPath('/usr/share/looks', folders)).toBe('/usr/share/looks');
    expect(ownPath('/home/a/x', { home: '', data: '' })).toBe('/home/a/x');
    expect(readThemes(null, folders)).toEqual([]);
  });
  it('are shown as a folder by its files', () => {
    expect(
      shownTheme('~/.looks/', ['Sedge/frames/border.conf', 'Sedge/a/b/c.txt', 'Sedge/index.look']),
    ).toEqual(theme('~/.looks', 'Sedge', 'a/', 'a/b/', 'frames/', 'frames/border.conf', 'index.look'));
    const shown = shownTheme('~/.looks', ['Iris/frames/edge.conf', 'Iris/about'])!;
    expect(learnSort([], 'window theme', 'Sedge', shown)).toMatchObject({
      signature: { needs: ['frames/edge.conf'] },
      folder: '~/.looks',
      names: ['Iris'],
    });
    expect(shownTheme('~/.looks', [])).toBeNull();
    expect(shownTheme('~/.looks', ['loose.conf'])).toBeNull();
    expect(shownTheme('~/.looks', ['A/x', 'B/y'])).toBeNull();
  });
});

describe('the lists of a learnt profile', () => {
  const list = (name: string, now: string): MachineSetting => ({
    key: `org.q.look ${name}`,
    group: 'org.q.look',
    name,
    label: '',
    help: '',
    takes: { as: 'text' },
    first: null,
    now,
    type: 's',
    file: null,
  });
  const machine: Machine = {
    ...NO_MACHINE,
    desktop: 'Quayside',
    commands: ['gsettings'],
    settings: [list('frames', 'Sedge'), list('icons', 'marl')],
    installed: {
      'icon set': [
        { id: 'marl', name: 'Marl' },
        { id: 'clay', name: 'Clay' },
      ],
    },
    themes: THEMES,
  };
  const { profile } = makeProfile(
    machine,
    new Map([
      ['org.q.look frames', 'list:window theme'],
      ['org.q.look icons', 'list:icon set'],
    ]),
    { id: '00000000-0000-4000-8000-000000000001', revision: 1, name: 'Mine', version: '1' },
  );
  it('are filled with what lies on the machine, each chosen by the name of its folder', () => {
    expect(profile.offers.map(({ kind, name, choose }) => [kind, name, choose?.value])).toEqual([
      ['frame', 'Sedge, which lies here', 'Sedge'],
      ['frame', 'Sedge Night, which lies here', 'Sedge Night'],
      ['icon-set', 'Marl, which lies here', 'marl'],
      ['icon-set', 'Clay, which lies here', 'clay'],
    ]);
    expect(readProfile(JSON.parse(JSON.stringify(profile)))).toEqual(profile);
  });
  it('find a theme of that sort in an archive, and say where it belongs', () => {
    const path = 'drop/Iris/frames/border.conf';
    const bytes = new Map([[path, utf8Bytes('a=1')]]);
    const found = judgeArchive(
      'iris.zip',
      { tree: treeOf([{ path, kind: 'file', size: 3, target: '' }]), bytes, pictures: new Map() },
      { folders: profile.folders, signatures: profile.signatures ?? [] },
    );
    expect(found).toMatchObject([{ sort: 'window theme', root: 'drop/Iris', folder: 'Iris', target: OWN }]);
  });
});
