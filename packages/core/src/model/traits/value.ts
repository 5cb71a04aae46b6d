import { isSha } from '../../ground/ids.js';
import { hasNoControls } from '../../ground/text.js';
import type { PictureSample } from '../../measuring/picture/samplePicture.js';
import { ZONES, type Zone } from '../../measuring/picture/zone.js';
import { mayRepeat } from './items.js';
import type { Rgb } from '../../measuring/colour/srgb.js';
import { parseHex } from '../../measuring/colour/srgb.js';
import { faceSchema, type FaceMetrics } from '../../measuring/type/face.js';

/** The trait types. Each has its own closeness, its own way to be typed, and one JSON shape. */
export const TRAIT_TYPES = [
  'length',
  'duration',
  'count',
  'share',
  'colour',
  'palette',
  'choice',
  'flag',
  'label',
  'place',
  'order',
  'format',
  'shadow',
  'key',
  'picture',
  'face',
  'icons',
] as const;
export type TraitType = (typeof TRAIT_TYPES)[number];

/** Items by duty, else by name, in the three zones of a bar. */
export type Order = Readonly<Record<Zone, readonly string[]>>;
/** A zone, and the offset along the edge as a share of it, 0–100. */
export interface Place {
  readonly zone: Zone;
  readonly offset: number;
}
/** Colours by role, as `#rrggbb`. */
export type Palette = Readonly<Record<string, string>>;

/** A shadow: offsets and blur as lengths, a colour, its strength 0–100. */
export interface Shadow {
  readonly x: number;
  readonly y: number;
  readonly blur: number;
  readonly colour: string;
  readonly opacity: number;
}
/** A picture: the SHA-256 of its PNG, its pixels, and its sample. */
export interface PictureValue {
  readonly blob: string;
  readonly width: number;
  readonly height: number;
  readonly sample: PictureSample;
}

/** A type face: its name, its metrics, and the size at which it is set, in pixels to the em, where known. */
export interface FaceValue {
  readonly family: string;
  readonly metrics: FaceMetrics;
  readonly pixels: number | null;
}
/**
 * Icon names with a number each. As a target the number is how much the name weighs; as what a set has it is the credit
 * of where the name was found: 1 in the set itself, 0.5 in a parent, 0.25 in the last-resort set alone.
 */
export interface IconNames {
  readonly names: Readonly<Record<string, number>>;
}

/** One value of a trait, in JSON. Lengths in pixels of the picture or display at hand, durations in milliseconds. */
export type TraitValue =
  number | string | boolean | Place | Order | Palette | Shadow | PictureValue | FaceValue | IconNames;

export const NO_ITEMS: Order = { start: [], centre: [], end: [] };

const MAX_LENGTH_PX = 100_000;
const MAX_TEXT = 200;
const MAX_ITEMS = 60;

function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

const isText = (v: unknown): v is string =>
  typeof v === 'string' && v.length <= MAX_TEXT && hasNoControls(v, true);

const finite = (v: unknown, least: number, most: number): v is number =>
  typeof v === 'number' && Number.isFinite(v) && v >= least && v <= most;

/**
 * What is wrong with a value for a trait type, as a sentence; null when it is right.
 * The one gate through which every target, offer and setting passes, in the page and on the server.
 */
export function valueProblem(type: TraitType, value: unknown): string | null {
  switch (type) {
    case 'length':
      return finite(value, 0, MAX_LENGTH_PX) ? null : 'A length is a number of pixels, 0 or more.';
    case 'duration':
      return finite(value, 0, 600_000) ? null : 'A duration is a number of milliseconds, 0 or more.';
    case 'count':
      return finite(value, 0, 10_000) && Number.isInteger(value)
        ? null
        : 'A count is a whole number from 0 to 10,000.';
    case 'share':
      return finite(value, 0, 100) ? null : 'A share is a number from 0 to 100.';
    case 'colour':
      return typeof value === 'string' && parseHex(value) ? null : 'A colour is written #rrggbb.';
    case 'palette':
      return isRecord(value) &&
        Object.keys(value).length > 0 &&
        Object.keys(value).length <= 32 &&
        Object.entries(value).every(([k, v]) => isText(k) && typeof v === 'string' && parseHex(v))
        ? null
        : 'A palette names 1 to 32 colours, each written #rrggbb.';
    case 'flag':
      return typeof value === 'boolean' ? null : 'Say yes or no.';
    case 'choice':
    case 'label':
      return isText(value) && value.trim() !== '' ? null : 'Say a text of 1 to 200 characters.';
    case 'format':
      return isText(value) ? null : 'A format is a text of at most 200 characters.';
    case 'place':
      return isRecord(value) && ZONES.includes(value['zone'] as Zone) && finite(value['offset'], 0, 100)
        ? null
        : 'A place is a zone (start, centre, end) and an offset from 0 to 100.';
    case 'order':
      return orderProblem(value);
    case 'key':
      return isText(value) && value.trim() !== '' && !value.includes('\n')
        ? null
        : 'A key is named by a text of 1 to 200 characters, such as Ctrl+Space.';
    case 'shadow':
      return isShadow(value)
        ? null
        : 'A shadow has two offsets and a blur in pixels, a colour #rrggbb, and an opacity from 0 to 100.';
    case 'face':
      return isFace(value)
        ? null
        : 'A face has a family, its metrics, and a size in pixels from 1 to 1,000 where it is known.';
    case 'icons':
      return isIconNames(value) ? null : 'Icon names are 1 to 5,000 names with a number from 0 to 5 each.';
    case 'picture':
      return isPicture(value) ? null : 'A picture is cut out of a picture of the reference.';
  }
}

function isShadow(value: unknown): boolean {
  return (
    isRecord(value) &&
    finite(value['x'], -500, 500) &&
    finite(value['y'], -500, 500) &&
    finite(value['blur'], 0, 500) &&
    finite(value['opacity'], 0, 100) &&
    typeof value['colour'] === 'string' &&
    parseHex(value['colour']) !== null
  );
}

function isFace(value: unknown): boolean {
  return (
    isRecord(value) &&
    isText(value['family']) &&
    value['family'] !== '' &&
    (value['pixels'] === null || finite(value['pixels'], 1, 1000)) &&
    faceSchema.isValidSync(value['metrics'], { strict: true })
  );
}

const MAX_NAMES = 5000;
function isIconNames(value: unknown): boolean {
  if (!isRecord(value) || !isRecord(value['names'])) return false;
  const entries = Object.entries(value['names']);
  return (
    entries.length > 0 &&
    entries.length <= MAX_NAMES &&
    entries.every(([k, n]) => isText(k) && k !== '' && finite(n, 0, 5))
  );
}

/** 64 × 64 bytes in base64. */
const LUMA_TEXT = Math.ceil((64 * 64) / 3) * 4;

function isPicture(value: unknown): boolean {
  if (!isRecord(value) || !isRecord(value['sample'])) return false;
  const { luma, colours } = value['sample'];
  return (
    isSha(value['blob']) &&
    finite(value['width'], 1, 16_384) &&
    finite(value['height'], 1, 16_384) &&
    typeof luma === 'string' &&
    luma.length === LUMA_TEXT &&
    /^[A-Za-z0-9+/]*={0,2}$/.test(luma) &&
    Array.isArray(colours) &&
    colours.length <= 6 &&
    colours.every(
      (c: unknown) =>
        isRecord(c) && typeof c['hex'] === 'string' && parseHex(c['hex']) && finite(c['share'], 0, 1),
    )
  );
}

function orderProblem(value: unknown): string | null {
  if (!isRecord(value)) return 'An order has items in the zones start, centre and end.';
  const all: string[] = [];
  for (const zone of ZONES) {
    const items = value[zone];
    if (!Array.isArray(items) || !items.every((i) => isText(i) && i.trim() !== ''))
      return 'An order has named items in the zones start, centre and end.';
    all.push(...(items as string[]));
  }
  if (all.length > MAX_ITEMS) return `An order has at most ${MAX_ITEMS} items.`;
  const single = all.filter((item) => !mayRepeat(item));
  if (new Set(single).size !== single.length)
    return 'An order names each item once; only spacers and separators may stand several times.';
  return null;
}

/** A colour value as bytes; the caller has checked it with `valueProblem`. */
export function colourBytes(value: TraitValue): Rgb {
  return parseHex(value as string) ?? { r: 0, g: 0, b: 0 };
}
