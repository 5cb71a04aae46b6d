import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { testThing } from '../../testing/rack.js';
import { EDGES } from './facts.js';
import { layoutCloseness, lookCloseness, presence } from './looks.js';
import {
  ANY_THING,
  RACK_ORDERS,
  readRackQuery,
  searchRack,
  writeRackQuery,
  type RackQuery,
} from './search.js';

const PLUM = [
  { hex: '#4a2545', share: 0.6 },
  { hex: '#f0e6dc', share: 0.4 },
];
const MOSS = [
  { hex: '#5f7a3a', share: 0.9 },
  { hex: '#222222', share: 0.1 },
];
const THINGS = [
  testThing(
    'Salt',
    {
      references: ['Saltmarsh 3, light'],
      host: 'Fernbank 3.4',
      colours: PLUM,
      layout: [
        { what: 'bar', edge: 'right' },
        { what: 'bar', edge: 'bottom' },
      ],
      closeness: 0.8,
      answered: 4,
      elements: 4,
    },
    { for: 1, votes: 1 },
    '2026-11-01',
  ),
  testThing(
    'Heath',
    {
      references: ['Sêvern 2'],
      host: 'Oxbow 12',
      colours: MOSS,
      layout: [{ what: 'dock', edge: 'left' }],
      closeness: 0.6,
      answered: 3,
      elements: 4,
    },
    { for: 9, votes: 10 },
    '2026-11-02',
  ),
  testThing(
    'Quay',
    { references: [], host: null, colours: [], layout: [], closeness: null, answered: 0, elements: 0 },
    { for: 0, votes: 0 },
    '2026-11-03',
  ),
  testThing(
    'Reed',
    {
      references: ['Saltmarsh 3'],
      host: 'Oxbow 12',
      colours: PLUM,
      layout: [{ what: 'bar', edge: 'right' }],
      closeness: 0.9,
      answered: 2,
      elements: 2,
    },
    {
      for: 0,
      votes: 0,
      hosts: [
        { host: 'Lanternfish 2', worked: 1, tried: 2, readers: 1 },
        { host: 'Ochre Row 7', worked: 0, tried: 1, readers: 1 },
      ],
    },
    '2026-11-04',
  ),
];
const names = (query: Partial<RackQuery>) =>
  searchRack(THINGS, { ...ANY_THING, ...query }).map((t) => t.name);

describe('a search through the library', () => {
  it('ranks by the lower bound of the votes, not by their share; what has none has no rank and comes after', () => {
    const found = searchRack(THINGS, ANY_THING);
    expect(found.map((t) => [t.name, t.rank])).toEqual([
      ['Heath', 1],
      ['Salt', 2],
      ['Reed', null],
      ['Quay', null],
    ]);
    // The rank is that among all, whatever is looked for.
    expect(searchRack(THINGS, { ...ANY_THING, reference: 'saltmarsh' })[0]).toMatchObject({
      name: 'Salt',
      rank: 2,
    });
  });
  it.each<[string, Partial<RackQuery>, string[]]>([
    ['a reference', { reference: 'saltmarsh LIGHT' }, ['Salt']],
    ['a reference without its accents', { reference: 'severn' }, ['Heath']],
    ['words anywhere, all of them', { words: 'oxbow dock' }, ['Heath']],
    ['a host it is made for', { host: 'Oxbow 12' }, ['Heath', 'Reed']],
    ['a host that some of it worked on', { host: 'lanternfish 2' }, ['Reed']],
    ['a host that nothing of it worked on', { host: 'Ochre Row 7' }, []],
    ['edges, all of them', { edges: ['right', 'bottom'] }, ['Salt']],
    ['a dock', { hasDock: true }, ['Heath']],
    ['a colour nearby', { colour: '#4c2748' }, ['Salt', 'Reed']],
    ['closeness at the least', { least: 0.8 }, ['Salt', 'Reed']],
    ['all answered', { answered: true }, ['Salt', 'Reed']],
    ['the newest first', { order: 'newest' }, ['Reed', 'Quay', 'Heath', 'Salt']],
    ['the nearest first, the unscored last', { order: 'closeness' }, ['Reed', 'Salt', 'Heath', 'Quay']],
    ['what looks like one, itself aside', { order: 'likeness', like: 'Salt' }, ['Reed', 'Heath', 'Quay']],
  ])('finds %s', (_what, query, expected) => {
    expect(names(query)).toEqual(expected);
  });
  it('comes out of an address as it went in, and never fails on what stands in one', () => {
    const query = fc.record<RackQuery>({
      words: fc.string({ maxLength: 50 }),
      reference: fc.string({ maxLength: 50 }),
      host: fc.constantFrom('', 'Oxbow 12'),
      edges: fc.subarray([...EDGES]),
      hasDock: fc.boolean(),
      colour: fc.constantFrom(null, '#0d6661'),
      least: fc.constantFrom(0, 0.25, 1),
      answered: fc.boolean(),
      order: fc.constantFrom(...RACK_ORDERS),
      like: fc.constantFrom(null, 'Salt'),
    });
    fc.assert(
      fc.property(query, (q) => {
        const written = writeRackQuery(q);
        expect(readRackQuery((n) => written[n] ?? null)).toEqual(q);
      }),
    );
    fc.assert(
      fc.property(fc.dictionary(fc.string(), fc.string()), (any) => {
        expect(
          Array.isArray(
            searchRack(
              THINGS,
              readRackQuery((n) => any[n] ?? null),
            ),
          ),
        ).toBe(true);
      }),
    );
  });
});

describe('likeness of looks', () => {
  it('is whole with itself and the same both ways', () => {
    const colours = fc.array(
      fc.record({
        hex: fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0')}`),
        share: fc.integer({ min: 1, max: 100 }).map((n) => n / 100),
      }),
      { minLength: 1, maxLength: 6 },
    );
    const layout = fc.uniqueArray(
      fc.record({ what: fc.constantFrom('bar' as const, 'dock' as const), edge: fc.constantFrom(...EDGES) }),
      { selector: (l) => l.what + l.edge },
    );
    const look = fc.record({ colours, layout });
    fc.assert(
      fc.property(look, look, (a, b) => {
        expect(lookCloseness(a, a)).toBeCloseTo(1, 9);
        expect(lookCloseness(a, b)).toBeCloseTo(lookCloseness(b, a), 9);
        expect(lookCloseness(a, b)).toBeGreaterThanOrEqual(0);
        expect(lookCloseness(a, b)).toBeLessThanOrEqual(1 + 1e-9);
      }),
    );
  });
  it('tells how much of a look is of a colour', () => {
    expect(presence(PLUM, '#4a2545')).toBeCloseTo(0.6, 9);
    expect(presence(PLUM, '#00ff00')).toBe(0);
    expect(presence(PLUM, 'plum')).toBe(0);
    expect(layoutCloseness([{ what: 'bar', edge: 'top' }], [{ what: 'dock', edge: 'top' }])).toBe(0);
  });
});
