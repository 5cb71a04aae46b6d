import type { FileFormat } from '../../../../measuring/standards/edits/edit.js';
import { COMMON } from './common.js';
import { CSS } from './css.js';
import { JSON_TEXT } from './json.js';
import { KEY_FILE } from './keyFile.js';
import { LINES } from './lines.js';
import { XML } from './xml.js';

/** The awk program that finds a value of each syntax; what it takes and gives stands in `common.ts`. */
export const EDIT_PROGRAMS: Readonly<Record<FileFormat, string>> = {
  'key file': KEY_FILE + COMMON,
  json: JSON_TEXT + COMMON,
  lines: LINES + COMMON,
  css: CSS + COMMON,
  xml: XML + COMMON,
};
