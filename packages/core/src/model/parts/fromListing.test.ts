import { describe, expect, it } from 'vitest';
import { testPart } from '../../testing/parts.js';
import type { ListedDetails } from './listing.js';
import { fitOfListing, withListing } from './fromListing.js';
import { readPart } from './part.js';

const SHA = 'b'.repeat(64);
const details: ListedDetails = {
  id: 'limewash',
  name: 'Limewash',
  author: 'Tamsin Roe',
  category: 'Window themes',
  summary: 'Clay frames.',
  licence: 'MIT',
  votes: 1,
  date: '2026-11-02',
  version: '2.0',
  versions: [
    {
      version: '2.0',
      date: '2026-11-02',
      madeFor: 'Ochre Row 7',
      file: 'f',
      size: 1,
      sha256: 'a'.repeat(64),
      path: '/f/2',
    },
    {
      version: '1.9',
      date: '2026-07-07',
      madeFor: 'Fernbank 3.4',
      file: 'f',
      size: 1,
      sha256: SHA,
      path: '/f/1',
    },
  ],
};
const made = testPart('L', {
  licence: 'LicenseRef-not-said',
  channels: [{ way: 'archive', from: 'f', file: 'f', root: 'r', sort: 's' }],
  source: { from: 'parts.example', key: 'limewash', on: '2026-11-25', sha256: SHA },
});

describe('what a listing tells of a part', () => {
  it('is that of the version whose checksum the file has', () => {
    const part = withListing(made, details, 'https://parts.example');
    expect(readPart(part)).toMatchObject({
      author: 'Tamsin Roe',
      version: '1.9',
      released: '2026-07-07',
      licence: 'MIT',
      fits: [{ host: 'fernbank', versions: '3.4.x', how: 'declared' }],
      channels: [{ from: 'https://parts.example/f/1' }],
    });
  });
  it('of a file that it does not know is only who made it', () => {
    const part = withListing(
      { ...made, source: { ...made.source!, sha256: null } },
      details,
      'https://parts.example',
    );
    expect(part).toMatchObject({ author: 'Tamsin Roe', version: made.version, fits: made.fits });
  });
  it.each([
    ['Ochre Row 7', { host: 'ochre-row', versions: '7.x', how: 'declared' }],
    ['Fernbank 3.4.1', { host: 'fernbank', versions: '3.4.1', how: 'declared' }],
    ['any', null],
    ['', null],
    ['12', null],
  ])('%j', (madeFor, rule) => expect(fitOfListing(madeFor)).toEqual(rule));
});
