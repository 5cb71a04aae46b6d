/// <reference lib="webworker" />
import { readRegion } from '@spare-coat/core/picture/readRegion';
import type { Pixels } from '@spare-coat/core/picture/pixels';
import { decode } from 'fast-png';
import type { PixelsAnswer, PixelsAsk } from './pixels.messages';

/**
 * Owns decoded pixels by SHA-256 and answers all instruments. The server has normalised every picture to an 8-bit
 * sRGB PNG, so that what is measured here is the same everywhere and never passes through a canvas.
 */

/** So many pictures stay decoded: 40 megapixels are 160 MB. */
const KEPT = 3;
const kept = new Map<string, Promise<Pixels>>();

function load(sha: string): Promise<Pixels> {
  const known = kept.get(sha);
  if (known) {
    kept.delete(sha);
    kept.set(sha, known);
    return known;
  }
  const pixels = fetchPixels(sha);
  kept.set(sha, pixels);
  pixels.catch(() => kept.delete(sha));
  const oldest = kept.keys().next().value;
  if (kept.size > KEPT && oldest !== undefined) kept.delete(oldest);
  return pixels;
}

async function fetchPixels(sha: string): Promise<Pixels> {
  const response = await fetch(`/api/blobs/${sha}`);
  if (!response.ok) throw new Error('The picture could not be fetched from the server.');
  const png = decode(new Uint8Array(await response.arrayBuffer()));
  return {
    width: png.width,
    height: png.height,
    data: toRgba(png.data, png.channels, png.width * png.height),
  };
}

function toRgba(data: ArrayLike<number>, channels: number, n: number): Uint8Array {
  if (channels === 4 && data instanceof Uint8Array) return data;
  const out = new Uint8Array(n * 4);
  const grey = channels < 3;
  for (let i = 0, s = 0, t = 0; i < n; i++, s += channels, t += 4) {
    out[t] = data[s]!;
    out[t + 1] = data[grey ? s : s + 1]!;
    out[t + 2] = data[grey ? s : s + 2]!;
    out[t + 3] = channels === 2 ? data[s + 1]! : channels === 4 ? data[s + 3]! : 255;
  }
  return out;
}

async function answer(ask: PixelsAsk): Promise<PixelsAnswer> {
  try {
    const pixels = await load(ask.sha);
    if (ask.what === 'load')
      return { id: ask.id, ok: true, what: 'load', width: pixels.width, height: pixels.height };
    const from = performance.now();
    const reading = readRegion(pixels, ask.rect, { settle: ask.settle, reach: ask.reach });
    return { id: ask.id, ok: true, what: 'read', reading, ms: performance.now() - from };
  } catch (error) {
    return { id: ask.id, ok: false, sentence: (error as Error).message };
  }
}

addEventListener('message', (event: MessageEvent<PixelsAsk>) => {
  void answer(event.data).then((a) => postMessage(a));
});
