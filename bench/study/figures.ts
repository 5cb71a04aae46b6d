import { keyed } from '@spare-coat/core/ground/checked';
import { colourDifference } from '@spare-coat/core/measuring/colour/ciede2000';
import { dominantColours } from '@spare-coat/core/measuring/picture/dominant';
import { parseHex } from '@spare-coat/core/measuring/colour/srgb';
import { findItems } from '@spare-coat/core/measuring/picture/findItems';
import { settleEdges } from '@spare-coat/core/measuring/picture/settleEdges';
import { stripOf } from '@spare-coat/core/measuring/picture/strip';
import { drawDesktop } from '@spare-coat/core/doing/scene/drawDesktop';
import { loadLettering } from '@spare-coat/server/drawing/lettering';
import { saltmarshDesktop } from '@spare-coat/demo/saltmarsh';
import quantize from 'quantize';
import sharp from 'sharp';
import type { Figure } from '../figure.js';
import { time } from '../figure.js';
import { measureAccuracy, pixelsOf, type Check } from './accuracy.js';

const WIDTH = 3840;
const HEIGHT = 2160;

/** The demo's look drawn at 3840 × 2160. */
async function large() {
  const state = saltmarshDesktop('light', WIDTH, HEIGHT);
  const { svg, boxes } = drawDesktop(state, loadLettering());
  const pixels = await pixelsOf(await sharp(Buffer.from(svg)).flatten().removeAlpha().png().toBuffer());
  return { pixels, boxes };
}

const tenth = (value: number) => Math.round(value * 10) / 10;

/** A roughly drawn rail settles on its edges. */
export async function edges4k(): Promise<Figure> {
  const { pixels, boxes } = await large();
  const rail = keyed(boxes, 'rail');
  const drawn = { x: rail.x - 9, y: 7, width: rail.width + 5, height: HEIGHT - 15 };
  const ms = time(15, () => {
    const settled = settleEdges(pixels, drawn, 24)!.rect;
    if (settled.x !== rail.x || settled.width !== rail.width) throw new Error('the edges are wrong');
  });
  return { id: 'edges-4k', value: tenth(ms), unit: 'ms to settle a region', against: null, ratio: null };
}

/** What is on the rail, found. */
export async function items4k(): Promise<Figure> {
  const { pixels, boxes } = await large();
  const ms = time(7, () => {
    const { items } = findItems(stripOf(pixels, keyed(boxes, 'rail'), true));
    if (items.length !== 9) throw new Error(`${items.length} items are not 9`);
  });
  return {
    id: 'items-4k',
    value: tenth(ms),
    unit: 'ms to find the items of a rail',
    against: null,
    ratio: null,
  };
}

/** Dominant colours of the whole picture, against a common quantizer on the same pixels. */
export async function palette4k(): Promise<Figure> {
  const { pixels } = await large();
  const whole = { x: 0, y: 0, width: WIDTH, height: HEIGHT };
  let ours: string[] = [];
  const ms = time(5, () => (ours = dominantColours(pixels, whole, 6).map((c) => c.hex)));
  // The quantizer takes a list of triples; making it is not counted.
  const triples: [number, number, number][] = [];
  for (let i = 0; i < pixels.data.length; i += 4)
    triples.push([pixels.data[i]!, pixels.data[i + 1]!, pixels.data[i + 2]!]);
  const theirs = time(1, () => quantize(triples, 6));
  const clay = ours.some((hex) => colourDifference(parseHex(hex)!, parseHex('#faf3ec')!) < 1);
  if (!clay) throw new Error('the colour of the windows is not among the dominant ones');
  return {
    id: 'palette-4k',
    value: tenth(ms),
    unit: 'ms for the whole picture',
    against: 'quantize, 6 colours',
    ratio: theirs / ms,
  };
}

/** What a check is about, without the element's name: `rail: items` and `dock: items` are one sort. */
const sortOf = (what: string) => what.split(': ').at(-1)!;

/** One line a sort of check: how many, how many refused, how many within their bound, and the worst. */
function summary(checks: readonly Check[]): string[] {
  const sorts = [...new Set(checks.map((c) => sortOf(c.what)))];
  return [
    `${'check'.padEnd(18)}${'asked'.padStart(6)}${'refused'.padStart(9)}${'within'.padStart(8)}${'bound'.padStart(7)}${'worst'.padStart(8)}`,
    ...sorts.map((sort) => {
      const all = checks.filter((c) => sortOf(c.what) === sort);
      const told = all.filter((c) => c.read !== null);
      const bound = Math.max(...all.map((c) => c.bound));
      const worst = Math.max(0, ...told.map((c) => c.off));
      return `${sort.padEnd(18)}${String(all.length).padStart(6)}${String(all.length - told.length).padStart(9)}${String(told.filter((c) => c.ok).length).padStart(8)}${String(bound).padStart(7)}${worst.toFixed(2).padStart(8)}`;
    }),
  ];
}

/** Share of the checks on drawn pictures that keep their bound, in percent. `each` takes one line a check. */
export async function studyAccuracy(
  say: (line: string) => void,
  each: (line: string) => void,
): Promise<Figure> {
  const { checks, within, refused, reasons } = await measureAccuracy();
  for (const c of checks) {
    const read = c.read === null ? `refused: ${c.reason}` : `${c.read.toFixed(2)} for ${c.truth.toFixed(2)}`;
    each(
      `${c.read === null ? '–   ' : c.ok ? 'ok  ' : 'OFF '} ${c.picture} | ${c.what} | ${read} (± ${c.bound})`,
    );
  }
  for (const line of summary(checks)) say(line);
  say(`${(100 * refused).toFixed(1)} % of ${checks.length} questions were refused:`);
  for (const [reason, n] of byReason(reasons)) say(`  ${n} × ${reason}`);
  return {
    id: 'study-accuracy',
    value: Math.round(10_000 * within) / 100,
    unit: `% of ${checks.filter((c) => c.read !== null).length} answers within their bound`,
    against: null,
    ratio: null,
  };
}

/** Reasons without their numbers, most frequent first. */
function byReason(reasons: ReadonlyMap<string, number>): [string, number][] {
  const plain = new Map<string, number>();
  for (const [reason, n] of reasons) {
    const words = reason.replace(/\d+(\.\d+)?/g, 'n');
    plain.set(words, (plain.get(words) ?? 0) + n);
  }
  return [...plain].sort((a, b) => b[1] - a[1]);
}
