import type { Hostile } from './entry.js';
import type { ArchiveFinding } from './findings.js';
import type { ArchiveForm } from './sniff.js';

/** What an archive, or a single file, was found to hold: plain data, made once and shown anywhere. */
export interface ArchiveReport {
  readonly file: string;
  /** Of the archive itself. */
  readonly sha256: string;
  readonly size: number;
  readonly form: ArchiveForm;
  readonly entries: number;
  /** Bytes of all files when unpacked. */
  readonly unpacked: number;
  readonly hostile: readonly Hostile[];
  /** What else is worth knowing: another form than the name says, archives inside, files that were not read. */
  readonly remarks: readonly string[];
  readonly findings: readonly ArchiveFinding[];
  /** For which size and scale icons were sought, in units and device pixels per unit. */
  readonly iconSize: number;
  readonly iconScale: number;
  /** Names sought beside the standard ones. */
  readonly names: readonly string[];
  /** Pictures that were taken out to be shown: path in the archive → where they lie in the pictures' file. */
  readonly pictures: Readonly<
    Record<string, { readonly at: number; readonly length: number; readonly type: string }>
  >;
  readonly licences: readonly {
    readonly path: string;
    readonly text: string;
    readonly spdx: string | null;
  }[];
  readonly readmes: readonly { readonly path: string; readonly text: string }[];
}

/** How the texts of well-known licences begin, in order of what is told apart first. Source: the SPDX licence list. */
const LICENCE_MARKS: readonly (readonly [string, RegExp])[] = [
  ['OFL-1.1', /SIL OPEN FONT LICENSE\s+Version 1\.1/i],
  ['AGPL-3.0-or-later', /GNU AFFERO GENERAL PUBLIC LICENSE\s+Version 3/i],
  ['LGPL-3.0-or-later', /GNU LESSER GENERAL PUBLIC LICENSE\s+Version 3/i],
  ['LGPL-2.1-or-later', /GNU LESSER GENERAL PUBLIC LICENSE\s+Version 2\.1/i],
  ['GPL-3.0-or-later', /GNU GENERAL PUBLIC LICENSE\s+Version 3/i],
  ['GPL-2.0-or-later', /GNU GENERAL PUBLIC LICENSE\s+Version 2/i],
  ['MPL-2.0', /Mozilla Public License,? Version 2\.0/i],
  ['Apache-2.0', /Apache License\s+Version 2\.0/i],
  ['CC-BY-SA-4.0', /Attribution-ShareAlike 4\.0 International/i],
  ['CC-BY-NC-4.0', /Attribution-NonCommercial 4\.0 International/i],
  ['CC-BY-4.0', /Attribution 4\.0 International/i],
  ['CC0-1.0', /CC0 1\.0 Universal/i],
  ['ISC', /Permission to use, copy, modify, and\/or distribute this software for any\s+purpose/i],
  ['MIT', /Permission is hereby granted, free of charge, to any person obtaining a copy/i],
];

/** The SPDX name of a licence by its text, or null where it is none of the well-known ones. */
export function licenceOfText(text: string): string | null {
  return LICENCE_MARKS.find(([, mark]) => mark.test(text))?.[0] ?? null;
}
