import { randomUUID } from 'node:crypto';
import { coatOf, type CoatRows } from '@spare-coat/core/model/coat/rows';
import type { Figure } from '../figure.js';
import { ask, historyOf, makeCoat, send, startRig, type Rig } from './rig.js';

const WRITERS = 8;
const wait = (ms: number) => new Promise((r) => setTimeout(r, ms));

/** Writers that write as fast as they are answered, each to a coat of its own, and send again what was not answered. */
async function writing(rig: Rig, acknowledged: Set<string>, during: () => Promise<void>): Promise<number> {
  const coats = await Promise.all(
    Array.from({ length: WRITERS }, (_, i) => makeCoat(rig.url, `Writer ${i}`)),
  );
  let going = true;
  let away = 0;
  const write = async (id: string) => {
    let revision = 1;
    while (going) {
      const commandId = randomUUID();
      for (;;) {
        const answer = await send(
          rig.url,
          id,
          revision,
          { type: 'coat.rename', name: `Name ${commandId}` },
          commandId,
        );
        if (answer?.status === 200) {
          acknowledged.add(commandId);
          ({ revision } = answer.body);
          break;
        }
        // It was carried out before the server died, under the same id: asked again it says so.
        if (answer?.status === 409) ({ revision } = answer.body);
        else away++;
        if (!going) break;
        await wait(10);
      }
    }
  };
  const writers = coats.map(write);
  await during();
  going = false;
  await Promise.all(writers);
  return away;
}

const KILLS = Number(process.env['BENCH_KILLS'] ?? 300);
const STOPS = Number(process.env['BENCH_STOPS'] ?? 30);

/** Acknowledged writes that are lost or doubled after kills of the server and immediate stops of the database. */
export async function killSave(say: (line: string) => void): Promise<Figure> {
  const rig = await startRig('kill_save');
  const acknowledged = new Set<string>();
  try {
    const away = await writing(rig, acknowledged, async () => {
      for (let n = 1; n <= KILLS; n++) {
        await wait(20 + Math.random() * 180);
        await rig.killServer();
        if (n % Math.max(1, Math.floor(KILLS / STOPS)) === 0) {
          await rig.cluster.crash();
          await rig.cluster.start();
        }
        await rig.startServer();
      }
      // Enough of them that something would have been lost.
      while (acknowledged.size < 3000) await wait(100);
    });
    const history = await historyOf(rig.databaseUrl);
    const lost = [...acknowledged].filter((id) => !history.has(id)).length;
    const doubled = [...acknowledged].filter((id) => (history.get(id) ?? 0) > 1).length;
    say(`${acknowledged.size} acknowledged, ${away} requests without an answer, ${KILLS} kills, ${STOPS} stops; lost ${lost}, doubled ${doubled}`); // prettier-ignore
    return {
      id: 'kill-save',
      value: lost + doubled,
      unit: `lost or doubled of ${acknowledged.size}`,
      against: null,
      ratio: null,
    };
  } finally {
    await rig.stop();
  }
}

const RESTARTS = Number(process.env['BENCH_RESTARTS'] ?? 60);

/** How often the server dies while its database is restarted under writers, and how long it then takes to serve again. */
export async function outage(say: (line: string) => void): Promise<Figure> {
  const rig = await startRig('outage');
  const acknowledged = new Set<string>();
  let slowest = 0;
  try {
    const away = await writing(rig, acknowledged, async () => {
      for (let n = 0; n < RESTARTS; n++) {
        await wait(100 + Math.random() * 200);
        await rig.cluster.restart();
        const from = performance.now();
        while ((await ask(rig.url, '/api/health'))?.status !== 200) {
          if (performance.now() - from > 30_000) throw new Error('the server does not serve again');
          await wait(20);
        }
        slowest = Math.max(slowest, performance.now() - from);
      }
    });
    const history = await historyOf(rig.databaseUrl);
    const lost = [...acknowledged].filter((id) => history.get(id) !== 1).length;
    say(`${RESTARTS} restarts, ${acknowledged.size} acknowledged, ${away} requests refused or unanswered; lost or doubled ${lost}; serves again after ${Math.round(slowest)} ms at most`); // prettier-ignore
    if (lost > 0) throw new Error('something acknowledged is not in the history');
    return {
      id: 'outage',
      value: rig.deaths(),
      unit: `deaths in ${RESTARTS} restarts`,
      against: null,
      ratio: null,
    };
  } finally {
    await rig.stop();
  }
}

const READS = 2000;

/** Reads of a coat beside a writer that mix two revisions: the name says in which revision it was given. */
export async function torn(say: (line: string) => void): Promise<Figure> {
  const rig = await startRig('torn');
  try {
    const id = await makeCoat(rig.url, '1');
    let going = true;
    let revision = 1;
    const writer = (async () => {
      while (going) {
        const answer = await send(rig.url, id, revision, { type: 'coat.rename', name: String(revision + 1) });
        if (answer?.status !== 200) throw new Error(`a write failed: ${JSON.stringify(answer)}`);
        ({ revision } = answer.body);
      }
    })();
    let mixed = 0;
    const seen = new Set<number>();
    const read = async () => {
      const loaded = await ask<{ revision: number; rows: CoatRows; undo: { revision: number } | null }>(rig.url, `/api/coats/${id}`); // prettier-ignore
      if (loaded?.status !== 200) throw new Error(`a read failed: ${JSON.stringify(loaded)}`);
      const { body } = loaded;
      seen.add(body.revision);
      if (coatOf(body.rows).name !== String(body.revision) || (body.undo?.revision ?? 1) !== body.revision)
        mixed++;
    };
    for (let n = 0; n < READS; n += 4) await Promise.all([read(), read(), read(), read()]);
    going = false;
    await writer;
    say(`${READS} reads of ${seen.size} revisions beside ${revision} writes`);
    if (seen.size < READS / 20) throw new Error('the writer was too slow for reads to be torn');
    return { id: 'torn', value: mixed, unit: `of ${READS} reads mix revisions`, against: null, ratio: null };
  } finally {
    await rig.stop();
  }
}
