/** Settings as a desktop exports them, in a text that it imports again. */

export const EXPORT_FORMS = ['sections', 'JSON', 'XML'] as const;
export const ENCODINGS = ['utf-8', 'utf-16le', 'utf-16be'] as const;
export const NEWLINES = ['\n', '\r\n'] as const;

/** How an export is written, beside its entries. */
export interface ExportForm {
  readonly form: (typeof EXPORT_FORMS)[number];
  readonly encoding: (typeof ENCODINGS)[number];
  readonly newline: (typeof NEWLINES)[number];
  /** What stands before its first entry: a line that says what it is, an XML declaration. */
  readonly head: string;
}

/**
 * How a value is written in its entry: as it stands; in quotes with `\` before quotes and itself; as a number of eight digits in sixteens;
 * as a text or another value of JSON; as text of XML.
 */
export const ENTRY_WAYS = ['bare', 'quoted', 'sixteens', 'JSON text', 'JSON value', 'XML'] as const;

/** Where one value stands in an export. */
export interface ExportEntry {
  /** Its section; the keys of JSON that lead to it; the insides of the start tags of XML that it lies in, the outermost first. */
  readonly path: readonly string[];
  /** What stands before the value on its line; of XML the attribute that holds it, none where an element's text is it. */
  readonly before: string;
  readonly way: (typeof ENTRY_WAYS)[number];
}

/** An entry with its value in plain words. */
export interface ExportedValue extends ExportEntry {
  /** Its name for people: the steps that lead to it, its own last. */
  readonly steps: readonly string[];
  readonly value: string;
}
