import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { chmodSync, chownSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { fileURLToPath } from 'node:url';
import { Display } from '@spare-coat/stand-ins/desktop/display';
import { pngOf } from '@spare-coat/stand-ins/desktop/dressed';
import { schemaXml } from '@spare-coat/stand-ins/desktop/forms';

/**
 * The desktop that can be dressed, on a server of X11 of its own: in a throw-away home with blanks and letters beyond ASCII, as an ordinary
 * user, with its settings kept in a key file.
 */
export class DressedHost {
  private readonly at = mkdtempSync(join(tmpdir(), 'dressed-'));
  private readonly home = join(this.at, 'Zoë’s home');
  private readonly user = process.getuid?.() === 0 ? { uid: 54_321, gid: 54_321 } : {};
  private env: Record<string, string> = {};
  private server?: ChildProcess;
  private desktop?: ChildProcess;
  private screen?: Display;
  private started = 0;

  async start(width: number, height: number): Promise<void> {
    const schemas = join(this.at, 'schemas');
    mkdirSync(this.home);
    mkdirSync(schemas);
    writeFileSync(join(schemas, 'org.samphire.gschema.xml'), schemaXml());
    execFileSync('glib-compile-schemas', ['--strict', schemas]);
    chmodSync(this.at, 0o755);
    if (this.user.uid !== undefined) chownSync(this.home, this.user.uid, this.user.gid);
    this.server = spawn(
      'Xvfb',
      ['-displayfd', '3', '-screen', '0', `${width}x${height}x24`, '-nolisten', 'tcp'],
      { stdio: ['ignore', 'ignore', 'ignore', 'pipe'] },
    );
    const [told] = (await once(this.server.stdio[3]!, 'data')) as [Buffer];
    const display = `:${told.toString().trim()}`;
    this.screen = await Display.open(display);
    this.env = {
      PATH: process.env['PATH']!,
      HOME: this.home,
      LC_ALL: 'C',
      DISPLAY: display,
      GSETTINGS_SCHEMA_DIR: schemas,
      GSETTINGS_BACKEND: 'keyfile',
      XDG_DATA_DIRS: '/nowhere',
      XDG_CURRENT_DESKTOP: 'Samphire',
      SURVEY_SAMPLES: '1',
      SURVEY_PAUSE: '0',
      LEARN_QUIET: '1',
      LEARN_SETTLE: '0',
    };
    const program = fileURLToPath(import.meta.resolve('@spare-coat/stand-ins/desktop/main'));
    const desktop = spawn(process.execPath, [program], {
      env: this.env,
      cwd: this.home,
      stdio: ['ignore', 'pipe', 'inherit'],
      ...this.user,
    });
    this.desktop = desktop;
    createInterface(desktop.stdout).on('line', (line) => {
      this.started = (JSON.parse(line) as { started: number }).started;
    });
    await this.startedAfter(0);
  }

  private async startedAfter(before: number): Promise<void> {
    const until = Date.now() + 60_000;
    while (this.started <= before) {
      if (Date.now() > until) throw new Error('The desktop did not start.');
      await new Promise((done) => setTimeout(done, 50));
    }
  }
  /** Starts the desktop again, as a new session does. */
  async restart(): Promise<void> {
    const before = this.started;
    this.desktop!.kill('SIGHUP');
    await this.startedAfter(before);
  }

  /** What its screen shows, as PNG. */
  async shot(): Promise<Buffer> {
    return pngOf(await this.screen!.shot());
  }

  /** Runs a script as its user; what it asks is answered by `answers`. @returns what it says */
  run(script: string, words: readonly string[] = [], answers = ''): string {
    const file = join(this.at, 'script.sh');
    writeFileSync(file, script);
    return execFileSync('sh', [file, ...words], {
      env: this.env,
      cwd: this.home,
      input: answers,
      ...this.user,
    }).toString();
  }
  /** Goes through `learn.sh`, with a change of the desktop's settings before each answer. @returns what it learnt */
  async learn(script: string, changes: readonly (() => void)[]): Promise<string> {
    const file = join(this.at, 'learn.sh');
    writeFileSync(file, script);
    const to = join(this.home, 'learnt.json');
    const left = [...changes];
    const run = spawn('sh', [file, to], { env: this.env, cwd: this.home, stdio: 'pipe', ...this.user });
    run.stderr.setEncoding('utf8').on('data', (said: string) => {
      if (!said.includes('press Enter')) return;
      const change = left.shift();
      change?.();
      run.stdin.write(change ? '\n' : 'q\n');
    });
    const [code] = (await once(run, 'exit')) as [number];
    if (code !== 0) throw new Error('learn.sh failed.');
    const learnt = readFileSync(to, 'utf8');
    rmSync(to);
    return learnt;
  }

  /** One of the desktop's own files, changed as its own settings do. */
  edit(name: string, from: string, to: string): void {
    const path = join(this.home, '.config/samphire', name);
    const text = readFileSync(path, 'utf8');
    if (!text.includes(from)) throw new Error(`${name} has no ${from}.`);
    writeFileSync(path, text.replace(from, to));
  }
  set(schema: string, key: string, value: string): void {
    execFileSync('gsettings', ['set', `org.samphire.${schema}`, key, value], {
      env: this.env,
      ...this.user,
    });
  }
  /** Everything that is kept of its settings: its own files, and each value that was set. */
  kept(): string[] {
    const file = (name: string) => readFileSync(join(this.home, '.config', name), 'utf8');
    let group = '';
    const set = file('glib-2.0/settings/keyfile')
      .split('\n')
      .flatMap((line) => {
        if (line.startsWith('[')) group = line;
        return line.includes('=') ? [group + line] : [];
      });
    return [...set.sort(), ...['windows.conf', 'dock.json', 'menu.xml'].map((n) => file(`samphire/${n}`))];
  }

  async stop(): Promise<void> {
    this.screen?.close();
    for (const child of [this.desktop, this.server])
      if (child && child.exitCode === null) {
        child.kill();
        await once(child, 'exit');
      }
    rmSync(this.at, { recursive: true, force: true });
  }
}
