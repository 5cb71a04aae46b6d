import { execFileSync } from 'node:child_process';
import { mkdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import type { Lettering } from '@spare-coat/core/model/scene/state';
import { composeDesktop } from '@spare-coat/core/doing/scene/composeDesktop';
import { barRect } from '@spare-coat/core/doing/scene/drawBar';
import { drawDesktop } from '@spare-coat/core/doing/scene/drawDesktop';
import { CARDINAL, WINDOW, type Display, type Place, type Shot } from './display.js';
import { ownFiles, plain, valueIn } from './forms.js';
import { elementsOf } from './look.js';
import { SETTINGS, isOfSchema, schemaOf, type Setting } from './settings.js';

const nameOf = (setting: Setting) => `${setting.where} ${setting.key}`;

/** Where the desktop keeps its own files, and what it hands to the commands that it runs. */
export interface Home {
  readonly config: string;
  readonly env: NodeJS.ProcessEnv;
}

/** A desktop that can really be dressed: it reads its settings, shows what they say, and tells of its windows as window managers do. */
export class DressedDesktop {
  private windows: number[] = [];
  /** What shows only once it starts again, as it was when it started. */
  private readonly held = new Map<string, string>();
  private last = '';

  constructor(
    private readonly display: Display,
    private readonly home: Home,
    private readonly letters: Lettering,
  ) {
    const folder = join(home.config, 'samphire');
    mkdirSync(folder, { recursive: true });
    for (const [name, text] of ownFiles())
      try {
        writeFileSync(join(folder, name), text, { flag: 'wx' });
      } catch (error) {
        if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
      }
  }

  /** What is in force, by setting. A file that breaks off says nothing, and first values hold. */
  private values(): Map<string, string> {
    const found = new Map<string, string>();
    const told = execFileSync('gsettings', ['list-recursively'], { env: this.home.env, maxBuffer: 1 << 26 });
    const backend = new Map<string, string>();
    for (const line of told.toString().split('\n')) {
      const [, key, value] = /^(\S+ \S+) (.*)$/.exec(line) ?? [];
      if (key !== undefined && value !== undefined) backend.set(key, plain(value));
    }
    const texts = new Map<string, string>();
    for (const setting of SETTINGS) {
      const name = setting.where.split('/')[0] ?? '';
      if (!isOfSchema(setting) && !texts.has(name)) texts.set(name, this.read(name));
      const value = isOfSchema(setting)
        ? backend.get(`${schemaOf(setting)} ${setting.key}`)
        : this.within(texts.get(name) ?? '', setting);
      found.set(nameOf(setting), value ?? setting.first);
    }
    return found;
  }
  private read(name: string): string {
    try {
      return readFileSync(join(this.home.config, 'samphire', name), 'utf8');
    } catch {
      return '';
    }
  }
  private within(text: string, setting: Setting): string | null {
    try {
      return valueIn(text, setting);
    } catch {
      return null;
    }
  }

  /** When anything that it reads was last changed: cheap to ask. */
  private stamp(): string {
    const files = [
      'glib-2.0/settings/keyfile',
      'dconf/user',
      ...[...ownFiles().keys()].map((name) => join('samphire', name)),
    ];
    return files
      .map((file) => statSync(join(this.home.config, file), { throwIfNoEntry: false })?.mtimeMs ?? 0)
      .join(' ');
  }

  /** Starts again: what was held shows now. */
  restart(): Promise<boolean> {
    this.held.clear();
    this.last = '';
    return this.follow();
  }

  /** Draws anew where something changed. @returns whether it drew */
  async follow(): Promise<boolean> {
    const stamp = this.stamp();
    if (stamp === this.last) return false;
    this.last = stamp;
    const values = this.values();
    const valueOf = (setting: Setting): string => {
      const name = nameOf(setting);
      const now = values.get(name) ?? setting.first;
      if (!setting.late) return now;
      if (!this.held.has(name)) this.held.set(name, now);
      return this.held.get(name) ?? now;
    };
    await this.draw(valueOf);
    return true;
  }

  private async draw(valueOf: (setting: Setting) => string): Promise<void> {
    const { width, height } = this.display;
    const of = { width, height, unit: 1, language: 'en', view: 'desktop' } as const;
    const state = composeDesktop(elementsOf(valueOf), of, this.letters);
    const picture = await pictureOf(drawDesktop(state, this.letters).svg, width, height);
    const before = this.windows;
    this.windows = [];
    const put = async (place: Place, type: 'DOCK' | 'NORMAL' | 'DESKTOP'): Promise<number> => {
      const id = await this.display.window(place, type);
      this.display.paint(id, place, picture);
      this.windows.push(id);
      return id;
    };
    await put({ x: 0, y: 0, width, height }, 'DESKTOP');
    const clients: number[] = [];
    for (const w of state.windows) {
      const { titlePlace, titleHeight, border } = w.frame;
      const [top, foot] = titlePlace === 'foot' ? [border, titleHeight] : [titleHeight, border];
      const inner = {
        x: w.x + border,
        y: w.y + top,
        width: w.width - 2 * border,
        height: w.height - top - foot,
      };
      const id = await put(inner, 'NORMAL');
      await this.display.put(id, '_NET_FRAME_EXTENTS', CARDINAL, [border, border, top, foot]);
      clients.push(id);
    }
    for (const bar of state.bars) {
      const r = barRect(bar, width, height);
      const place = {
        x: Math.round(r.x),
        y: Math.round(r.y),
        width: Math.round(r.width),
        height: Math.round(r.height),
      };
      const id = await put(place, 'DOCK');
      const kept = bar.thickness + bar.margin;
      const [left, right, top, bottom] = ['left', 'right', 'top', 'bottom'].map((e) =>
        e === bar.edge ? kept : 0,
      ) as [number, number, number, number];
      const upright = left + right > 0;
      const [from, to] = upright
        ? [place.y, place.y + place.height - 1]
        : [place.x, place.x + place.width - 1];
      const along = (is: number) => (is > 0 ? [from, to] : [0, 0]);
      await this.display.put(id, '_NET_WM_STRUT_PARTIAL', CARDINAL, [
        left,
        right,
        top,
        bottom,
        ...along(left),
        ...along(right),
        ...along(top),
        ...along(bottom),
      ]);
    }
    await this.display.put(this.display.root, '_NET_CLIENT_LIST', WINDOW, clients);
    for (const id of this.windows) this.display.show(id);
    for (const id of before) this.display.drop(id);
    await this.display.settled();
  }
}

/** A drawing as a screen shows it. */
export async function pictureOf(svg: string, width: number, height: number): Promise<Shot> {
  const { data } = await sharp(Buffer.from(svg))
    .flatten()
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const bytes = Buffer.alloc(width * height * 4);
  for (let i = 0, j = 0; i < bytes.length; i += 4, j += 3) {
    bytes[i] = data[j + 2] ?? 0;
    bytes[i + 1] = data[j + 1] ?? 0;
    bytes[i + 2] = data[j] ?? 0;
  }
  return { width, height, data: bytes };
}

/** What a screen shows, as PNG. */
export async function pngOf({ width, height, data }: Shot): Promise<Buffer> {
  const bytes = Buffer.alloc(width * height * 3);
  for (let i = 0, j = 0; i < data.length; i += 4, j += 3) {
    bytes[j] = data[i + 2] ?? 0;
    bytes[j + 1] = data[i + 1] ?? 0;
    bytes[j + 2] = data[i] ?? 0;
  }
  return sharp(bytes, { raw: { width, height, channels: 3 } })
    .png()
    .toBuffer();
}
