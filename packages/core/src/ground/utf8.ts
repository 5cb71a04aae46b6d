/** Of the Encoding Standard, and there wherever the core runs; the library of ES2022 does not declare it. */
declare const TextDecoder: new (
  label: 'utf-8' | 'utf-16le' | 'utf-16be',
  options?: { readonly ignoreBOM: boolean },
) => { decode(bytes: Uint8Array): string };

declare const TextEncoder: new () => { encode(text: string): Uint8Array<ArrayBuffer> };

const DECODER = new TextDecoder('utf-8', { ignoreBOM: true });

/** The text of UTF-8 bytes, a byte-order mark kept; what is wrong in them becomes U+FFFD. */
export function utf8(bytes: Uint8Array): string {
  return DECODER.decode(bytes);
}

const ENCODER = new TextEncoder();

/** The UTF-8 bytes of a text. */
export function utf8Bytes(text: string): Uint8Array<ArrayBuffer> {
  return ENCODER.encode(text);
}

/** The text of bytes in an encoding, without its byte-order mark; what is wrong in them becomes U+FFFD. */
export function decodeText(bytes: Uint8Array, encoding: 'utf-8' | 'utf-16le' | 'utf-16be'): string {
  return new TextDecoder(encoding).decode(bytes);
}
