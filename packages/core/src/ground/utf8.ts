/** UTF-8 without a decoder from outside; what is wrong becomes U+FFFD. */
export function utf8(bytes: Uint8Array): string {
  const pieces: string[] = [];
  let units: number[] = [];
  for (let i = 0; i < bytes.length;) {
    const b = bytes[i]!;
    const extra =
      b < 0x80 ? 0 : b >= 0xc2 && b < 0xe0 ? 1 : b >= 0xe0 && b < 0xf0 ? 2 : b >= 0xf0 && b < 0xf5 ? 3 : -1;
    let code = extra === 0 ? b : b & (0x3f >> extra);
    let right = extra >= 0 && i + extra < bytes.length;
    for (let k = 1; right && k <= extra; k++) {
      const c = bytes[i + k]!;
      if ((c & 0xc0) !== 0x80) right = false;
      else code = (code << 6) | (c & 0x3f);
    }
    const least = [0, 0x80, 0x800, 0x10000][Math.max(0, extra)]!;
    if (right && code >= least && code <= 0x10ffff && !(code >= 0xd800 && code < 0xe000)) {
      units.push(code);
      i += extra + 1;
    } else {
      units.push(0xfffd);
      i++;
    }
    if (units.length >= MOST_UNITS) {
      pieces.push(String.fromCodePoint(...units));
      units = [];
    }
  }
  return pieces.join('') + String.fromCodePoint(...units);
}

/** So many at once fit on the stack of any engine. */
const MOST_UNITS = 4096;
