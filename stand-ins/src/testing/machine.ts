import { execFileSync, spawn } from 'node:child_process';
import {
  chmodSync,
  copyFileSync,
  lchownSync,
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
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { HostProfile } from '@spare-coat/core/model/host/profile';

/** A user that no machine has: scripts are never run as root, and never in a home that is somebody's. */
const NOBODY = 54_321;
const isRoot = process.getuid?.() === 0;
const TOOLS = fileURLToPath(new URL('../../tools', import.meta.url));

/** The commands that the tools of this folder stand in for, as a profile has them. */
export const MACHINE_COMMANDS: HostProfile['commands'] = {
  safePoint: ['stepback', 'make', '{name}'],
  set: ['fern', 'set', '{key}', '{value}'],
  get: ['fern', 'show', '{key}'],
  reset: ['fern', 'reset', '{key}'],
  reload: ['fern', 'reload'],
  enable: ['fern', 'addon', 'on', '{id}'],
  disable: ['fern', 'addon', 'off', '{id}'],
  isEnabled: ['fern', 'addon', 'is', '{id}'],
  open: ['fern', 'open', '{name}'],
};

/** Gives a folder with all that is in it to the user that scripts run as. */
export function giveAway(path: string): void {
  if (!isRoot) return;
  lchownSync(path, NOBODY, NOBODY);
  if (lstatSync(path).isDirectory()) for (const name of readdirSync(path)) giveAway(join(path, name));
}

export interface Ran {
  readonly status: number | null;
  readonly out: string;
  readonly err: string;
}

/** Says yes to whatever is asked, and done to whatever is for a hand. */
export const YES = 'yes\ndone\n'.repeat(400);

export interface MachineWishes {
  /** The name of the home folder: blanks, quotes and letters beyond ASCII are a person's right. */
  readonly home?: string;
  /** Whether data and configuration lie elsewhere than usual, by the XDG variables. */
  readonly moved?: boolean;
  readonly mirror?: string;
}

/** A throw-away home and machine, with a user of its own who may write nowhere else. */
export class Machine {
  readonly at = mkdtempSync(join(tmpdir(), 'machine-'));
  readonly home: string;
  readonly root = join(this.at, 'root');
  readonly bin = join(this.at, 'bin');
  readonly config: string;
  readonly data: string;

  constructor(private readonly wishes: MachineWishes = {}) {
    this.home = join(this.at, wishes.home ?? 'home of it');
    this.config = join(this.home, wishes.moved ? `set 'tings` : '.config');
    this.data = join(this.home, wishes.moved ? 'dätä' : '.local/share');
    chmodSync(this.at, 0o755);
    for (const f of [this.home, this.root, this.bin, join(this.at, 'tmp')]) mkdirSync(f);
    for (const [name, tool] of [
      ['fern', 'desk'],
      ['larder', 'parcel'],
      ['stepback', 'stepback'],
    ] as const) {
      copyFileSync(join(TOOLS, tool), join(this.bin, name));
      chmodSync(join(this.bin, name), 0o755);
    }
    this.own();
  }

  /** Where a path of a plan lies here. */
  path(path: string): string {
    for (const [base, folder] of [
      ['~/.config', this.config],
      ['~/.local/share', this.data],
    ] as const)
      if (path === base || path.startsWith(`${base}/`)) return join(folder, path.slice(base.length));
    return path.startsWith('~/') ? join(this.home, path.slice(2)) : join(this.root, path);
  }
  put(path: string, text: string, mode = 0o644): void {
    mkdirSync(dirname(this.path(path)), { recursive: true });
    writeFileSync(this.path(path), text);
    chmodSync(this.path(path), mode);
  }
  link(path: string, to: string): void {
    mkdirSync(dirname(this.path(path)), { recursive: true });
    symlinkSync(to, this.path(path));
  }
  read(path: string): string {
    return readFileSync(this.path(path), 'utf8');
  }
  script(name: string, text: string): void {
    writeFileSync(join(this.at, `${name}.sh`), text);
  }

  /** Gives everything to the machine's user, who could not change it otherwise. */
  own(): void {
    giveAway(this.at);
  }

  env(more: Readonly<Record<string, string>> = {}): NodeJS.ProcessEnv {
    const { moved, mirror } = this.wishes;
    return {
      PATH: `${this.bin}:${process.env['PATH'] ?? ''}`,
      LC_ALL: 'C',
      TMPDIR: join(this.at, 'tmp'),
      HOME: this.home,
      ...(moved ? { XDG_CONFIG_HOME: this.config, XDG_DATA_HOME: this.data } : {}),
      STAND_IN_ROOT: this.root,
      STAND_IN_MIRROR: mirror ?? 'http://127.0.0.1:1',
      STAND_IN_CHANNEL: 'pipit',
      GIT_CONFIG_COUNT: '2',
      GIT_CONFIG_KEY_1: 'advice.detachedHead',
      GIT_CONFIG_VALUE_1: 'false',
      GIT_CONFIG_KEY_0: 'safe.directory',
      GIT_CONFIG_VALUE_0: '*',
      ...more,
    };
  }
  private get user(): { uid?: number; gid?: number } {
    return isRoot ? { uid: NOBODY, gid: NOBODY } : {};
  }
  tool(name: string, ...words: string[]): string {
    return execFileSync(join(this.bin, name), words, {
      env: this.env(),
      stdio: 'pipe',
      ...this.user,
    }).toString();
  }

  private start(name: string, words: readonly string[], env: Readonly<Record<string, string>>) {
    const child = spawn('sh', [join(this.at, `${name}.sh`), ...words], {
      cwd: this.home,
      env: this.env(env),
      stdio: ['pipe', 'pipe', 'pipe'],
      timeout: 60_000,
      ...this.user,
    });
    child.stdin.on('error', () => undefined);
    return child;
  }

  /** Runs a script of this machine as its user. A mirror may answer in this very process, so that nothing is waited for. */
  async run(
    name: string,
    words: readonly string[] = [],
    {
      input = YES,
      env = {},
    }: { readonly input?: string; readonly env?: Readonly<Record<string, string>> } = {},
  ): Promise<Ran> {
    const child = this.start(name, words, env);
    child.stdin.end(input);
    let [out, err] = ['', ''];
    child.stdout.on('data', (d) => (out += String(d)));
    child.stderr.on('data', (d) => (err += String(d)));
    const status = await new Promise<number | null>((resolve) => child.once('close', resolve));
    return { status, out, err };
  }

  /** Runs a script that is answered as it asks: whatever it says is heard, and what the listener gives is typed. */
  async converse(
    name: string,
    words: readonly string[],
    {
      env = {},
      hears,
    }: {
      readonly env?: Readonly<Record<string, string>>;
      readonly hears: (said: string) => string | null;
    },
  ): Promise<Ran> {
    const child = this.start(name, words, env);
    let [out, err] = ['', ''];
    child.stdout.on('data', (d) => (out += String(d)));
    child.stderr.on('data', (d) => {
      err += String(d);
      const answer = hears(String(d));
      if (answer !== null) child.stdin.write(`${answer}\n`);
    });
    const status = await new Promise<number | null>((resolve) => child.once('close', resolve));
    return { status, out, err };
  }

  /**
   * Everything that is there below a folder: files with their rights and bytes, folders, where links lead, and when each was
   * changed. The records of scripts are left out: they are theirs.
   */
  private listing(base: string, times: boolean): Record<string, string> {
    const found: Record<string, string> = {};
    const note = (path: string, full: string) => {
      const stat = lstatSync(full, { bigint: true });
      const when = times ? ` ${stat.mtimeNs}` : '';
      const mode = (stat.mode & 0o7777n).toString(8);
      if (stat.isSymbolicLink()) found[path] = `-> ${readlinkSync(full)}${when}`;
      else if (stat.isDirectory()) {
        found[path] = `folder ${mode}${when}`;
        for (const name of readdirSync(full).sort()) note(join(path, name), join(full, name));
      } else found[path] = `${mode} ${readFileSync(full).toString('base64')}${when}`;
    };
    note('.', base);
    return found;
  }
  /** The home folder, to the time. */
  homeTree(times = true): Record<string, string> {
    const all = this.listing(this.home, times);
    return Object.fromEntries(
      Object.entries(all).filter(
        ([path, is]) =>
          !path.startsWith('.local/state/spare-coat') &&
          // Folders in which only records lie are there for these alone.
          !(['.local', '.local/state'].includes(path) && is.startsWith('folder') && this.onlyRecords(path)),
      ),
    );
  }
  private onlyRecords(path: string): boolean {
    return readdirSync(join(this.home, path)).every((n) => ['state', 'spare-coat'].includes(n));
  }
  /** The machine beside the home folder: settings, packages, addons. */
  machineTree(): Record<string, string> {
    return this.listing(this.root, false);
  }
  remove(): void {
    rmSync(this.at, { recursive: true, force: true });
  }
}
