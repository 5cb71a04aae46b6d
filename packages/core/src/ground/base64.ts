const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/';
const VALUES = new Map([...LETTERS].map((c, i) => [c, i]));

/** Bytes as base64 with padding. Source: RFC 4648, section 4. */
export function toBase64(bytes: Uint8Array): string {
  let out = '';
  for (let i = 0; i < bytes.length; i += 3) {
    const n = (bytes[i]! << 16) | ((bytes[i + 1] ?? 0) << 8) | (bytes[i + 2] ?? 0);
    const left = bytes.length - i;
    out += LETTERS[n >> 18]! + LETTERS[(n >> 12) & 63]!;
    out += (left > 1 ? LETTERS[(n >> 6) & 63]! : '=') + (left > 2 ? LETTERS[n & 63]! : '=');
  }
  return out;
}

/** The bytes of a base64 text, or null where it is none. */
export function fromBase64(text: string): Uint8Array | null {
  if (text.length % 4 !== 0) return null;
  const padding = text.endsWith('==') ? 2 : text.endsWith('=') ? 1 : 0;
  const out = new Uint8Array((text.length / 4) * 3 - padding);
  for (let i = 0, o = 0; i < text.length; i += 4) {
    let n = 0;
    for (let k = 0; k < 4; k++) {
      const c = text[i + k]!;
      const value = c === '=' && i + k >= text.length - padding ? 0 : VALUES.get(c);
      if (value === undefined) return null;
      n = (n << 6) | value;
    }
    for (let shift = 16; shift >= 0 && o < out.length; shift -= 8) out[o++] = (n >> shift) & 255;
  }
  return out;
}
