/** Small helpers for writing SVG text. Everything that came from a person passes `escapeXml`. */

/** Escapes a text for an attribute or an element. */
export function escapeXml(text: string): string {
  return text
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;')
    .replaceAll("'", '&apos;');
}

/** A number with at most two decimals. */
export function n(value: number): string {
  return String(Math.round(value * 100) / 100);
}

type Attributes = Readonly<Record<string, string | number | null | undefined>>;

/** One element; attributes that are null or undefined are left out. */
export function tag(name: string, attributes: Attributes, content = ''): string {
  const words = Object.entries(attributes)
    .filter(([, v]) => v !== null && v !== undefined)
    .map(([k, v]) => ` ${k}="${typeof v === 'number' ? n(v) : escapeXml(v!)}"`)
    .join('');
  return content === '' ? `<${name}${words}/>` : `<${name}${words}>${content}</${name}>`;
}

/** A filled rectangle as SVG, in device pixels of the screen. */
export function box(
  x: number,
  y: number,
  width: number,
  height: number,
  fill: string,
  more: Attributes = {},
): string {
  return tag('rect', { x, y, width, height, fill, ...more });
}

/** A closed polygon as SVG, its corners in device pixels of the screen. */
export function polygon(
  points: readonly (readonly [number, number])[],
  fill: string,
  more: Attributes = {},
): string {
  return tag('polygon', { points: points.map(([x, y]) => `${n(x)},${n(y)}`).join(' '), fill, ...more });
}
