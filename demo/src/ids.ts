import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';

/** A UUID that is always the same for a name, so that loading the demo twice changes nothing. */
export function idOf(name: string): string {
  const h = bytesToHex(sha256(utf8ToBytes(`demo:${name}`)));
  return `${h.slice(0, 8)}-${h.slice(8, 12)}-4${h.slice(13, 16)}-8${h.slice(17, 20)}-${h.slice(20, 32)}`;
}
