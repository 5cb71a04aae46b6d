import { nth } from '@spare-coat/core/ground/checked';

/** A fresh UUID. `crypto.randomUUID` wants a secure context, which plain http elsewhere than loopback is not. */
export function newId(): string {
  if (typeof crypto.randomUUID === 'function') return crypto.randomUUID();
  const b = crypto.getRandomValues(new Uint8Array(16));
  b[6] = (nth(b, 6) & 0x0f) | 0x40;
  b[8] = (nth(b, 8) & 0x3f) | 0x80;
  const h = Array.from(b, (v) => v.toString(16).padStart(2, '0')).join('');
  return `${h.slice(0, 8)}-${h.slice(8, 12)}-${h.slice(12, 16)}-${h.slice(16, 20)}-${h.slice(20)}`;
}
