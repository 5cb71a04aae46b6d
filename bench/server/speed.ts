import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import type { Command, SingleCommand } from '@spare-coat/core/doing/commands/commands';
import { ordered, type CoatRows } from '@spare-coat/core/model/coat/rows';
import type { CoatsPage } from '@spare-coat/core/proving/wire/coat';
import { median, type Figure } from '../figure.js';
import { ask, makeCoat, send, startRig } from './rig.js';

const ROOT = fileURLToPath(new URL('../../../', import.meta.url));
const ELEMENTS = 300;
const ENTRIES = 20_000;
const RUNS = 200;

const target = (elementId: string, trait: string, value: number): SingleCommand => ({
  type: 'trait.set',
  elementId,
  id: randomUUID(),
  trait,
  variantId: null,
  state: null,
  target: value,
  pictureId: null,
  source: { how: 'typed' },
});

async function withElements(url: string, name: string, count: number): Promise<{ id: string; element: string; revision: number }> {
  const id = await makeCoat(url, name);
  const ids = Array.from({ length: count }, () => randomUUID());
  let revision = 1;
  for (let n = 0; n < count; n += 50) {
    const commands = ids.slice(n, n + 50).flatMap((element): SingleCommand[] => [
      { type: 'element.add', id: element, kind: 'bar', name: `Bar ${element}`, weight: 3, region: null, traits: [] },
      target(element, 'thickness', 40),
      target(element, 'margin', 4),
      target(element, 'cornerRadius', 3),
    ]);
    const made = await send(url, id, revision, { type: 'many', label: 'Elements', commands });
    if (made?.status !== 200) throw new Error(`no elements were made: ${JSON.stringify(made).slice(0, 500)}`);
    ({ revision } = made.body);
  }
  return { id, element: ids[Math.floor(count / 2)]!, revision };
} // prettier-ignore

/** Milliseconds of a write to a coat of 300 elements and 20,000 entries, against the same on a small fresh one. */
export async function writeCommand(say: (line: string) => void): Promise<Figure> {
  const rig = await startRig('write_command');
  try {
    const large = await withElements(rig.url, 'Large', ELEMENTS);
    const small = await withElements(rig.url, 'Small', 3);
    const db = new pg.Client({ connectionString: rig.databaseUrl });
    await db.connect();
    await db.query(
      `insert into history (root_id, revision, command_id, direction, label, command, changes, inverse, owner_id)
       select r.id, r.revision + n, gen_random_uuid(), 'do', 'Weigh', '{"type": "coat.rename"}', h.changes, h.inverse, r.owner_id
         from root r cross join generate_series(1, $2::int) n
         join lateral (select '[]'::jsonb as changes, '[]'::jsonb as inverse) h on true where r.id = $1`,
      [large.id, ENTRIES - large.revision],
    );
    await db.query(
      `insert into answerable select h.root_id, 'undo', h.revision, h.label, h.owner_id from history h
        where h.root_id = $1 and h.revision > $2`,
      [large.id, large.revision],
    );
    await db.query('update root set revision = $2 where id = $1', [large.id, ENTRIES]);
    await db.query('analyze');
    await db.end();
    const times: Record<'large' | 'small', number[]> = { large: [], small: [] };
    const at = { large: ENTRIES, small: small.revision };
    for (let n = 0; n < RUNS + 20; n++)
      for (const which of ['large', 'small'] as const) {
        const { id, element } = which === 'large' ? large : small;
        const from = performance.now();
        const answer = await send(rig.url, id, at[which], target(element, 'thickness', 20 + (n % 90)));
        const ms = performance.now() - from;
        if (answer?.status !== 200)
          throw new Error(`a write failed: ${JSON.stringify(answer).slice(0, 500)}`);
        at[which] = answer.body.revision;
        // The first ones warm up.
        if (n >= 20) times[which].push(ms);
      }
    const [ours, fresh] = [median(times.large), median(times.small)];
    say(`${ELEMENTS} elements with ${3 * ELEMENTS} targets and ${at.large} entries: ${ours.toFixed(2)} ms; 3 elements and ${at.small} entries: ${fresh.toFixed(2)} ms`); // prettier-ignore
    return {
      id: 'write-command',
      value: Math.round(ours * 100) / 100,
      unit: 'ms a command, large coat',
      against: 'the same on a small coat',
      ratio: fresh / ours,
    };
  } finally {
    await rig.stop();
  }
}

const COATS = Number(process.env['BENCH_COATS'] ?? 600);
const CLIENTS = 100;
const SECONDS = Number(process.env['BENCH_SECONDS'] ?? 45);
interface Opened {
  readonly id: string;
  readonly revision: number;
  readonly rows: CoatRows;
}
type Answer = Awaited<ReturnType<typeof ask<{ revision: number }>>>;
/** How long a client looks at what it got: with a hundred of them this asks for some 150 requests a second. */
const THINK_MS = 500;

/** A hundred people on six hundred coats as large as the demo's: how long an answer takes to whoever waits longest but one in twenty. */
export async function load(say: (line: string) => void): Promise<Figure> {
  const rig = await startRig('load');
  try {
    const loaded = spawnSync(process.execPath, ['demo/dist/load.js'], {
      cwd: ROOT,
      env: { ...process.env, DATABASE_URL: rig.databaseUrl },
    });
    if (loaded.status !== 0) throw new Error(`the demo was not loaded: ${loaded.stderr.toString()}`);
    let { coats } = (await ask<CoatsPage>(rig.url, '/api/coats'))!.body;
    while (coats.some((c) => !c.figures)) ({ coats } = (await ask<CoatsPage>(rig.url, '/api/coats'))!.body);
    const demo = [...coats].sort((a, b) => b.figures!.tape.length - a.figures!.tape.length)[0]!;
    const ids: string[] = [];
    for (let n = 0; n < COATS; n++) ids.push(await makeCoat(rig.url, `Copy ${n}`, demo.id));
    say(`${COATS} copies of “${demo.name}” with ${demo.figures!.tape.length} elements each`);

    const times: number[] = [];
    const errors = new Map<string, number>();
    const counts = { read: 0, write: 0, cards: 0, news: 0 };
    const until = performance.now() + SECONDS * 1000;
    const timed = async <T>(what: keyof typeof counts, request: () => ReturnType<typeof ask<T>>) => {
      const from = performance.now();
      const answer = await request();
      times.push(performance.now() - from);
      counts[what]++;
      const stale = answer?.status === 409;
      if (!stale && (answer === null || answer.status >= 400)) {
        const key = `${what} ${answer?.status ?? 'unanswered'}`;
        errors.set(key, (errors.get(key) ?? 0) + 1);
      }
      return answer;
    };
    const client = async (n: number) => {
      await new Promise((r) => setTimeout(r, (n / CLIENTS) * THINK_MS));
      let open = null as Opened | null;
      while (performance.now() < until) {
        const dice = Math.random();
        const here: Opened | null = open;
        if (!here || dice < 0.12) {
          const id = ids[Math.floor(Math.random() * ids.length)]!;
          const coat = await timed('read', () => ask<{ revision: number; rows: CoatRows }>(rig.url, `/api/coats/${id}`));
          if (coat?.status === 200) open = { id, ...coat.body };
        } else if (dice < 0.25) {
          await timed('cards', () => ask(rig.url, '/api/coats'));
        } else if (dice < 0.6) {
          const { id, revision } = here;
          const changed: Answer = await timed('news', () => ask<{ revision: number }>(rig.url, `/api/coats/${id}/entries?after=${revision}`));
          if (changed?.status === 200) open = { ...here, revision: changed.body.revision };
        } else {
          const elements = ordered(here.rows.element);
          const element = elements[Math.floor(Math.random() * elements.length)]!;
          const command: Command = { type: 'element.set', id: element.id, name: element.name, weight: 1 + Math.floor(Math.random() * 5), note: `Note ${Math.random()}`, links: [] };
          const { id, revision } = here;
          const written: Answer = await timed('write', () => send(rig.url, id, revision, command));
          if (written) open = { ...here, revision: written.body.revision };
        }
        await new Promise((r) => setTimeout(r, THINK_MS));
      }
    }; // prettier-ignore
    const began = performance.now();
    await Promise.all(Array.from({ length: CLIENTS }, (_, n) => client(n)));
    const seconds = (performance.now() - began) / 1000;
    const sorted = [...times].sort((a, b) => a - b);
    const at = (share: number) => Math.round(sorted[Math.floor(sorted.length * share)] ?? 0);
    const rate = Math.round(times.length / seconds);
    const failed = [...errors].map(([what, n]) => `${n} × ${what}`).join(', ') || 'no errors';
    say(`${times.length} requests in ${seconds.toFixed(0)} s, ${rate} a second (${counts.read} coats, ${counts.write} writes, ${counts.cards} first pages, ${counts.news} looks for news): ${failed}`); // prettier-ignore
    say(
      `half within ${at(0.5)} ms, 95 % within ${at(0.95)} ms, all within ${at(0.9999)} ms; server deaths: ${rig.deaths()}`,
    );
    return {
      id: 'load',
      value: at(0.95),
      unit: `ms p95, ${rate} requests/s, ${[...errors.values()].reduce((a, b) => a + b, 0)} errors`,
      against: null,
      ratio: null,
    };
  } finally {
    await rig.stop();
  }
}
