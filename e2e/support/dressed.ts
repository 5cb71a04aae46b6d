import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { fileURLToPath } from 'node:url';
import { pngOf } from '@spare-coat/stand-ins/desktop/dressed';
import { ownFiles, schemaXml } from '@spare-coat/stand-ins/desktop/forms';
import { startScreen, type ScreenServer } from '@spare-coat/stand-ins/desktop/server';
import { SettingsHome } from './settingsHome';

const START = 60_000;

/** The desktop that can be dressed, on a screen of its own. */
export class DressedHost extends SettingsHome {
  private screen?: ScreenServer;
  private desktop?: ChildProcess;
  private started = 0;

  constructor() {
    super('Samphire', schemaXml());
  }

  async start(width: number, height: number): Promise<void> {
    this.screen = await startScreen(width, height);
    this.env['DISPLAY'] = this.screen.name;
    const program = fileURLToPath(import.meta.resolve('@spare-coat/stand-ins/desktop/main'));
    const desktop = spawn(process.execPath, [program], { ...this.as, stdio: ['ignore', 'pipe', 'inherit'] });
    this.desktop = desktop;
    createInterface(desktop.stdout).on('line', (line) => {
      this.started = (JSON.parse(line) as { started: number }).started;
    });
    await this.startedAfter(0);
  }
  private async startedAfter(before: number): Promise<void> {
    const until = Date.now() + START;
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
    return pngOf(await this.screen!.display.shot());
  }

  /** Goes through `learn.sh`, with a change of the desktop's settings before each answer. @returns what it learnt */
  async learn(script: string, changes: readonly (() => void)[]): Promise<string> {
    const to = join(this.home, 'learnt.json');
    const left = [...changes];
    const run = spawn('sh', [this.file('learn.sh', script), to], { ...this.as, stdio: 'pipe' });
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

  private own = (name: string) => join(this.home, '.config/samphire', name);
  /** One of the desktop's own files, changed as its own settings do. */
  edit(name: string, from: string, to: string): void {
    const text = readFileSync(this.own(name), 'utf8');
    if (!text.includes(from)) throw new Error(`${name} has no ${from}.`);
    writeFileSync(this.own(name), text.replace(from, to));
  }
  /** Everything that is kept of its settings: each value that was set, and its own files. */
  override kept(): string[] {
    const files = [...ownFiles().keys()].map((name) => readFileSync(this.own(name), 'utf8'));
    return [...super.kept(), ...files];
  }

  override async stop(): Promise<void> {
    const { desktop } = this;
    if (desktop && desktop.exitCode === null) {
      desktop.kill();
      await once(desktop, 'exit');
    }
    await this.screen?.stop();
    await super.stop();
  }
}
