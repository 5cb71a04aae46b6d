import { keyed } from '@spare-coat/core/ground/checked';
import { randomFrom } from '@spare-coat/core/ground/random';
import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import { colourDifference } from '@spare-coat/core/measuring/colour/ciede2000';
import { contrast, parseHex } from '@spare-coat/core/measuring/colour/srgb';
import { readBar } from '@spare-coat/core/measuring/picture/readBar';
import { readOpacity } from '@spare-coat/core/measuring/picture/opacity';
import type { Pixels } from '@spare-coat/core/measuring/picture/pixels';
import { readInk } from '@spare-coat/core/measuring/picture/readInk';
import { readRegion } from '@spare-coat/core/measuring/picture/readRegion';
import { readText } from '@spare-coat/core/measuring/picture/readText';
import type { Rect } from '@spare-coat/core/measuring/picture/rect';
import type { Result } from '@spare-coat/core/ground/result';
import { drawDesktop } from '@spare-coat/core/doing/scene/drawDesktop';
import type {
  BarItem,
  BarState,
  DesktopState,
  FaceRole,
  Lettering,
} from '@spare-coat/core/model/scene/state';
import { tag } from '@spare-coat/core/doing/scene/svg';
import { loadLettering } from '@spare-coat/server/drawing/lettering';
import { pictureFile } from '@spare-coat/demo/pictureFile';
import { SALTMARSH, SALTMARSH_COLOURS, saltmarshDesktop } from '@spare-coat/demo/saltmarsh';
import { LAYOUTS } from './layouts.js';

/** One number read off a drawn picture against the truth it was drawn from. */
export interface Check {
  readonly picture: string;
  readonly what: string;
  readonly truth: number;
  /** Null: the instrument gave no number, and said why. */
  readonly read: number | null;
  readonly reason: string;
  /** How far off it may be, in the check's own unit. */
  readonly bound: number;
  readonly off: number;
  readonly ok: boolean;
}

/** Bounds of the checks. Colours in ΔE (CIEDE2000), the rest in pixels, points or items; contrast as a share. */
export const BOUNDS = {
  length: 1,
  colour: 1,
  colourJpeg: 2.5,
  spacing: 0.5,
  items: 0,
  radius: 1,
  opacity: 5,
  xHeight: 0.4,
  contrast: 0.03,
} as const;

const FORMATS = ['png', 'jpeg'] as const;
type Format = (typeof FORMATS)[number];

/** Decodes a file to RGBA bytes. */
export async function pixelsOf(file: Buffer): Promise<Pixels> {
  const { data, info } = await sharp(file).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return {
    width: info.width,
    height: info.height,
    data: new Uint8Array(data.buffer, data.byteOffset, data.length),
  };
}

async function drawn(svg: string, format: Format): Promise<Pixels> {
  const image = sharp(Buffer.from(svg)).flatten().removeAlpha();
  return pixelsOf(await (format === 'png' ? image.png() : image.jpeg({ quality: 85 })).toBuffer());
}

/** Gathers checks of one picture. */
class Sheet {
  constructor(
    readonly picture: string,
    readonly jpeg: boolean,
    readonly checks: Check[],
  ) {}

  check(what: string, truth: number, read: number | Result<number>, bound: number): void {
    const value = typeof read === 'number' ? read : read.ok ? read.value : null;
    const reason = typeof read === 'number' || read.ok ? '' : read.sentence;
    const off = value === null ? 0 : Math.abs(value - truth);
    this.checks.push({
      picture: this.picture,
      what,
      truth,
      read: value,
      reason,
      bound,
      off,
      ok: value !== null && off <= bound + 1e-9,
    });
  }
  colour(what: string, truth: string, read: string): void {
    const off = colourDifference(parseHex(read)!, parseHex(truth)!);
    this.check(`${what} ΔE`, 0, off, this.jpeg ? BOUNDS.colourJpeg : BOUNDS.colour);
  }
}

/** A hand is a few pixels off on every side; the same hand every time. */
function roughly(rect: Rect, width: number, height: number, seed: number): Rect {
  const random = randomFrom(seed);
  const shift = () => Math.round((random() - 0.5) * 10);
  const x0 = Math.max(0, Math.round(rect.x) + shift());
  const y0 = Math.max(0, Math.round(rect.y) + shift());
  const x1 = Math.min(width, Math.round(rect.x + rect.width) + shift());
  const y1 = Math.min(height, Math.round(rect.y + rect.height) + shift());
  return { x: x0, y: y0, width: x1 - x0, height: y1 - y0 };
}

function itemCount(items: readonly BarItem[]): number {
  return items.reduce((n, item) => n + (item.what === 'row' ? item.entries.length : 1), 0);
}

function iconsOf(bar: BarState): BarItem[] {
  return [...bar.zones.start, ...bar.zones.centre, ...bar.zones.end].filter((i) => i.what === 'icon');
}

function checkBar(
  sheet: Sheet,
  pixels: Pixels,
  state: DesktopState,
  bar: BarState,
  rect: Rect,
  seed: number,
): void {
  const { width, height } = state;
  const reading = readBar(pixels, roughly(rect, width, height, seed), { settle: true, reach: 8 });
  if (!reading.ok) {
    sheet.check(`${bar.name}: thickness`, bar.thickness, reading, BOUNDS.length);
    return;
  }
  const b = reading.value;
  const upright = bar.edge === 'left' || bar.edge === 'right';
  sheet.check(`${bar.name}: edge`, 1, b.edge === bar.edge ? 1 : 0, 0);
  sheet.check(`${bar.name}: thickness`, bar.thickness, b.thickness, BOUNDS.length);
  sheet.check(`${bar.name}: length`, bar.length, b.length, BOUNDS.length);
  sheet.check(`${bar.name}: margin`, bar.margin, b.margins.edge, BOUNDS.length);
  sheet.check(`${bar.name}: start margin`, bar.from, b.margins.start, BOUNDS.length);
  const all = [...bar.zones.start, ...bar.zones.centre, ...bar.zones.end];
  sheet.check(`${bar.name}: items`, itemCount(all), b.items.length, BOUNDS.items);
  const icons = iconsOf(bar);
  if (icons.length > 0) {
    const sizes = icons.map((i) => (i.what === 'icon' ? i.size : 0)).sort((x, y) => x - y);
    sheet.check(`${bar.name}: item size`, sizes[sizes.length >> 1]!, b.itemSize, BOUNDS.length);
    sheet.check(`${bar.name}: spacing`, bar.spacing, b.spacing, BOUNDS.spacing);
  }
  if (bar.opacity >= 100 && !bar.gradient) sheet.colour(`${bar.name}: colour`, bar.colour, b.colour);
  // A bar from corner to corner of the screen has no corner of its own to ask for.
  if (bar.margin > 0 || bar.length < (upright ? height : width))
    sheet.check(`${bar.name}: corner radius`, bar.cornerRadius, b.cornerRadius, BOUNDS.radius);
  if (!bar.gradient) {
    const opacity = readOpacity(pixels, b.rect, b.edge);
    const told: Result<number> = opacity.ok ? { ok: true, value: opacity.value.opacity } : opacity;
    sheet.check(`${bar.name}: opacity`, bar.opacity, told, BOUNDS.opacity);
    if (opacity.ok && opacity.value.colour && bar.opacity < 100)
      sheet.colour(`${bar.name}: own colour`, bar.colour, opacity.value.colour);
  }
}

async function checkLayouts(checks: Check[], letters: Lettering): Promise<void> {
  for (const { name, state } of LAYOUTS) {
    const { svg, boxes } = drawDesktop(state, letters);
    for (const format of FORMATS) {
      const pixels = await drawn(svg, format);
      const sheet = new Sheet(`${name}, ${format}`, format === 'jpeg', checks);
      state.bars.forEach((bar, i) => checkBar(sheet, pixels, state, bar, keyed(boxes, bar.name), i + 1));
    }
  }
}

async function checkDemo(checks: Check[], letters: Lettering): Promise<void> {
  for (const variant of ['light', 'dark'] as const)
    for (const [width, height] of [
      [1920, 1080],
      [2560, 1440],
    ] as const) {
      const state = saltmarshDesktop(variant, width, height);
      const { boxes } = drawDesktop(state, letters);
      const u = height / 1080;
      const colours = SALTMARSH_COLOURS[variant];
      const shipped = await readFile(pictureFile(variant, width, height));
      for (const format of FORMATS) {
        const file = format === 'png' ? shipped : await sharp(shipped).jpeg({ quality: 85 }).toBuffer();
        const pixels = await pixelsOf(file);
        const sheet = new Sheet(
          `Saltmarsh 3, ${variant}, ${width} × ${height}, ${format}`,
          format === 'jpeg',
          checks,
        );
        for (const bar of state.bars) checkBar(sheet, pixels, state, bar, keyed(boxes, bar.name), 5);
        const title = keyed(boxes, 'order/title');
        const frame = readRegion(pixels, roughly(title, width, height, 6), { settle: true, reach: 8 });
        sheet.check(
          'frame: title height',
          Math.round(SALTMARSH.titleHeight * u),
          frame.height,
          BOUNDS.length,
        );
        sheet.colour('frame: colour', colours.title, frame.colours[0]!.hex);
        // The title's text, left of the buttons.
        const px = Math.round(16 * u);
        const text: Rect = {
          x: title.x + 6,
          y: title.y + 3,
          width: Math.round(180 * u),
          height: title.height - 6,
        };
        checkText(sheet, pixels, text, 'title', px, colours.ink, colours.title, letters);
      }
    }
}

function checkText(
  sheet: Sheet,
  pixels: Pixels,
  rect: Rect,
  face: FaceRole,
  size: number,
  ink: string,
  ground: string,
  letters: Lettering,
): void {
  const reading = readText(pixels, rect);
  const name = `${face} ${size} px`;
  const x = reading.ok
    ? reading.value.xHeight.ok
      ? ({ ok: true, value: reading.value.xHeight.value.value } as const)
      : reading.value.xHeight
    : reading;
  sheet.check(`${name}: x-height`, letters.metrics(face).x * size, x, BOUNDS.xHeight);
  const colours = readInk(pixels, rect);
  const truth = contrast(parseHex(ink)!, parseHex(ground)!);
  sheet.check(
    `${name}: contrast`,
    1,
    !colours.ok
      ? colours
      : colours.value.contrast.ok
        ? { ok: true, value: colours.value.contrast.value / truth }
        : colours.value.contrast,
    BOUNDS.contrast,
  );
}

const TEXTS = ['Harbour gossip at seven', 'Letters from the far bank', 'Market prices and weather'];
const CARDS = [
  ['#f4ece0', '#3a2a36'],
  ['#2c2a33', '#e8ddcf'],
  ['#b7c2a4', '#2b3320'],
] as const;
const SIZES = [13, 16, 19.5, 24, 28.5, 32, 36] as const;
const FACES = ['interface', 'bold', 'title', 'fixed'] as const;

/** Lines of text of every face that ships, at sizes whole and fractional, dark on light and light on dark. */
async function checkTexts(checks: Check[], letters: Lettering): Promise<void> {
  for (const [ground, ink] of CARDS) {
    let svg = tag('rect', { x: 0, y: 0, width: 1200, height: 1000, fill: ground });
    const lines: { face: FaceRole; size: number; rect: Rect }[] = [];
    FACES.forEach((face, f) => {
      let y = 50;
      SIZES.forEach((size, s) => {
        // Fractions of a pixel, so that letters do not always stand on the grid.
        const x = 20 + (f % 2) * 600 + s * 0.31;
        const base = y + Math.floor(f / 2) * 470 + s * 0.37;
        const { d, width } = letters.outline(face, TEXTS[s % TEXTS.length]!, size);
        svg += tag('path', { d, fill: ink, transform: `translate(${x} ${base})` });
        lines.push({
          face,
          size,
          rect: {
            x: Math.floor(x) - 4,
            y: Math.floor(base - size) - 2,
            width: Math.ceil(width) + 8,
            height: Math.ceil(size * 1.3) + 4,
          },
        });
        y += 62;
      });
    });
    const document = `<svg xmlns="http://www.w3.org/2000/svg" width="1200" height="1000">${svg}</svg>`;
    for (const format of FORMATS) {
      const pixels = await drawn(document, format);
      const sheet = new Sheet(`text card ${ink} on ${ground}, ${format}`, format === 'jpeg', checks);
      for (const { face, size, rect } of lines)
        checkText(sheet, pixels, rect, face, size, ink, ground, letters);
    }
  }
}

export interface Accuracy {
  readonly checks: readonly Check[];
  /** Share of the checks that gave a number and kept their bound, 0–1. */
  readonly within: number;
  /** Share of all questions that were refused, 0–1, and how often each reason was given. */
  readonly refused: number;
  readonly reasons: ReadonlyMap<string, number>;
}

/** Reads every drawn picture with Study's instruments and compares with the truth. */
export async function measureAccuracy(): Promise<Accuracy> {
  const letters = loadLettering();
  const checks: Check[] = [];
  await checkDemo(checks, letters);
  await checkLayouts(checks, letters);
  await checkTexts(checks, letters);
  const answered = checks.filter((c) => c.read !== null);
  const reasons = new Map<string, number>();
  for (const c of checks) if (c.read === null) reasons.set(c.reason, (reasons.get(c.reason) ?? 0) + 1);
  return {
    checks,
    within: answered.filter((c) => c.ok).length / answered.length,
    refused: 1 - answered.length / checks.length,
    reasons,
  };
}
