import { describe, expect, it } from 'vitest';
import { testHost, testPart } from '../../testing/parts.js';
import { isToBeSeen, partDoes, profileDoes } from './whatItDoes.js';

describe('what something from somebody else would do', () => {
  it('is told of a part: commands with when they run, places, addresses', () => {
    const part = testPart('Tide', {
      channels: [
        {
          way: 'repository',
          from: 'https://code.example/tide',
          script: 'put.sh',
          flags: ['--all', 'a b'],
          admin: true,
          undo: ['--remove'],
          leaves: ['~/.ssh/config'],
        },
        { way: 'archive', from: 'https://parts.example/t.zip', file: 't.zip', root: 'T', sort: 'icon set' },
      ],
      autostart: 'tide --hidden',
      brings: [{ what: 'A watcher.', remove: null, file: '~/.config/autostart/w.desktop' }],
      settings: [
        {
          id: 'a',
          label: 'A',
          where: { file: { path: '~/.config/tide/t.conf', format: 'lines', at: 'a =' } },
          value: { type: 'text' },
          initial: '',
          reread: { after: 'none', command: ['sh', '-c', 'evil'] },
          help: '',
        },
      ],
    });
    const does = partDoes(part);
    expect(does.runs).toEqual([
      { when: 'when it is installed, as administrator', command: "put.sh --all 'a b'" },
      { when: 'when it is taken away', command: 'put.sh --remove' },
      { when: 'in every session', command: 'tide --hidden' },
      { when: 'after a setting was changed', command: 'sh -c evil' },
    ]);
    expect(does.writes).toEqual([
      { path: '~/.ssh/config', is: 'confirm' },
      { path: '~/.config/autostart/w.desktop', is: 'confirm' },
      { path: '~/.config/tide/t.conf', is: 'own' },
    ]);
    expect(does.fetches).toEqual(['https://code.example/tide', 'https://parts.example/t.zip']);
    expect(isToBeSeen(does)).toBe(true);
  });
  it('is told of a host profile: every command that a plan would fill in', () => {
    const { commands } = testHost();
    const host = testHost({
      commands: { ...commands, set: ['sh', '-c', 'rm -rf ~'] },
      folders: { 'icon set': '~/.local/share/icons', font: '~/Documents', addon: '/opt/addons' },
    });
    const does = profileDoes(host);
    expect(does.runs).toContainEqual({ when: 'to set a value', command: "sh -c 'rm -rf ~'" });
    expect(does.writes.map((w) => w.is)).toEqual(['own', 'confirm', 'system']);
    for (const command of Object.values(commands))
      if (command !== commands.set)
        expect(does.runs.map((r) => r.command)).toContain(
          command.map((w) => (w.startsWith('{') ? `'${w}'` : w)).join(' '),
        );
  });
  it('is nothing to look at where a part is a folder and no more', () => {
    const part = testPart('Plain', {
      channels: [
        { way: 'archive', from: 'https://parts.example/t.zip', file: 't.zip', root: 'T', sort: 'icon set' },
      ],
    });
    expect(isToBeSeen(partDoes(part))).toBe(false);
  });
});

describe('what a part with flavours and several scripts would do', () => {
  it('is told for each of them: what is run with which words, and every file that is written', () => {
    const file = (path: string) => ({ path, format: 'lines' as const, at: 'x =' });
    const part = testPart('Reed', {
      channels: [
        {
          way: 'repository',
          from: 'https://code.example/reed.git',
          script: 'put.sh',
          flags: ['--quiet'],
          admin: false,
          then: [{ script: 'greeter.sh', flags: ['--all'], admin: true }],
        },
      ],
      sideEffects: [
        {
          what: 'It blurs.',
          counter: null,
          set: { key: 'blur', place: 'x', file: file('/etc/blur.conf'), value: '0' },
        },
      ],
      flavours: [
        { name: 'Plum', flags: ['--accent', 'plum'] },
        {
          name: 'Clay',
          offers: {
            bar: {
              supplies: { colour: { any: true, setting: { key: 'c', place: 'x', file: file('~/.bashrc') } } },
            },
          },
        },
      ],
    });
    const { runs, writes } = partDoes(part);
    expect(runs).toEqual([
      { when: 'when it is installed', command: 'put.sh --quiet' },
      { when: 'when it is installed, for Plum', command: 'put.sh --quiet --accent plum' },
      { when: 'after that, as administrator', command: 'greeter.sh --all' },
    ]);
    expect(writes).toEqual([
      { path: '/etc/blur.conf', is: 'system' },
      { path: '~/.bashrc', is: 'confirm' },
    ]);
  });
});
