import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { copyFileSync, mkdirSync, readFileSync, readdirSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { learnFrom, readChanges } from '@spare-coat/core/deciding/learning/byDoing';
import { makeProfile } from '@spare-coat/core/deciding/learning/makeProfile';
import { readMachine, type Machine as Told } from '@spare-coat/core/deciding/learning/machine';
import { suggest } from '@spare-coat/core/deciding/learning/suggest';
import type { Deed } from '@spare-coat/core/model/deeds/deedSchema';
import { deedOf, writeValue } from '@spare-coat/core/model/deeds/written';
import { readProfile, type HostProfile } from '@spare-coat/core/model/host/profile';
import { findTrait } from '@spare-coat/core/model/kinds/registry';
import type { TraitValue } from '@spare-coat/core/model/traits/value';
import { evaluateCoat } from '@spare-coat/core/deciding/matching/evaluate';
import { indexOffers } from '@spare-coat/core/deciding/matching/rank';
import type { MatchContext } from '@spare-coat/core/deciding/matching/targets';
import { derivePlan } from '@spare-coat/core/doing/plan/derive';
import { verify } from '@spare-coat/core/doing/plan/verify';
import { rehearse } from '@spare-coat/core/doing/rehearsal/rehearse';
import { startState } from '@spare-coat/core/doing/simulation/hostState';
import { handmadeOffer, type CoatRows } from '@spare-coat/core/model/coat/rows';
import { stepsOf } from '@spare-coat/core/model/deeds/step';
import { hostNow } from '@spare-coat/core/model/host/now';
import { readSurvey } from '@spare-coat/core/model/host/survey';
import { testCoat, testElement, testLayer, testMatch, uuid } from '@spare-coat/core/testing/coat';
import { makeStep } from '@spare-coat/core/doing/plan/draft';
import { orderSteps } from '@spare-coat/core/doing/plan/order';
import { applyScript } from '@spare-coat/core/doing/plan/script/apply';
import { undoScript } from '@spare-coat/core/doing/plan/script/undo';
import { writeXSettings } from '@spare-coat/core/testing/xSettings';
import { giveAway, Machine, YES } from './machine.js';
import { startScreen } from '../desktop/server.js';
import { showWindows } from './screen.js';

const SURVEY = fileURLToPath(new URL('../../../apps/server/survey/survey.sh', import.meta.url));
const LEARN = fileURLToPath(new URL('../../../apps/server/survey/learn.sh', import.meta.url));

/** The schemas of an invented desktop. */
const SCHEMAS = `<schemalist>
  <schema id="org.quayside.panel" path="/org/quayside/panel/">
    <key name="thickness" type="u"><default>32</default><range min="16" max="96"/><summary>Thickness of the panel</summary></key>
    <key name="edge" enum="org.quayside.Edge"><default>'bottom'</default><summary>Edge of the panel</summary></key>
    <key name="opacity" type="d"><default>0.8</default><range min="0" max="1"/><summary>Opacity of the panel</summary></key>
    <key name="background-colour" type="s"><default>"#2e3440"</default><summary>Background colour of the panel</summary></key>
    <key name="autohide" type="b"><default>false</default><summary>Hide the panel automatically</summary></key>
  </schema>
  <schema id="org.quayside.clock" path="/org/quayside/clock/">
    <key name="format" type="s"><default>"%H:%M"</default><summary>Format of the clock</summary></key>
  </schema>
  <schema id="org.quayside.look" path="/org/quayside/look/">
    <key name="icon-theme" type="s"><default>"Pebble"</default><summary>Icon theme</summary></key>
    <key name="monospace-font" type="s"><default>"Mono 11"</default><summary>Fixed-width font</summary></key>
    <key name="cursor-size" type="i"><default>24</default><range min="16" max="96"/><summary>Size of the pointer</summary></key>
    <key name="picture-uri" type="s"><default>"file:///usr/share/old.png"</default><summary>Picture of the wallpaper</summary></key>
    <key name="prefer-dark" type="b"><default>false</default><summary>Prefer the dark variant</summary></key>
  </schema>
  <schema id="org.quayside.mail"><key name="check-interval" type="i"><default>10</default><summary>Check for mail every</summary></key></schema>
  <schema id="org.quayside.mail.main" path="/org/quayside/mail/">
    <key name="account-token" type="s"><default>"none"</default></key>
    <key name="check-interval" type="i"><default>10</default><summary>Check for mail every</summary></key>
  </schema>
  <schema id="org.quayside.dock"><key name="icon-size" type="i"><default>48</default><range min="16" max="96"/><summary>Size of the dock's icons</summary></key>
    <key name="edge" enum="org.quayside.Edge"><default>'left'</default><summary>Edge of the dock</summary></key></schema>
</schemalist>`;

/** Words that they take, in a file of its own. */
const ENUMS = `<schemalist>
  <enum id="org.quayside.Edge"><value nick="top" value="0"/><value nick="bottom" value="1"/><value nick="left" value="2"/></enum>
</schemalist>`;

let m: Machine;
let env: Record<string, string>;
const gsettings = (...words: string[]) =>
  execFileSync('gsettings', words, { env: m.env(env), stdio: 'pipe', ...asUser() })
    .toString()
    .trim();
const asUser = () => (process.getuid?.() === 0 ? { uid: 54_321, gid: 54_321 } : {});
/** Every value that was set, by its path. */
const setValues = () => {
  const found: string[] = [];
  let group = '';
  for (const line of m.read('~/.config/glib-2.0/settings/keyfile').split('\n'))
    if (line.startsWith('[')) group = line;
    else if (line.includes('=')) found.push(group + line);
  return found.sort();
};

beforeEach(() => {
  m = new Machine({ home: `hömé "o'f` });
  const schemas = join(m.root, 'schemas');
  mkdirSync(schemas);
  writeFileSync(join(schemas, 'org.quayside.gschema.xml'), SCHEMAS);
  writeFileSync(join(schemas, 'org.quayside.enums.xml'), ENUMS);
  execFileSync('glib-compile-schemas', ['--strict', schemas]);
  m.put('~/.config/harbour/barrc', '# how it looks\n[Dock]\nicon size=48\npassword=pumpkin\n[Look]\n');
  m.put('~/.config/harbour/not-a-key-file', 'plain words\n');
  m.put('~/.config/glib-2.0/settings/keyfile', '');
  m.own();
  env = {
    GSETTINGS_SCHEMA_DIR: schemas,
    GSETTINGS_BACKEND: 'keyfile',
    XDG_DATA_DIRS: '/nowhere',
    XDG_CURRENT_DESKTOP: 'Quayside',
    SURVEY_SAMPLES: '1',
    SURVEY_PAUSE: '0',
  };
  gsettings('set', 'org.quayside.panel', 'thickness', '40');
  gsettings('set', 'org.quayside.mail.main', 'account-token', 'abc');
  gsettings('set', 'org.quayside.dock:/org/quayside/docks/one/', 'icon-size', '56');
});
afterEach(() => m.remove());

/** What somebody's desktop does to a file of its settings: it is written in place, as its owner. */
function edit(path: string, from: string, to: string): void {
  const text = m.read(path);
  expect(text).toContain(from);
  writeFileSync(m.path(path), text.replace(from, to));
}

async function told(): Promise<Told> {
  m.script('survey', readFileSync(SURVEY, 'utf8'));
  const ran = await m.run('survey', ['--settings'], { env });
  expect(ran.err).toBe('');
  const answer = readMachine(ran.out);
  if (!answer.ok) throw new Error(answer.sentence);
  return answer.machine;
}
const sureOf = (machine: Told) =>
  new Map(
    suggest(machine.settings).flatMap(({ setting, guesses, isSure }) =>
      isSure ? [[setting.key, guesses[0]!.target] as const] : [],
    ),
  );
function profileOf(machine: Told): HostProfile {
  const { profile, leftOut } = makeProfile(machine, sureOf(machine), {
    id: '00000000-0000-4000-8000-000000000001',
    revision: 1,
    name: 'Quayside',
    version: '1',
  });
  expect(leftOut).toEqual([]);
  return readProfile(JSON.parse(JSON.stringify(profile)));
}

describe('a desktop that is learnt from its own settings', () => {
  it('is told by the survey: what it can set, what is set, and no secret', async () => {
    const machine = await told();
    const by = new Map(machine.settings.map((s) => [s.key, s]));
    expect(by.get('org.quayside.panel thickness')).toMatchObject({
      label: 'Thickness of the panel',
      takes: { as: 'number', least: 16, most: 96, isWhole: true },
      first: '32',
      now: '40',
      type: 'u',
    });
    expect(by.get('org.quayside.panel opacity')).toMatchObject({ first: '0.8', now: '0.8' });
    expect(by.get('org.quayside.dock:/org/quayside/docks/one/ icon-size')?.now).toBe('56');
    expect(by.get('~/.config/harbour/barrc Dock/icon size')).toMatchObject({
      now: '48',
      file: { path: '~/.config/harbour/barrc', format: 'key file', at: 'Dock/icon size' },
    });
    expect(machine.leftOut).toBeGreaterThanOrEqual(1);
    expect(JSON.stringify(machine)).not.toMatch(/pumpkin|"abc"|plain words/);
    expect(machine.desktop).toBe('Quayside');
    expect(machine.problems).toEqual([]);
  });
  it('gives a profile whose settings are set for real, and taken back to what they were, set or not', async () => {
    const before = setValues();
    const tree = m.homeTree();
    const profile = profileOf(await told());
    expect(m.homeTree()).toEqual(tree);
    expect(profile.offers.map((o) => o.kind).sort()).toEqual([
      'bar',
      'clock',
      'dock',
      'fixed-type',
      'pointer',
    ]);
    expect(profile.defaults['bar']).toEqual({
      thickness: 32,
      edge: 'bottom',
      opacity: 80,
      colour: '#2e3440',
      hiding: 'never',
    });
    const wanted: Record<string, readonly [TraitValue, string]> = {
      'bar.thickness': [44, 'uint32 44'],
      'bar.edge': ['top', "'top'"],
      'bar.opacity': [65, '0.65000000000000002'],
      'bar.colour': ['#aa1122', "'#aa1122'"],
      'bar.hiding': ['always', 'true'],
      'clock.format': ["h:mm a 'o''clock'", `"%-I:%M %p o'clock"`],
      'fixed-type.family': ['Reed "Mono" d\'Or', `"Reed \\"Mono\\" d'Or 11"`],
      'pointer.size': [32, '32'],
      'dock.iconSize': [64, '64'],
      'dock.edge': ['bottom', "'bottom'"],
    };
    const steps = profile.offers.flatMap((offer) =>
      Object.entries(offer.supplies).map(([trait, supply]) => {
        const [value, typed] = wanted[`${offer.kind}.${trait}`]!;
        if (!('setting' in supply)) throw new Error('It is fixed.');
        const { text } = writeValue(null, supply.setting, findTrait(offer.kind, trait)!.type, value);
        expect(text).toBe(typed);
        return { key: supply.setting.key, typed, deed: deedOf(supply.setting, text, [])! };
      }),
    );
    expect(steps).toHaveLength(Object.keys(wanted).length);
    const [iconKey] = [profile.lists!['icon set']!.key];
    const deeds: Deed[] = [
      ...steps.map(({ deed }) => deed),
      { do: 'set', key: iconKey, value: '\'Salt & "Pan"\'', of: [], listed: null },
      {
        do: 'set',
        key: profile.variants!.key,
        value: profile.variants!.values['dark']!,
        of: [],
        listed: null,
      },
    ];
    const made = deeds.map((deed, i) =>
      makeStep(
        profile,
        {
          key: `step ${i}`,
          sort: 'set a value',
          title: `Step ${i}`,
          where: 'here',
          expected: '',
          undo: '',
          deeds: [deed],
        },
        [],
      ),
    );
    const of = { coat: 'C', id: 'c', hostLabel: 'Quayside 1', host: profile };
    m.script('apply', applyScript(of, orderSteps(made, [])));
    m.script('undo', undoScript(of));
    const checked = spawnSync('shellcheck', [
      '-s',
      'sh',
      '-S',
      'warning',
      join(m.at, 'apply.sh'),
      join(m.at, 'undo.sh'),
    ]);
    if (!checked.error) expect(checked.stdout.toString()).toBe('');
    m.own();
    const applied = await m.run('apply', [], { env });
    expect([applied.status, applied.err]).toEqual([0, '']);
    for (const { key, typed } of steps) {
      const at = key.lastIndexOf(' ');
      expect([key, gsettings('get', key.slice(0, at), key.slice(at + 1))]).toEqual([key, typed]);
    }
    expect(gsettings('get', 'org.quayside.look', 'icon-theme')).toBe(`'Salt & "Pan"'`);
    expect(gsettings('get', 'org.quayside.look', 'prefer-dark')).toBe('true');
    const undone = await m.run('undo', [], { env });
    expect([undone.status, undone.err]).toEqual([0, '']);
    // What was set is set to the same, and what was not set is not set.
    expect(setValues()).toEqual(before);
    const plain = (all: Record<string, string>) =>
      Object.entries(all).filter(([path]) => !path.startsWith('.config/glib-2.0'));
    expect(plain(m.homeTree())).toEqual(plain(tree));
  });
  it('is set and taken back through dconf on a bus of its own, as desktops keep their settings', () => {
    const runtime = join(m.at, 'runtime');
    mkdirSync(runtime, { mode: 0o700 });
    // A bus has an owner whom the system knows.
    const owner = process.getuid?.() === 0 ? { uid: 65_534, gid: 65_534 } : {};
    const own = () => owner.uid !== undefined && execFileSync('chown', ['-R', '65534:65534', m.at]);
    const { GSETTINGS_BACKEND: _, ...other } = env;
    // Something that answers for the portal.
    writeFileSync(
      join(m.bin, 'gdbus'),
      `#!/bin/sh\nprintf '%s\\n' "({'org.freedesktop.appearance': {'accent-color': <(0.0, 0.5, 1.0)>}},)"\n`,
      { mode: 0o755 },
    );
    const session = (script: string) =>
      execFileSync('dbus-run-session', ['--', 'sh', '-c', script], {
        env: { ...m.env(other), XDG_RUNTIME_DIR: runtime },
        cwd: m.home,
        stdio: ['ignore', 'pipe', 'pipe'],
        ...owner,
      }).toString();
    m.script('survey', readFileSync(SURVEY, 'utf8'));
    own();
    const dock = 'org.quayside.dock:/org/quayside/docks/one/';
    const told = session(
      `gsettings set org.quayside.panel thickness 40; gsettings set ${dock} icon-size 56; dconf dump / >"$HOME/before"; sh '${m.at}/survey.sh' --settings`,
    );
    const before = m.read('~/before');
    expect(before).toContain('thickness=uint32 40');
    const answer = readMachine(told);
    if (!answer.ok) throw new Error(answer.sentence);
    expect(answer.machine.settings.find((s) => s.key === `${dock} icon-size`)?.now).toBe('56');
    expect(answer.machine.seen).toContainEqual({
      kind: 'controls',
      trait: 'accent',
      value: '#0080ff',
      maybe: true,
    });
    const profile = profileOf(answer.machine);
    const set = (key: string, value: string): Deed => ({ do: 'set', key, value, of: [], listed: null });
    const steps = [
      set('org.quayside.panel thickness', 'uint32 52'),
      set('org.quayside.panel edge', `'top'`),
      set(`${dock} icon-size`, '64'),
    ].map((deed, i) =>
      makeStep(
        profile,
        {
          key: `step ${i}`,
          sort: 'set a value',
          title: `Step ${i}`,
          where: 'here',
          expected: '',
          undo: '',
          deeds: [deed],
        },
        [],
      ),
    );
    const of = { coat: 'C', id: 'c', hostLabel: 'Quayside 1', host: profile };
    m.script('apply', applyScript(of, orderSteps(steps, [])));
    m.script('undo', undoScript(of));
    own();
    session(
      `sh '${m.at}/apply.sh'; dconf dump / >"$HOME/set"; sh '${m.at}/undo.sh'; dconf dump / >"$HOME/after"`,
    );
    for (const line of ['thickness=uint32 52', `edge='top'`, 'icon-size=64'])
      expect(m.read('~/set')).toContain(line);
    // What was set is set to the same, and what was not set is not set.
    expect(m.read('~/after')).toBe(before);
  });
  it('tells the themes of no open standard beside the one that is chosen, and settings of files without groups', async () => {
    for (const [path, text] of Object.entries({
      '~/.local/share/looks/Fen reed/frames/border.conf': 'width=2\n',
      '~/.local/share/looks/Fen reed/README': 'Put it there.\n',
      '~/.local/share/looks/Bulrush/frames/border.conf': 'width=1\n',
      '~/.local/share/looks/Not one/notes.txt': 'none\n',
      '~/.local/share/other/Elsewhere/frames/border.conf': 'width=1\n',
      '~/.config/fen/shelfrc': '// the shelf\nframe_theme = "Fen reed"\nedge = "left"\n',
      '~/.config/fen/environment': 'PATH=/bin\nHOME=/x\n',
    }))
      m.put(path, text);
    m.own();
    const machine = await told();
    expect(machine.themes.map(({ parent, name }) => `${parent}/${name}`)).toEqual([
      '~/.local/share/looks/Bulrush',
      '~/.local/share/looks/Fen reed',
      '~/.local/share/looks/Not one',
    ]);
    const frames = machine.settings.find((s) => s.name === 'frame_theme')!;
    expect(frames).toMatchObject({ now: 'Fen reed', file: { format: 'lines', at: 'frame_theme =' } });
    expect(machine.settings.filter((s) => s.file?.path === '~/.config/fen/environment')).toEqual([]);
    const { profile } = makeProfile(machine, new Map([[frames.key, 'list:window theme']]), {
      id: '00000000-0000-4000-8000-000000000001',
      revision: 1,
      name: 'Quayside',
      version: '1',
    });
    expect(profile.signatures).toEqual([{ sort: 'window theme', needs: ['frames/border.conf'] }]);
    expect(profile.folders['window theme']).toBe('~/.local/share/looks');
    expect(profile.offers.map(({ choose }) => choose?.value)).toEqual(['Bulrush', 'Fen reed']);
  });
  it('sets a picture by where it lies, as a URI or as a path, and a second survey proves it', async () => {
    m.put('~/Downloads/dune & "sea".png', 'PNG');
    m.put('~/.config/fen/shelfrc', 'edge = left\nwallpaper = /usr/share/old.png\n');
    m.own();
    const stands = () => [
      Object.entries(m.homeTree()).filter(([path]) => !path.startsWith('.config/glib-2.0')),
      setValues(),
    ];
    const before = stands();
    for (const name of ['picture-uri', 'wallpaper']) {
      const machine = await told();
      const setting = machine.settings.find((s) => s.name === name)!;
      const { profile: host } = makeProfile(machine, new Map([[setting.key, 'wallpaper.picture']]), {
        id: uuid('quayside'),
        revision: 1,
        name: 'Quayside',
        version: '1',
      });
      const picture = { name: 'dune & "sea".png', width: 8, height: 8, blob: 'a'.repeat(64) };
      const rows: CoatRows = {
        ...testCoat(),
        element: { [uuid('paper')]: testElement('paper', 'wallpaper') },
        trait: {},
        match: { m: testMatch('m', uuid('paper')) },
        handmade: {
          h: {
            id: 'h',
            kind: 'wallpaper',
            name: 'Dune',
            supplies: { picture: 'dune' },
            files: [picture],
            recipe: {},
          },
        },
        layer: testLayer(handmadeOffer('h')),
      };
      const ctx: MatchContext = { rows, host, parts: new Map() };
      const plan = derivePlan(ctx, evaluateCoat(ctx, indexOffers(ctx)));
      const of = { coat: 'C', id: `c-${name}`, hostLabel: 'Quayside 1', host };
      m.script('apply', applyScript(of, plan));
      m.script('undo', undoScript(of));
      for (const script of ['apply', 'undo']) {
        const checked = spawnSync('shellcheck', ['-s', 'sh', '-S', 'warning', join(m.at, `${script}.sh`)]);
        if (!checked.error) expect(checked.stdout.toString()).toBe('');
      }
      m.own();
      const applied = await m.run('apply', [], { env, input: YES });
      expect([applied.status, applied.err]).toEqual([0, '']);
      const lies = join(m.home, '.local/share/pixmaps/dune & "sea".png');
      if (name === 'picture-uri') {
        const uri = gsettings('get', 'org.quayside.look', 'picture-uri').replace(/^'|'$/g, '');
        expect(fileURLToPath(uri)).toBe(lies);
      } else expect(m.read('~/.config/fen/shelfrc')).toBe(`edge = left\nwallpaper = ${lies}\n`);
      const after = readSurvey((await m.run('survey', ['--settings'], { env })).out);
      if (!after.ok) throw new Error(after.sentence);
      if (name === 'picture-uri') {
        const choose = stepsOf(plan).find((step) => step.sort === 'choose')!;
        const { frames } = rehearse({ host, mirror: {} }, plan, startState(host, hostNow(host, [])));
        const done = frames.flatMap(({ step, touches }) => (step === choose ? [{ step, touches }] : []));
        expect(verify(hostNow(host, [after.survey]), done).get(choose.key)).toEqual({ is: 'proven' });
      }
      const undone = await m.run('undo', [], { env, input: YES });
      expect([undone.status, undone.err]).toEqual([0, '']);
      expect(stands()).toEqual(before);
    }
  });
  it('is not told more than names without being asked', async () => {
    m.script('survey', readFileSync(SURVEY, 'utf8'));
    giveAway(m.at);
    const plain = await m.run('survey', [], { env });
    expect(plain.status).toBe(0);
    expect(plain.out).not.toMatch(/thickness|harbour|"machine"/);
    expect(readMachine(plain.out)).toMatchObject({
      ok: false,
      sentence: expect.stringContaining('--settings') as string,
    });
    const wrong = await m.run('survey', ['--everything'], { env });
    expect([wrong.status, wrong.out]).toEqual([2, '']);
  });
  it('is learnt by doing where it does not describe itself: what changed, and neither noise nor secrets', async () => {
    m.put('~/.config/harbour/noisy', '[Clock]\ncount=1\n');
    m.put('~/.config/harbour/bar.json', '{\n  "bar": {\n    "size": 24\n  }\n}\n');
    m.put('~/.config/harbour/wm.xml', '<wm>\n  <title height="20"/>\n</wm>\n');
    m.own();
    m.script('learn', readFileSync(LEARN, 'utf8'));
    const tree = m.homeTree(false);
    const out = join(m.at, 'tmp', 'learnt.json');
    // A program that runs on, and one that begins anew while something is changed.
    copyFileSync('/bin/sleep', join(m.at, 'quayshelf'));
    copyFileSync('/bin/sleep', join(m.at, 'quaykeep'));
    const runs = (name: string) => spawn(join(m.at, name), ['60'], { stdio: 'ignore', ...asUser() });
    const running = [runs('quayshelf'), runs('quaykeep')];
    const rounds: (() => void)[] = [
      () => {
        edit('~/.config/harbour/barrc', 'icon size=48', 'icon size=64');
        edit('~/.config/harbour/barrc', 'password=pumpkin', 'password=turnip');
        gsettings('set', 'org.quayside.panel', 'thickness', '50');
        gsettings('set', 'org.quayside.mail.main', 'account-token', 'xyz');
      },
      () => {
        edit('~/.config/harbour/barrc', 'icon size=64', 'icon size=96');
        // Written anew, and put in the place of the one before.
        m.put('~/.config/harbour/new', m.read('~/.config/harbour/bar.json').replace('24', '30'));
        renameSync(m.path('~/.config/harbour/new'), m.path('~/.config/harbour/bar.json'));
        m.own();
        running.shift()?.kill();
        running.push(runs('quayshelf'));
        edit('~/.config/harbour/wm.xml', '20', '26');
      },
    ];
    let tick = 1;
    const noise = () => edit('~/.config/harbour/noisy', `count=${tick}`, `count=${++tick}`);
    const said = await m.converse('learn', [out], {
      env: { ...env, LEARN_QUIET: '1', LEARN_SETTLE: '0' },
      // While it watches, and with every answer, something changes by itself.
      hears: (line) => {
        if (line.includes('change nothing')) setTimeout(noise, 300);
        if (!line.includes('press Enter')) return null;
        const change = rounds.shift();
        change?.();
        noise();
        return change ? '' : 'q';
      },
    });
    for (const program of running) program.kill();
    expect(said.status).toBe(0);
    const read = readChanges(readFileSync(out, 'utf8'));
    if (!read.ok) throw new Error(read.sentence);
    expect(JSON.stringify(read.changes)).not.toMatch(/turnip|pumpkin|xyz|count/);
    expect([...read.restarted]).toEqual([[2, ['quayshelf']]]);
    const learnt = learnFrom(await told(), '', read.changes, read.restarted);
    expect([...learnt.changed]).toEqual([
      ['org.quayside.panel thickness', 1],
      ['~/.config/harbour/barrc Dock/icon size', 2],
      ['~/.config/harbour/bar.json bar.size', 1],
      ['~/.config/harbour/wm.xml wm/title@height', 1],
    ]);
    const icon = learnt.machine.settings.find((s) => s.name === 'icon size')!;
    const bar = learnt.machine.settings.find((s) => s.key.includes('bar.json'))!;
    expect([bar.moved, bar.restarts, icon.moved]).toEqual([true, ['quayshelf'], undefined]);
    // What a program reads when it begins shows once it is opened again, unless somebody says otherwise.
    const decisions = new Map([[bar.key, 'bar.thickness']]);
    const of = { id: uuid('quayside'), revision: 1, name: 'Quayside', version: '1' };
    const effectOf = (beside?: Parameters<typeof makeProfile>[3]) =>
      makeProfile(learnt.machine, decisions, of, beside).profile.offers[0]!.supplies['thickness'];
    expect(effectOf()).toMatchObject({ setting: { effect: 'reopen' } });
    expect(effectOf(new Map([[bar.key, { shows: 'none' }]]))).toMatchObject({ setting: { effect: 'none' } });
    expect([icon.takes, icon.now]).toEqual([{ as: 'number', least: 48, most: 96, isWhole: true }, '96']);
    expect(suggest([icon])[0]!.guesses[0]?.target).toBe('dock.iconSize');
    // It changed nothing itself, and left nothing but what it was asked for.
    const changed = Object.entries(m.homeTree(false)).filter(([path, is]) => tree[path] !== is);
    expect(changed.map(([path]) => path).sort()).toEqual([
      '.config/glib-2.0/settings/keyfile',
      '.config/harbour/bar.json',
      '.config/harbour/barrc',
      '.config/harbour/noisy',
      '.config/harbour/wm.xml',
    ]);
    expect(readdirSync(join(m.at, 'tmp'))).toEqual(['learnt.json']);
    // It writes over nothing.
    const again = await m.run('learn', [out], { env });
    expect([again.status, again.err]).toEqual([1, expect.stringContaining('is there already')]);
  });
  it('is told by the windows of a real screen how thick its bars are, and that speaks for the right setting', async () => {
    const screen = await startScreen(1280, 800);
    try {
      await showWindows(screen.display, [
        { type: 'DOCK', strut: [0, 0, 0, 40, 0, 0, 0, 0, 0, 0, 0, 1279] },
        { type: 'NORMAL', frame: [3, 3, 27, 3] },
      ]);
      env = { ...env, DISPLAY: screen.name };
      // A settings manager, as desktops run one: its window is never shown. It tells a text and a number.
      const manager = await screen.display.window({ x: -10, y: -10, width: 1, height: 1 }, 'NORMAL');
      await screen.display.putBytes(
        manager,
        '_XSETTINGS_SETTINGS',
        '_XSETTINGS_SETTINGS',
        Buffer.from(
          writeXSettings([
            ['Net/IconThemeName', 'Pebble "2"'],
            ['Own/CursorThemeSize', 24],
          ]),
        ),
      );
      await screen.display.own(manager, '_XSETTINGS_S0');
      await screen.display.settled();
      const machine = await told();
      expect(machine.seen).toContainEqual({
        kind: 'list:icon set',
        trait: '',
        value: 'Pebble "2"',
        maybe: true,
      });
      expect(machine.seen).toContainEqual({ kind: 'pointer', trait: 'size', value: 24, maybe: true });
      expect(machine.seen).toContainEqual({ kind: 'bar', trait: 'thickness', value: 40, maybe: true });
      expect(machine.seen).toContainEqual({ kind: 'bar', trait: 'edge', value: 'bottom', maybe: true });
      expect(machine.seen).toContainEqual({ kind: 'bar', trait: 'edgeShare', value: 100, maybe: true });
      expect(machine.seen).toContainEqual({ kind: 'frame', trait: 'titleHeight', value: 27 });
      const [bar] = suggest(machine.settings, machine.seen).filter(
        ({ setting }) => setting.key === 'org.quayside.panel thickness',
      );
      expect(bar!.why).toContain('It is 40, as is seen.');
    } finally {
      await screen.stop();
    }
  });
});
