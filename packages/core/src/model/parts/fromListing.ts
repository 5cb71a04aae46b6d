import { nth } from '../../ground/checked.js';
import semver from 'semver';
import type { ListedDetails } from './listing.js';
import type { FitRule, Part } from './part.js';

/** What a listing says of hosts, such as `Fernbank 3.5`, as a rule; null where it says any host, or nothing to go by. */
export function fitOfListing(madeFor: string): FitRule | null {
  const said = /^(.*\S)\s+v?(\d+(?:\.\d+){0,2})$/.exec(madeFor.trim());
  const version = said && semver.coerce(said[2]);
  if (!said || !version) return null;
  const parts = nth(said, 2).split('.').length;
  const versions =
    parts === 1
      ? `${version.major}.x`
      : parts === 2
        ? `${version.major}.${version.minor}.x`
        : version.version;
  return { host: nth(said, 1).toLowerCase().replace(/\s+/g, '-'), versions, how: 'declared' };
}

/**
 * Fills in what a listing tells of a part that was made from its file: author, version, date, licence, for which host,
 * and where the file is. The version is the one whose checksum the file has; of a file that the listing does not know
 * only the author and the summary are taken.
 *
 * @param root the listing's address, such as `https://parts.example`
 */
export function withListing(part: Part, details: ListedDetails, root: string): Part {
  const told: Part = {
    ...part,
    author: details.author || part.author,
    summary: details.summary || part.summary,
    licence: part.licence === 'LicenseRef-not-said' ? details.licence || part.licence : part.licence,
    home: `${root}/parts/${details.id}`,
  };
  const version = details.versions.find((v) => v.sha256 === part.source?.sha256);
  if (!version) return told;
  const fit = fitOfListing(version.madeFor);
  return {
    ...told,
    version: version.version,
    released: version.date,
    fits: fit ? [fit] : [],
    channels: told.channels.map((c) => (c.way === 'package' ? c : { ...c, from: `${root}${version.path}` })),
  };
}
