import { utf8Bytes } from '../ground/utf8.js';

/** What a settings manager of a screen writes of numbers and texts: the least byte first, or last. */
export function writeXSettings(
  settings: readonly (readonly [string, number | string])[],
  isLittle = true,
): Uint8Array {
  const bytes: number[] = [isLittle ? 0 : 1, 0, 0, 0];
  const number = (value: number, size: number) => {
    const all = Array.from({ length: size }, (_, i) => (value >> (8 * i)) & 255);
    bytes.push(...(isLittle ? all : all.reverse()));
  };
  const text = (value: Uint8Array) => {
    bytes.push(...value);
    while (bytes.length % 4 > 0) bytes.push(0);
  };
  number(9, 4);
  number(settings.length, 4);
  for (const [name, value] of settings) {
    bytes.push(typeof value === 'string' ? 1 : 0, 0);
    number(name.length, 2);
    text(utf8Bytes(name));
    number(3, 4);
    if (typeof value === 'number') number(value, 4);
    else {
      const told = utf8Bytes(value);
      number(told.length, 4);
      text(told);
    }
  }
  return Uint8Array.from(bytes);
}
