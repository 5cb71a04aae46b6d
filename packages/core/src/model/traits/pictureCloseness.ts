import { nth } from '../../ground/checked.js';
import type { PictureSample } from '../../measuring/picture/samplePicture.js';
import { colourDifference } from '../../measuring/colour/ciede2000.js';
import { parseHex } from '../../measuring/colour/srgb.js';
import { bestTransport } from '../../measuring/colour/transport.js';
import { meanSsim, WINDOW } from '../../measuring/picture/ssim.js';
import { fromBase64 } from '../../ground/base64.js';
import { deltaCloseness } from './deltaCloseness.js';

/** Shares of likeness in form and in colours. Source: the product's model, "picture". */
const FORM = 0.6;
const COLOURS = 0.4;

/** Closeness of two sets of colours with shares: the best way to turn one into the other. 0 to 1. */
export function coloursCloseness(a: PictureSample['colours'], b: PictureSample['colours']): number {
  if (a.length === 0 && b.length === 0) return 1;
  const bytes = (list: PictureSample['colours']) => list.map((c) => parseHex(c.hex)!);
  const [p, q] = [bytes(a), bytes(b)];
  return bestTransport(
    a.map((c) => c.share),
    b.map((c) => c.share),
    (i, j) => deltaCloseness(colourDifference(nth(p, i), nth(q, j))),
  );
}

/** Luma decoded once for each sample: the same few pictures are compared again and again while offers are ranked. */
const decoded = new WeakMap<PictureSample, Uint8Array>();
/** What was found for two samples. Samples are never changed in place. */
const found = new WeakMap<PictureSample, WeakMap<PictureSample, number>>();

function lumaOf(sample: PictureSample): Uint8Array {
  let bytes = decoded.get(sample);
  if (!bytes) decoded.set(sample, (bytes = fromBase64(sample.luma) ?? new Uint8Array()));
  return bytes;
}

/** Closeness of two pictures by their samples, 0 to 1. */
export function pictureCloseness(actual: PictureSample, target: PictureSample): number {
  let known = found.get(actual);
  if (!known) found.set(actual, (known = new WeakMap()));
  let closeness = known.get(target);
  if (closeness === undefined) known.set(target, (closeness = compare(actual, target)));
  return closeness;
}

function compare(actual: PictureSample, target: PictureSample): number {
  const a = lumaOf(actual);
  const b = lumaOf(target);
  const side = Math.sqrt(a.length);
  if (a.length !== b.length || !Number.isInteger(side) || side < WINDOW) return 0;
  return (
    FORM * Math.max(0, meanSsim(a, b, side, side)) +
    COLOURS * coloursCloseness(actual.colours, target.colours)
  );
}
