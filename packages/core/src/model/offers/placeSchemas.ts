import type { StringSchema } from 'yup';
import { held, text } from '../../ground/shape/shape.js';
import { hostPathProblem, innerPathProblem } from '../../measuring/standards/places.js';

/**
 * The one set of types for what names a file, a folder, a package or an address. Parts, profiles, bundles and listings take
 * theirs from here, so that nothing that comes from somebody else can name what it must not.
 */
const told = (
  problem: (text: string) => string | null,
  most: number,
  pattern: string,
  least = 1,
): StringSchema<string> =>
  // An empty one is for the length to refuse, where it has to be something.
  held(text(most, least), 'place', (raw) => (raw === '' ? null : problem(raw)), { pattern });

const STEPS = String.raw`(?!(.*/)?\.{1,2}(/|$))(?!.*//)`;
const INNER = String.raw`^(?![/~-])${STEPS}[^\u0000-\u001f\u007f\\]+$`;
const HOST = String.raw`^(~/|/)(?!/)${STEPS}[^\u0000-\u001f\u007f]+$`;
const WORD = String.raw`^(?!-)[^\u0000-\u001f\u007f]*$`;

/** A path inside an archive, a repository or a download: relative, without `..`, not led by a dash. */
export const innerPath = (most: number) => told(innerPathProblem, most, INNER);
/** The same; empty for all of it. */
export const innerPathOrAll = (most: number) => told(innerPathProblem, most, `^$|${INNER}`, 0);
/** A file or folder on the host, from `~/` or `/`. What may be done there `placeClass` says. */
export const hostPath = (most: number) => told(hostPathProblem, most, HOST);

const wordProblem = (word: string): string | null =>
  word.startsWith('-')
    ? 'It begins with a dash, and a command would take it for an option.'
    : // eslint-disable-next-line no-control-regex -- these hide what a word is
      /[\x00-\x1f\x7f]/.test(word)
      ? 'It holds control characters.'
      : null;
/** A name that a command is given: a package, a source, an addon. */
export const plainWord = (most: number) => told(wordProblem, most, WORD);

/** The same, where there may be none. */
export const maybePlainWord = (most: number) => told(wordProblem, most, WORD, 0);

/** What downloads and repositories are fetched by; others run programs or read files of the machine. */
const SCHEMES = ['http:', 'https:', 'git:', 'ssh:'];
function addressProblem(address: string): string | null {
  const scheme = /^([A-Za-z][A-Za-z0-9+.-]*:)/.exec(address)?.[1]?.toLowerCase();
  if (
    scheme !== undefined &&
    (address.includes('://') || address.includes('::')) &&
    !SCHEMES.includes(scheme)
  )
    return `Nothing is fetched by ${scheme} Use an address that begins with https://.`;
  return address.startsWith(':') ? 'It is no address.' : wordProblem(address);
}
/** No scheme, one of those that fetch, or a colon that begins neither `://` nor `::`. */
const ADDRESS =
  String.raw`^(?![:-])(?:(?![A-Za-z][A-Za-z0-9+.-]*:)|(?=(?:[hH][tT][tT][pP][sS]?|[gG][iI][tT]|[sS][sS][hH]):)` +
  String.raw`|(?!.*(?:://|::)))[^\u0000-\u001f\u007f]*$`;
/** Where something is fetched from: an address by a scheme that fetches, or a place without one; no option of a command. */
export const address = (most: number) => told(addressProblem, most, ADDRESS);

/** Whether a repository can be cloned from it: an address, or another account's place on a server. */
export const isRepository = (from: string): boolean =>
  /^(https?|git|ssh):\/\/./i.test(from) || /^[\w.-]+@[\w.-]+:./.test(from) || from.startsWith('/');

/** Whether an address can be fetched by a script. */
export const isFetchable = (from: string): boolean => /^https?:\/\/./i.test(from);
