import { open } from 'node:fs/promises';
import { dominantColours } from '@spare-coat/core/measuring/picture/dominant';
import { stepsOf } from '@spare-coat/core/deciding/archives/entry';
import type {
  ArchiveFinding,
  FontEvidence,
  WallpaperEvidence,
} from '@spare-coat/core/deciding/archives/findings';
import { iconPictures, iconSetsOf } from '@spare-coat/core/deciding/archives/themes';
import { treeJoin, type Tree } from '@spare-coat/core/deciding/archives/tree';
import { MAX_PIXELS } from '@spare-coat/core/measuring/picture/header';
import { standardIconNames } from '@spare-coat/core/measuring/standards/iconNames';
import { FontReader } from './fontReader.js';
import type { PictureFile } from './pictureFile.js';
import { MOST_WALLPAPER_BYTES, type ArchiveInput, type Listing, type Opened } from './reading.js';

/** So many of each are looked into, and so large ones: a theme has no more that is worth showing. */
const MOST_PICTURES = 400;
const MOST_PICTURE_BYTES = 200_000;
const MOST_FONTS = 24;
const MOST_FONT_BYTES = 24 * 1024 ** 2;
const MOST_WALLPAPERS = 12;
const MOST_POINTERS = 60;
/** Longer side of a wallpaper as it is shown. */
const THUMBNAIL = 480;

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
export async function enrich(
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
  const reader = new FontReader();
  const walls = new Map<string, WallpaperEvidence>();
  const look = async (path: string, bytes: Buffer) => {
    if (icons.has(path)) await pictures.add(path, bytes, typeOf(path));
    if (fonts.has(path)) faces.set(path, await reader.read(path, bytes));
    const size = listing.pictures.get(path);
    if (papers.has(path) && size) walls.set(path, await wallpaperFacts(path, bytes, size, pictures));
  };
  const wanted = new Set([...icons, ...fonts, ...papers]);
  try {
    if (wanted.size > 0 && !opened) {
      const file = await open(input.path);
      for (const path of wanted) await look(path, await file.readFile());
      await file.close();
    } else if (opened && wanted.size > 0) {
      let left = wanted.size;
      await opened.walk({
        entry(entry) {
          if (left === 0) return 'stop';
          return entry.kind === 'file' && wanted.has(stepsOf(entry.path)?.join('/') ?? '')
            ? 'all'
            : 'nothing';
        },
        bytes(entry, bytes) {
          left--;
          return look(stepsOf(entry.path)!.join('/'), bytes);
        },
        progress: (read) => progress(read / input.size),
      });
    }
  } finally {
    await reader.close();
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
