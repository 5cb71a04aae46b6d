import { execFileSync, spawn, spawnSync } from 'node:child_process';
import {
  chmodSync,
  existsSync,
  lstatSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  readlinkSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { HostProfile } from '@spare-coat/core/host/profile';
import type { Deed } from '@spare-coat/core/plan/deed';
import { makeStep } from '@spare-coat/core/plan/draft';
import { orderSteps } from '@spare-coat/core/plan/order';
import { applyScript, type ScriptOf } from '@spare-coat/core/plan/script/apply';
import { undoScript } from '@spare-coat/core/plan/script/undo';
import type { Plan } from '@spare-coat/core/plan/step';
import { testHost } from '@spare-coat/core/testing/parts';
import { makeArchive } from '../listing/archives.js';
import { mirrorApp } from './app.js';

/** Names that trip up scripts: each is a file, a value or a title somewhere below. */
const NASTY = [`it's "quoted"`, '-rf', 'two\nlines', 'über $HOME `id`', ' space '];

const TOOLS = fileURLToPath(new URL('../../tools', import.meta.url));
const HOST: HostProfile = testHost({
  commands: {
    safePoint: ['stepback', 'make', '{name}'],
    set: ['fern', 'set', '{key}', '{value}'],
    get: ['fern', 'show', '{key}'],
    reset: ['fern', 'reset', '{key}'],
    reload: ['fern', 'reload'],
    enable: ['fern', 'addon', 'on', '{id}'],
    disable: ['fern', 'addon', 'off', '{id}'],
    open: ['fern', 'open', '{name}'],
  },
});
const OF: ScriptOf = {
  coat: `Coat ${NASTY.join(' ')}`,
  id: 'studio-b',
  hostLabel: 'Fernbank 3.4',
  host: HOST,
};

let server: Server;
let mirror = '';
let folder = '';

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'scripts-'));
  const app = mirrorApp();
  const icons = await makeArchive('Samphire Icons', '4.1', 'pointers');
  const theme = await makeArchive('Clayworks', '2.0', 'window theme');
  app.get('/files/of/icons.tar.gz', (_req, res) => void res.send(icons));
  app.get('/files/of/theme.tar.gz', (_req, res) => void res.send(theme));
  server = createServer(app).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  mirror = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const code = join(folder, 'code');
  mkdirSync(code);
  const git = (...words: string[]) =>
    execFileSync('git', ['-c', 'user.name=x', '-c', 'user.email=x@example.org', ...words], {
      cwd: code,
      stdio: 'pipe',
    });
  git('init', '-q');
  writeFileSync(
    join(code, 'put.sh'),
    '#!/bin/sh\nset -eu\nif [ "${1:-}" = --remove ]; then rm -rf "$HOME/.local/opt/reed"; exit 0; fi\nmkdir -p "$HOME/.local/opt/reed"\nprintf "%s\\n" "$@" >"$HOME/.local/opt/reed/flags"\n',
    { mode: 0o755 },
  );
  git('add', '-A');
  git('commit', '-q', '-m', 'first');
  git('tag', '1.0');
});
afterAll(() => {
  server.close();
  rmSync(folder, { recursive: true });
});

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
        from: `${mirror}/files/of/icons.tar.gz`,
        to: `${cache}/icons/icons.tar.gz`,
        sha256: null,
      },
      {
        do: 'fetch',
        from: `${mirror}/files/of/theme.tar.gz`,
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
      { do: 'clone', from: join(folder, 'code'), version: '1.0', to: `${cache}/reed` },
      {
        do: 'run',
        program: `${cache}/reed/put.sh`,
        words: ['--user', ...NASTY],
        admin: false,
        makes: [{ path: '~/.local/opt/reed', is: 'program' }],
        takes: [],
        undo: ['--remove'],
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
        file: { path: '~/.config/hours.ini', format: 'key file', at: 'Sun/Place' },
        value: '51.5, -0.1',
      },
      { do: 'edit', file: { path: '~/.config/desk.json', format: 'json', at: 'bar.size' }, value: '84' },
      { do: 'edit', file: { path: '~/.config/new/one.conf', format: 'lines', at: 'a =' }, value: 'b' },
    ]),
    step(
      'Write and place files',
      NASTY.map((name): Deed => ({
        do: 'write',
        to: `~/.config/autostart/${name.replace('/', '')}.desktop`,
        text: `${name}\n`,
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

interface Ran {
  readonly status: number | null;
  readonly out: string;
  readonly err: string;
}

/** A throw-away home and machine with things in them that are to be overwritten, changed, deleted or left alone. */
class Machine {
  readonly home: string;
  readonly root: string;
  readonly bin: string;

  constructor(plan: Plan) {
    const at = mkdtempSync(join(folder, 'm-'));
    [this.home, this.root, this.bin] = [join(at, 'home of it'), join(at, 'root'), join(at, 'bin')];
    for (const f of [this.home, this.root, this.bin]) mkdirSync(f);
    for (const [name, tool] of [
      ['fern', 'desk'],
      ['larder', 'parcel'],
      ['stepback', 'stepback'],
    ] as const)
      symlinkSync(join(TOOLS, tool), join(this.bin, name));
    const put = (path: string, text: string, mode = 0o644) => {
      mkdirSync(join(this.home, path, '..'), { recursive: true });
      writeFileSync(join(this.home, path), text, { mode });
    };
    put('.config/pinna/pinna.conf', '# mine\nthin = 3\n  thick = 28\nend = yes\n', 0o600);
    put('.config/hours.ini', '# kept\n[Moon]\nPlace=x\n\n[Sun]\nSet=1\n\n[Stars]\nPlace=y\n');
    put(
      '.config/desk.json',
      '{\n  "size": 1,\n  "bar": {"edge": "left", "size": 46, "list": [1, {"size": 2}]},\n  "text": "a \\"b\\""\n}\n',
    );
    put('.config/autostart/-rf.desktop', 'was here\n');
    put('.config/old theme/frame.css', 'old');
    put('.config/unasked/a/b', 'x');
    put('.local/share/icons/Samphire-Icons/index.theme', 'an older one');
    put('.local/state/other/x', 'not ours');
    put('Downloads/a picture.png', 'PNG');
    put('notes.txt', 'not to be touched');
    symlinkSync('frame.css', join(this.home, '.config/old theme/link'));
    this.run('fern', 'set', 'bar.edge', 'left');
    this.run('fern', 'set', 'odd.2', 'two\nlines before\n');
    mkdirSync(join(this.root, 'lists'));
    writeFileSync(join(this.root, 'lists/icons.theme'), 'home/.local/share/icons\n/usr/share/icons\n');
    writeFileSync(join(this.root, 'lists/frame.theme'), 'home/.local/share/looks\n');
    writeFileSync(join(at, 'apply.sh'), applyScript(OF, plan));
    writeFileSync(join(at, 'undo.sh'), undoScript(OF));
    this.scripts = at;
  }
  readonly scripts: string;

  env(more: Record<string, string> = {}): NodeJS.ProcessEnv {
    const { XDG_STATE_HOME: _state, XDG_SESSION_ID: _session, ...rest } = process.env;
    return {
      ...rest,
      HOME: this.home,
      PATH: `${this.bin}:${process.env['PATH'] ?? ''}`,
      STAND_IN_ROOT: this.root,
      STAND_IN_MIRROR: mirror,
      STAND_IN_CHANNEL: 'pipit',
      GIT_CONFIG_COUNT: '1',
      GIT_CONFIG_KEY_0: 'safe.directory',
      GIT_CONFIG_VALUE_0: '*',
      ...more,
    };
  }
  run(tool: string, ...words: string[]): string {
    return execFileSync(join(this.bin, tool), words, { env: this.env(), stdio: 'pipe' }).toString();
  }
  /** The mirror answers in this very process, so that nothing may wait for a script without letting it. */
  async script(
    name: 'apply' | 'undo',
    words: string[] = [],
    more: Record<string, string> = {},
  ): Promise<Ran> {
    const child = spawn('sh', [join(this.scripts, `${name}.sh`), ...words], {
      env: this.env(more),
      stdio: ['ignore', 'pipe', 'pipe'],
      timeout: 20_000,
    });
    let [out, err] = ['', ''];
    child.stdout.on('data', (d) => (out += String(d)));
    child.stderr.on('data', (d) => (err += String(d)));
    const status = await new Promise<number | null>((resolve) => child.once('close', resolve));
    return { status, out, err };
  }
  /** Applies all of it, over the session break. */
  async apply(more: Record<string, string> = {}): Promise<Ran> {
    const first = await this.script('apply', [], more);
    if (first.status !== 0 || !first.out.includes('then run this script again')) return first;
    return this.script('apply', [], more);
  }
  /** Everything that is there: files with their rights and bytes, folders, and where links lead. */
  tree(): Record<string, string> {
    const found: Record<string, string> = {};
    const walk = (base: string, at: string) => {
      for (const name of readdirSync(join(base, at)).sort()) {
        const path = join(at, name);
        const full = join(base, path);
        const stat = lstatSync(full);
        if (stat.isSymbolicLink()) found[`${base} ${path}`] = `-> ${readlinkSync(full)}`;
        else if (stat.isDirectory()) {
          found[`${base} ${path}`] = `folder ${(stat.mode & 0o777).toString(8)}`;
          walk(base, path);
        } else
          found[`${base} ${path}`] =
            `${(stat.mode & 0o777).toString(8)} ${readFileSync(full).toString('base64')}`;
      }
    };
    walk(this.home, '');
    walk(this.root, '');
    return found;
  }
  read(path: string): string {
    return readFileSync(join(this.home, path), 'utf8');
  }
  remove(): void {
    rmSync(this.scripts, { recursive: true });
  }
}

describe('the exported scripts, run for real', () => {
  it('pass ShellCheck', () => {
    const m = new Machine(everyDeed());
    for (const name of ['apply', 'undo']) {
      const { stdout, status } = spawnSync('shellcheck', ['-s', 'sh', join(m.scripts, `${name}.sh`)]);
      expect(stdout.toString()).toBe('');
      expect(status).toBe(0);
    }
    m.remove();
  });

  it('put everything where the host finds it, and take it back byte for byte', async () => {
    const m = new Machine(everyDeed());
    const before = m.tree();
    const went = await m.apply();
    expect(went.err).not.toContain('Stopped');
    expect(went.out).toContain('are done.');
    expect(readdirSync(join(m.home, '.local/share/icons/Samphire-Icons'))).toContain('index.theme');
    expect(existsSync(join(m.home, '.local/share/looks/-rf/frame/frame.css'))).toBe(true);
    expect(m.run('fern', 'show', 'icons.theme')).toBe('Samphire-Icons\n');
    expect(m.run('fern', 'show', 'odd.2')).toBe('two\nlines\n');
    expect(m.read('.local/opt/reed/flags')).toBe(['--user', ...NASTY, ''].join('\n'));
    expect(m.read('.config/pinna/pinna.conf')).toBe('# mine\nthin = 3\n  thick = 84\nend = yes\n');
    expect(m.read('.config/hours.ini')).toBe(
      '# kept\n[Moon]\nPlace=x\n\n[Sun]\nSet=1\nPlace=51.5, -0.1\n\n[Stars]\nPlace=y\n',
    );
    expect(m.read('.config/desk.json')).toBe(
      '{\n  "size": 1,\n  "bar": {"edge": "left", "size": 84, "list": [1, {"size": 2}]},\n  "text": "a \\"b\\""\n}\n',
    );
    expect(m.read('.config/new/one.conf')).toBe('a = b\n');
    expect(m.read(`.config/autostart/${NASTY[2]!}.desktop`)).toBe('two\nlines\n');
    expect(existsSync(join(m.home, '.cache/spare-coat/icons'))).toBe(false);
    expect(m.read('notes.txt')).toBe('not to be touched');
    // Run again there is nothing to do, and nothing changes.
    const after = m.tree();
    expect((await m.apply()).out).toMatch(/done already/);
    expect(m.tree()).toEqual(after);
    const back = await m.script('undo');
    expect([back.status, back.err]).toEqual([0, '']);
    expect(m.tree()).toEqual(before);
    expect((await m.script('undo')).out).toContain('nothing to take back');
    m.remove();
  });

  it('change nothing in a dry run', async () => {
    const m = new Machine(everyDeed());
    const before = m.tree();
    const dry = await m.script('apply', ['--dry-run']);
    expect([dry.status, dry.err]).toEqual([0, '']);
    expect(dry.out).toContain('Nothing was changed.');
    expect(m.tree()).toEqual(before);
    await m.apply();
    const applied = m.tree();
    expect((await m.script('undo', ['--dry-run'])).status).toBe(0);
    expect(m.tree()).toEqual(applied);
    m.remove();
  });

  it('stop at the first error and say where; what was done can be taken back', async () => {
    const m = new Machine(everyDeed());
    const before = m.tree();
    const went = await m.apply({ STAND_IN_CHANNEL: 'dunnock', STAND_IN_MIRROR: `${mirror}/nowhere` });
    expect(went.status).not.toBe(0);
    expect(went.err).toContain('Stopped in step 4.');
    expect(existsSync(join(m.home, '.local/opt/reed'))).toBe(false);
    expect((await m.script('undo')).status).toBe(0);
    expect(m.tree()).toEqual(before);
    m.remove();
  });

  it('notice a session that was not broken', async () => {
    const m = new Machine(everyDeed());
    const one = { XDG_SESSION_ID: 'c1' };
    expect((await m.script('apply', [], one)).out).toContain('Log out and in again');
    expect((await m.script('apply', [], one)).out).toContain('This is still the same session');
    expect((await m.script('apply', ['--go-on'], one)).out).toContain('are done.');
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
      'fern',
      'larder',
      'rmdir',
    ];
    const counting = (m: Machine) => {
      const shims = join(m.scripts, 'shims');
      mkdirSync(shims);
      for (const tool of COUNTED) {
        const real = ['fern', 'larder'].includes(tool)
          ? join(m.bin, tool)
          : execFileSync('sh', ['-c', `command -v ${tool}`])
              .toString()
              .trim();
        writeFileSync(
          join(shims, tool),
          `#!/bin/sh\nread -r n <"${m.scripts}/count" || :\nn=$((n + 1))\nprintf '%s\\n' "$n" >"${m.scripts}/count"\nprintf '%s %s\\n' "$n" "$*" >>"${m.scripts}/calls"\nif [ "$n" = "\${KILL_AT:-}" ]; then\n  if [ "\${KILL_AFTER:-}" = yes ]; then PATH="${m.bin}:$REAL_PATH" "${real}" "$@" || :; fi\n  kill -9 "$PPID"\n  exit 137\nfi\nPATH="${m.bin}:$REAL_PATH" exec "${real}" "$@"\n`,
        );
        chmodSync(join(shims, tool), 0o755);
      }
      writeFileSync(join(m.scripts, 'count'), '0\n');
      return { PATH: `${shims}:${m.env()['PATH']!}`, REAL_PATH: process.env['PATH']! };
    };
    const count = (m: Machine) => Number(readFileSync(join(m.scripts, 'count'), 'utf8'));
    const whole = new Machine(plan);
    const env = counting(whole);
    await whole.apply(env);
    const applied = whole.tree();
    const total = count(whole);
    expect(total).toBeGreaterThan(100);
    const plain = (m: Machine, tree: Record<string, string>) =>
      Object.fromEntries(
        Object.entries(tree)
          .filter(([path]) => !path.includes('.local/state/spare-coat'))
          .map(([path, is]) => [path.replace(m.scripts, ''), is]),
      );
    // A repository that is cloned anew has other times inside, so that what git keeps for itself is left out.
    const noGit = (tree: Record<string, string>) =>
      Object.fromEntries(Object.entries(tree).filter(([path]) => !path.includes('/.git')));
    // Every step ends by making the folder in which it is written down as done: the calls before that are its own.
    const calls = readFileSync(join(whole.scripts, 'calls'), 'utf8').split('\n');
    const ends = calls.flatMap((line) => /^(\d+) -p .*\/done$/.exec(line)?.[1] ?? []).map(Number);
    const steps = plan.ok ? plan.sittings.flatMap((sitting) => sitting.steps).length : 0;
    expect(ends).toHaveLength(steps + 1); // the session break is written down as well
    // Each is killed in its middle, and every other one just before it would be done.
    const places = ends.flatMap((end, n) => {
      const middle = Math.floor(((ends[n - 1] ?? 0) + 1 + end) / 2);
      return n % 2 === 0 && middle !== end ? [middle, end] : [middle];
    });
    for (const [n, at] of places.entries()) {
      const more = { KILL_AT: String(at), KILL_AFTER: n % 3 === 0 ? 'yes' : 'no' };
      const m = new Machine(plan);
      const before = m.tree();
      const killing = counting(m);
      await m.apply({ ...killing, ...more });
      // One half is taken up and then taken back, the other half is taken back at once, and killed in that as well.
      if (n % 2 === 0) {
        const again = await m.apply();
        expect([at, again.status, again.err]).toEqual([at, 0, '']);
        expect(noGit(plain(m, m.tree()))).toEqual(noGit(plain(whole, applied)));
      } else {
        writeFileSync(join(m.scripts, 'count'), '0\n');
        await m.script('undo', [], {
          ...killing,
          KILL_AT: String(1 + (at % 40)),
          KILL_AFTER: more.KILL_AFTER,
        });
      }
      const back = await m.script('undo');
      expect([at, back.status, back.err]).toEqual([at, 0, '']);
      expect([at, m.tree()]).toEqual([at, before]);
      m.remove();
    }
    whole.remove();
  }, 120_000);
});
