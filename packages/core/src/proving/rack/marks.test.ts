import { describe, expect, it } from 'vitest';
import { uuid } from '../../testing/coat.js';
import { readMark, sayVotes, tallyOf, type Mark } from './marks.js';

const mark = (reader: string, more: Partial<Mark> = {}): Mark => ({
  id: uuid(reader),
  version: 1,
  reader,
  host: 'Oxbow 12',
  vote: null,
  worked: [],
  failed: [],
  note: '',
  ...more,
});
const [rail, clock] = [uuid('rail'), uuid('clock')];

describe('marks of readers', () => {
  it('are summed by vote, by element and by host', () => {
    const tally = tallyOf([
      mark('Ines', { vote: 'for', worked: [rail], failed: [clock] }),
      mark('Tomas', { vote: 'against', host: 'oxbow 12', failed: [rail] }),
      mark('Wenna', { host: 'Fernbank 3.4', worked: [rail, clock] }),
    ]);
    expect(tally).toMatchObject({ for: 1, votes: 2 });
    expect(tally.elements[rail!]).toEqual({ worked: 2, tried: 3 });
    expect(tally.elements[clock!]).toEqual({ worked: 1, tried: 2 });
    expect(tally.hosts).toEqual([
      { host: 'Oxbow 12', worked: 1, tried: 3, readers: 2 },
      { host: 'Fernbank 3.4', worked: 2, tried: 2, readers: 1 },
    ]);
    expect(sayVotes(tally)).toBe('1 of 2 votes for it');
    expect(sayVotes(tallyOf([]))).toBe('no votes yet');
  });
  it('are read whole, or refused in a sentence', () => {
    expect(readMark(mark('Ines', { vote: 'for' }))).toMatchObject({ reader: 'Ines', vote: 'for' });
    for (const wrong of [
      { reader: '' },
      { host: '' },
      { vote: 'maybe' },
      { version: 0 },
      { worked: ['x'] },
      { worked: [rail], failed: [rail] },
      { note: 'x'.repeat(10_001) },
      { owner: 'me' },
    ])
      expect(() => readMark({ ...mark('Ines'), ...wrong })).toThrow();
    expect(() => readMark(null)).toThrow();
  });
});
