import { nth } from '../../ground/checked.js';

/** What drawings of desktops are made of. */
const ELEMENTS = new Set(
  (
    'svg g rect path circle polygon defs use clipPath linearGradient radialGradient stop filter ' +
    'feGaussianBlur feComponentTransfer feFuncR feFuncG feFuncB'
  ).split(' '),
);
const TAG = /<(\/?)([A-Za-z]+)((?:\s+[A-Za-z][\w:-]*="[^"<]*")*)\s*(\/?)>/y;

/** Nothing in an attribute may lead out of the drawing. */
function leadsOut(name: string, value: string): boolean {
  if (/^on/i.test(name) || name === 'style') return true;
  if (/(^|:)href$/i.test(name)) return !value.startsWith('#');
  if (name.startsWith('xmlns')) return !/^http:\/\/www\.w3\.org\/(2000\/svg|1999\/xlink)$/.test(value);
  return /url\(\s*(?!#)/i.test(value) || /&(?!(amp|lt|gt|quot|apos);)/.test(value);
}

/**
 * Whether a text is an SVG drawing such as `drawDesktop` makes: its own shapes and nothing else. No words, scripts, styles,
 * entities or pictures, and nothing that leads out of it, so that it can be turned into pixels whoever sent it.
 */
export function isDrawing(text: string): boolean {
  let at = 0;
  let depth = 0;
  let tags = 0;
  while (at < text.length) {
    const next = text.indexOf('<', at);
    if (next < 0) return tags > 0 && depth === 0 && text.slice(at).trim() === '';
    if (text.slice(at, next).trim() !== '') return false;
    TAG.lastIndex = next;
    const tag = TAG.exec(text);
    if (!tag || !ELEMENTS.has(nth(tag, 2))) return false;
    const [whole, closes, name, attributes, alone] = tag as string[];
    if ((depth === 0) !== (name === 'svg' && closes === '' && tags === 0)) return false;
    for (const [, key, value] of attributes!.matchAll(/([A-Za-z][\w:-]*)="([^"<]*)"/g))
      if (leadsOut(key!, value!)) return false;
    if (closes !== '') depth--;
    else if (alone === '') depth++;
    else if (depth === 0) return false;
    tags++;
    at = next + whole!.length;
  }
  return tags > 0 && depth === 0;
}
