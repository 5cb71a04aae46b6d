import { execFileSync } from 'node:child_process';
import { chmodSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { applyScript } from '@spare-coat/core/doing/plan/script/apply';
import { placesOf } from '@spare-coat/core/doing/plan/placesOf';
import { undoScript } from '@spare-coat/core/doing/plan/script/undo';
import { folderOf } from '@spare-coat/core/model/deeds/deed';
import { type Deed } from '@spare-coat/core/model/deeds/deedSchema';
import { wayBack, type DoneStep } from '@spare-coat/core/doing/plan/wayBack';
import { hostNow } from '@spare-coat/core/model/host/now';
import { startState, type Touch } from '@spare-coat/core/doing/simulation/hostState';
import { perform } from '@spare-coat/core/doing/simulation/perform';
import { makeArchive } from '../listing/archives.js';
import { mirrorApp } from '../mirror/app.js';
import { giveAway, type Machine, type Ran } from './machine.js';
import { RANDOM_HOST, randomPlan, type RandomPlan, type Sources } from './randomPlan.js';

/** Starts what random plans fetch from. */
export async function startSources(): Promise<Sources & { readonly stop: () => void }> {
  const folder = mkdtempSync(join(tmpdir(), 'sources-'));
  chmodSync(folder, 0o755);
  const app = mirrorApp();
  const icons = await makeArchive('Samphire Icons', '4.1', 'pointers');
  const theme = await makeArchive('Clayworks', '2.0', 'window theme');
  app.get('/files/of/icons.tar.gz', (_req, res) => void res.send(icons));
  app.get('/files/of/theme.tar.gz', (_req, res) => void res.send(theme));
  const server = createServer(app).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const mirror = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const code = join(folder, 'code');
  mkdirSync(code);
  const git = (...words: string[]) =>
    execFileSync('git', ['-c', 'user.name=x', '-c', 'user.email=x@example.org', ...words], {
      cwd: code,
      stdio: 'pipe',
    });
  git('init', '-q');
  writeFileSync(
    join(code, 'put.sh'),
    '#!/bin/sh\nset -eu\nto="${XDG_DATA_HOME:-$HOME/.local/share}/$1"\nif [ "${2:-}" = --remove ]; then rm -rf "$to"; exit 0; fi\nmkdir -p "$to/in"\nprintf "%s\\n" "$@" >"$to/in/flags"\n',
    { mode: 0o755 },
  );
  git('add', '-A');
  git('commit', '-q', '-m', 'first');
  git('tag', '1.0');
  giveAway(code);
  return {
    mirror,
    archives: [
      { from: `${mirror}/files/of/icons.tar.gz`, root: 'Samphire-Icons' },
      { from: `${mirror}/files/of/theme.tar.gz`, root: 'Clayworks' },
      { from: `${mirror}/files/of/theme.tar.gz`, root: '' },
    ],
    repository: code,
    stop: () => {
      server.close();
      rmSync(folder, { recursive: true });
    },
  };
}

/** What went wrong with one plan, in a sentence; null where its law held. */
export interface Tried {
  readonly deeds: number;
  readonly kinds: ReadonlySet<Deed['do']>;
  readonly wrong: string | null;
}

async function whole(m: Machine, name: string): Promise<Ran> {
  let ran = await m.run(name);
  for (let n = 0; n < 20 && ran.status === 0 && ran.out.includes('then run this script again'); n++)
    ran = await m.run(name);
  return ran;
}

type Tree = Record<string, string>;
const differing = (a: Tree, b: Tree) =>
  [...new Set([...Object.keys(a), ...Object.keys(b)])].filter((path) => a[path] !== b[path]);

/** Whether only what a plan names has changed: its places, what lies in them, and folders on the way to them. */
function outside({ machine, places, steps }: RandomPlan, before: Tree, after: Tree): string[] {
  const home = `${machine.home}/`;
  const named = [
    ...places,
    // A download is kept with its folder.
    ...steps.flatMap((s) => s.deeds.flatMap((d) => (d.do === 'fetch' ? [folderOf(d.to)] : []))),
    '~/.local/state/spare-coat',
  ].map((p) => machine.path(p).slice(home.length));
  return differing(before, after).filter((path) => {
    if (named.some((n) => path === n || path.startsWith(`${n}/`))) return false;
    // A folder that something named lies in has another time, or is new; nothing else of it may differ.
    const leadsThere = named.some((n) => path === '.' || n.startsWith(`${path}/`));
    const [was, is] = [before[path], after[path]];
    return !(
      leadsThere &&
      is?.startsWith('folder') &&
      (was === undefined || was.split(' ')[1] === is.split(' ')[1])
    );
  });
}

/**
 * Runs one random plan for real and takes it back: with the undo script, with the way back of the page, or with that for some
 * elements first. The law: after applying nothing has changed that the plan does not name, and at the end all is as before.
 */
export async function tryPlan(seed: number, sources: Sources): Promise<Tried> {
  const made = randomPlan(seed, sources);
  const { machine: m, plan, steps, kinds } = made;
  const deeds = steps.reduce((n, s) => n + s.deeds.length, 0);
  const say = (wrong: string | null): Tried => ({
    deeds,
    kinds,
    wrong: wrong === null ? null : `seed ${seed}: ${wrong}`,
  });
  try {
    const of = { coat: 'Random', id: `random-${seed}`, hostLabel: 'Fernbank 3.4', host: RANDOM_HOST };
    m.script('apply', applyScript(of, plan));
    m.script('undo', undoScript(of));
    const done = doneOf(made);
    const only = seed % 4 === 3 ? new Set(['one']) : null;
    const back = wayBack(RANDOM_HOST, done, only).plan;
    if (seed % 4 >= 2) m.script('way-back', applyScript(of, back));
    execFileSync('find', [m.home, '-exec', 'touch', '-h', '-d', '2026-01-02T03:04:05.678901234Z', '{}', '+']);
    m.own();
    const [home, machine] = [m.homeTree(), m.machineTree()];
    const went = await whole(m, 'apply');
    if (went.status !== 0) return say(`apply ended with ${went.status}: ${went.err.slice(-400)}`);
    const stray = outside(made, home, m.homeTree());
    if (stray.length > 0) return say(`apply changed what the plan does not name: ${stray.join(', ')}`);
    if (seed % 4 >= 2) {
      const returned = await whole(m, 'way-back');
      if (returned.status !== 0)
        return say(`the way back ended with ${returned.status}: ${returned.err.slice(-400)}`);
      const now = m.homeTree();
      const mine = steps.filter((s) => only === null || s.elements.every((e) => only.has(e)));
      const left = mine
        .flatMap((s) => s.deeds.flatMap(placesOf))
        .filter((p) => {
          const path = m.path(p).slice(m.home.length + 1);
          return differing(home, now).some((d) => d === path || d.startsWith(`${path}/`));
        });
      if (left.length > 0) return say(`the way back of the page left ${left.join(', ')}`);
      // Folders in which the folder of records was made are still newer.
      const rest = differing(home, now).filter((path) => !['.', '.local', '.local/state'].includes(path));
      if (only === null && rest.length > 0) return say(`the way back of the page left ${rest.join(', ')}`);
    }
    const undone = await m.run('undo');
    if (undone.status !== 0) return say(`undo ended with ${undone.status}: ${undone.err.slice(-400)}`);
    const after = differing(home, m.homeTree());
    if (after.length > 0)
      return say(
        `not as before: ${after
          .map(
            (p) =>
              `${p} (${home[p]?.slice(-60) ?? 'not there'} → ${m.homeTree()[p]?.slice(-60) ?? 'not there'})`,
          )
          .slice(0, 5)
          .join(', ')}`,
      );
    const settings = differing(machine, m.machineTree());
    if (settings.length > 0) return say(`the machine is not as before: ${settings.join(', ')}`);
    return say(null);
  } finally {
    m.remove();
  }
}

/** What the page takes for done, with what it changed as far as a page can know that: it has never seen the home. */
function doneOf({ steps }: RandomPlan): DoneStep[] {
  const state = startState(RANDOM_HOST, hostNow(RANDOM_HOST, []));
  return steps.map((step) => {
    const touches: Touch[] = [];
    for (const deed of step.deeds)
      perform({ host: RANDOM_HOST, mirror: {}, lenient: true }, state, deed, step.effect, null, touches);
    return { step, touches };
  });
}
