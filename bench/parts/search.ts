import { keyed } from '@spare-coat/core/ground/checked';
import { randomFrom } from '@spare-coat/core/ground/random';
import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { pino } from 'pino';
import type { Part } from '@spare-coat/core/model/parts/part';
import { migrate } from '@spare-coat/server/db/migrate';
import { searchStatement, type PartSearch } from '@spare-coat/server/parts/store';
import { openPool, type Db } from '@spare-coat/server/db/pool';
import { PARTS } from '@spare-coat/demo/catalogue';
import { median, type Figure } from '../figure.js';

const MANY = 100_000;
const RUNS = 9;
const SYLLABLES = [
  'tide',
  'reed',
  'salt',
  'marsh',
  'clay',
  'fern',
  'ochre',
  'lint',
  'quay',
  'sal',
  'pan',
  'ber',
  'osier',
  'wick',
  'low',
  'den',
];

const ANYTHING: PartSearch = {
  words: '',
  sort: null,
  kind: null,
  family: null,
  licence: null,
  price: null,
  noAccount: false,
  since: null,
  own: null,
  order: 'name',
  after: null,
  most: 51,
};

/** What people ask, from the barest to the narrowest. */
const QUESTIONS: readonly (readonly [string, Partial<PartSearch>])[] = [
  ['first page', {}],
  ['newest first', { order: 'newest' }],
  ['one letter typed', { words: 's' }],
  ['a common word', { words: 'salt' }],
  ['two words', { words: 'salt quay' }],
  ['a rare word', { words: 'needle' }],
  ['nothing has it', { words: 'xylophone' }],
  ['one sort', { sort: 'dock' }],
  ['a rare kind', { kind: 'sign-in' }],
  ['a common kind and a word', { kind: 'bar', words: 'reed' }],
  [
    'this host, open, free, within a year',
    { family: 'fernbank', licence: 'open', price: 0, since: '2025-11-25' },
  ],
  ['a page in the middle', { after: { key: 'Ochresalt 50000', id: '00000000-0000-4000-8000-000000000000' } }],
];

/** A hundred thousand parts out of the demo's, under other names. */
async function fill(db: Db): Promise<void> {
  const random = randomFrom(5);
  const pick = <T>(list: readonly T[]) => list[Math.floor(random() * list.length)]!;
  for (let from = 0; from < MANY; from += 2000) {
    const parts: Part[] = Array.from({ length: Math.min(2000, MANY - from) }, (_, i) => {
      const n = from + i;
      const stem = pick(SYLLABLES) + pick(SYLLABLES);
      const name = `${stem[0]!.toUpperCase()}${stem.slice(1)} ${n}`;
      const year = 2018 + Math.floor(random() * 9);
      const summary = n % 25_000 === 7 ? 'A needle.' : `For ${pick(SYLLABLES)} and ${pick(SYLLABLES)}.`;
      return { ...pick(PARTS), id: randomUUID(), name, summary, released: `${year}-0${1 + (n % 9)}-11` };
    });
    const column = <T>(of: (p: Part) => T) => parts.map(of);
    const words = (p: Part) => [p.name, p.author, p.sort, p.summary, p.licence].join(' ');
    await db.query(
      "insert into root (id, kind, owner_id, revision) select i, 'part', o.id, 1 from unnest($1::uuid[]) i, (select id from owner limit 1) o",
      [column((p) => p.id)],
    );
    await db.query(
      `insert into part_revision (part_id, revision, name, author, sort, kinds, words, data, shipped)
       select i, 1, n, a, s, string_to_array(k, ','), to_tsvector('simple', w), d::jsonb, true
         from unnest($1::uuid[], $2::text[], $3::text[], $4::text[], $5::text[], $6::text[], $7::text[]) as t (i, n, a, s, k, w, d)`,
      [
        column((p) => p.id),
        column((p) => p.name),
        column((p) => p.author),
        column((p) => p.sort),
        column((p) => [...new Set(p.offers.map((o) => o.kind))].join(',')),
        column(words),
        column((p) => JSON.stringify(p)),
      ],
    );
  }
  await db.query(
    `insert into part_newest
       select p.part_id, 1, p.name, p.author, p.sort, p.kinds, p.words, p.data ->> 'licence' not like 'LicenseRef%',
              p.data ->> 'licence', coalesce((p.data -> 'price' ->> 'amount')::numeric, 0), (p.data ->> 'account')::boolean,
              (p.data ->> 'released')::date, true,
              coalesce((select array_agg(distinct f ->> 'host') from jsonb_array_elements(p.data -> 'fits') f), '{}')
         from part_revision p`,
  );
  await db.query('vacuum analyze part_newest');
  await db.query('vacuum analyze part_revision');
}

async function timeOf(work: () => Promise<unknown>): Promise<number> {
  await work();
  const times: number[] = [];
  for (let i = 0; i < RUNS; i++) {
    const from = performance.now();
    await work();
    times.push(performance.now() - from);
  }
  return median(times);
}

/**
 * First pages of the catalogue with a hundred thousand parts, the slowest of a dozen questions. Against the same question
 * asked of the descriptions themselves, without what the catalogue keeps beside them.
 *
 * @param say told every question; @param each told its query plan
 */
export async function partsSearch(
  say: (line: string) => void,
  each: (line: string) => void,
): Promise<Figure> {
  const url = process.env['BENCH_DATABASE_URL'];
  if (!url)
    throw new Error('BENCH_DATABASE_URL says where the throw-away cluster is; `npm run bench` sets it.');
  const admin = new pg.Client({ connectionString: url });
  await admin.connect();
  const name = `bench_${Date.now()}`;
  await admin.query(`create database ${name}`);
  const at = new URL(url);
  at.pathname = `/${name}`;
  const db = openPool(at.toString(), pino({ level: 'silent' }), 2);
  try {
    await migrate(db);
    await fill(db);
    let slowest = 0;
    for (const [label, question] of QUESTIONS) {
      const { text, values } = searchStatement({ ...ANYTHING, ...question });
      const ms = await timeOf(() => db.query(text, values));
      slowest = Math.max(slowest, ms);
      say(`${ms.toFixed(1).padStart(7)} ms  ${label}`);
      const { rows } = await db.query<Record<string, string>>(
        `explain (analyze, costs off, timing off) ${text}`,
        values,
      );
      for (const row of rows) each(`    ${keyed(row, 'QUERY PLAN')}`);
    }
    const { text, values } = searchStatement({ ...ANYTHING, words: 'salt quay' });
    const ours = await timeOf(() => db.query(text, values));
    const theirs = await timeOf(() =>
      db.query(
        `select data from part_revision p
          where p.revision = (select max(q.revision) from part_revision q where q.part_id = p.part_id)
            and data::text ilike '%salt%' and data::text ilike '%quay%' order by name, part_id limit 51`,
      ),
    );
    return {
      id: 'parts-search',
      value: Math.round(slowest * 10) / 10,
      unit: 'ms, slowest first page of 100,000',
      against: 'ilike over the descriptions',
      ratio: theirs / ours,
    };
  } finally {
    await db.end();
    await admin.query(`drop database ${name} with (force)`);
    await admin.end();
  }
}
