import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ArchiveReport } from '@spare-coat/core/deciding/archives/report';
import { shipProfile } from '../profiles/store.js';
import { inTransaction } from '../db/pool.js';
import { testHost } from '@spare-coat/core/testing/parts';
import { iconIndex, packed, pointer, tarOf, type Contents } from '../testing/archives.js';
import { startTestServer, type TestServer } from '../testing/server.js';

const require = createRequire(import.meta.url);
let server: TestServer;
const host = testHost({
  folders: {
    'icon set': '~/.local/share/icons',
    'pointer set': '~/.local/share/icons',
    'window theme': '~/.looks',
  },
  signatures: [{ sort: 'window theme', needs: ['frame/', 'frame/frame.css'] }],
});

beforeAll(async () => {
  server = await startTestServer();
  await inTransaction(server.db, (client) => shipProfile(client, host));
});
afterAll(() => server.stop());

/** Sends a file and waits for its reading. */
async function read(
  file: string,
  bytes: Uint8Array,
  more: Record<string, unknown> = {},
): Promise<{ report: ArchiveReport | null; sentence: string; reading: string }> {
  const sent = await server.get('/api/archives', { method: 'POST', body: new Uint8Array(bytes) });
  expect(sent.status).toBe(200);
  const { sha256 } = sent.body as { sha256: string };
  const asked = await server.post(`/api/archives/${sha256}/reading`, {
    file,
    profile: { id: host.id, revision: 1 },
    iconSize: 48,
    iconScale: 1,
    names: [],
    ...more,
  });
  const told = asked.body as { job?: string; reading?: string; title?: string };
  let reading = told.reading ?? '';
  for (let n = 0; told.job && reading === '' && n < 600; n++) {
    const job = (await server.get(`/api/jobs/${told.job}`)).body as {
      state: string;
      result: { reading: string };
      problem: { sentence: string };
    };
    if (job.state === 'failed') return { report: null, sentence: job.problem.sentence, reading: '' };
    if (job.state === 'done') reading = job.result.reading;
    else await new Promise((r) => setTimeout(r, 50));
  }
  const { body } = await server.get(`/api/archives/readings/${reading}`);
  return { report: body as ArchiveReport, sentence: told.title ?? '', reading };
}

const png = await sharp({ create: { width: 48, height: 48, channels: 4, background: '#5b2f52' } })
  .png()
  .toBuffer();
const SET: Record<string, Contents> = {
  'pack-1.0/Saltpan/index.theme': iconIndex('Saltpan icons', [16, 48]),
  'pack-1.0/Saltpan/48x48/places/folder.png': png,
  'pack-1.0/Saltpan/48x48/places/user-home.png': { link: 'folder.png' },
  'pack-1.0/Saltpan/16x16/places/folder.png': png,
  'pack-1.0/readme.txt': 'Run ./install.sh --size 48',
  'pack-1.0/LICENSE': 'Permission is hereby granted, free of charge, to any person obtaining a copy',
  'pack-1.0/install.sh': '#!/bin/sh\ncase "$1" in\n  -c|--clean) sudo rm -r x ;;\nesac\n',
};

describe('an archive of any form', () => {
  it.each(['a.zip', 'a.tar', 'a.tar.gz', 'a.tar.bz2', 'a.tar.xz', 'a.tar.zst'])(
    '%s is told by what it holds: which folder to copy, where to, and how it will be listed',
    async (name) => {
      const { report, reading } = await read(name, packed(SET, name));
      const set = report!.findings.find((f) => f.sort === 'icon set')!;
      expect(set).toMatchObject({
        root: 'pack-1.0/Saltpan',
        folder: 'Saltpan',
        listed: 'Saltpan icons',
        target: '~/.local/share/icons',
        depth: 1,
      });
      expect(set.advice).toContain('one folder too many');
      expect(report!.licences).toMatchObject([{ spdx: 'MIT' }]);
      const script = report!.findings.find((f) => f.sort === 'install script')!;
      expect(script.evidence).toMatchObject({ admin: true });
      expect((script.evidence as { options: readonly string[] }).options).toEqual(
        expect.arrayContaining(['-c', '--clean', '--size']),
      );
      // The found icon is shown, through its link too: both names lead to one picture.
      expect(Object.keys(report!.pictures).sort()).toEqual([
        'pack-1.0/Saltpan/48x48/places/folder.png',
        'pack-1.0/Saltpan/48x48/places/user-home.png',
      ]);
      const shown = await fetch(
        `${server.url}/api/archives/readings/${reading}/picture?path=${encodeURIComponent('pack-1.0/Saltpan/48x48/places/folder.png')}`,
      );
      expect(Buffer.from(await shown.arrayBuffer()).equals(png)).toBe(true);
      expect(shown.headers.get('content-security-policy')).toContain('sandbox');
    },
  );
  it('is read as what its bytes are, and a name that says otherwise is told', async () => {
    const { report } = await read('looks.tar.xz', packed(SET, 'a.zip'));
    expect(report!.form).toBe('zip');
    expect(report!.remarks[0]).toContain('by its bytes it is a zip');
  });
  it('a theme of the host’s own sort is found by the profile’s signature, its style sheet is evidence', async () => {
    const { report } = await read(
      'Claybank-dark.zip',
      packed({ 'frame/frame.css': '.a{color:#b5533c;border-radius:6px}', 'notes.txt': 'n' }, 'a.zip'),
    );
    const [theme] = report!.findings;
    expect(theme).toMatchObject({
      sort: 'window theme',
      root: '',
      depth: -1,
      folder: 'Claybank-dark',
      target: '~/.looks',
    });
    expect(theme!.advice).toContain('no folder around it');
    expect(theme!.evidence).toMatchObject({
      styles: [{ evidence: { colours: [{ hex: '#b5533c', uses: 1 }], radii: [{ value: 6, uses: 1 }] } }],
    });
  });
  it('pointers are read: sizes, frames, delays, links, and what is missing', async () => {
    const { report } = await read(
      'pointers.tar.gz',
      packed(
        {
          'Blade/index.theme': '[Icon Theme]\nName=Blade\nInherits=core',
          'Blade/cursors/left_ptr': pointer(24),
          'Blade/cursors/watch': pointer(24, 12),
          'Blade/cursors/arrow': { link: 'left_ptr' },
          'Blade/cursors/hand': { link: 'nowhere' },
          'Blade/cursors/text': 'not a cursor',
        },
        'a.tar.gz',
      ),
    );
    const { evidence } = report!.findings.find((f) => f.sort === 'pointer set')!;
    expect(evidence).toMatchObject({
      inherits: ['core'],
      aliases: [{ name: 'arrow', to: 'left_ptr' }],
      broken: ['hand'],
      pointers: [
        { name: 'left_ptr', sizes: [24], frames: 1, delay: 0 },
        { name: 'watch', sizes: [24], frames: 12, delay: 50 },
      ],
    });
    expect((evidence as unknown as { missing: string[] }).missing).toContain('crosshair');
  });
  it('fonts tell names, weights, coverage and licence; wallpapers pixels and colours', async () => {
    const font = readFileSync(require.resolve('@fontsource/solway/files/solway-latin-400-normal.woff2'));
    const paper = await sharp({ create: { width: 1920, height: 1080, channels: 3, background: '#c98f7a' } })
      .png({ compressionLevel: 0 })
      .toBuffer();
    const { report } = await read(
      'bits.tar.xz',
      packed({ 'fonts/s.woff2': font, 'papers/pans.png': paper, 'papers/broken.ttf': 'no font' }, 'a.tar.xz'),
    );
    const faces = report!.findings.flatMap((f) => (f.evidence.what === 'font' ? f.evidence.faces : []));
    expect(faces.find((f) => f.problem === '')).toMatchObject({
      weight: 400,
      scripts: expect.arrayContaining(['Latin']) as string[],
      metrics: { weight: 400, fixed: false },
    });
    expect(faces.find((f) => f.problem !== '')!.path).toBe('papers/broken.ttf');
    const wall = report!.findings.find((f) => f.evidence.what === 'wallpaper')!;
    expect(wall.evidence).toMatchObject({
      files: [
        { path: 'papers/pans.png', width: 1920, height: 1080, colours: [{ hex: '#c98f7a', share: 1 }] },
      ],
    });
  });
  it('single files are read like archives with one file in them', async () => {
    expect((await read('left_ptr', pointer(32))).report!.findings[0]).toMatchObject({
      sort: 'pointer set',
      depth: -1,
    });
    const entry = '[Desktop Entry]\nType=Application\nName=Tide\nExec=tide %Q';
    expect((await read('tide.desktop', Buffer.from(entry))).report!.findings[0]!.evidence).toMatchObject({
      name: 'Tide',
      problems: [expect.stringContaining('%Q')],
    });
  });
});

describe('a hostile archive', () => {
  it.each([
    ['outside', [{ name: '../../evil', body: 'x' }]],
    ['absolute', [{ name: '/etc/evil', body: 'x' }]],
    ['link-out', [{ name: 'a/l', type: 'symlink', linkname: '../../etc/passwd' }]],
    [
      'link-out',
      [
        { name: 'd', type: 'symlink', linkname: 'e' },
        { name: 'd/x', body: 'x' },
      ],
    ],
    ['device', [{ name: 'dev', type: 'character-device' }]],
    [
      'case',
      [
        { name: 'A', body: '1' },
        { name: 'a', body: '2' },
      ],
    ],
    ['name', [{ name: 'bad\u0007name', body: 'x' }]],
  ] as const)('%s is told, and nothing of it is written', async (code, entries) => {
    const before = readdirSync(tmpdir()).filter((f) => f.includes(`-${process.pid}-`));
    const { report } = await read('h.tar', await tarOf(entries as never));
    expect(report!.hostile.map((h) => h.code)).toContain(code);
    expect(readdirSync(tmpdir()).filter((f) => f.includes(`-${process.pid}-`))).toEqual(before);
    expect(existsSync('/etc/evil')).toBe(false);
  });
  // Packed before anything is asked: a blocked test would let its connections go stale.
  const long = packed({ zeros: Buffer.alloc(400 * 1024 * 1024) }, 'long.tar.gz');
  it('that takes long is given up when that is asked for, and its processes with it', async () => {
    const sent = await server.get('/api/archives', { method: 'POST', body: new Uint8Array(long) });
    const { sha256 } = sent.body as { sha256: string };
    const asked = await server.post(`/api/archives/${sha256}/reading`, {
      file: 'long.tar.gz',
      profile: null,
      iconSize: 48,
      iconScale: 1,
      names: [],
    });
    const { job } = asked.body as { job: string };
    const state = async () => ((await server.get(`/api/jobs/${job}`)).body as { state: string }).state;
    while ((await state()) === 'waiting') await new Promise((r) => setTimeout(r, 20));
    expect((await server.get(`/api/jobs/${job}`, { method: 'DELETE' })).status).toBe(204);
    for (let n = 0; n < 100 && (await state()) === 'running'; n++)
      await new Promise((r) => setTimeout(r, 100));
    expect(await state()).toBe('cancelled');
  });
  it('a bomb is told by what it would unpack to', async () => {
    const { report } = await read('b.tar.gz', packed({ zeros: Buffer.alloc(90 * 1024 * 1024) }, 'b.tar.gz'));
    expect(report!.hostile.map((h) => h.code)).toContain('bomb');
  });
  /** The zip with another number for the way in which each of its files is packed. */
  const byBzip2 = (bytes: Buffer) => {
    const other = Buffer.from(bytes);
    for (let at = -1; (at = other.indexOf('PK\x01\x02', at + 1, 'latin1')) >= 0;)
      if (other.readUInt16LE(at + 10) === 8) other.writeUInt16LE(12, at + 10);
    return other;
  };
  const good = packed(SET, 'a.tar.gz');
  const zip = packed(SET, 'a.zip');
  it.each([
    ['truncated', 'a.tar.gz', good.subarray(0, good.length / 2), /truncated|damaged/],
    ['truncated', 'a.zip', zip.subarray(0, zip.length / 2), /truncated/],
    [
      'encrypted',
      'a.zip',
      packed(SET, 'a.zip', ['--options', 'zip:encryption=zipcrypt', '--passphrase', 'x']),
      /password/,
    ],
    ['compressed nothing', 'a.gz', packed({ x: 'hello' }, 'a.zip').subarray(0, 0), /empty/],
    ['a web page', 'a.zip', Buffer.from('<!doctype html><p>Sign in'), /web page/],
    ['7z', 'a.7z', Buffer.from('377abcaf271c0004', 'hex'), /7z archive, which is not read here/],
    ['a package of a distribution', 'a.deb', Buffer.from('!<arch>\ndebian-binary'), /as a package/],
    ['packed otherwise', 'a.zip', byBzip2(zip), /packed by bzip2, which is not read here/],
    ['something else', 'a.bin', Buffer.from([1, 2, 3, 4]), /neither an archive nor/],
    [
      'noise',
      'a.tar.xz',
      Buffer.concat([Buffer.from('fd377a585a00', 'hex'), Buffer.alloc(5000, 7)]),
      /damaged|no archive/,
    ],
  ])('%s %s ends in a clear sentence', async (_what, name, bytes, sentence) => {
    if (bytes.length === 0) {
      const sent = await server.get('/api/archives', { method: 'POST', body: new Uint8Array() });
      expect((sent.body as { title: string }).title).toMatch(sentence);
      return;
    }
    expect((await read(name, bytes)).sentence).toMatch(sentence);
  });
  it('a zip whose entries lie about their sizes is not believed', async () => {
    const lying = Buffer.from(
      packed({ 'T/index.theme': iconIndex('T', [48]) + '\n#'.repeat(3000) }, 'a.zip'),
    );
    // The size in the table of contents, made smaller.
    const at = lying.indexOf(Buffer.from([0x50, 0x4b, 0x01, 0x02]));
    lying.writeUInt32LE(10, at + 24);
    expect((await read('lying.zip', lying)).sentence).toMatch(/lies about the size/);
  });
  it('names that are not UTF-8 are told', async () => {
    const tar = await tarOf([{ name: 'caf__', body: 'x' }]);
    // Latin-1 bytes into the header, and its checksum made right again.
    tar[3] = 0xe9;
    tar[4] = 0xff;
    let sum = 0;
    for (let i = 0; i < 512; i++) sum += i >= 148 && i < 156 ? 32 : tar[i]!;
    tar.write(`${sum.toString(8).padStart(6, '0')}\0 `, 148, 'latin1');
    const { report } = await read('n.tar', tar);
    expect(report!.hostile.map((h) => h.code)).toContain('name');
  });
  it('questions that make no sense are refused, and readings that are not there', async () => {
    const sha = 'a'.repeat(64);
    expect((await server.post(`/api/archives/${sha}/reading`, {})).status).toBe(404);
    expect((await server.get('/api/archives/readings/nothing')).status).toBe(404);
    const { reading } = await read('a.zip', zip);
    const path = encodeURIComponent('../../etc/passwd');
    expect((await server.get(`/api/archives/readings/${reading}/picture?path=${path}`)).status).toBe(404);
    expect((await server.get(`/api/archives/readings/${reading}/picture?path=__proto__`)).status).toBe(404);
  });
});
