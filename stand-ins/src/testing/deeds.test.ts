import { spawnSync } from 'node:child_process';
import {
  existsSync,
  mkdirSync,
  readdirSync,
  readlinkSync,
  statSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { afterEach, describe, expect, it } from 'vitest';
import type { Deed } from '@spare-coat/core/model/deeds/deedSchema';
import { makeStep } from '@spare-coat/core/doing/plan/draft';
import { orderSteps } from '@spare-coat/core/doing/plan/order';
import { applyScript } from '@spare-coat/core/doing/plan/script/apply';
import { EDIT_PROGRAMS } from '@spare-coat/core/doing/plan/script/edits/programs';
import { undoScript } from '@spare-coat/core/doing/plan/script/undo';
import { FILE_FORMATS } from '@spare-coat/core/measuring/standards/edits/edit';
import { editText } from '@spare-coat/core/measuring/standards/edits/editText';
import { EDIT_VECTORS, type EditVector } from '@spare-coat/core/testing/editVectors';
import { cases } from '@spare-coat/core/testing/properties';
import { Machine } from './machine.js';
import { RANDOM_HOST } from './randomPlan.js';

let m: Machine;
afterEach(() => m.remove());

/** A machine with some files, and the scripts of a plan with one step a list of deeds. */
function machine(files: Readonly<Record<string, string>>, ...steps: Deed[][]): Machine {
  m = new Machine();
  for (const [path, text] of Object.entries(files)) m.put(path, text);
  const all = steps.map((deeds, i) =>
    makeStep(
      RANDOM_HOST,
      {
        key: `step ${i}`,
        sort: 'set a value',
        title: `Step ${i}`,
        where: 'here',
        expected: '',
        undo: '',
        deeds,
      },
      [],
    ),
  );
  const edges = all.slice(1).map((s, i) => ({ from: all[i]!.key, to: s.key, afterEffect: false }));
  const of = { coat: 'C', id: 'c', hostLabel: 'Fernbank 3.4', host: RANDOM_HOST };
  m.script('apply', applyScript(of, orderSteps(all, edges)));
  m.script('undo', undoScript(of));
  m.own();
  return m;
}
const edit = (path: string, value: string, at = 'color:', format: 'lines' | 'css' = 'lines'): Deed => ({
  do: 'edit',
  file: { path, format, at },
  value,
});

describe('what a script does beyond a person’s own folders', () => {
  const write: Deed = { do: 'write', to: '~/.bashrc', text: 'evil\n' };
  it('is asked about with the full path, and not done without a yes', async () => {
    machine({ '~/.bashrc': 'mine\n' }, [write]);
    const no = await m.run('apply', [], { input: 'skip\n' });
    expect(no.out).toContain('It writes to ~/.bashrc: it is outside the folders that are yours');
    expect([no.status, m.read('~/.bashrc')]).toEqual([0, 'mine\n']);
    expect((await m.run('apply', [], { input: '' })).out).toContain('skipped');
    const yes = await m.run('apply', ['--ask-again'], { input: 'perhaps\nyes\n' });
    expect([yes.status, m.read('~/.bashrc')]).toEqual([0, 'evil\n']);
    await m.run('undo');
    expect(m.read('~/.bashrc')).toBe('mine\n');
  });
  it('stops where nobody answers', async () => {
    machine({ '~/.bashrc': 'mine\n' }, [write]);
    const ran = await m.run('apply', [], { input: '' });
    expect(ran.status).not.toBe(0);
    expect(ran.err).toContain('Nobody answered');
    expect(m.read('~/.bashrc')).toBe('mine\n');
  });
  it.each([
    [{ do: 'write', to: '/etc/profile.d/x.sh', text: 'x' }],
    [{ do: 'delete', path: '/etc/hostname' }],
    [{ do: 'edit', file: { path: '~/.config/../.bashrc', format: 'lines', at: 'a =' }, value: 'b' }],
    [{ do: 'place', from: '~/x', to: '~/.config/./../.ssh/config' }],
  ] satisfies [Deed][])('is for a hand where it is the system’s or leads away: %j', async (deed) => {
    machine({ '~/x': 'x', '~/.bashrc': 'mine\n', '~/.ssh/config': 'mine\n' }, [deed]);
    const before = m.homeTree();
    const ran = await m.run('apply');
    expect(ran.out).toContain('By hand: Step 0. ');
    expect(ran.out).toContain('belongs to the system: no script writes there.');
    expect(m.homeTree()).toEqual({ ...before, '.': m.homeTree()['.'] });
  });
  it('shows what an entry runs before it is made', async () => {
    machine({}, [
      { do: 'write', to: '~/.config/autostart/x.desktop', text: '[Desktop Entry]\nExec=watch --all\n' },
    ]);
    const ran = await m.run('apply', [], { input: 'skip\n' });
    expect(ran.out).toContain('What it runs: watch --all');
    expect(existsSync(m.path('~/.config/autostart'))).toBe(false);
  });
  it.each(['write', 'edit', 'place', 'delete'] as const)(
    'does not follow a link out of the folder: %s',
    async (what) => {
      const path = '~/.config/look/frame.conf';
      const deed: Deed = {
        write: { do: 'write', to: path, text: 'x' } as const,
        edit: edit(path, '#000'),
        place: { do: 'place', from: '~/x', to: path } as const,
        delete: { do: 'delete', path } as const,
      }[what];
      machine({ '~/x': 'x', '~/private/frame.conf': 'color: #fff;\n', '~/.config/mine': '' }, [deed]);
      symlinkSync(m.path('~/private'), m.path('~/.config/look'));
      m.own();
      const ran = await m.run('apply', [], { input: 'skip\n' });
      expect(ran.out + ran.err).toMatch(/does not lie in .*link leads|a link leads there, out of/);
      expect(m.read('~/private/frame.conf')).toBe('color: #fff;\n');
      expect(readdirSync(m.path('~/private'))).toEqual(['frame.conf']);
    },
  );
  it('edits what a link within the folder leads to, and the link stays', async () => {
    machine({ '~/.config/real.conf': 'color: #fff;\n' }, [edit('~/.config/link.conf', '#000')]);
    symlinkSync('real.conf', m.path('~/.config/link.conf'));
    m.own();
    const before = m.homeTree();
    expect((await m.run('apply')).status).toBe(0);
    expect([m.read('~/.config/real.conf'), readlinkSync(m.path('~/.config/link.conf'))]).toEqual([
      'color: #000;\n',
      'real.conf',
    ]);
    expect((await m.run('undo')).status).toBe(0);
    expect(m.homeTree()).toEqual(before);
  });
  it('refuses an archive whose folder leads out of it', async () => {
    machine({ '~/.ssh/key': 'private', '~/.cache/spare-coat/x/x.tar': '' }, [
      {
        do: 'unpack',
        archive: '~/.cache/spare-coat/x/x.tar',
        root: '../../../../../.ssh',
        makes: { path: '~/.local/share/icons/x', is: 'theme icon set' },
      },
    ]);
    spawnSync('tar', ['-cf', m.path('~/.cache/spare-coat/x/x.tar'), '-C', m.root, '.']);
    m.own();
    const ran = await m.run('apply');
    expect(ran.err).toContain('leads out of the archive');
    expect((await m.run('undo')).status).toBe(0);
    expect(m.read('~/.ssh/key')).toBe('private');
  });
  it('refuses a folder of an archive that is a link to elsewhere', async () => {
    machine({ '~/.ssh/key': 'private', '~/.cache/spare-coat/x/a': '' }, [
      {
        do: 'unpack',
        archive: '~/.cache/spare-coat/x/x.tar',
        root: 'in/theme',
        makes: { path: '~/.local/share/icons/x', is: 'theme icon set' },
      },
    ]);
    const made = join(m.at, 'made');
    mkdirSync(made);
    symlinkSync(m.path('~/.ssh'), join(made, 'in'));
    mkdirSync(m.path('~/.ssh/theme'));
    spawnSync('tar', ['-cf', m.path('~/.cache/spare-coat/x/x.tar'), '-C', made, '.']);
    m.own();
    expect((await m.run('apply')).status).not.toBe(0);
    expect(existsSync(m.path('~/.ssh/theme'))).toBe(true);
    expect(existsSync(m.path('~/.local/share/icons/x'))).toBe(false);
  });
});

describe('what is for a hand', () => {
  const hand: Deed = { do: 'by hand', what: 'Turn the knob.', changes: null };
  it('waits for the word, and is not ticked without it', async () => {
    machine({}, [hand], [{ do: 'write', to: '~/.config/x', text: 'x' }]);
    const nobody = await m.run('apply', [], { input: '' });
    expect(nobody.status).not.toBe(0);
    expect(existsSync(m.path('~/.config/x'))).toBe(false);
    const skipped = await m.run('apply', [], { input: 'what?\nskip\n' });
    expect([skipped.status, m.read('~/.config/x')]).toEqual([0, 'x']);
    expect((await m.run('apply', [], { input: '' })).out).toContain('Step 0: skipped');
    expect((await m.run('apply', ['--ask-again'], { input: 'done\n' })).status).toBe(0);
    expect((await m.run('apply', [], { input: '' })).out).toContain('Step 0: done already');
  });
  it('is an edit that cannot be made safely, with the reason', async () => {
    machine({ '~/.config/x.conf': 'color: #fff;\ncolor: #eee;\n' }, [edit('~/.config/x.conf', '#000')]);
    const ran = await m.run('apply', [], { input: 'skip\n' });
    expect(ran.out).toContain('It stands there more than once');
    expect(m.read('~/.config/x.conf')).toBe('color: #fff;\ncolor: #eee;\n');
  });
  it('tells file, line, from and to of an edit', async () => {
    machine({ '~/.config/x.conf': 'a: 1\ncolor: #fff;\n' }, [edit('~/.config/x.conf', '#000')]);
    expect((await m.run('apply')).out).toMatch(/x\.conf, line 2:' '#fff' becomes '#000'/);
  });
});

describe('what others changed since', () => {
  const CONF = '~/.config/plate.css';
  it('stays in an edited file, and only the coat’s own values go', async () => {
    machine({ [CONF]: 'a {\n  color: #fff;\n  width: 3px;\n}\n' }, [
      edit(CONF, '#c0d0bb'),
      edit(CONF, '9px', 'width:'),
    ]);
    await m.run('apply');
    writeFileSync(m.path(CONF), `/* mine */\n${m.read(CONF).replace('9px', '12px')}`);
    const back = await m.run('undo');
    expect(m.read(CONF)).toBe('/* mine */\na {\n  color: #fff;\n  width: 12px;\n}\n');
    expect(back.out).toContain('width: in ');
    expect(back.out).toContain('Before it was: 3px');
    // How it was before lies beside it.
    expect(m.read(`${CONF}.before`)).toBe('a {\n  color: #fff;\n  width: 3px;\n}\n');
  });
  it('a file that was there before is never deleted', async () => {
    machine({ [CONF]: 'color: #fff;\n' }, [edit(CONF, '#000')]);
    await m.run('apply');
    writeFileSync(m.path(CONF), 'all new\n');
    await m.run('undo');
    expect(m.read(CONF)).toBe('all new\n');
    expect(m.read(`${CONF}.before`)).toBe('color: #fff;\n');
  });
  it('stays in a file or folder that is new, and what is the coat’s own goes', async () => {
    machine({ '~/Downloads/p': 'p', '~/old/a': '1', '~/old/b/c': '2' }, [
      { do: 'place', from: '~/Downloads/p', to: '~/.local/share/pixmaps/p' },
      { do: 'move', from: '~/old', to: '~/.local/share/kept' },
    ]);
    await m.run('apply');
    writeFileSync(m.path('~/.local/share/pixmaps/p'), 'painted over');
    writeFileSync(m.path('~/.local/share/kept/b/mine'), 'mine');
    const back = await m.run('undo');
    expect(back.status).toBe(0);
    expect(m.read('~/.local/share/pixmaps/p')).toBe('painted over');
    expect(readdirSync(m.path('~/.local/share/kept'))).toEqual(['b']);
    expect(readdirSync(m.path('~/.local/share/kept/b'))).toEqual(['mine']);
    expect([m.read('~/old/a'), m.read('~/old/b/c')]).toEqual(['1', '2']);
    expect(back.out).toContain('what was put there or changed by others stays');
  });
  it('stays in a setting, and is told', async () => {
    machine({}, [{ do: 'set', key: 'bar.size', value: '84', of: [], listed: null }]);
    m.tool('fern', 'set', 'bar.size', '46');
    await m.run('apply');
    m.tool('fern', 'set', 'bar.size', '60');
    const back = await m.run('undo');
    expect(m.tool('fern', 'show', 'bar.size')).toBe('60\n');
    expect(back.out).toContain('bar.size was changed since, and stays as it is. Before it was: 46');
  });
  it('a setting that was never set is not set afterwards', async () => {
    machine({}, [{ do: 'set', key: 'bar.size', value: '84', of: [], listed: null }]);
    await m.run('apply');
    await m.run('undo');
    expect(() => m.tool('fern', 'show', 'bar.size')).toThrow();
  });
  it('what was there or on already is no deed of the coat', async () => {
    machine({ '~/.local/share/addons/tide': '' }, [{ do: 'enable', id: 'tide', of: [] }]);
    m.tool('fern', 'addon', 'on', 'tide');
    await m.run('apply');
    await m.run('undo');
    expect(() => m.tool('fern', 'addon', 'is', 'tide')).not.toThrow();
  });
});

describe('the rights of files', () => {
  it('stay when a value in them is edited', async () => {
    machine({ '~/.config/secret.conf': 'color: #fff;\n' }, [edit('~/.config/secret.conf', '#000')]);
    spawnSync('chmod', ['600', m.path('~/.config/secret.conf')]);
    await m.run('apply');
    expect(statSync(m.path('~/.config/secret.conf')).mode & 0o777).toBe(0o600);
  });
});

const AWKS: readonly (readonly [string, readonly string[]])[] = [
  ['mawk', ['mawk']],
  ['gawk', ['gawk']],
  ['busybox', ['busybox', 'awk']],
];

/** What the program of a syntax makes of a text, as the script puts it together. */
function byAwk(awk: readonly string[], v: Omit<EditVector, 'of' | 'gives'>): EditVector['gives'] {
  const [program, ...words] = awk as [string, ...string[]];
  const { status, stdout, stderr } = spawnSync(program, [...words, EDIT_PROGRAMS[v.format]], {
    input: `${v.text}x`,
    env: {
      PATH: process.env['PATH'],
      LC_ALL: 'C',
      AT: v.at,
      VALUE: v.value ?? '',
      OUT: v.value === null ? 'out' : '',
    },
  });
  if (status === 4) return { refused: stdout.toString().trim() as 'broken' };
  if (status !== 0) throw new Error(stderr.toString());
  const end = stdout.indexOf(10);
  const [from, to] = stdout.subarray(0, end).toString().split(' ').map(Number) as [number, number];
  const bytes = Buffer.from(v.text);
  return Buffer.concat([bytes.subarray(0, from), stdout.subarray(end + 1), bytes.subarray(to)]).toString();
}

describe.each(AWKS)('edits of files by %s', (_, awk) => {
  it.each(FILE_FORMATS)('are those of the core: %s', (format) => {
    m = new Machine();
    for (const v of EDIT_VECTORS.filter((x) => x.format === format))
      expect([v.of, byAwk(awk, v)]).toEqual([v.of, v.gives]);
  });
});

it('edits by awk are those of the core, whatever the file', () => {
  m = new Machine();
  const bits = fc.constantFrom(
    '{',
    '}',
    '"',
    "'",
    '[',
    ']',
    '<',
    '>',
    '/',
    '=',
    ':',
    ';',
    'a',
    'b',
    ' ',
    '\n',
    '\r\n',
    '\\',
    '/*',
    '*/',
    '#',
    ',',
    '1',
    '<!--',
    '@',
    'a:',
    '"a": 1',
    'a { b: 1 }',
    '<a b="1">',
    '</a>',
    '[a]\n',
    'b=1\n',
    'ü',
  );
  const at = fc.constantFrom('a', 'a/b', 'a{b}', 'a@b', 'a =', 'b.a', 'a:');
  const value = fc.constantFrom('7', 'x y', '"q"', "it's", '#abc', null);
  fc.assert(
    fc.property(
      fc.constantFrom(...FILE_FORMATS),
      fc.array(bits, { maxLength: 20 }),
      at,
      value,
      (format, text, place, to) => {
        const v = { format, text: text.join(''), at: place, value: to };
        const edited = editText(v.format, v.text, v.at, v.value);
        expect(byAwk(['mawk'], v)).toEqual(edited.ok ? edited.text : { refused: edited.why });
      },
    ),
    { numRuns: cases(400) },
  );
});
