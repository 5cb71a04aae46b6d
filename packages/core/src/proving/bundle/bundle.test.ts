import { withFreshIds } from '../../model/coat/ids.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyChanges, sameJson } from '../../model/coat/changes.js';
import { coatOf, ENTITIES, NO_ROWS, type CoatRows } from '../../model/coat/rows.js';
import { evaluateCoat } from '../../deciding/matching/evaluate.js';
import { indexOffers } from '../../deciding/matching/rank.js';
import { partKey, type MatchContext } from '../../deciding/matching/targets.js';
import { derivePlan } from '../../doing/plan/derive.js';
import { testCoat, testMatch, uuid } from '../../testing/coat.js';
import { testHost, testPart } from '../../testing/parts.js';
import { randomCoat } from '../../testing/randomCoat.js';
import { changesOfBundle, pinned } from './bringIn.js';
import {
  BUNDLE_FORMAT,
  BUNDLE_VERSION,
  BundleProblem,
  blobsIn,
  type Documents,
  type Manifest,
} from './format.js';
import { readBundle, readManifest } from './readBundle.js';
import { coatBundle, loneBundle, rowDocuments } from './writeBundle.js';
import { cases } from '../../testing/properties.js';

const ALL = { own: true, host: true };
const manifest = (what: Manifest['what'] = 'coat', version = BUNDLE_VERSION): Manifest => ({
  format: BUNDLE_FORMAT,
  version,
  what,
  title: 'T',
  made: '2026-11-25',
  files: [],
});
const throughJson = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

function bundleOf(ctx: MatchContext, choice = ALL): Documents {
  const coat = evaluateCoat(ctx, indexOffers(ctx));
  return throughJson(coatBundle(ctx, coat, derivePlan(ctx, coat), choice).documents);
}
/** A small coat with its host, a part, a picture of one's own and a sighting. */
function whole(more: Partial<CoatRows> = {}): MatchContext {
  const tide = testPart(
    'Tide',
    {},
    {
      thickness: {
        range: { least: 20, most: 70, step: 1 },
        setting: { key: 'tide.thickness', place: 'Tide' },
      },
    },
  );
  const host = testHost();
  const base = testCoat();
  const coat = { ...coatOf(base), profileId: host.id, profileRevision: 1 };
  const shot = {
    id: uuid('shot'),
    variantId: uuid('light'),
    name: 'Mine',
    subject: 'Whole desktop' as const,
    how: 'brought in' as const,
    at: '2026-11-20T20:00:00.000Z',
    blob: 'c'.repeat(64),
    original: 'd'.repeat(64),
    width: 1920,
    height: 1080,
  };
  const rows: CoatRows = {
    ...base,
    coat: { [coat.id]: coat },
    match: { [uuid('m')]: testMatch(uuid('m'), uuid('rail')) },
    layer: {
      [uuid('l')]: {
        id: uuid('l'),
        matchId: uuid('m'),
        position: 0,
        partId: tide.id,
        partRevision: 1,
        offer: 'bar',
        traits: null,
        settings: { all: { thickness: 60 } },
      },
    },
    capture: { [shot.id]: shot },
    sighting: {
      [uuid('s')]: {
        id: uuid('s'),
        captureId: shot.id,
        elementId: uuid('rail'),
        x: 0,
        y: 0,
        width: 60,
        height: 1080,
        how: 'found',
        dx: 0,
        dy: 0,
        likeness: { mean: 1, p95: 2, ssim: null, palette: 1 },
        values: { thickness: 60 },
        against: '',
      },
    },
    ...more,
  };
  return { rows, host, parts: new Map([[partKey(tide.id, 1), tide]]) };
}
/** What travels of rows: the journal stays, and the file as it came. */
const travelling = (rows: CoatRows): CoatRows =>
  throughJson({
    ...rows,
    journal: {},
    picture: Object.fromEntries(
      Object.entries(rows.picture).map(([id, p]) => [id, { ...p, original: p.blob }]),
    ),
    capture: Object.fromEntries(
      Object.entries(rows.capture).map(([id, p]) => [id, { ...p, original: p.blob }]),
    ),
  });

describe('a bundle', () => {
  it('gives back what went into it, whatever the coat', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        const { ctx } = randomCoat(seed);
        const read = readBundle(manifest(), bundleOf(ctx));
        expect(read.rows).toEqual(travelling(ctx.rows));
        // And once more: a bundle of what came is the same bundle.
        const again = { ...ctx, rows: read.rows! };
        expect(sameJson(bundleOf(again), bundleOf(ctx))).toBe(true);
      }),
      { numRuns: cases(60) },
    );
    const ctx = whole();
    expect(readBundle(manifest(), bundleOf(ctx))).toMatchObject({
      what: 'coat',
      parts: [{ name: 'Tide' }],
      profile: { name: 'Fernbank' },
      rows: travelling(ctx.rows),
    });
  });
  it('takes along what is chosen, and never the journal', () => {
    const plain = bundleOf(whole(), { own: false, host: false });
    expect(Object.keys(plain).sort()).toEqual([
      'ledger.json',
      'matches.json',
      'parts.json',
      'plan.json',
      'profile.json',
      'reference.json',
    ]);
    expect(JSON.stringify(plain)).not.toContain('Mine');
    expect([...blobsIn(bundleOf(whole()))].sort()).toEqual(['a'.repeat(64), 'c'.repeat(64)]);
    expect([...blobsIn(plain)]).toEqual(['a'.repeat(64)]);
  });
  it('keeps what is not known here, and sends it out again', () => {
    const documents = bundleOf(whole()) as Record<string, Record<string, unknown>>;
    const [element] = documents['reference.json']!['element'] as Record<string, unknown>[];
    element!['scent'] = 'salt';
    documents['reference.json']!['weather'] = { wind: 3 };
    documents['sounds.json'] = { hum: true };
    const { rows } = readBundle(manifest(), documents);
    const out = throughJson(rowDocuments(rows!, ALL)) as typeof documents;
    expect(out['reference.json']).toEqual(documents['reference.json']);
    expect(out['sounds.json']).toEqual({ hum: true });
  });
  it('of an older version is upgraded, with what was not said then as it was', () => {
    const documents = bundleOf(whole(), { own: false, host: false }) as Record<
      string,
      Record<string, unknown[]>
    >;
    const old = { ...documents['reference.json'], ...documents['matches.json'] } as Record<
      string,
      Record<string, unknown>[]
    >;
    for (const row of old['element']!)
      for (const field of ['carry', 'displayId', 'addition', 'links']) delete row[field];
    for (const row of old['match']!) for (const field of ['links', 'lookAgain', 'by']) delete row[field];
    for (const row of old['coat']!)
      for (const field of ['limits', 'uses', 'moves', 'dismissed']) delete row[field];
    const first = {
      'coat.json': old,
      'parts.json': documents['parts.json'],
      'profile.json': documents['profile.json'],
    };
    const { rows } = readBundle(manifest('coat', 1), first);
    expect(rows).toEqual(travelling({ ...whole().rows, capture: {}, sighting: {} }));
  });
  it('of version 2 has its words in their better names', () => {
    const settings = [
      {
        id: 'place',
        label: 'Place',
        where: { window: 'Reed › Place' },
        value: { type: 'coordinates' as const, as: 'decimal' as const },
        initial: '',
        reread: { after: 'none' as const, command: null },
        help: '',
      },
    ];
    const now = bundleOf(whole()) as Record<string, Record<string, Record<string, unknown>[]>>;
    now['reference.json']!['coat']![0]!['dismissed'] = ['bin'];
    const parts = [...(now['parts.json'] as unknown as object[]), { ...testPart('Reed', { settings }) }];
    const old = JSON.parse(
      JSON.stringify({ ...now, 'parts.json': parts })
        .replaceAll('"dismissed"', '"waved"')
        .replaceAll('"coordinates"', '"earth"'),
    ) as Documents;
    const read = readBundle(manifest('coat', 2), old);
    expect(Object.values(read.rows!.coat)[0]!.dismissed).toEqual(['bin']);
    expect(read.parts.at(-1)!.settings).toEqual(settings);
  });
  it('leaves notes and the names of accounts at home where they are not to go along', () => {
    const ctx = whole({
      match: {
        [uuid('m')]: testMatch(uuid('m'), uuid('rail'), { note: 'Ask Ines.', reason: 'See /home/mara/x.' }),
      },
    });
    const plain = { own: false, host: false, noNotes: true, noAccount: true };
    const told = JSON.stringify(bundleOf(ctx, plain));
    expect(JSON.stringify(bundleOf(ctx))).toMatch(/Ask Ines.*|mara/);
    expect(told).not.toMatch(/Ask Ines|mara/);
    expect(readBundle(manifest(), bundleOf(ctx, plain)).rows!.match[uuid('m')]!.reason).toBe('See ~/x.');
  });
  it('of parts or of a host travels alone', () => {
    const part = testPart('Tide');
    expect(readBundle(manifest('parts'), throughJson(loneBundle([part], null)))).toMatchObject({
      rows: null,
      parts: [{ id: part.id }],
    });
    expect(readBundle(manifest('profile'), throughJson(loneBundle([], testHost())))).toMatchObject({
      profile: { name: 'Fernbank' },
    });
    expect(() => readBundle(manifest('parts'), {})).toThrow(/no parts/);
    expect(() => readBundle(manifest('profile'), {})).toThrow(/no host profile/);
  });
});

describe('what is wrong in a bundle', () => {
  type Docs = Record<string, Record<string, Record<string, unknown>[]>>;
  const spoil = (how: (documents: Docs) => void) => {
    const documents = bundleOf(whole()) as unknown as Docs;
    how(documents);
    return () => readBundle(manifest(), documents);
  };
  it.each<[string, (d: Docs) => void, RegExp]>([
    [
      'a coat too many',
      (d) => d['reference.json']!['coat']!.push({ ...d['reference.json']!['coat']![0]!, id: uuid('second') }),
      /exactly one coat/,
    ],
    ['no coat', (d) => (d['reference.json']!['coat'] = []), /exactly one coat/],
    [
      'an element without a kind',
      (d) => (d['reference.json']!['element']![0]!['kind'] = 'wings'),
      /no kind of element wings/,
    ],
    [
      'a value of another type',
      (d) => (d['reference.json']!['trait']![0]!['target'] = { a: 1 }),
      /rail|Rail|Clock/,
    ],
    [
      'a row that names nothing',
      (d) => (d['matches.json']!['match']![0]!['elementId'] = uuid('nobody')),
      /names a element/,
    ],
    [
      'a row twice',
      (d) => d['reference.json']!['element']!.push(d['reference.json']!['element']![0]!),
      /two rows have the id/,
    ],
    [
      'a match twice',
      (d) => d['matches.json']!['match']!.push({ ...d['matches.json']!['match']![0]!, id: uuid('other') }),
      /match twice/,
    ],
    [
      'a region off its picture',
      (d) => (d['reference.json']!['region']![0]!['x'] = 1919),
      /does not lie on its picture/,
    ],
    [
      'a sighting off its picture',
      (d) => (d['own.json']!['sighting']![0]!['x'] = 1919),
      /does not lie on its picture/,
    ],
    [
      'a part that is missing',
      (d) => ((d as Record<string, unknown>)['parts.json'] = []),
      /a part that is not in it/,
    ],
    [
      'a host that is missing',
      (d) => ((d as Record<string, unknown>)['profile.json'] = null),
      /host profile of the coat/,
    ],
    ['a name of no letters', (d) => (d['reference.json']!['element']![0]!['name'] = ''), /name/],
    [
      'rows that are no list',
      (d) => ((d['reference.json'] as Record<string, unknown>)['element'] = 7),
      /no list of element/,
    ],
    [
      'a document that is none',
      (d) => ((d as Record<string, unknown>)['matches.json'] = 'x'),
      /holds no rows/,
    ],
    [
      'a setting by hand of a trait that is not there',
      (d) => (d['matches.json']!['layer']![0]!['settings'] = { all: { wings: 2 } }),
      /no trait wings/,
    ],
  ])('is told in a sentence: %s', (_what, how, why) => {
    expect(spoil(how)).toThrow(BundleProblem);
    expect(spoil(how)).toThrow(why);
  });
  it.each([
    [null, /another format/],
    [{ format: 'other' }, /another format/],
    [{ format: BUNDLE_FORMAT, version: 2, what: 'song', files: [] }, /does not say what/],
    [{ ...manifest(), files: [{ path: '../etc/passwd', sha256: 'a'.repeat(64), size: 1 }] }, /do not have/],
    [{ ...manifest(), files: [{ path: 'reference.json', sha256: 'nothing', size: 1 }] }, /do not have/],
    [{ ...manifest(), files: 3 }, /lists no files/],
  ])('of a manifest too: %o', (raw, why) => {
    expect(() => readManifest(raw)).toThrow(why);
  });
  it('of a newer version says so', () => {
    expect(() => readBundle(manifest('coat', 99), {})).toThrow(/version 99.*newer/);
    expect(() => readBundle(manifest('coat', 0), {})).toThrow(/says no version/);
  });
  it('never ends in anything but a sentence, whatever is in it', () => {
    const documents = bundleOf(whole());
    const names = Object.keys(documents);
    fc.assert(
      fc.property(fc.constantFrom(...names), fc.jsonValue(), (name, value) => {
        try {
          readBundle(manifest(), { ...documents, [name]: value });
        } catch (error) {
          expect(error).toBeInstanceOf(BundleProblem);
        }
      }),
      { numRuns: cases(200) },
    );
  });
});

describe('bringing rows in', () => {
  const put = (now: CoatRows, then: CoatRows) => {
    const applied = applyChanges(now, changesOfBundle(now, then));
    if (!applied.ok) throw new Error(applied.clash.sentence);
    return applied.rows;
  };
  it('makes a new coat just as it was, and a coat that was changed as it was before', () => {
    const { rows } = whole();
    expect(put(NO_ROWS, rows)).toEqual(rows);
    const changed: CoatRows = {
      ...rows,
      element: { [uuid('rail')]: { ...rows.element[uuid('rail')]!, name: 'Other' } },
      region: {},
      trait: Object.fromEntries(Object.entries(rows.trait).filter(([, t]) => t.elementId === uuid('rail'))),
    };
    expect(put(changed, rows)).toEqual(rows);
    expect(put(rows, changed)).toEqual(changed);
  });
  it('leaves what the bundle has nothing of', () => {
    const { rows } = whole();
    const bare: CoatRows = { ...rows, capture: {}, sighting: {} };
    expect(put(rows, bare)).toEqual(rows);
    // What was seen of an element that goes cannot stay.
    const without: CoatRows = { ...bare, element: {}, region: {}, trait: {}, match: {}, layer: {} };
    expect(put(rows, without)).toMatchObject({ sighting: {}, element: {}, capture: rows.capture });
  });
  it('under fresh ids keeps every tie between rows, and is the same coat but for them', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        const { ctx } = randomCoat(seed);
        let n = 0;
        const fresh = withFreshIds(ctx.rows, uuid('new coat'), () => uuid(`fresh ${++n}`));
        for (const entity of ENTITIES)
          expect(Object.keys(fresh[entity])).toHaveLength(Object.keys(ctx.rows[entity]).length);
        expect(coatOf(fresh).id).toBe(uuid('new coat'));
        const then = { ...ctx, rows: fresh };
        const [a, b] = [evaluateCoat(ctx, indexOffers(ctx)), evaluateCoat(then, indexOffers(then))];
        expect(b.chosen).toBe(a.chosen);
        expect(b.standings).toEqual(a.standings);
      }),
      { numRuns: cases(40) },
    );
  });
  it('pins parts and host as they are known here', () => {
    const { rows } = whole();
    const part = Object.values(rows.layer)[0]!.partId!;
    const here = pinned(rows, new Map([[`${part} 1`, { id: part, revision: 7 }]]), {
      id: uuid('h'),
      revision: 3,
    });
    expect(Object.values(here.layer)[0]).toMatchObject({ partId: part, partRevision: 7 });
    expect(coatOf(here)).toMatchObject({ profileId: uuid('h'), profileRevision: 3 });
  });
});
