import { nth } from '../../ground/checked.js';

/** One picture of a pointer: nominal size, pixels, hot spot, and how long it is shown when the pointer moves. */
export interface CursorImage {
  /** The size by which it is asked for, in pixels. */
  readonly nominal: number;
  readonly width: number;
  readonly height: number;
  readonly hotX: number;
  readonly hotY: number;
  /** Milliseconds to the next frame; 0 for a still. */
  readonly delay: number;
  /** RGBA, not premultiplied. */
  readonly data: Uint8Array;
}

export interface XCursor {
  readonly images: readonly CursorImage[];
  readonly comments: readonly string[];
  readonly problems: readonly string[];
}

const MAGIC = 0x72756358; // "Xcur", read as a little-endian number
const COMMENT = 0xfffe0001;
const IMAGE = 0xfffd0002;
/** Greatest side of a picture. Source: xcursor(3), XCURSOR_IMAGE_MAX_SIZE. */
const MOST_SIDE = 0x7fff;
/** What is decoded of one file; more is made to fill memory. */
const MOST_PIXELS = 16_000_000;
const MOST_CHUNKS = 10_000;

/** Whether bytes begin like an X cursor file. */
export function isXCursor(bytes: Uint8Array): boolean {
  return bytes[0] === 0x58 && bytes[1] === 0x63 && bytes[2] === 0x75 && bytes[3] === 0x72;
}

/**
 * Reads an X cursor file: header, table of contents, pictures with premultiplied ARGB.
 * What does not fit the file is told and left out; nothing outside it is read.
 *
 * Source: xcursor(3), "CURSOR FILES".
 */
export function readXCursor(bytes: Uint8Array): XCursor {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const u32 = (at: number) => view.getUint32(at, true);
  const problems: string[] = [];
  const images: CursorImage[] = [];
  const comments: string[] = [];
  if (bytes.length < 16 || u32(0) !== MAGIC)
    return { images, comments, problems: ['It is no X cursor file.'] };
  const header = u32(4);
  const count = u32(12);
  if (count > MOST_CHUNKS)
    return { images, comments, problems: [`Its table of contents claims ${count} entries.`] };
  let pixels = 0;
  for (let n = 0; n < count; n++) {
    const entry = header + n * 12;
    if (entry + 12 > bytes.length) {
      problems.push('Its table of contents is cut off.');
      break;
    }
    const [type, nominal, at] = [u32(entry), u32(entry + 4), u32(entry + 8)];
    if (at + 20 > bytes.length) {
      problems.push(`Entry ${n + 1} lies outside the file.`);
      continue;
    }
    if (u32(at + 4) !== type || u32(at + 8) !== nominal) {
      problems.push(`Entry ${n + 1} and its table of contents disagree.`);
      continue;
    }
    if (type === COMMENT) {
      const length = u32(at + 16);
      if (at + 20 + length <= bytes.length && length <= 10_000)
        comments.push(latin(bytes.subarray(at + 20, at + 20 + length)));
      continue;
    }
    if (type !== IMAGE) continue;
    const head = u32(at);
    if (at + 36 > bytes.length || head < 36) {
      problems.push(`Picture ${n + 1} is cut off.`);
      continue;
    }
    const [width, height, hotX, hotY, delay] = [16, 20, 24, 28, 32].map((o) => u32(at + o)) as [
      number,
      number,
      number,
      number,
      number,
    ];
    pixels += width * height;
    if (width === 0 || height === 0 || width > MOST_SIDE || height > MOST_SIDE || pixels > MOST_PIXELS) {
      problems.push(`Picture ${n + 1} has a size that cannot be: ${width} × ${height}.`);
      pixels -= width * height;
      continue;
    }
    if (at + head + width * height * 4 > bytes.length) {
      problems.push(`Picture ${n + 1} is cut off.`);
      continue;
    }
    if (hotX > width || hotY > height) problems.push(`Picture ${n + 1} has its hot spot outside.`);
    images.push({
      nominal,
      width,
      height,
      hotX,
      hotY,
      delay,
      data: straight(bytes, at + head, width * height),
    });
  }
  if (images.length === 0 && problems.length === 0) problems.push('It holds no picture.');
  return { images, comments, problems };
}

/** Premultiplied ARGB in little-endian words, that is B G R A bytes, to RGBA. */
function straight(bytes: Uint8Array, from: number, n: number): Uint8Array {
  const out = new Uint8Array(n * 4);
  for (let i = 0; i < n; i++) {
    const p = from + i * 4;
    const a = nth(bytes, p + 3);
    if (a === 0) continue;
    for (let c = 0; c < 3; c++) out[i * 4 + c] = Math.min(255, Math.round((nth(bytes, p + 2 - c) * 255) / a));
    out[i * 4 + 3] = a;
  }
  return out;
}

function latin(bytes: Uint8Array): string {
  return Array.from(bytes, (b) => String.fromCharCode(b)).join('');
}

/** Writes an X cursor file: the inverse of `readXCursor` for whole pictures. For demo archives and tests. */
export function writeXCursor(images: readonly CursorImage[]): Uint8Array {
  const header = 16;
  const toc = images.length * 12;
  const sizes = images.map((i) => 36 + i.width * i.height * 4);
  const bytes = new Uint8Array(header + toc + sizes.reduce((a, b) => a + b, 0));
  const view = new DataView(bytes.buffer);
  const put = (at: number, ...values: number[]) =>
    values.forEach((v, i) => view.setUint32(at + i * 4, v, true));
  put(0, MAGIC, header, 0x10000, images.length);
  let at = header + toc;
  images.forEach((image, n) => {
    put(header + n * 12, IMAGE, image.nominal, at);
    put(at, 36, IMAGE, image.nominal, 1, image.width, image.height, image.hotX, image.hotY, image.delay);
    for (let i = 0; i < image.width * image.height; i++) {
      const a = nth(image.data, i * 4 + 3);
      for (let c = 0; c < 3; c++)
        bytes[at + 36 + i * 4 + 2 - c] = Math.round((nth(image.data, i * 4 + c) * a) / 255);
      bytes[at + 36 + i * 4 + 3] = a;
    }
    at += nth(sizes, n);
  });
  return bytes;
}
