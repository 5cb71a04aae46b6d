import { colourDifference } from '../colour/ciede2000.js';
import { parseHex } from '../colour/srgb.js';
import { bestTransport } from '../colour/transport.js';
import { meanSsim } from '../compare/ssim.js';
import { fromBase64 } from '../wire/base64.js';
import { deltaCloseness } from './deltaCloseness.js';
import type { PictureSample } from './value.js';

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
    (i, j) => deltaCloseness(colourDifference(p[i]!, q[j]!)),
  );
}

/** Closeness of two pictures by their samples, 0 to 1. */
export function pictureCloseness(actual: PictureSample, target: PictureSample): number {
  const a = fromBase64(actual.luma);
  const b = fromBase64(target.luma);
  const side = Math.sqrt(a?.length ?? 0);
  if (!a || !b || a.length !== b.length || !Number.isInteger(side) || side < 11) return 0;
  return (
    FORM * Math.max(0, meanSsim(a, b, side, side)) +
    COLOURS * coloursCloseness(actual.colours, target.colours)
  );
}
