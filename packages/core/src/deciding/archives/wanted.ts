import { isScriptName } from './scripts.js';
import { lastStep } from './tree.js';

/** A file of evidence is read up to so many bytes. */
export const MOST_EVIDENCE = 8_000_000;

/** Whether judging wants to see the bytes of a file: indexes, pointers, style sheets, entries, scripts, licences. */
export function isEvidence(path: string, size: number): boolean {
  if (size > MOST_EVIDENCE) return false;
  const name = lastStep(path);
  return (
    /^(index|cursor)\.theme$/.test(name) ||
    /(^|\/)cursors\/[^/]+$/.test(path) ||
    /\.(css|desktop)$/i.test(name) ||
    isScriptName(path) ||
    isReadme(path) ||
    isLicence(path)
  );
}

/** Whether a path inside an archive is, by its name, what its maker wrote for whoever opens it. */
export function isReadme(path: string): boolean {
  return /^readme/i.test(lastStep(path));
}

/** Whether a path inside an archive is, by its name, a licence. */
export function isLicence(path: string): boolean {
  return /^(licen[cs]e|copying|ofl)([-_.]|$)/i.test(lastStep(path));
}

/** Directories of icon themes: `48x48`, `48`, `48x48@2`, `scalable`, and the contexts of the icon naming specification. */
const ICON_FOLDER =
  /(^|\/)(\d+(x\d+)?(@\d+x?)?|scalable|symbolic|actions|animations|apps|categories|devices|emblems|emotes|mimetypes|places|status)\//i;

/**
 * Whether judging wants to know the size of a picture: large ones alone, since small ones are icons. A flat wallpaper of
 * full size packs into some ten kilobytes.
 */
export function isLargePicture(path: string, size: number): boolean {
  return /\.(png|jpe?g)$/i.test(path) && (size > 60_000 || (size > 6000 && !ICON_FOLDER.test(path)));
}

/** Whether a path inside an archive ends as a font of OpenType or WOFF does. */
export function isFont(path: string): boolean {
  return /\.(otf|ttf|woff2?)$/i.test(path);
}
