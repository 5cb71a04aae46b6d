/** Deeper than this no value of settings is nested; GLib itself stops at 128. */
export const MOST_DEPTH = 64;

/** Types of numbers with their bounds. Source: the D-Bus Specification, and GLib for `m`. */
export const WHOLE: Readonly<
  Record<string, { readonly name: string; readonly least: bigint; readonly most: bigint }>
> = {
  y: { name: 'byte', least: 0n, most: 255n },
  n: { name: 'int16', least: -32_768n, most: 32_767n },
  q: { name: 'uint16', least: 0n, most: 65_535n },
  i: { name: 'int32', least: -2_147_483_648n, most: 2_147_483_647n },
  u: { name: 'uint32', least: 0n, most: 4_294_967_295n },
  h: { name: 'handle', least: -2_147_483_648n, most: 2_147_483_647n },
  x: { name: 'int64', least: -(2n ** 63n), most: 2n ** 63n - 1n },
  t: { name: 'uint64', least: 0n, most: 2n ** 64n - 1n },
};
/** Types of texts with the word that stands before a value of them; none before plain strings. */
export const TEXTS: Readonly<Record<string, string>> = { s: 'string', o: 'objectpath', g: 'signature' };

/** Words that may stand before a value, with the type they say. */
export const TYPE_WORDS: ReadonlyMap<string, string> = new Map([
  ...Object.entries(WHOLE).map(([type, { name }]) => [name, type] as const),
  ...Object.entries(TEXTS).map(([type, name]) => [name, type] as const),
  ['boolean', 'b'],
  ['double', 'd'],
]);

const SINGLE = 'bynqiuhxtdsogv';

/** Where the one complete type that begins at a place ends, or -1 where none does. */
export function endOfType(types: string, from = 0, depth = 0): number {
  const sign = types[from];
  if (sign === undefined || depth > MOST_DEPTH) return -1;
  if (SINGLE.includes(sign)) return from + 1;
  if (sign === 'a' || sign === 'm') return endOfType(types, from + 1, depth + 1);
  if (sign === '(') {
    let at = from + 1;
    while (types[at] !== ')') {
      at = endOfType(types, at, depth + 1);
      if (at < 0) return -1;
    }
    return at + 1;
  }
  if (sign === '{' && 'bynqiuhxtdsog'.includes(types[from + 1] ?? ' ')) {
    const end = endOfType(types, from + 2, depth + 1);
    return end > 0 && types[end] === '}' ? end + 1 : -1;
  }
  return -1;
}

/** Whether a text is one complete type that a value can have. */
export const isType = (type: string): boolean => type !== '' && endOfType(type) === type.length;

/** The types inside a tuple or an entry of a dictionary. */
export function inside(type: string): string[] {
  const found: string[] = [];
  for (let at = 1; at < type.length - 1;) {
    const end = endOfType(type, at);
    if (end < 0) return found;
    found.push(type.slice(at, end));
    at = end;
  }
  return found;
}
