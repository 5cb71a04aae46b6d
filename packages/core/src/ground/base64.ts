import { fromUint8Array, toUint8Array } from 'js-base64';

/** Bytes as base64 with padding. Source: RFC 4648, section 4. */
export function toBase64(bytes: Uint8Array): string {
  return fromUint8Array(bytes);
}

/** Letters of RFC 4648, section 4, in fours, the last of them padded. */
const BASE64 = /^(?:[A-Za-z0-9+/]{4})*(?:[A-Za-z0-9+/]{2}==|[A-Za-z0-9+/]{3}=)?$/;

/** The bytes of a base64 text, or null where it is none. */
export function fromBase64(text: string): Uint8Array | null {
  return BASE64.test(text) ? toUint8Array(text) : null;
}
