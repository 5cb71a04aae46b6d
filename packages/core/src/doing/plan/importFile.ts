import type { HostProfile } from '../../model/host/profile.js';
import { settingsOf } from '../../model/host/settings.js';
import type { Step } from '../../model/deeds/step.js';
import type { ExportPlace } from '../../model/offers/exportPlace.js';
import { writeEntry, writeExport, type EntryToWrite } from '../../measuring/exports/writeExport.js';

/** Files to be imported where no script runs: the entries that a plan changes, and they alone. */
export interface ImportFiles {
  readonly files: readonly {
    readonly name: string;
    readonly bytes: Uint8Array<ArrayBuffer>;
    readonly count: number;
  }[];
  /** Titles of the steps that set an entry and could not be brought into a file, with the reason. */
  readonly left: readonly { readonly title: string; readonly sentence: string }[];
}

/** Where a profile's settings stand in exports, by their keys. */
export function entriesOf(host: HostProfile): Map<string, ExportPlace> {
  return new Map(
    settingsOf(host).flatMap(({ key, entry }): [string, ExportPlace][] => (entry ? [[key, entry]] : [])),
  );
}

/** Whether a host has settings that are imported. */
export const isImporting = (host: HostProfile): boolean => Object.keys(host.exports ?? {}).length > 0;

/**
 * What steps set in exports of settings, as files of the exports' own forms. Of the steps of a way back it is the inverse.
 *
 * @param said how the files' names begin
 */
export function importFiles(host: HostProfile, steps: readonly Step[], said: string): ImportFiles {
  const entries = entriesOf(host);
  const byExport = new Map<string, Map<string, EntryToWrite>>();
  const left: { title: string; sentence: string }[] = [];
  for (const { title, deeds } of steps)
    for (const deed of deeds) {
      const entry = deed.do === 'set' ? entries.get(deed.key) : undefined;
      if (deed.do !== 'set' || !entry) continue;
      const refuse = (sentence: string) => left.push({ title, sentence });
      if (deed.value === null)
        refuse('What it was before nobody noted: drop an export from before on “My own desktop”.');
      else if (writeEntry(entry, deed.value) === null)
        refuse(`${deed.value} cannot stand there: it takes ${TAKES[entry.way]}.`);
      else {
        const all = byExport.get(entry.of) ?? new Map<string, EntryToWrite>();
        all.set(deed.key, { entry, value: deed.value });
        byExport.set(entry.of, all);
      }
    }
  return {
    files: [...byExport].flatMap(([name, all]) => {
      const form = host.exports?.[name];
      return form
        ? [{ name: `${said} ${name}`, bytes: writeExport(form, [...all.values()]), count: all.size }]
        : [];
    }),
    left,
  };
}

const TAKES: Readonly<Record<ExportPlace['way'], string>> = {
  bare: 'one line',
  quoted: 'one line',
  sixteens: 'a whole number from 0 to 4294967295',
  'JSON text': 'a text',
  'JSON value': 'a value of JSON that is no text',
  XML: 'a text',
};
