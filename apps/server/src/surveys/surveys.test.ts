import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  chmodSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { compareSurveys, readSurvey, type Survey } from '@spare-coat/core/model/host/survey';
import { iconIndex, pointer } from '../testing/archives.js';
import { startTestServer, type TestServer } from '../testing/server.js';

const SCRIPT = fileURLToPath(new URL('../../survey/survey.sh', import.meta.url));
const LEARN = fileURLToPath(new URL('../../survey/learn.sh', import.meta.url));
let server: TestServer;
let home: string;

beforeAll(async () => {
  server = await startTestServer();
  home = mkdtempSync(join(tmpdir(), 'home "of\\ $HOME-'));
  chmodSync(home, 0o755);
  const put = (path: string, contents: string | Uint8Array) => {
    mkdirSync(join(home, path, '..'), { recursive: true });
    writeFileSync(join(home, path), contents);
  };
  put('.local/share/icons/Salt "pan"/index.theme', iconIndex('Salt \\ pans', [48]));
  put('.icons/Blade/cursors/left_ptr', pointer(24));
  put('.icons/Blade/index.theme', '[Icon Theme]\nName=Blade\n');
  put('.local/share/sounds/Horn/index.theme', '[Sound Theme]\nName=Horn\nDirectories=stereo\n[stereo]\n');
  put(
    '.config/autostart/helper.desktop',
    '[Desktop Entry]\nType=Application\nName=A "helper"\tof mine\nExec=helper --now\n',
  );
  put(
    '.config/autostart/off.desktop',
    '[Desktop Entry]\nType=Application\nName=Off\nExec=off\nHidden=true\n',
  );
  put(
    '.local/share/applications/tide.desktop',
    '[Desktop Entry]\r\nType=Application\r\nName=Tide\r\nExec=tide\r\n',
  );
  put(
    'sandbox/exports/share/applications/boxed.desktop',
    '[Desktop Entry]\nType=Application\nName=Boxed\nExec=b\n',
  );
  const entry = (name: string, more: string) =>
    put(
      `.config/autostart/${name}.desktop`,
      `[Desktop Entry]\nType=Application\nName=${name}\nExec=${name}\n${more}\n`,
    );
  entry('switched', 'X-Reed-Autostart-enabled=false');
  entry('elsewhere', 'OnlyShowIn=Oxbow;Ochre;');
  entry('here', 'OnlyShowIn=Oxbow;Fernbank;');
  entry('nothere', 'NotShowIn=Fernbank;');
  entry('later', 'X-Reed-Autostart-enabled=true\n[Desktop Action x]\nHidden=true');
  put('.icons/Heir/index.theme', '[Icon Theme]\nName=Heir\nInherits=Salt "pan"\n');
  put('.icons/new\nline/cursors/left_ptr', pointer(24));
  symlinkSync('/nowhere', join(home, '.icons/broken'));
});
afterAll(async () => {
  rmSync(home, { recursive: true, force: true });
  await server.stop();
});

/** Names, sizes and contents of everything below a folder. */
function tree(folder: string): string {
  const hash = createHash('sha256');
  const walk = (path: string) => {
    for (const entry of readdirSync(path, { withFileTypes: true }).sort((a, b) =>
      a.name < b.name ? -1 : 1,
    )) {
      const inner = join(path, entry.name);
      hash.update(inner);
      if (entry.isDirectory()) walk(inner);
      else if (entry.isFile()) hash.update(readFileSync(inner)).update(String(statSync(inner).mtimeMs));
    }
  };
  walk(folder);
  return hash.digest('hex');
}

function run(env: Record<string, string> = {}, shell = 'sh'): string {
  // As an ordinary user, whose home is a throw-away one.
  return execFileSync(shell, ['-s'], {
    input: readFileSync(SCRIPT),
    cwd: '/',
    ...(process.getuid?.() === 0 ? { uid: 54_321, gid: 54_321 } : {}),
    env: {
      PATH: process.env['PATH']!,
      HOME: home,
      SURVEY_PAUSE: '0.05',
      XDG_DATA_DIRS: `${home}/sandbox/exports/share:/usr/share`,
      ...env,
    },
    encoding: 'utf8',
  });
}

describe('survey.sh', () => {
  it('passes ShellCheck as POSIX shell', () => {
    expect(execFileSync('shellcheck', ['-s', 'sh', SCRIPT, LEARN], { encoding: 'utf8' })).toBe('');
  });
  it('leaves out the same secrets as learn.sh: each of them is one file of its own', () => {
    const secrets = (file: string) =>
      /function secret_key[^]*?is_token\(value\)\n {2}\}/
        .exec(readFileSync(file, 'utf8'))?.[0]
        .replace(/\n *#.*/g, '');
    expect(secrets(SCRIPT)).toMatch(/password|pass\(word/);
    expect(secrets(LEARN)).toBe(secrets(SCRIPT));
  });
  it('tells what is there, quotes whatever names there are, and changes nothing', () => {
    const before = tree(home);
    const answer = readSurvey(run({ XDG_CURRENT_DESKTOP: 'Fernbank' }));
    expect(tree(home)).toBe(before);
    if (!answer.ok) throw new Error(answer.sentence);
    const { survey } = answer;
    expect(survey.iconThemes).toContainEqual({
      id: 'Salt "pan"',
      name: 'Salt \\ pans',
      path: `${home}/.local/share/icons/Salt "pan"`,
    });
    expect(survey.pointerSets.map((p) => p.name)).toContain('Blade');
    expect(survey.iconThemes.map((p) => p.name)).not.toContain('Blade');
    expect(survey.soundThemes.map((s) => s.name)).toEqual(['Horn']);
    expect(survey.autostart).toEqual(
      expect.arrayContaining([
        { id: 'helper.desktop', name: 'A "helper" of mine', exec: 'helper --now', on: true },
        { id: 'off.desktop', name: 'Off', exec: 'off', on: false },
      ]),
    );
    const on = (id: string) => survey.autostart.find((a) => a.id === `${id}.desktop`)?.on;
    expect(['switched', 'elsewhere', 'here', 'nothere', 'later'].map(on)).toEqual([
      false,
      false,
      true,
      false,
      true,
    ]);
    // A set that has nothing of its own and inherits is one; pointers that inherit are not.
    expect(survey.iconThemes.map((p) => p.name)).toContain('Heir');
    expect(survey.applications).toEqual(
      expect.arrayContaining([
        { id: 'tide.desktop', name: 'Tide', packaging: 'own', categories: '' },
        { id: 'boxed.desktop', name: 'Boxed', packaging: 'sandboxed', categories: '' },
      ]),
    );
    expect(survey.system['desktop']).toBe('Fernbank');
    expect(survey.reading!.memory).toHaveLength(5);
    expect(survey.reading!.memory.every((m) => m > 0)).toBe(true);
    expect(survey.reading!.processor.every((p) => p >= 0 && p <= 100)).toBe(true);
    expect(survey.disk[`${home}/.icons`]).toBeGreaterThan(0);
  });
  it('parses and runs in a locale without letters beyond ASCII', () => {
    const script = readFileSync(SCRIPT);
    expect(script.every((b) => b < 0x80)).toBe(true);
    execFileSync('sh', ['-n', SCRIPT], { env: { PATH: process.env['PATH']!, LC_ALL: 'C' } });
    expect(readSurvey(run({ LC_ALL: 'C' })).ok).toBe(true);
  });
  it('says of every probe that is not available that it is so', () => {
    // Nothing but the shell's own and the plainest tools can be found.
    const bare = mkdtempSync(join(tmpdir(), 'bare-'));
    chmodSync(bare, 0o755);
    for (const tool of ['awk', 'sed', 'tr', 'cat', 'date', 'grep', 'sort', 'sleep'])
      symlinkSync(
        execFileSync('sh', ['-c', `command -v ${tool}`], { encoding: 'utf8' }).trim(),
        join(bare, tool),
      );
    const answer = readSurvey(run({ PATH: bare }, '/bin/sh'));
    rmSync(bare, { recursive: true });
    if (!answer.ok) throw new Error(answer.sentence);
    expect(answer.survey.unavailable.map((u) => u.probe)).toEqual(
      expect.arrayContaining(['desktop', 'disk', 'wordSize', 'font families']),
    );
    expect(answer.survey.iconThemes.length).toBeGreaterThan(0);
  });
  it('is offered by the application, and its output becomes a survey that is kept', async () => {
    const offered = await server.get('/api/surveys/survey.sh');
    expect(offered.body).toBe(readFileSync(SCRIPT, 'utf8'));
    expect((await server.get('/api/surveys/learn.sh')).body).toBe(readFileSync(LEARN, 'utf8'));
    const sent = await server.get('/api/surveys', { method: 'POST', body: run() });
    expect(sent.status).toBe(200);
    const { blob, survey } = sent.body as { blob: string; survey: Survey };
    const kept = (await server.get(`/api/blobs/${blob}`)).body as Survey;
    expect(kept).toEqual(survey);
    expect(compareSurveys(kept, survey)).toEqual([]);
  });
  it.each([
    ['', 415],
    ['{"survey": 1, "takenAt"', 422],
    ['{"survey": 2, "takenAt": "2026-11-25T00:00:00Z"}', 422],
    ['<!doctype html>', 422],
    ['[]', 422],
    ['[{"a": 1}]', 422],
    ['{"name": "x", "version": "1.0", "dependencies": {"y": "2"}}', 422],
    ['{"items": [{"id": 1}, {"id": 2}]}', 422],
    ['{"$schema": "https://json-schema.org/draft/2020-12/schema", "type": "object"}', 422],
    ['{"takenAt": "2026-11-25T00:00:00Z", "fonts": []}', 422],
  ])('a file that says %j is refused with a sentence', async (body, status) => {
    const answer = await server.get('/api/surveys', { method: 'POST', body });
    expect(answer.status).toBe(status);
    expect((answer.body as { title: string }).title.length).toBeGreaterThan(10);
  });
});
