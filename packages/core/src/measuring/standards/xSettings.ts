import { utf8 } from '../../ground/utf8.js';

/** Numbers and texts by their names. */
export type XSettings = ReadonlyMap<string, number | string>;

const INTEGER = 0;
const TEXT = 1;
const COLOUR = 2;
/** Red, green, blue and how opaque, of 16 bits each: nothing here asks for them. */
const COLOUR_BYTES = 8;
const MOST_SETTINGS = 2000;

const padded = (n: number) => n + ((4 - (n % 4)) % 4);

/**
 * Reads what the settings manager of a screen of X11 tells: its property as bytes.
 *
 * @returns null where it ends too early, or has a type that there is none of
 * Source: XSETTINGS, "Cross toolkit configuration proposal" 0.5, of freedesktop.org
 */
export function readXSettings(bytes: Uint8Array): XSettings | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.length < 12) return null;
  // 0: the least byte first.
  const isLittle = view.getUint8(0) === 0;
  const count = view.getUint32(8, isLittle);
  const found = new Map<string, number | string>();
  const text = (at: number, length: number) => utf8(bytes.subarray(at, at + length));
  let at = 12;
  try {
    for (let i = 0; i < Math.min(count, MOST_SETTINGS); i++) {
      const type = view.getUint8(at);
      const length = view.getUint16(at + 2, isLittle);
      const name = text(at + 4, length);
      // Behind the name stands when it changed last.
      at += 4 + padded(length) + 4;
      if (type === INTEGER) {
        found.set(name, view.getInt32(at, isLittle));
        at += 4;
      } else if (type === TEXT) {
        const size = view.getUint32(at, isLittle);
        if (at + 4 + size > bytes.length) return null;
        found.set(name, text(at + 4, size));
        at += 4 + padded(size);
      } else if (type === COLOUR) at += COLOUR_BYTES;
      else return null;
    }
  } catch (error) {
    if (error instanceof RangeError) return null;
    throw error;
  }
  return found;
}
