import { randomFrom } from '@spare-coat/core/ground/random';
import { Worker } from 'node:worker_threads';
import { differenceCiede2000 } from 'culori';
import pixelmatch from 'pixelmatch';
import sharp from 'sharp';
import { ssim } from 'ssim.js';
import { differenceOfPixels } from '@spare-coat/core/proving/compare/differenceMap';
import { ssimOfPixels } from '@spare-coat/core/proving/compare/ssimOfPixels';
import type { Pixels } from '@spare-coat/core/measuring/picture/pixels';
import { drawDesktop } from '@spare-coat/core/doing/scene/drawDesktop';
import type { DesktopState } from '@spare-coat/core/model/scene/state';
import { loadLettering } from '@spare-coat/server/drawing/lettering';
import { saltmarshDesktop } from '@spare-coat/demo/saltmarsh';
import { median, time, type Figure } from '../figure.js';
import { pixelsOf } from '../study/accuracy.js';
import type { Band, Pictures } from './band.js';

const WIDTH = 3840;
const HEIGHT = 2160;
/** The machine has two cores; the page takes as many as there are, up to four. */
const WORKERS = 2;
const RUNS = 5;
/** What culori and pixelmatch are timed on: a part of the picture, in rows spread over it, since the whole takes too long. */
const ROWS = 120;

interface Pair {
  readonly name: string;
  readonly a: Uint8Array;
  readonly b: Uint8Array;
}

async function draw(state: DesktopState): Promise<Pixels> {
  const { svg } = drawDesktop(state, loadLettering());
  return pixelsOf(await sharp(Buffer.from(svg)).flatten().removeAlpha().png().toBuffer());
}

/** The demo's look, and the same with broader bars, other colours on them and a window moved, as an evening leaves it. */
async function demoPair(): Promise<Pair> {
  const state = saltmarshDesktop('light', WIDTH, HEIGHT);
  const own: DesktopState = {
    ...state,
    bars: state.bars.map((b) => ({ ...b, thickness: b.thickness + 12, colour: '#dcb9aa' })),
    windows: state.windows.map((w, i) => (i === 0 ? { ...w, x: w.x + 9, y: w.y + 5 } : w)),
    wallpaper: { ...state.wallpaper, seed: 32 },
  };
  const [a, b] = [await draw(state), await draw(own)];
  return { name: 'demo', a: Uint8Array.from(a.data), b: Uint8Array.from(b.data) };
}

function noisePair(): Pair {
  const random = randomFrom(7);
  const noise = () => {
    const bytes = new Uint8Array(WIDTH * HEIGHT * 4);
    for (let i = 0; i < bytes.length; i++) bytes[i] = i % 4 === 3 ? 255 : random() * 256;
    return bytes;
  };
  return { name: 'noise', a: noise(), b: noise() };
}

/** Two workers on shared memory, as the page has them. */
class Pool {
  private readonly workers: Worker[];
  constructor({ a, b }: Pair) {
    const shared = (bytes: Uint8Array) => {
      const buffer = new SharedArrayBuffer(bytes.length);
      new Uint8Array(buffer).set(bytes);
      return buffer;
    };
    const data: Pictures = {
      own: shared(a),
      reference: shared(b),
      map: new SharedArrayBuffer(WIDTH * HEIGHT * 4),
      width: WIDTH,
      height: HEIGHT,
    };
    this.workers = Array.from(
      { length: WORKERS },
      () => new Worker(new URL('./band.js', import.meta.url), { workerData: data }),
    );
  }
  /** One measure of the whole pictures, in bands that the workers take as they come free. Milliseconds. */
  async measure(what: Band['what']): Promise<number> {
    const rows = Math.ceil(HEIGHT / (WORKERS * 4));
    const waiting = Array.from({ length: Math.ceil(HEIGHT / rows) }, (_, i): Band => ({
      what,
      from: i * rows,
      to: Math.min(HEIGHT, (i + 1) * rows),
    }));
    const began = performance.now();
    await Promise.all(
      this.workers.map(async (worker) => {
        for (let band = waiting.shift(); band; band = waiting.shift()) {
          const answered = new Promise((resolve) => worker.once('message', resolve));
          worker.postMessage(band);
          await answered;
        }
      }),
    );
    return performance.now() - began;
  }
  async end(): Promise<void> {
    await Promise.all(this.workers.map((w) => w.terminate()));
  }
}

interface Timed {
  readonly name: string;
  readonly difference: number;
  readonly ssim: number;
  readonly both: number;
  readonly culori: number;
  readonly ssimJs: number;
  readonly pixelmatch: number;
}

/** Every `HEIGHT / ROWS`-th row, so that each part of the picture is in it. */
function someRows(bytes: Uint8Array): Uint8Array {
  const out = new Uint8Array(ROWS * WIDTH * 4);
  for (let i = 0; i < ROWS; i++) {
    const row = Math.floor((i * HEIGHT) / ROWS) * WIDTH * 4;
    out.set(bytes.subarray(row, row + WIDTH * 4), i * WIDTH * 4);
  }
  return out;
}

async function timePair(pair: Pair): Promise<Timed> {
  const pool = new Pool(pair);
  const runs: [number, number][] = [];
  try {
    await pool.measure('difference');
    await pool.measure('ssim');
    for (let i = 0; i < RUNS; i++) runs.push([await pool.measure('difference'), await pool.measure('ssim')]);
  } finally {
    await pool.end();
  }
  const [p, q] = [someRows(pair.a), someRows(pair.b)];
  const deltaE = differenceCiede2000();
  let sum = 0;
  const culori = time(1, () => {
    for (let i = 0; i < p.length; i += 4)
      sum += deltaE(
        { mode: 'rgb', r: p[i]! / 255, g: p[i + 1]! / 255, b: p[i + 2]! / 255 },
        { mode: 'rgb', r: q[i]! / 255, g: q[i + 1]! / 255, b: q[i + 2]! / 255 },
      );
  });
  if (!Number.isFinite(sum)) throw new Error('a difference is not a number');
  const image = (bytes: Uint8Array) => ({
    data: new Uint8ClampedArray(bytes.buffer, bytes.byteOffset, bytes.length),
    width: WIDTH,
    height: HEIGHT,
  });
  const ssimJs = time(1, () => {
    if (!(ssim(image(pair.a) as never, image(pair.b) as never).mssim <= 1)) throw new Error('no SSIM');
  });
  const out = new Uint8Array(pair.a.length);
  const matched = time(1, () => void pixelmatch(pair.a, pair.b, out, WIDTH, HEIGHT));
  return {
    name: pair.name,
    difference: median(runs.map(([d]) => d)),
    ssim: median(runs.map(([, s]) => s)),
    both: median(runs.map(([d, s]) => d + s)),
    culori: (culori * HEIGHT) / ROWS,
    ssimJs,
    pixelmatch: matched,
  };
}

/** The values behind the speed: against culori on random pixels, against ssim.js by the definition on small pictures. */
function checkValues(): string[] {
  const random = randomFrom(3);
  const n = 10_000;
  const words = () => Uint32Array.from({ length: n }, () => Math.floor(random() * 2 ** 32));
  const [a, b] = [words(), words()];
  const map = new Float32Array(n);
  differenceOfPixels(a, b, 0, n, map);
  const deltaE = differenceCiede2000();
  const as = (w: number) => ({
    mode: 'rgb' as const,
    r: (w & 255) / 255,
    g: ((w >> 8) & 255) / 255,
    b: ((w >> 16) & 255) / 255,
  });
  let worst = 0;
  for (let i = 0; i < n; i++) worst = Math.max(worst, Math.abs(map[i]! - deltaE(as(a[i]!), as(b[i]!))));
  if (worst > 0.01) throw new Error(`CIEDE2000 is ${worst} off`);
  let off = 0;
  for (const [width, height] of [
    [64, 48],
    [97, 33],
    [40, 80],
  ] as const) {
    const pixels = () => Uint32Array.from({ length: width * height }, () => Math.floor(random() * 2 ** 32));
    const p = pixels();
    const q = p.map((w) => (random() < 0.5 ? w : Math.floor(random() * 2 ** 32)));
    const { sum, windows } = ssimOfPixels(p, q, width, height);
    const image = (w: Uint32Array) => ({ data: new Uint8ClampedArray(w.buffer), width, height }) as never;
    const theirs = ssim(image(p), image(q), { ssim: 'original', downsample: false }).mssim;
    off = Math.max(off, Math.abs(sum / windows - theirs));
  }
  if (off > 1e-4) throw new Error(`SSIM is ${off} off`);
  return [
    `CIEDE2000 of ${n} random pairs: at most ${worst.toFixed(5)} from culori`,
    `SSIM of small pictures: at most ${off.toExponential(1)} from ssim.js by the original definition`,
  ];
}

/**
 * Whole pictures of 3840 × 2160: the map of CIEDE2000, SSIM, and both, by two workers on shared memory, median of five.
 * The ratios are against the general-purpose libraries on the same pixels; of the two pairs the smaller one is given.
 */
export async function compare4k(tell: (line: string) => void): Promise<Figure[]> {
  for (const line of checkValues()) tell(line);
  const timed = [await timePair(await demoPair()), await timePair(noisePair())];
  for (const t of timed)
    tell(
      `${t.name}: colours ${t.difference.toFixed(0)} ms, SSIM ${t.ssim.toFixed(0)} ms, both ${t.both.toFixed(0)} ms; culori ${t.culori.toFixed(0)} ms, ssim.js ${t.ssimJs.toFixed(0)} ms, pixelmatch ${t.pixelmatch.toFixed(0)} ms`,
    );
  const [demo, noise] = timed as [Timed, Timed];
  const least = (ratio: (t: Timed) => number) => Math.min(ratio(demo), ratio(noise));
  const unit = 'ms, demo pair';
  return [
    {
      id: 'delta-4k',
      value: Math.round(demo.difference),
      unit: `${unit} (noise ${Math.round(noise.difference)})`,
      against: 'culori per pixel',
      ratio: least((t) => t.culori / t.difference),
    },
    {
      id: 'ssim-4k',
      value: Math.round(demo.ssim),
      unit: `${unit} (noise ${Math.round(noise.ssim)})`,
      against: 'ssim.js, default',
      ratio: least((t) => t.ssimJs / t.ssim),
    },
    {
      id: 'compare-4k',
      value: Math.round(demo.both),
      unit: `${unit} (noise ${Math.round(noise.both)})`,
      against: 'pixelmatch',
      ratio: least((t) => t.pixelmatch / t.both),
    },
  ];
}
