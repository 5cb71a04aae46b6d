import { nth } from '../../../ground/checked.js';
import { isSpace, NOTHING, refuse, type Located } from './edit.js';

interface Attribute {
  readonly name: string;
  /** From the blanks before the name to behind the closing quote. */
  readonly from: number;
  readonly end: number;
  readonly value: number;
  readonly stop: number;
}

interface Step {
  readonly name: string;
  readonly attribute: string | null;
  readonly is: string;
}

/** An element that the path leads to. */
interface Hit {
  readonly attributes: readonly Attribute[];
  /** Behind its name. */
  readonly name: number;
  readonly content: number;
  end: number;
  /** Whether it holds nothing but text. */
  pure: boolean;
  readonly depth: number;
}

const NAME = /[^ \t\n\r\f/>=<"'&]+/y;

/** A path of elements, `settings/bar[name=main]/size`, with `@attribute` behind it where one is meant. */
function readPath(at: string): { readonly steps: readonly Step[]; readonly attribute: string | null } | null {
  const cut = at.lastIndexOf('@');
  const steps = (cut < 0 ? at : at.slice(0, cut)).split('/').map((word): Step | null => {
    const m = /^([^[\]=]+)(?:\[([^[\]=]+)=([^[\]]*)\])?$/.exec(word);
    return m ? { name: nth(m, 1), attribute: m[2] ?? null, is: m[3] ?? '' } : null;
  });
  if (steps.some((s) => s === null)) return null;
  return { steps: steps as Step[], attribute: cut < 0 ? null : at.slice(cut + 1) };
}

/** Text for an element or between quotes. Source: XML 1.0, section 2.4. */
const escaped = (value: string): string =>
  value
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;')
    .replace(/"/g, '&quot;')
    .replace(/'/g, '&apos;');

/**
 * Finds the value of an attribute, or the text of an element, in an XML document: `at` is a path of elements from the root,
 * each with one attribute to know it by where needed, and `@name` behind it for an attribute. A missing attribute is put
 * into its element; a missing element is for a hand, and so is one that stands twice or holds more than text.
 *
 * Source: Extensible Markup Language (XML) 1.0, Fifth Edition.
 *
 * @param value null takes the attribute out, or empties the element
 */
export function locateInXml(text: string, at: string, value: string | null): Located {
  const path = readPath(at);
  if (!path) return refuse('nowhere');
  // eslint-disable-next-line no-control-regex -- these are the characters that XML does not have
  if (value !== null && /[\x00-\x1f]/.test(value)) return refuse('value');
  const { steps, attribute } = path;
  const open: { name: string; matches: boolean }[] = [];
  const found: Hit[] = [];
  /** The element that is meant, while it is open. */
  let current: Hit | null = null;
  let roots = 0;
  let i = text.startsWith('\uFEFF') ? 1 : 0;
  while (i < text.length) {
    if (text[i] !== '<') {
      if (open.length === 0 && !isSpace(text[i])) return refuse('broken');
      i++;
      continue;
    }
    if (current && text[i + 1] !== '/') current.pure = false;
    const special = (['<!--', '<![CDATA[', '<?', '<!'] as const).find((s) => text.startsWith(s, i));
    if (special) {
      const ends = { '<!--': '-->', '<![CDATA[': ']]>', '<?': '?>', '<!': '>' }[special];
      const end = text.indexOf(ends, i + special.length);
      if (end < 0) return refuse('broken');
      // Entities of one's own would change what is read.
      if (special === '<!' && text.slice(i, end).includes('[')) return refuse('broken');
      i = end + ends.length;
      continue;
    }
    const closes = text[i + 1] === '/';
    NAME.lastIndex = i + (closes ? 2 : 1);
    const name = NAME.exec(text)?.[0];
    if (name === undefined) return refuse('broken');
    let k = NAME.lastIndex;
    if (closes) {
      while (isSpace(text[k])) k++;
      const top = open.pop();
      if (text[k] !== '>' || top?.name !== name) return refuse('broken');
      if (current?.depth === open.length) {
        current.end = i;
        current = null;
      }
      i = k + 1;
      continue;
    }
    const attributes: Attribute[] = [];
    const nameEnd = k;
    for (;;) {
      const from = k;
      while (isSpace(text[k])) k++;
      if (text[k] === '>' || text[k] === '/') break;
      NAME.lastIndex = k;
      const word = from === k ? undefined : NAME.exec(text)?.[0];
      if (word === undefined) return refuse('broken');
      k = NAME.lastIndex;
      while (isSpace(text[k])) k++;
      if (text[k] !== '=') return refuse('broken');
      k++;
      while (isSpace(text[k])) k++;
      const quote = text[k];
      if (quote !== '"' && quote !== "'") return refuse('broken');
      const stop = text.indexOf(quote, k + 1);
      if (stop < 0 || text.slice(k + 1, stop).includes('<') || attributes.some((a) => a.name === word))
        return refuse('broken');
      attributes.push({ name: word, from, value: k + 1, stop, end: stop + 1 });
      k = stop + 1;
    }
    const empty = text[k] === '/';
    if (empty) k++;
    if (text[k] !== '>') return refuse('broken');
    if (open.length === 0 && ++roots > 1) return refuse('broken');
    const step = steps[open.length];
    const matches =
      step !== undefined &&
      (open.at(-1)?.matches ?? true) &&
      step.name === name &&
      (step.attribute === null ||
        attributes.some(
          (a) => a.name === step.attribute && text.slice(a.value, a.stop) === escaped(step.is),
        ));
    if (matches && open.length === steps.length - 1) {
      const hit = { attributes, name: nameEnd, content: k + 1, end: k + 1, pure: !empty, depth: open.length };
      found.push(hit);
      if (!empty) current = hit;
    }
    if (!empty) open.push({ name, matches });
    i = k + 1;
  }
  if (open.length > 0 || roots === 0) return refuse('broken');
  if (found.length > 1) return refuse('twice');
  const [hit] = found;
  if (!hit) return value === null ? NOTHING : refuse('nowhere');
  if (attribute !== null) {
    const a = hit.attributes.find((x) => x.name === attribute);
    if (a)
      return value === null
        ? { ok: true, from: a.from, to: a.end, put: '', was: text.slice(a.value, a.stop) }
        : { ok: true, from: a.value, to: a.stop, put: escaped(value), was: text.slice(a.value, a.stop) };
    if (value === null) return NOTHING;
    const behind = hit.attributes.at(-1)?.end ?? hit.name;
    return { ok: true, from: behind, to: behind, put: ` ${attribute}="${escaped(value)}"`, was: null };
  }
  if (!hit.pure) return refuse('nowhere');
  let [from, to] = [hit.content, hit.end];
  while (from < to && isSpace(text[from])) from++;
  if (from === to) from = to = hit.content;
  while (to > from && isSpace(text[to - 1])) to--;
  return { ok: true, from, to, put: value === null ? '' : escaped(value), was: text.slice(from, to) };
}
