import * as yup from 'yup';
import { hostPathProblem, innerPathProblem } from '../../measuring/standards/places.js';

/**
 * The one set of types for what names a file, a folder, a package or an address. Parts, profiles, bundles and listings take
 * theirs from here, so that nothing that comes from somebody else can name what it must not.
 */
const told = (problem: (text: string) => string | null, schema: yup.StringSchema<string>) =>
  schema.test('place', '', function (raw) {
    // A missing one is for the schema itself to refuse, where it has to be there.
    const why = typeof raw !== 'string' || raw === '' ? null : problem(raw);
    return why === null || this.createError({ message: why });
  });

/** A path inside an archive, a repository or a download: relative, without `..`, not led by a dash. */
export const innerPath = (most: number) => told(innerPathProblem, yup.string().max(most).required());
/** The same; empty for all of it. */
export const innerPathOrAll = (most: number) => told(innerPathProblem, yup.string().max(most).defined());
/** A file or folder on the host, from `~/` or `/`. What may be done there `placeClass` says. */
export const hostPath = (most: number) => told(hostPathProblem, yup.string().max(most).required());

const wordProblem = (word: string): string | null =>
  word.startsWith('-')
    ? 'It begins with a dash, and a command would take it for an option.'
    : // eslint-disable-next-line no-control-regex -- these hide what a word is
      /[\x00-\x1f\x7f]/.test(word)
      ? 'It holds control characters.'
      : null;
/** A name that a command is given: a package, a source, an addon. */
export const plainWord = (most: number) => told(wordProblem, yup.string().max(most).required());

/** The same, where there may be none. */
export const maybePlainWord = (most: number) => told(wordProblem, yup.string().max(most).defined());

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
/** Where something is fetched from. */
export const address = (most: number) => told(addressProblem, yup.string().max(most).required());

/** Whether a repository can be cloned from it: an address, or another account's place on a server. */
export const isRepository = (from: string): boolean =>
  /^(https?|git|ssh):\/\/./i.test(from) || /^[\w.-]+@[\w.-]+:./.test(from) || from.startsWith('/');

/** Whether an address can be fetched by a script. */
export const isFetchable = (from: string): boolean => /^https?:\/\/./i.test(from);
