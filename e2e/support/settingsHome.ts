import { execFileSync } from 'node:child_process';
import { chmodSync, chownSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';

/**
 * A throw-away home of an ordinary user, with blanks and letters beyond ASCII, on a desktop of these schemas: its settings are kept in a
 * key file, and set, read and taken back by `gsettings` for real.
 */
export class SettingsHome {
  protected readonly at = mkdtempSync(join(tmpdir(), 'desktop-'));
  protected readonly home = join(this.at, 'Zoë’s home');
  protected readonly user = process.getuid?.() === 0 ? { uid: 54_321, gid: 54_321 } : {};
  protected readonly env: Record<string, string>;

  constructor(desktop: string, schemas: string) {
    const folder = join(this.at, 'schemas');
    mkdirSync(this.home);
    mkdirSync(folder);
    writeFileSync(join(folder, 'all.gschema.xml'), schemas);
    execFileSync('glib-compile-schemas', ['--strict', folder]);
    chmodSync(this.at, 0o755);
    if (this.user.uid !== undefined) chownSync(this.home, this.user.uid, this.user.gid);
    this.env = {
      PATH: process.env['PATH']!,
      HOME: this.home,
      LC_ALL: 'C',
      GSETTINGS_SCHEMA_DIR: folder,
      GSETTINGS_BACKEND: 'keyfile',
      XDG_DATA_DIRS: '/nowhere',
      XDG_CURRENT_DESKTOP: desktop,
      SURVEY_SAMPLES: '1',
      SURVEY_PAUSE: '0',
      LEARN_QUIET: '1',
      LEARN_SETTLE: '0',
    };
  }

  /** Where and as whom things run. */
  protected get as() {
    return { env: this.env, cwd: this.home, ...this.user };
  }
  protected file(name: string, text: string): string {
    const path = join(this.at, name);
    writeFileSync(path, text);
    return path;
  }

  /** Runs a script. What it asks is answered with yes, and with done for what is for a hand. @returns what it says */
  run(script: string, ...words: string[]): string {
    const input = 'yes\ndone\n'.repeat(200);
    return execFileSync('sh', [this.file('script.sh', script), ...words], { ...this.as, input }).toString();
  }
  get(schema: string, key: string): string {
    return execFileSync('gsettings', ['get', schema, key], this.as).toString().trim();
  }
  set(schema: string, key: string, value: string): void {
    execFileSync('gsettings', ['set', schema, key, value], this.as);
  }
  /** A file of the home, by its path from there. */
  read(path: string): string {
    return readFileSync(join(this.home, path), 'utf8');
  }
  put(path: string, text: string): void {
    const at = join(this.home, path);
    mkdirSync(dirname(at), { recursive: true });
    writeFileSync(at, text);
    if (this.user.uid === undefined) return;
    for (let one = at; one !== this.home; one = dirname(one)) chownSync(one, this.user.uid, this.user.gid);
  }
  /** Every value that was set, with the path that it is kept under. */
  kept(): string[] {
    let group = '';
    return readFileSync(join(this.home, '.config/glib-2.0/settings/keyfile'), 'utf8')
      .split('\n')
      .flatMap((line) => {
        if (line.startsWith('[')) group = line;
        return line.includes('=') ? [group + line] : [];
      })
      .sort();
  }
  /** Ends what it started. */
  stop(): Promise<void> {
    rmSync(this.at, { recursive: true, force: true });
    return Promise.resolve();
  }
}
