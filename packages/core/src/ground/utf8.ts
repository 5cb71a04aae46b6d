/** Of the Encoding Standard, and there wherever the core runs; the library of ES2022 does not declare it. */
declare const TextDecoder: new (
  label: 'utf-8',
  options: { readonly ignoreBOM: boolean },
) => { decode(bytes: Uint8Array): string };

const DECODER = new TextDecoder('utf-8', { ignoreBOM: true });

/** The text of UTF-8 bytes, a byte-order mark kept; what is wrong in them becomes U+FFFD. */
export function utf8(bytes: Uint8Array): string {
  return DECODER.decode(bytes);
}
