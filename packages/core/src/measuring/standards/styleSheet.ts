import { nth } from '../../ground/checked.js';
import { parse, tokenize, tokenTypes, walk } from 'css-tree';
import { parseHex, toHex } from '../colour/srgb.js';

/** A value and how often it stands there; lists of them have the most used first. */
export interface Counted<T> {
  readonly value: T;
  readonly uses: number;
}

/** What a style sheet sets, by the properties of CSS: evidence for what a theme offers. */
export interface StyleEvidence {
  /** `#rrggbb` → how often it is used, most used first. */
  readonly colours: readonly { readonly hex: string; readonly uses: number }[];
  /** Values in px and how often, of border-radius, padding, and font-size. */
  readonly radii: readonly Counted<number>[];
  readonly paddings: readonly Counted<number>[];
  readonly fontSizes: readonly Counted<number>[];
  readonly families: readonly Counted<string>[];
  readonly rules: number;
  readonly problems: readonly string[];
}

/** Letters that are read: its rules are held in memory, some hundred bytes each. Themes have a tenth of it. */
const LONGEST = 3_000_000;
const MOST_NESTING = 64;

/** How deep the rules of a style sheet lie in each other, how many blocks it has, and whether all of them close. */
function blocksOf(css: string): {
  readonly rules: number;
  readonly deepest: number;
  readonly closes: boolean;
} {
  let [rules, depth, deepest] = [0, 0, 0];
  let closes = true;
  // Braces inside strings, addresses and comments are none: the tokens of CSS tell them apart.
  tokenize(css, (type) => {
    if (type === tokenTypes.LeftCurlyBracket) {
      rules++;
      deepest = Math.max(deepest, ++depth);
    } else if (type === tokenTypes.RightCurlyBracket && --depth < 0) {
      closes = false;
      depth = 0;
    }
  });
  return { rules, deepest, closes: closes && depth === 0 };
}

/** Every declaration with its value as text, comments left out. */
function declarationsOf(css: string): { readonly property: string; readonly value: string }[] {
  const found: { property: string; value: string }[] = [];
  const sheet = parse(css, {
    parseValue: false,
    parseCustomProperty: false,
    parseRulePrelude: false,
    parseAtrulePrelude: false,
  });
  walk(sheet, {
    visit: 'Declaration',
    enter({ property, value }) {
      const text = value.type === 'Raw' ? value.value : '';
      found.push({
        property: property.startsWith('--') ? property : property.toLowerCase(),
        value: text.replace(COMMENT, ' ').trim(),
      });
    },
  });
  return found;
}

const COMMENT = /\/\*[^]*?\*\//g;

function colourOf(word: string): string | null {
  const short = /^#([0-9a-f])([0-9a-f])([0-9a-f])[0-9a-f]?$/i.exec(word);
  if (short)
    return `#${nth(short, 1)}${nth(short, 1)}${nth(short, 2)}${nth(short, 2)}${nth(short, 3)}${nth(short, 3)}`.toLowerCase();
  const long = /^#[0-9a-f]{6}(?:[0-9a-f]{2})?$/i.exec(word);
  if (long) return toHex(parseHex(word.slice(0, 7))!);
  const rgb = /^rgba?\(\s*(\d+(?:\.\d+)?)[\s,]+(\d+(?:\.\d+)?)[\s,]+(\d+(?:\.\d+)?)/i.exec(word);
  return rgb ? toHex({ r: Number(rgb[1]), g: Number(rgb[2]), b: Number(rgb[3]) }) : null;
}

function counted<T>(map: ReadonlyMap<T, number>): Counted<T>[] {
  return [...map].map(([value, uses]) => ({ value, uses })).sort((a, b) => b.uses - a.uses);
}

function count<K>(map: Map<K, number>, key: K): void {
  map.set(key, (map.get(key) ?? 0) + 1);
}

/**
 * Reads declarations out of a style sheet, whatever their selectors: colours (hex and rgb), radii, paddings, fonts.
 * Custom properties are resolved one level. Of a sheet whose rules lie too deep in each other nothing is read but its blocks.
 * Source: CSS Syntax Module Level 3 for what a token and a declaration is.
 */
export function readStyleSheet(text: string): StyleEvidence {
  const problems: string[] = [];
  const colours = new Map<string, number>();
  const radii = new Map<number, number>();
  const paddings = new Map<number, number>();
  const fontSizes = new Map<number, number>();
  const families = new Map<string, number>();
  if (text.length > LONGEST) problems.push('The style sheet is too long to be read whole.');
  const css = text.slice(0, LONGEST);
  const { rules, deepest, closes } = blocksOf(css);
  if (!closes) problems.push('Its braces do not close.');
  if (deepest > MOST_NESTING) problems.push('Its rules are nested deeper than any reader follows.');
  const declarations = deepest > MOST_NESTING ? [] : declarationsOf(css);
  const customs = new Map(
    declarations.filter((d) => d.property.startsWith('--')).map((d) => [d.property, d.value]),
  );
  const resolved = (value: string) =>
    value.replace(/var\(\s*(--[\w-]+)\s*(?:,[^)]*)?\)/g, (w, n: string) => customs.get(n) ?? w);
  for (const { property, value: written } of declarations) {
    // Naming a value is not using it.
    if (property.startsWith('--')) continue;
    const value = resolved(written);
    const pixels = [...value.matchAll(/(\d+(?:\.\d+)?)px\b/g)].map(([, n]) => Number(n));
    if (/radius$/.test(property)) pixels.forEach((n) => count(radii, n));
    else if (/^padding/.test(property)) pixels.forEach((n) => count(paddings, n));
    else if (property === 'font-size') pixels.forEach((n) => count(fontSizes, n));
    if (property === 'font-family' || property === 'font') {
      const family = nth(value.split(','), 0)
        .replace(/^.*\d(?:px|pt|em|rem|%)\s+/, '')
        .replace(/["']/g, '')
        .trim();
      if (family !== '' && !/^\d/.test(family)) count(families, family);
    }
    for (const [word] of value.matchAll(/#[0-9a-f]{3,8}\b|rgba?\([^)]*\)/gi)) {
      const hex = colourOf(word);
      if (hex) count(colours, hex);
    }
  }
  return {
    colours: [...colours]
      .map(([hex, uses]) => ({ hex, uses }))
      .sort((a, b) => b.uses - a.uses || (a.hex < b.hex ? -1 : 1)),
    radii: counted(radii),
    paddings: counted(paddings),
    fontSizes: counted(fontSizes),
    families: counted(families),
    rules,
    problems,
  };
}
