import type { ImportFiles } from '@spare-coat/core/doing/plan/importFile';
import type { Notices } from '../shared/notices';
import { saveFile } from '../shared/saveFile';
import { count } from './words';

/** How much of a plan goes into files to be imported, in words. */
export function wordsOfImport(imports: ImportFiles | null): string {
  const all = imports?.files.reduce((sum, file) => sum + file.count, 0) ?? 0;
  const left = imports?.left.length ?? 0;
  return `${count(all, 'value')} at once${left > 0 ? `, ${left} by hand` : ''}`;
}

/** Hands the files to the browser, and says what is not in them. */
export function saveImports(imports: ImportFiles | null, notices: Notices): void {
  for (const { name, bytes } of imports?.files ?? []) saveFile(bytes, name, 'application/octet-stream');
  const [first] = imports?.left ?? [];
  if (first) notices.say(`Not in the file: ${first.title}. ${first.sentence}`);
  else if (imports?.files.length === 0) notices.say('No step sets anything that is imported.');
}
