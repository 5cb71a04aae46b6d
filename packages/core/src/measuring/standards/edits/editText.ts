import { locateInCss } from './cssEdit.js';
import { refuse, type EditRefusal, type FileFormat, type Located, type Refused } from './edit.js';
import { locateInJson } from './jsonEdit.js';
import { locateInKeyFile } from './keyFileEdit.js';
import { locateInLines } from './linesEdit.js';
import { locateInXml } from './xmlEdit.js';

const LOCATE: Readonly<Record<FileFormat, (text: string, at: string, value: string | null) => Located>> = {
  'key file': locateInKeyFile,
  json: locateInJson,
  lines: locateInLines,
  css: locateInCss,
  xml: locateInXml,
};

export interface Edited {
  readonly ok: true;
  readonly text: string;
  /** The line on which it stands, from 1. */
  readonly line: number;
  /** What stood there as the value, as it is written; null where it was not there. */
  readonly was: string | null;
}

/**
 * Sets one value in the text of a settings file and keeps every other character; what cannot be done safely is refused, for a
 * hand to do. The script that a plan is exported as does the same (`plan/script/edits`), held to the same cases.
 *
 * @param at where it stands, as `FilePlace` has it
 * @param value null takes it out
 */
export function editText(
  format: FileFormat,
  text: string,
  at: string,
  value: string | null,
): Edited | Refused {
  if (text.includes('\0')) return refuse('broken');
  if (at === '' || /[\n\r\0]/.test(at) || value?.includes('\0')) return refuse('value');
  const found = LOCATE[format](text, at, value);
  if (!found.ok) return found;
  const { from, to, put, was } = found;
  return {
    ok: true,
    text: text.slice(0, from) + put + text.slice(to),
    line: 1 + (text.slice(0, from).match(/\n/g)?.length ?? 0),
    was,
  };
}

/** A refusal as a sentence, for the step that is then for a hand. */
export function sayRefusal(why: EditRefusal): string {
  return {
    broken:
      'The file is not written as it should be there, so that the value cannot be told from what stands around it.',
    twice: 'It stands there more than once, or under a condition, and only you know which counts.',
    nowhere: 'There is nothing in the file to put it into.',
    value: 'The value cannot be written there without becoming something else.',
  }[why];
}
