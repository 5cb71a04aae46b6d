import { byteAt } from '../../ground/cells.js';

/**
 * Tells what a file is from its first bytes, and how large its picture would be, before anything is decoded.
 * Sources: PNG (Third Edition) sections 5.2 and 11.2.1; JPEG, ITU-T T.81 annex B.
 */

/** At most so many pixels a side; a header is enough to refuse more. */
export const MAX_SIDE = 16_384;
/** At most so many pixels in all: 40 megapixels hold two 5K screens side by side and decode in under 200 MB. */
export const MAX_PIXELS = 40_000_000;
/** At most so many bytes in a file. */
export const MAX_BYTES = 64 * 1024 * 1024;
/** So many first bytes are looked at: the longest JPEG preamble seen in practice is far shorter. */
export const HEADER_BYTES = 1024 * 1024;

export type PictureHeader =
  | {
      readonly ok: true;
      readonly type: 'image/png' | 'image/jpeg';
      readonly width: number;
      readonly height: number;
    }
  | { readonly ok: false; readonly code: PictureRefusal; readonly sentence: string };

export type PictureRefusal =
  'empty-file' | 'not-a-picture' | 'other-picture' | 'truncated' | 'too-large' | 'no-size';

const PNG_SIGNATURE = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a];

function starts(bytes: Uint8Array, signature: readonly number[], at = 0): boolean {
  return signature.every((b, i) => bytes[at + i] === b);
}

function ascii(bytes: Uint8Array, from: number, to: number): string {
  return String.fromCharCode(...bytes.subarray(from, to));
}

/** Other picture types that people drop, told by their bytes so that the refusal can name them. */
function otherType(bytes: Uint8Array): string | null {
  if (/^GIF8[79]a/.test(ascii(bytes, 0, 6))) return 'GIF';
  if (ascii(bytes, 0, 4) === 'RIFF' && ascii(bytes, 8, 12) === 'WEBP') return 'WebP';
  if (ascii(bytes, 4, 8) === 'ftyp')
    return /^(avif|avis)/.test(ascii(bytes, 8, 12)) ? 'AVIF' : 'HEIF or video';
  if (starts(bytes, [0x42, 0x4d])) return 'BMP';
  if (starts(bytes, [0x49, 0x49, 0x2a, 0]) || starts(bytes, [0x4d, 0x4d, 0, 0x2a])) return 'TIFF';
  if (
    /^\s*(<\?xml[^>]*>\s*)?(<!--[\s\S]*?-->\s*)?<svg[\s>]/i.test(ascii(bytes, 0, Math.min(bytes.length, 400)))
  )
    return 'SVG';
  return null;
}

const refuse = (code: PictureRefusal, sentence: string): PictureHeader => ({ ok: false, code, sentence });

/**
 * Reads type and size from the first bytes of a file (give up to `HEADER_BYTES`, or the whole file).
 * A size past the limits, a type that is not PNG or JPEG, and a header that breaks off are refusals with a sentence.
 */
export function readPictureHeader(bytes: Uint8Array): PictureHeader {
  if (bytes.length === 0) return refuse('empty-file', 'The file is empty (0 bytes).');
  if (starts(bytes, PNG_SIGNATURE)) return readPng(bytes);
  if (starts(bytes, [0xff, 0xd8, 0xff])) return readJpeg(bytes);
  if (PNG_SIGNATURE.every((b, i) => bytes[i] === undefined || bytes[i] === b))
    return refuse('truncated', 'The file breaks off inside its first bytes.');
  const other = otherType(bytes);
  if (other)
    return refuse(
      'other-picture',
      `This is a ${other} file by its contents. Save it as PNG or JPEG and drop it again.`,
    );
  return refuse('not-a-picture', 'This is not a PNG or JPEG picture: its first bytes say something else.');
}

function sized(type: 'image/png' | 'image/jpeg', width: number, height: number): PictureHeader {
  if (width < 1 || height < 1) return refuse('no-size', 'The picture says it has no width or no height.');
  if (width > MAX_SIDE || height > MAX_SIDE || width * height > MAX_PIXELS) {
    const megapixels = ((width * height) / 1e6).toFixed(1);
    return refuse(
      'too-large',
      `The picture is ${width} × ${height} pixels (${megapixels} megapixels). At most ${MAX_SIDE} a side and ${MAX_PIXELS / 1e6} megapixels can be measured.`,
    );
  }
  return { ok: true, type, width, height };
}

function readPng(bytes: Uint8Array): PictureHeader {
  if (bytes.length < 24) return refuse('truncated', 'The PNG file breaks off inside its header.');
  if (ascii(bytes, 12, 16) !== 'IHDR')
    return refuse('not-a-picture', 'The file starts like a PNG, but its first part is not a picture header.');
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  return sized('image/png', view.getUint32(16), view.getUint32(20));
}

/** Start-of-frame markers: C0 to CF but for C4 (Huffman tables), C8 (reserved) and CC (arithmetic conditioning). */
function isFrame(marker: number): boolean {
  return marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc;
}

function readJpeg(bytes: Uint8Array): PictureHeader {
  let at = 2;
  while (at + 4 <= bytes.length) {
    if (bytes[at] !== 0xff)
      return refuse('not-a-picture', 'The file starts like a JPEG, but its parts do not follow.');
    const marker = byteAt(bytes, at + 1);
    if (marker === 0xff) {
      at += 1;
      continue;
    }
    const length = (byteAt(bytes, at + 2) << 8) | byteAt(bytes, at + 3);
    if (isFrame(marker)) {
      if (at + 9 > bytes.length) break;
      return sized(
        'image/jpeg',
        (byteAt(bytes, at + 7) << 8) | byteAt(bytes, at + 8),
        (byteAt(bytes, at + 5) << 8) | byteAt(bytes, at + 6),
      );
    }
    if (marker === 0xda || marker === 0xd9)
      return refuse('no-size', 'The JPEG has no frame header before its data.');
    at += 2 + length;
  }
  return refuse('truncated', 'The JPEG file breaks off before it says how large its picture is.');
}
