import { open, type FileHandle } from 'node:fs/promises';
import { dominantColours } from '@spare-coat/core/colour/dominant';
import {
  MOST_ENTRIES,
  MOST_UNPACKED,
  hostileEntries,
  stepsOf,
  type ArchiveEntry,
} from '@spare-coat/core/parts/archive/entry';
import type {
  ArchiveFinding,
  ArchiveHost,
  FontEvidence,
  WallpaperEvidence,
} from '@spare-coat/core/parts/archive/findings';
import { judgeArchive } from '@spare-coat/core/parts/archive/judge';
import { licenceOfText, type ArchiveReport } from '@spare-coat/core/parts/archive/report';
import {
  ARCHIVE_FORMS,
  SNIFF_BYTES,
  archiveForm,
  formRemark,
  type ArchiveForm,
} from '@spare-coat/core/parts/archive/sniff';
import { iconPictures, iconSetsOf } from '@spare-coat/core/parts/archive/themes';
import { lastStep, treeJoin, treeOf, type Tree } from '@spare-coat/core/parts/archive/tree';
import { isEvidence, isLargePicture, isLicence, isReadme } from '@spare-coat/core/parts/archive/wanted';
import { MAX_PIXELS, readPictureHeader } from '@spare-coat/core/picture/header';
import { standardIconNames } from '@spare-coat/core/standards/iconNames';
import { utf8 } from '@spare-coat/core/wire/utf8';
import { ArchiveProblem, walkTar, type Walk } from './walkTar.js';
import { ZipArchive } from './walkZip.js';

/** What reading an archive is told. */
export interface ArchiveInput {
  /** Where the archive lies, in a private folder. */
  readonly path: string;
  /** The name under which it came. */
  readonly file: string;
  readonly sha256: string;
  readonly size: number;
  readonly host: ArchiveHost | null;
  readonly iconSize: number;
  readonly iconScale: number;
  /** Names needed beside the standard ones. */
  readonly names: readonly string[];
  /** Where the pictures to be shown are written to. */
  readonly picturesPath: string;
  /** Judge by names and indexes alone: no other bytes are looked at. */
  readonly namesOnly?: boolean;
}

/** Bytes of evidence that are held at once; what is more is passed over, and told. */
const MOST_HELD = 48 * 1024 ** 2;
const MOST_PICTURES = 400;
const MOST_PICTURE_BYTES = 200_000;
const MOST_FONTS = 24;
const MOST_FONT_BYTES = 24 * 1024 ** 2;
const MOST_WALLPAPERS = 12;
const MOST_WALLPAPER_BYTES = 48 * 1024 ** 2;
const MOST_POINTERS = 60;
const MOST_TEXTS = 6;
const SHOWN_TEXT = 8000;
const THUMBNAIL = 480;
const NESTED = /\.(zip|tar|tgz|tar\.(gz|bz2|xz|zst)|7z|rar)$/i;

interface Listing {
  readonly entries: ArchiveEntry[];
  readonly bytes: Map<string, Buffer>;
  readonly pictures: Map<string, { width: number; height: number }>;
  readonly remarks: string[];
  /** Reading was given up since there was too much. */
  cut: boolean;
}

async function head(path: string): Promise<Buffer> {
  const file = await open(path);
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(SNIFF_BYTES), 0, SNIFF_BYTES, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await file.close();
  }
}

/** An archive of any form that can be gone through more than once. */
interface Opened {
  walk(walk: Walk): Promise<string[]>;
  close(): void;
}

async function openArchive(form: ArchiveForm, { path, size }: ArchiveInput): Promise<Opened> {
  if (form === 'zip') {
    const zip = await ZipArchive.open(path, size, MOST_ENTRIES);
    return { walk: (walk) => zip.walk(size, walk), close: () => zip.close() };
  }
  return {
    walk: async (walk) => {
      await walkTar(path, walk);
      return [];
    },
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
  found.remarks.push(
    ...(await opened.walk({
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
    })),
  );
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

/** Writes pictures one behind the other into one file. */
class PictureFile {
  private at = 0;
  readonly index: Record<string, { at: number; length: number; type: string }> = {};
  constructor(private readonly file: FileHandle) {}
  async add(path: string, bytes: Uint8Array, type: string): Promise<void> {
    if (this.index[path]) return;
    await this.file.write(bytes, 0, bytes.length, this.at);
    this.index[path] = { at: this.at, length: bytes.length, type };
    this.at += bytes.length;
  }
  /** The same picture under another path. */
  alias(path: string, file: string): void {
    const known = this.index[file];
    if (known) this.index[path] = known;
  }
}

const typeOf = (path: string) => (/\.svg$/i.test(path) ? 'image/svg+xml' : 'image/png');

async function wallpaperFacts(
  path: string,
  bytes: Buffer,
  size: { width: number; height: number },
  pictures: PictureFile,
): Promise<WallpaperEvidence> {
  try {
    // Loaded when there is something to decode: most archives have no wallpaper.
    const { default: sharp } = await import('sharp');
    sharp.cache(false);
    sharp.concurrency(1);
    const small = sharp(bytes, { limitInputPixels: MAX_PIXELS })
      .rotate()
      .resize({ width: THUMBNAIL, height: THUMBNAIL, fit: 'inside', withoutEnlargement: true })
      .toColourspace('srgb');
    const { data, info } = await small.clone().ensureAlpha().raw().toBuffer({ resolveWithObject: true });
    const colours = dominantColours(
      { width: info.width, height: info.height, data },
      { x: 0, y: 0, width: info.width, height: info.height },
      5,
    );
    await pictures.add(path, await small.jpeg({ quality: 80 }).toBuffer(), 'image/jpeg');
    return { path, ...size, colours };
  } catch {
    return { path, ...size, colours: [] };
  }
}

/** Fills in what only the bytes of fonts, wallpapers and icons tell, in a second walk where they were not held. */
async function enrich(
  opened: Opened | null,
  input: ArchiveInput,
  listing: Listing,
  tree: Tree,
  findings: ArchiveFinding[],
  pictures: PictureFile,
  progress: (share: number) => void,
): Promise<ArchiveFinding[]> {
  const sizeOf = new Map(listing.entries.map((e) => [stepsOf(e.path)?.join('/') ?? '', e.size]));
  const sets = iconSetsOf(findings);
  const names = new Map([...standardIconNames(), ...input.names.map((n) => [n, 1] as const)]);
  const icons = new Set<string>();
  const aliases = new Map<string, string>();
  const fonts = new Set<string>();
  const papers = new Set<string>();
  for (const finding of findings) {
    const { evidence } = finding;
    if (evidence.what === 'icon set')
      for (const [path, file] of iconPictures(
        tree,
        finding,
        sets,
        names,
        input.iconSize,
        input.iconScale,
        MOST_PICTURES,
      ))
        if ((sizeOf.get(file) ?? Infinity) <= MOST_PICTURE_BYTES && /\.(png|svg)$/i.test(file)) {
          icons.add(file);
          aliases.set(path, file);
        }
    if (evidence.what === 'font')
      for (const path of evidence.files)
        if (fonts.size < MOST_FONTS && (sizeOf.get(path) ?? Infinity) <= MOST_FONT_BYTES) fonts.add(path);
    if (evidence.what === 'wallpaper')
      for (const { path } of evidence.files)
        if (papers.size < MOST_WALLPAPERS && (sizeOf.get(path) ?? Infinity) <= MOST_WALLPAPER_BYTES)
          papers.add(path);
    if (evidence.what === 'pointer set')
      for (const { name } of evidence.pointers.slice(0, MOST_POINTERS)) {
        const path = treeJoin(treeJoin(finding.root, 'cursors'), name);
        const bytes = listing.bytes.get(path);
        if (bytes) await pictures.add(path, bytes, 'image/x-xcursor');
      }
  }
  const faces = new Map<string, FontEvidence>();
  const walls = new Map<string, WallpaperEvidence>();
  const look = async (path: string, bytes: Buffer) => {
    if (icons.has(path)) await pictures.add(path, bytes, typeOf(path));
    if (fonts.has(path)) {
      const { fontFacts } = await import('./fontFacts.js');
      faces.set(path, fontFacts(path, bytes));
    }
    const size = listing.pictures.get(path);
    if (papers.has(path) && size) walls.set(path, await wallpaperFacts(path, bytes, size, pictures));
  };
  const wanted = new Set([...icons, ...fonts, ...papers]);
  if (wanted.size > 0 && !opened) {
    const file = await open(input.path);
    for (const path of wanted) await look(path, await file.readFile());
    await file.close();
  } else if (opened && wanted.size > 0) {
    let left = wanted.size;
    await opened.walk({
      entry(entry) {
        if (left === 0) return 'stop';
        return entry.kind === 'file' && wanted.has(stepsOf(entry.path)?.join('/') ?? '') ? 'all' : 'nothing';
      },
      bytes(entry, bytes) {
        left--;
        return look(stepsOf(entry.path)!.join('/'), bytes);
      },
      progress: (read) => progress(read / input.size),
    });
  }
  for (const [path, file] of aliases) pictures.alias(path, file);
  return findings.map((finding) => {
    const { evidence } = finding;
    if (evidence.what === 'font')
      return {
        ...finding,
        evidence: { ...evidence, faces: evidence.files.flatMap((p) => faces.get(p) ?? []) },
      };
    if (evidence.what === 'wallpaper')
      return {
        ...finding,
        evidence: { ...evidence, files: evidence.files.map((f) => walls.get(f.path) ?? f) },
      };
    return finding;
  });
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
  const form = archiveForm(await head(input.path));
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
      return reportOf(input, form, listing, findings, pictures);
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
      `There ${nested.length === 1 ? 'is an archive' : `are ${nested.length} archives`} inside, ${nested[0]!.path.slice(0, 200)} for one. Archives in archives are not opened: unpack it, and drop that in by itself.`,
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
