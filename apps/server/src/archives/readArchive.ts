import { nth } from '@spare-coat/core/ground/checked';
import { open } from 'node:fs/promises';
import {
  MOST_ENTRIES,
  MOST_UNPACKED,
  hostileEntries,
  stepsOf,
} from '@spare-coat/core/deciding/archives/entry';
import type { ArchiveFinding } from '@spare-coat/core/deciding/archives/findings';
import { archiveRemarks } from '@spare-coat/core/deciding/archives/untold';
import { judgeArchive } from '@spare-coat/core/deciding/archives/judge';
import { licenceOfText, type ArchiveReport } from '@spare-coat/core/deciding/archives/report';
import {
  ARCHIVE_FORMS,
  SNIFF_BYTES,
  archiveForm,
  formRemark,
  unreadForm,
  type ArchiveForm,
} from '@spare-coat/core/deciding/archives/sniff';
import { lastStep, treeOf } from '@spare-coat/core/deciding/archives/tree';
import { isEvidence, isLargePicture, isLicence, isReadme } from '@spare-coat/core/deciding/archives/wanted';
import { readPictureHeader } from '@spare-coat/core/measuring/picture/header';
import { utf8 } from '@spare-coat/core/ground/utf8';
import { enrich } from './enrich.js';
import { PictureFile } from './pictureFile.js';
import { MOST_WALLPAPER_BYTES, type ArchiveInput, type Listing, type Opened } from './reading.js';
import { ArchiveProblem, walkTar } from './walkTar.js';
import { ZipArchive } from './walkZip.js';

/** Bytes of evidence that are held at once; what is more is passed over, and told. */
const MOST_HELD = 48 * 1024 ** 2;
const MOST_TEXTS = 6;
const SHOWN_TEXT = 8000;
const NESTED = /\.(zip|tar|tgz|tar\.(gz|bz2|xz|zst)|7z|rar)$/i;

async function head(path: string): Promise<Buffer> {
  const file = await open(path);
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(SNIFF_BYTES), 0, SNIFF_BYTES, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await file.close();
  }
}

async function openArchive(form: ArchiveForm, { path, size }: ArchiveInput): Promise<Opened> {
  if (form === 'zip') {
    const zip = await ZipArchive.open(path, size, MOST_ENTRIES);
    return { walk: (walk) => zip.walk(size, walk), close: () => zip.close() };
  }
  return {
    walk: (walk) => walkTar(path, walk, form === 'gzip'),
    close: () => undefined,
  };
}

/** Every entry, and the bytes of those that are evidence. */
async function list(
  opened: Opened,
  input: ArchiveInput,
  progress: (share: number) => void,
): Promise<Listing> {
  const found: Listing = { entries: [], bytes: new Map(), pictures: new Map(), remarks: [], cut: false };
  let unpacked = 0;
  let held = 0;
  let unread = 0;
  const clean = (path: string) => stepsOf(path)?.join('/') ?? null;
  await opened.walk({
    entry(entry) {
      found.entries.push(entry);
      unpacked += entry.size;
      if (found.entries.length > MOST_ENTRIES || unpacked > MOST_UNPACKED) {
        found.cut = true;
        return 'stop';
      }
      if (entry.kind !== 'file') return 'nothing';
      const path = clean(entry.path);
      if (path === null) return 'nothing';
      if (input.namesOnly) return lastStep(path) === 'index.theme' ? 'all' : 'nothing';
      if (isLargePicture(path, entry.size)) return 'head';
      if (!isEvidence(path, entry.size)) return 'nothing';
      if (held + entry.size > MOST_HELD) {
        unread++;
        return 'nothing';
      }
      held += entry.size;
      return 'all';
    },
    bytes(entry, bytes) {
      const path = clean(entry.path)!;
      if (!isLargePicture(path, entry.size)) found.bytes.set(path, bytes);
      else {
        const header = readPictureHeader(bytes);
        if (header.ok) found.pictures.set(path, { width: header.width, height: header.height });
      }
    },
    progress: (read) => progress(read / input.size),
  });
  if (found.cut) found.remarks.push('It was not read to its end, since there is too much in it.');
  if (unread > 0)
    found.remarks.push(`${unread} files of evidence were not read: there are too many of them.`);
  return found;
}

/** A single file stands for an archive with nothing else in it. */
async function single(form: ArchiveForm, input: ArchiveInput): Promise<Listing> {
  const name = lastStep(input.file) || 'file';
  const path = form === 'pointer' ? `cursors/${name}` : name;
  const known =
    form !== 'other' || /\.(css|desktop|theme|sh|bash)$/i.test(name) || isEvidence(name, input.size);
  if (!known)
    throw new ArchiveProblem(
      formRemark(input.file, form) ??
        'It is neither an archive nor a font, picture, pointer, desktop entry, index or style sheet.',
    );
  if (input.size > MOST_WALLPAPER_BYTES) throw new ArchiveProblem('A single file is read up to 48 MB.');
  const file = await open(input.path);
  const bytes = await file.readFile().finally(() => file.close());
  const pictures = new Map<string, { width: number; height: number }>();
  const header = form === 'picture' ? readPictureHeader(bytes) : null;
  if (header && !header.ok) throw new ArchiveProblem(header.sentence);
  if (header?.ok) pictures.set(path, { width: header.width, height: header.height });
  return {
    entries: [{ path, kind: 'file', size: input.size, target: '' }],
    bytes: new Map(form === 'picture' ? [] : [[path, bytes]]),
    pictures,
    remarks: [],
    cut: false,
  };
}

const text = (bytes: Uint8Array) => utf8(bytes.subarray(0, SHOWN_TEXT));

/**
 * Reads an archive or a single file and says what is in it. Nothing is unpacked: evidence is held in memory within
 * bounds, and the pictures to be shown go into one file.
 *
 * @param progress told the share that is done, 0 to 1
 * @throws ArchiveProblem with a sentence
 */
export async function readArchive(
  input: ArchiveInput,
  progress: (share: number) => void,
): Promise<ArchiveReport> {
  const start = await head(input.path);
  const unread = unreadForm(start);
  if (unread) throw new ArchiveProblem(unread);
  const form = archiveForm(start);
  const packed = ARCHIVE_FORMS.includes(form);
  const opened = packed ? await openArchive(form, input) : null;
  try {
    const listing = opened ? await list(opened, input, (s) => progress(s / 2)) : await single(form, input);
    if (listing.entries.length === 0) throw new ArchiveProblem('The archive is empty.');
    const tree = treeOf(listing.entries);
    const { bytes, pictures: sizes } = listing;
    const judged = judgeArchive(input.file, { tree, bytes, pictures: sizes }, input.host);
    const file = await open(input.picturesPath, 'w');
    try {
      const pictures = new PictureFile(file);
      const findings = input.namesOnly
        ? judged
        : await enrich(opened, input, listing, tree, judged, pictures, (s) => progress(0.5 + s / 2));
      progress(1);
      const told = input.namesOnly ? [] : archiveRemarks(tree, findings);
      return reportOf(
        input,
        form,
        { ...listing, remarks: [...listing.remarks, ...told] },
        findings,
        pictures,
      );
    } finally {
      await file.close();
    }
  } finally {
    opened?.close();
  }
}

function reportOf(
  input: ArchiveInput,
  form: ArchiveForm,
  listing: Listing,
  findings: readonly ArchiveFinding[],
  pictures: PictureFile,
): ArchiveReport {
  const nested = listing.entries.filter((e) => e.kind === 'file' && NESTED.test(e.path));
  const remarks = [...listing.remarks];
  const remark = formRemark(input.file, form);
  if (remark) remarks.unshift(remark);
  if (nested.length > 0)
    remarks.push(
      `There ${nested.length === 1 ? 'is an archive' : `are ${nested.length} archives`} inside, ${nth(nested, 0).path.slice(0, 200)} for one. Archives in archives are not opened: unpack it, and drop that in by itself.`,
    );
  if (findings.length === 0)
    remarks.push('Nothing in it is a theme, set, font, wallpaper or entry that is known here.');
  const texts = (of: (path: string) => boolean) =>
    [...listing.bytes].filter(([path]) => of(path)).slice(0, MOST_TEXTS);
  return {
    file: input.file,
    sha256: input.sha256,
    size: input.size,
    form,
    entries: listing.entries.length,
    unpacked: listing.entries.reduce((n, e) => n + e.size, 0),
    hostile: hostileEntries(listing.entries, input.size),
    remarks,
    findings,
    iconSize: input.iconSize,
    iconScale: input.iconScale,
    names: input.names,
    pictures: pictures.index,
    licences: texts(isLicence).map(([path, bytes]) => ({
      path,
      text: text(bytes),
      spdx: licenceOfText(text(bytes)),
    })),
    readmes: texts(isReadme).map(([path, bytes]) => ({ path, text: text(bytes) })),
  };
}
