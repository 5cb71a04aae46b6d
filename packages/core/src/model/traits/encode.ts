import { ZONES } from '../../measuring/picture/zone.js';
import { valueProblem, type Order, type TraitType, type TraitValue } from './value.js';

/** Characters that an order's own signs need. */
const escapeItem = (item: string) => item.replace(/[%,;=]/g, (c) => `%${c.charCodeAt(0).toString(16)}`);
const unescapeItem = (item: string) =>
  item.replace(/%([0-9a-f]{2})/g, (_, hex: string) => String.fromCharCode(parseInt(hex, 16)));

/** A value as the host's commands take it. Orders are `start=a,b;centre=c;end=`, other compound values JSON. */
export function encodeSetting(type: TraitType, value: TraitValue): string {
  if (type === 'order') {
    const order = value as Order;
    return ZONES.map((zone) => `${zone}=${order[zone].map(escapeItem).join(',')}`).join(';');
  }
  if (typeof value === 'object') return JSON.stringify(value);
  return String(value);
}

const NUMBERS: readonly TraitType[] = ['length', 'duration', 'count', 'share'];

/** The value that a text was written from, or null where it is none of this type. The inverse of `encodeSetting`. */
export function decodeSetting(type: TraitType, text: string): TraitValue | null {
  const value = readText(type, text);
  return value !== null && valueProblem(type, value) === null ? value : null;
}

function readText(type: TraitType, text: string): TraitValue | null {
  if (NUMBERS.includes(type)) return text.trim() === '' ? null : Number(text);
  if (type === 'flag')
    return /^(true|yes|on|1)$/i.test(text) ? true : /^(false|no|off|0)$/i.test(text) ? false : null;
  if (type === 'colour') return text.toLowerCase();
  if (type === 'order') {
    const zones = new Map(
      text.split(';').map((part) => {
        const at = part.indexOf('=');
        const items = part.slice(at + 1);
        return [part.slice(0, at), items === '' ? [] : items.split(',').map(unescapeItem)] as const;
      }),
    );
    const [start, centre, end] = ZONES.map((z) => zones.get(z));
    return start && centre && end ? { start, centre, end } : null;
  }
  if (['palette', 'place', 'shadow', 'face', 'icons', 'picture'].includes(type)) {
    try {
      return JSON.parse(text) as TraitValue;
    } catch {
      return null;
    }
  }
  return text;
}
