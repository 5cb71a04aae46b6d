import { execFileSync, spawnSync } from 'node:child_process';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { HostProfile } from '@spare-coat/core/model/host/profile';
import type { Deed } from '@spare-coat/core/model/deeds/deedSchema';
import { makeStep } from '@spare-coat/core/doing/plan/draft';
import { orderSteps } from '@spare-coat/core/doing/plan/order';
import { applyScript } from '@spare-coat/core/doing/plan/script/apply';
import type { ScriptOf } from '@spare-coat/core/doing/plan/script/scriptOf';
import { undoScript } from '@spare-coat/core/doing/plan/script/undo';
import type { Plan } from '@spare-coat/core/model/deeds/step';
import { testHost } from '@spare-coat/core/testing/parts';
import { Machine, MACHINE_COMMANDS, type MachineWishes, type Ran } from '../testing/machine.js';
import { startSources } from '../testing/undoHome.js';

/** Every how many-th place the scripts are killed at; `npm run bench -- killed-scripts` tries each. Odd, so that all ways are met. */
const KILLED_EVERY = Number(process.env['KILLED_EVERY'] ?? 5);

/** Names that trip up scripts: each is a file, a value or a title somewhere below. */
const NASTY = [`it's "quoted"`, '-rf', 'two\nlines', 'über $HOME `id`', ' space '];

const HOST: HostProfile = testHost({ commands: MACHINE_COMMANDS });
const OF: ScriptOf = {
  coat: `Coat ${NASTY.join(' ')}`,
  id: 'studio-b',
  hostLabel: 'Fernbank 3.4',
  host: HOST,
};

let sources: Awaited<ReturnType<typeof startSources>>;

beforeAll(async () => {
  sources = await startSources();
});
afterAll(() => sources.stop());

/** Every sort of deed, in an order that works, with one session break. */
function everyDeed(): Plan {
  let n = 0;
  let previous: string | null = null;
  const edges: { from: string; to: string; afterEffect: boolean }[] = [];
  const step = (title: string, deeds: Deed[], effect: 'none' | 'session' = 'none') => {
    const key = `step ${n++}`;
    if (previous !== null) edges.push({ from: previous, to: key, afterEffect: true });
    previous = key;
    return makeStep(
      HOST,
      { key, sort: 'set a value', title, where: 'here', expected: 'It is so.', undo: '', deeds, effect },
      [],
    );
  };
  const of: string[] = [];
  const set = (key: string, value: string): Deed => ({ do: 'set', key, value, of, listed: null });
  const cache = '~/.cache/spare-coat';
  const steps = [
    step('Make a safe point', [{ do: 'make safe point', name: NASTY[0]! }]),
    step('Note values', [{ do: 'note values', keys: ['bar.edge'] }]),
    step('Fetch', [
      {
        do: 'fetch',
        from: `${sources.mirror}/files/of/icons.tar.gz`,
        to: `${cache}/icons/icons.tar.gz`,
        sha256: null,
      },
      {
        do: 'fetch',
        from: `${sources.mirror}/files/of/theme.tar.gz`,
        to: `${cache}/theme/it's a theme.tar.gz`,
        sha256: null,
      },
    ]),
    step('Install', [{ do: 'install', channel: 'pipit', package: 'tidebar', makes: [] }]),
    step('Put in place', [
      {
        do: 'unpack',
        archive: `${cache}/icons/icons.tar.gz`,
        root: 'Samphire-Icons',
        makes: { path: '~/.local/share/icons/Samphire-Icons', is: 'theme icon set' },
      },
      {
        do: 'unpack',
        archive: `${cache}/theme/it's a theme.tar.gz`,
        root: 'Clayworks',
        makes: { path: '~/.local/share/looks/-rf', is: 'theme window theme' },
      },
    ]),
    step('Run a script', [
      { do: 'clone', from: sources.repository, version: '1.0', to: `${cache}/reed` },
      {
        do: 'run',
        program: `${cache}/reed/put.sh`,
        words: ['reed', ...NASTY],
        admin: false,
        makes: [{ path: '~/.local/share/reed', is: 'program' }],
        takes: [],
        undo: ['reed', '--remove'],
      },
    ]),
    step('Open once', [
      { do: 'open', name: 'lintel', of, makes: [{ path: '~/.config/lintel', is: 'file of a program' }] },
    ]),
    step('Enable', [{ do: 'enable', id: 'tidebar', of }], 'session'),
    step('Choose', [
      { do: 'set', key: 'icons.theme', value: 'Samphire-Icons', of, listed: null },
      { do: 'set', key: 'frame.theme', value: '-rf', of, listed: null },
    ]),
    step('Set values', [
      set('bar.edge', 'right'),
      set('bar.items', 'start=clock;centre=;end='),
      ...NASTY.map((value, i) => set(`odd.${i}`, value)),
    ]),
    step('Edit files', [
      {
        do: 'edit',
        file: { path: '~/.config/pinna/pinna.conf', format: 'lines', at: 'thick =' },
        value: '84',
      },
      {
        do: 'edit',
        file: { path: '~/.config/plate.css', format: 'lines', at: 'color:' },
        value: '#c0d0bb',
      },
      {
        do: 'edit',
        file: { path: '~/.config/hours.ini', format: 'key file', at: 'Sun/Place' },
        value: '51.5, -0.1',
      },
      { do: 'edit', file: { path: '~/.config/desk.json', format: 'json', at: 'bar.size' }, value: '84' },
      { do: 'edit', file: { path: '~/.config/new/one.conf', format: 'lines', at: 'a =' }, value: 'b' },
    ]),
    step(
      'Write and place files',
      NASTY.filter((name) => !name.includes('\n')).map((name): Deed => ({
        do: 'write',
        to: `~/.config/autostart/${name.replace('/', '')}.desktop`,
        text: `${name}\n\n${NASTY[2]!}`,
      })),
    ),
    step('Place a picture', [
      { do: 'place', from: '~/Downloads/a picture.png', to: '~/.local/share/pixmaps/a picture.png' },
    ]),
    step('Move and delete', [
      { do: 'move', from: '~/.config/old theme', to: '~/.local/share/kept/old theme' },
      { do: 'delete', path: '~/.config/unasked' },
    ]),
    step('By hand', [{ do: 'by hand', what: NASTY.join(' '), changes: null }]),
    step('Draw anew', [{ do: 'show', after: 'reload', command: ['fern', 'reload'], what: 'Reload' }]),
    step('Clean up', [
      { do: 'delete', path: `${cache}/icons` },
      { do: 'delete', path: `${cache}/theme` },
    ]),
  ];
  return orderSteps(steps, edges);
}

/** A machine with things in it that are to be overwritten, changed, deleted or left alone, and the scripts of a plan. */
function machineFor(plan: Plan, wishes: MachineWishes = {}): Machine {
  const m = new Machine({ mirror: sources.mirror, ...wishes });
  m.put('~/.config/pinna/pinna.conf', '# mine\nthin = 3\n  thick = 28\nend = yes\n', 0o600);
  m.put('~/.config/hours.ini', '# kept\n[Moon]\nPlace=x\n\n[Sun]\nSet=1\n\n[Stars]\nPlace=y\n');
  m.put(
    '~/.config/desk.json',
    '{\n  "size": 1,\n  "bar": {"edge": "left", "size": 46, "list": [1, {"size": 2}]},\n  "text": "a \\"b\\""\n}\n',
  );
  m.put('~/.config/plate.css', '.bar {\n  color: #fff;\n}\n', 0o640);
  m.put('~/.config/autostart/-rf.desktop', 'was here\n');
  m.put('~/.config/old theme/frame.css', 'old');
  m.put('~/.config/unasked/a/b', 'x');
  m.put('~/.local/share/icons/Samphire-Icons/index.theme', 'an older one');
  m.put('~/.local/state/other/x', 'not ours');
  m.put('~/Downloads/a picture.png', 'PNG');
  m.put('~/notes.txt', 'not to be touched');
  m.link('~/.config/old theme/link', 'frame.css');
  m.tool('fern', 'set', 'bar.edge', 'left');
  m.tool('fern', 'set', 'odd.2', 'two\nlines before\n');
  const lists = join(m.root, 'lists');
  mkdirSync(lists);
  writeFileSync(join(lists, 'icons.theme'), `data/icons\n/usr/share/icons\n`);
  writeFileSync(join(lists, 'frame.theme'), 'data/looks\n');
  m.script('apply', applyScript(OF, plan));
  m.script('undo', undoScript(OF));
  // Everything is older than the scripts, so that what they touch shows by its time.
  execFileSync('find', [m.home, '-exec', 'touch', '-h', '-d', '2026-01-02T03:04:05.678901234Z', '{}', '+']);
  m.own();
  return m;
}

/** Applies all of it, over the session break. */
async function applyAll(m: Machine, env: Record<string, string> = {}): Promise<Ran> {
  const first = await m.run('apply', [], { env });
  if (first.status !== 0 || !first.out.includes('then run this script again')) return first;
  return m.run('apply', [], { env });
}
const whole = (m: Machine, times = true) => ({ home: m.homeTree(times), machine: m.machineTree() });

describe('the exported scripts, run for real', () => {
  it('pass ShellCheck', () => {
    const m = machineFor(everyDeed());
    for (const name of ['apply', 'undo']) {
      const { stdout, status } = spawnSync('shellcheck', ['-s', 'sh', join(m.at, `${name}.sh`)]);
      expect(stdout.toString()).toBe('');
      expect(status).toBe(0);
    }
    m.remove();
  });

  it.each([
    ['a plain home', {}],
    [
      'a home with blanks, quotes and letters beyond ASCII, its folders moved',
      { home: `it's "my" hömе $x`, moved: true },
    ],
  ] as const)(
    'put everything where the host finds it, and take it back to the byte and the time: %s',
    async (_, wishes) => {
      const m = machineFor(everyDeed(), wishes);
      const before = whole(m);
      const went = await applyAll(m);
      expect(went.err).not.toContain('Stopped');
      expect(went.out).toContain('are done or skipped.');
      expect(readdirSync(m.path('~/.local/share/icons/Samphire-Icons'))).toContain('index.theme');
      expect(existsSync(m.path('~/.local/share/looks/-rf/frame/frame.css'))).toBe(true);
      expect(m.tool('fern', 'show', 'icons.theme')).toBe('Samphire-Icons\n');
      expect(m.tool('fern', 'show', 'odd.2')).toBe('two\nlines\n');
      expect(m.read('~/.local/share/reed/in/flags')).toBe(['reed', ...NASTY, ''].join('\n'));
      expect(m.read('~/.config/pinna/pinna.conf')).toBe('# mine\nthin = 3\n  thick = 84\nend = yes\n');
      expect(m.read('~/.config/hours.ini')).toBe(
        '# kept\n[Moon]\nPlace=x\n\n[Sun]\nSet=1\nPlace=51.5, -0.1\n\n[Stars]\nPlace=y\n',
      );
      expect(m.read('~/.config/desk.json')).toBe(
        '{\n  "size": 1,\n  "bar": {"edge": "left", "size": 84, "list": [1, {"size": 2}]},\n  "text": "a \\"b\\""\n}\n',
      );
      expect(m.read('~/.config/plate.css')).toBe('.bar {\n  color: #c0d0bb;\n}\n');
      expect(statSync(m.path('~/.config/plate.css')).mode & 0o777).toBe(0o640);
      expect(went.out + (await m.run('apply', ['--dry-run'])).out).toContain('plate.css');
      expect(m.read('~/.config/new/one.conf')).toBe('a = b\n');
      expect(m.read(`~/.config/autostart/${NASTY[0]!}.desktop`)).toBe(`${NASTY[0]!}\n\ntwo\nlines`);
      expect(existsSync(m.path('~/.cache/spare-coat/icons'))).toBe(false);
      expect(m.read('~/notes.txt')).toBe('not to be touched');
      // Run again there is nothing to do, and nothing changes.
      const after = whole(m);
      expect((await applyAll(m)).out).toMatch(/done already/);
      expect(whole(m)).toEqual(after);
      const back = await m.run('undo');
      expect([back.status, back.err]).toEqual([0, '']);
      expect(whole(m)).toEqual(before);
      expect((await m.run('undo')).out).toContain('nothing to take back');
      m.remove();
    },
  );

  it('change nothing in a dry run, and tell what would run as it would have to be typed', async () => {
    const m = machineFor(everyDeed());
    const before = whole(m);
    const dry = await m.run('apply', ['--dry-run'], { input: '' });
    expect([dry.status, dry.err]).toEqual([0, '']);
    expect(dry.out).toContain('Nothing was changed.');
    expect(dry.out).toContain(`+ fern set odd.0 'it'\\''s "quoted"'`);
    expect(dry.out).toContain("+ fern set odd.3 'über $HOME `id`'");
    expect(whole(m)).toEqual(before);
    await applyAll(m);
    const applied = whole(m);
    expect((await m.run('undo', ['--dry-run'], { input: '' })).status).toBe(0);
    expect(whole(m)).toEqual(applied);
    m.remove();
  });

  it('stop at the first error and say where; what was done can be taken back', async () => {
    const m = machineFor(everyDeed());
    const before = whole(m);
    const went = await applyAll(m, {
      STAND_IN_CHANNEL: 'dunnock',
      STAND_IN_MIRROR: `${sources.mirror}/nowhere`,
    });
    expect(went.status).not.toBe(0);
    expect(went.err).toContain('Stopped in step 4.');
    expect(existsSync(m.path('~/.local/share/reed'))).toBe(false);
    expect((await m.run('undo')).status).toBe(0);
    expect(whole(m)).toEqual(before);
    m.remove();
  });

  it('notice a session that was not broken', async () => {
    const m = machineFor(everyDeed());
    const env = { XDG_SESSION_ID: 'c1' };
    expect((await m.run('apply', [], { env })).out).toContain('Log out and in again');
    expect((await m.run('apply', [], { env })).out).toContain('This is still the same session');
    expect((await m.run('apply', ['--go-on'], { env })).out).toContain('are done or skipped.');
    m.remove();
  });

  it('can be taken up, and taken back, wherever they were killed', async () => {
    const plan = everyDeed();
    /** Commands outside the shell itself are where a script can be killed; each counts. */
    const COUNTED = [
      'mkdir',
      'mv',
      'cp',
      'rm',
      'cat',
      'curl',
      'tar',
      'git',
      'awk',
      'touch',
      'head',
      'cmp',
      'fern',
      'larder',
      'rmdir',
    ];
    const counting = (m: Machine) => {
      const shims = join(m.at, 'shims');
      mkdirSync(shims);
      for (const tool of COUNTED) {
        const real = ['fern', 'larder'].includes(tool)
          ? join(m.bin, tool)
          : execFileSync('sh', ['-c', `command -v ${tool}`])
              .toString()
              .trim();
        writeFileSync(
          join(shims, tool),
          `#!/bin/sh\nread -r n <"${m.at}/count" || :\nn=$((n + 1))\nprintf '%s\\n' "$n" >"${m.at}/count"\nprintf '%s %s\\n' "$n" "$*" >>"${m.at}/calls"\nif [ "$n" = "\${KILL_AT:-}" ]; then\n  if [ "\${KILL_AFTER:-}" = yes ]; then PATH="${m.bin}:$REAL_PATH" "${real}" "$@" || :; fi\n  kill -9 "$PPID"\n  exit 137\nfi\nPATH="${m.bin}:$REAL_PATH" exec "${real}" "$@"\n`,
        );
        chmodSync(join(shims, tool), 0o755);
      }
      writeFileSync(join(m.at, 'count'), '0\n');
      m.own();
      return { PATH: `${shims}:${m.env()['PATH']!}`, REAL_PATH: process.env['PATH']! };
    };
    // Killed while its own folder of records is made, a script cannot give the folder above that its time back.
    const noBase = (w: ReturnType<typeof whole>) => ({
      ...w,
      home: { ...w.home, '.local/state': w.home['.local/state']?.replace(/ \d+$/, '') },
    });
    const count = (m: Machine) => Number(readFileSync(join(m.at, 'count'), 'utf8'));
    const all = machineFor(plan);
    const env = counting(all);
    await applyAll(all, env);
    const applied = whole(all, false);
    expect(count(all)).toBeGreaterThan(100);
    // A repository that is cloned anew has other times inside, so that what git keeps for itself is left out.
    const noGit = ({ home, machine }: ReturnType<typeof whole>) => ({
      home: Object.fromEntries(Object.entries(home).filter(([path]) => !path.includes('/.git'))),
      machine,
    });
    // Every step ends by making the folder in which it is written down as done: the calls before that are its own.
    const calls = readFileSync(join(all.at, 'calls'), 'utf8').split('\n');
    const ends = calls.flatMap((line) => /^(\d+) -p .*\/done$/.exec(line)?.[1] ?? []).map(Number);
    const steps = plan.ok ? plan.sittings.flatMap((sitting) => sitting.steps).length : 0;
    expect(ends).toHaveLength(steps + 1); // the session break is written down as well
    // Each is killed in its middle, and every other one just before it would be done.
    const places = ends.flatMap((end, n) => {
      const middle = Math.floor(((ends[n - 1] ?? 0) + 1 + end) / 2);
      return n % 2 === 0 && middle !== end ? [middle, end] : [middle];
    });
    const tried = places.flatMap((at, n) => (n % KILLED_EVERY === 0 ? [[n, at] as const] : []));
    for (const [n, at] of tried) {
      const more = { KILL_AT: String(at), KILL_AFTER: n % 3 === 0 ? 'yes' : 'no' };
      const m = machineFor(plan);
      const before = whole(m);
      const killing = counting(m);
      await applyAll(m, { ...killing, ...more });
      // One half is taken up and then taken back, the other half is taken back at once, and killed in that as well.
      if (n % 2 === 0) {
        const again = await applyAll(m);
        expect([at, again.status, again.err]).toEqual([at, 0, '']);
        expect(noGit(whole(m, false))).toEqual(noGit(applied));
      } else {
        writeFileSync(join(m.at, 'count'), '0\n');
        await m.run('undo', [], {
          env: { ...killing, KILL_AT: String(1 + (at % 40)), KILL_AFTER: more.KILL_AFTER },
        });
      }
      const back = await m.run('undo');
      expect([at, back.status, back.err]).toEqual([at, 0, '']);
      expect([at, noBase(whole(m))]).toEqual([at, noBase(before)]);
      m.remove();
    }
    all.remove();
    const out = process.env['KILLED_OUT'];
    if (out) writeFileSync(out, JSON.stringify({ places: places.length, tried: tried.length }));
  }, 3_600_000);
});
