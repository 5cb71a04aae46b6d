import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { loadLettering } from '@spare-coat/server/drawing/lettering';
import { takeApart, type Finding } from '@spare-coat/core/measuring/apart/takeApart';
import type { Pixels } from '@spare-coat/core/measuring/picture/pixels';
import { findTrait } from '@spare-coat/core/model/kinds/registry';
import { valueProblem } from '@spare-coat/core/model/traits/value';
import type { Shot } from '../desktop/display.js';
import { DressedDesktop } from '../desktop/dressed.js';
import { ownFiles, plain, schemaXml, valueIn } from '../desktop/forms.js';
import { shownAs } from '../desktop/look.js';
import { startScreen, type ScreenServer } from '../desktop/server.js';
import { SETTINGS, isOfSchema, schemaOf } from '../desktop/settings.js';

const [WIDTH, HEIGHT] = [1024, 640];
const letters = loadLettering();

/** A shot as instruments read pictures: red, green, blue, opaque. */
function pixelsOf({ width, height, data }: Shot): Pixels {
  const rgba = new Uint8Array(data.length);
  for (let i = 0; i < data.length; i += 4) rgba.set([data[i + 2]!, data[i + 1]!, data[i]!, 255], i);
  return { width, height, data: rgba };
}

describe('what the desktop can set', () => {
  it('is much, mostly not about looks, and in several forms', () => {
    expect(SETTINGS.length).toBeGreaterThanOrEqual(250);
    expect(SETTINGS.filter((s) => s.shows).length).toBeGreaterThanOrEqual(90);
    expect(SETTINGS.filter((s) => !s.shows).length).toBeGreaterThan(SETTINGS.filter((s) => s.shows).length);
    const places = SETTINGS.map((s) => `${s.where} ${s.key}`);
    expect(new Set(places).size).toBe(places.length);
    expect([...ownFiles().keys()]).toEqual(['windows.conf', 'dock.json', 'menu.xml']);
  });
  it('shows traits that there are, with values that they take', () => {
    for (const setting of SETTINGS) {
      if (!setting.shows) continue;
      const { kind, trait } = setting.shows;
      const spec = findTrait(kind, trait);
      const words = setting.takes.words ?? [setting.first];
      for (const word of words) {
        const value = shownAs(setting, word);
        expect([kind, trait, word, value === null ? 'none' : valueProblem(spec.type, value)]).toEqual([
          kind,
          trait,
          word,
          null,
        ]);
        if (spec.choices) expect(spec.choices).toContain(value);
      }
    }
  });
  it('is read back from its own files as it was written', () => {
    const files = ownFiles();
    for (const setting of SETTINGS.filter((s) => !isOfSchema(s))) {
      const value = valueIn(files.get(setting.where.split('/')[0]!)!, setting);
      expect(setting.takes.range ? Number(value) : value).toBe(
        setting.takes.range ? Number(setting.first) : setting.first,
      );
    }
    expect(plain("'it\\'s'")).toBe("it's");
    expect(plain("['a', 'b']")).toBe('a,b');
    expect(plain('@as []')).toBe('');
    expect(plain('uint32 34')).toBe('34');
  });
});

describe('the desktop on a real screen', () => {
  let screen: ScreenServer;
  let at: string;
  let env: NodeJS.ProcessEnv;
  let desktop: DressedDesktop;
  const set = (where: string, key: string, value: string) =>
    execFileSync('gsettings', ['set', `org.samphire.${where}`, key, value], { env });
  const edit = (name: string, from: string, to: string) => {
    const path = join(at, 'config/samphire', name);
    const text = readFileSync(path, 'utf8');
    expect(text).toContain(from);
    writeFileSync(path, text.replace(from, to));
  };
  const seen = async () => takeApart(pixelsOf(await screen.display.shot()));
  const of = (found: readonly Finding[], what: Finding['what']) => found.filter((f) => f.what === what);

  beforeAll(async () => {
    at = mkdtempSync(join(tmpdir(), 'dressed-'));
    mkdirSync(join(at, 'schemas'));
    mkdirSync(join(at, 'config'));
    writeFileSync(join(at, 'schemas/org.samphire.gschema.xml'), schemaXml());
    execFileSync('glib-compile-schemas', ['--strict', join(at, 'schemas')]);
    env = {
      PATH: process.env['PATH'],
      HOME: at,
      XDG_CONFIG_HOME: join(at, 'config'),
      GSETTINGS_SCHEMA_DIR: join(at, 'schemas'),
      GSETTINGS_BACKEND: 'keyfile',
      XDG_DATA_DIRS: '/nowhere',
    };
    screen = await startScreen(WIDTH, HEIGHT);
    desktop = new DressedDesktop(screen.display, { config: join(at, 'config'), env }, letters);
    await desktop.follow();
  }, 60_000);
  afterAll(async () => {
    await screen.stop();
    rmSync(at, { recursive: true, force: true });
  });

  it('has every first value where the backend has it', () => {
    const told = execFileSync('gsettings', ['list-recursively'], { env }).toString();
    for (const setting of SETTINGS.filter(isOfSchema)) {
      const line = told.split('\n').find((l) => l.startsWith(`${schemaOf(setting)} ${setting.key} `))!;
      const value = plain(line.slice(`${schemaOf(setting)} ${setting.key} `.length));
      expect([setting.key, value]).toEqual([setting.key, setting.first]);
    }
  });
  it('shows its bar and dock where they are set, and shows nothing new while nothing changes', async () => {
    expect(await desktop.follow()).toBe(false);
    const before = await seen();
    expect(of(before, 'bar')).toMatchObject([{ edge: 'bottom', rect: { height: 34, width: WIDTH } }]);
    set('strip', 'thickness', '44');
    set('strip', 'position', 'top');
    edit('dock.json', '"edge": "left"', '"edge": "right"');
    expect(await desktop.follow()).toBe(true);
    const after = await seen();
    expect(of(after, 'bar')).toContainEqual(
      expect.objectContaining({ edge: 'top', rect: { x: 0, y: 0, width: WIDTH, height: 44 } }),
    );
    expect(of(after, 'dock')).toMatchObject([{ edge: 'right', rect: { width: 52 } }]);
  });
  it('shows what is set late only once it starts again', async () => {
    const titles = async () => new Set(of(await seen(), 'title').map((f) => f.edge));
    edit('windows.conf', 'TitleHeight=26', 'TitleHeight=34');
    edit('windows.conf', 'TitlePlace=top', 'TitlePlace=bottom');
    await desktop.follow();
    const found = of(await seen(), 'title');
    expect(found.map((f) => f.rect.height)).toContain(34);
    expect(await titles()).toEqual(new Set(['top']));
    await desktop.restart();
    expect(await titles()).toEqual(new Set(['bottom']));
  });
  it('has its first values where a file of its own breaks off, and the others as they are', async () => {
    const path = join(at, 'config/samphire/dock.json');
    const whole = readFileSync(path, 'utf8');
    const before = await seen();
    expect(of(before, 'dock')).toMatchObject([{ edge: 'right' }]);
    writeFileSync(path, whole.slice(0, whole.length / 2));
    await desktop.follow();
    const broken = await seen();
    expect(of(broken, 'dock')).toMatchObject([{ edge: 'left' }]);
    expect(of(broken, 'bar')).toEqual(of(before, 'bar'));
    writeFileSync(path, whole);
    await desktop.follow();
    expect(of(await seen(), 'dock')).toEqual(of(before, 'dock'));
  });
});
