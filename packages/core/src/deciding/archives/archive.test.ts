import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readPart } from '../../model/parts/part.js';
import { testHost } from '../../testing/parts.js';
import { uuid } from '../../testing/coat.js';
import { utf8 } from '../../ground/utf8.js';
import type { ArchiveFinding } from './findings.js';
import { hostileEntries, isHarmful, linkSteps, stepsOf, type ArchiveEntry } from './entry.js';
import { judgeArchive, nameOfArchive } from './judge.js';
import { PLAIN_FACE } from '../../testing/faces.js';
import { partFromFinding, partFromSiblings } from './makePart.js';
import { licenceOfText, type ArchiveReport } from './report.js';
import { scriptOptions } from './scripts.js';
import { siblingsOf } from './siblings.js';
import { archiveForm, formRemark } from './sniff.js';
import { resolved, treeOf } from './tree.js';
import { wallpaperFit } from './wallpaperFit.js';
import { isLargePicture } from './wanted.js';

const file = (path: string, more: Partial<ArchiveEntry> = {}): ArchiveEntry => ({
  path,
  kind: 'file',
  size: 1,
  target: '',
  ...more,
});
const bytes = (text: string) => Uint8Array.from([...text].map((c) => c.charCodeAt(0)));
const files = (contents: Record<string, string>) => ({
  tree: treeOf(Object.keys(contents).map((p) => file(p))),
  bytes: new Map(Object.entries(contents).map(([p, t]) => [p, bytes(t)])),
  pictures: new Map<string, { width: number; height: number }>(),
});

describe('the steps of a path', () => {
  it('never leave the root, whatever the path says', () => {
    const step = fc.oneof(fc.constantFrom('..', '.', '', 'a', 'b c', '/'), fc.string({ maxLength: 4 }));
    fc.assert(
      fc.property(fc.array(step, { maxLength: 10 }), (raw) => {
        const steps = stepsOf(raw.join('/'));
        if (steps !== null) {
          expect(steps).not.toContain('..');
          expect(stepsOf(steps.join('/'))).toEqual(steps);
        }
      }),
    );
  });
  it.each([
    ['a/../../b', null],
    ['/etc/x', null],
    ['C:\\x', null],
    ['./C:\\x', null],
    ['./\\\\share/x', null],
    ['a/./b//c', ['a', 'b', 'c']],
    ['a/../b', ['b']],
  ])('%s', (path, steps) => expect(stepsOf(path)).toEqual(steps));
  it('of a link are told from where it lies', () => {
    expect(linkSteps('a/b/l', '../c')).toEqual(['a', 'c']);
    expect(linkSteps('l', '../x')).toBeNull();
    expect(linkSteps('a/l', '/x')).toBeNull();
  });
});

describe('hostile entries', () => {
  const codes = (entries: ArchiveEntry[], packed = 1000) =>
    hostileEntries(entries, packed).map((h) => h.code);
  it('of a plain theme: none', () => {
    expect(
      codes([file('T', { kind: 'folder' }), file('T/a.png'), file('T/l', { kind: 'link', target: 'a.png' })]),
    ).toEqual([]);
  });
  it.each([
    ['outside', [file('../x')]],
    ['absolute', [file('/x')]],
    ['device', [file('d', { kind: 'device' })]],
    ['link-out', [file('a/l', { kind: 'link', target: '../../x' })]],
    ['link-out', [file('l', { kind: 'link', target: 'd' }), file('l/x')]],
    ['link-out', [file('h', { kind: 'hard link', target: '/etc/x' })]],
    ['twice', [file('a'), file('./a')]],
    ['case', [file('Folder/a'), file('folder/A')]],
    ['name', [file('a\u0001')]],
    ['name', [file('a\uFFFD')]],
    ['too-large', [file('a', { size: 5e9 })]],
    ['bomb', [file('a', { size: 100 * 1024 ** 2 })]],
  ] as const)('%s', (code, entries) => expect(codes([...entries])).toContain(code));
});

describe('harm', () => {
  it('is what leaves, links out, fills a disk or is a device; odd names only go wrong somewhere', () => {
    const of = (entries: ArchiveEntry[]) => isHarmful(hostileEntries(entries, 1000));
    expect(of([file('../x')])).toBe(true);
    expect(of([file('d', { kind: 'device' })])).toBe(true);
    expect(of([file('A'), file('a'), file('n\u0001')])).toBe(false);
    expect(of([])).toBe(false);
  });
});

describe('what is looked into', () => {
  it.each([
    ['papers/flat.png', 9000, true],
    ['flat.jpg', 9000, true],
    ['Set/48x48/apps/a.png', 9000, false],
    ['Set/scalable/a.png', 9000, false],
    ['Set/48x48@2x/a.png', 9000, false],
    ['Set/256x256/apps/photo.png', 90_000, true],
    ['tiny.png', 3000, false],
  ])('%s of %i bytes is measured as a picture: %s', (path, size, wanted) => {
    expect(isLargePicture(path, size)).toBe(wanted);
  });
});

describe('an archive’s form', () => {
  it('is told by its bytes', () => {
    expect(archiveForm(Uint8Array.of(0x50, 0x4b, 3, 4))).toBe('zip');
    expect(archiveForm(Uint8Array.of(0x28, 0xb5, 0x2f, 0xfd))).toBe('zstd');
    expect(archiveForm(Uint8Array.of(1, 2, 3))).toBe('other');
    expect(archiveForm(new Uint8Array(0))).toBe('other');
  });
  it('and a name that promises another is told', () => {
    expect(formRemark('a.zip', 'zip')).toBeNull();
    expect(formRemark('a.zip', 'xz')).toMatch(/by its bytes it is xz/);
    expect(formRemark('a.tar.xz', 'other')).toMatch(/web page/);
    expect(formRemark('a', 'zip')).toBeNull();
  });
});

describe('links in an archive', () => {
  it('are followed to the file, a ring leads nowhere', () => {
    const tree = treeOf([
      file('d/a'),
      file('d/b', { kind: 'link', target: 'a' }),
      file('c', { kind: 'link', target: 'd/b' }),
      file('r', { kind: 'link', target: 's' }),
      file('s', { kind: 'link', target: 'r' }),
    ]);
    expect(resolved(tree, 'c')).toBe('d/a');
    expect(resolved(tree, 'r')).toBeNull();
    expect(resolved(tree, 'd')).toBeNull();
  });
});

const INDEX = '[Icon Theme]\nName=Salt\nDirectories=48/places\n[48/places]\nSize=48\n';
const HOST = {
  folders: { 'icon set': '~/.local/share/icons', 'window theme': '~/.looks' },
  signatures: [{ sort: 'window theme', needs: ['frame/', 'frame/frame.css'] }],
};

describe('judging', () => {
  it.each([
    ['Salt/', 0, 'Salt', 'Copy the folder Salt.'],
    ['pack-1.0/Salt/', 1, 'Salt', 'one folder too many'],
    ['a/b/Salt/', 2, 'Salt', '2 folders too many'],
    ['', -1, 'salt', 'no folder around it'],
  ])('a set under %j says what to copy', (under, depth, folder, advice) => {
    const [found] = judgeArchive(
      'salt-1.2.tar.xz',
      files({ [`${under}index.theme`]: INDEX, [`${under}48/places/folder.png`]: '' }),
      HOST,
    );
    expect(found).toMatchObject({
      sort: 'icon set',
      depth,
      folder,
      listed: 'Salt',
      target: '~/.local/share/icons',
    });
    expect(found!.advice).toContain(advice);
  });
  it('finds several themes in one archive, each with its variant', () => {
    const found = judgeArchive(
      'looks.zip',
      files({ 'Clay-light/frame/frame.css': 'a{}', 'Clay-dark/frame/frame.css': 'a{}' }),
      HOST,
    );
    expect(found.map((f) => [f.folder, ...f.variants])).toEqual([
      ['Clay-light', 'light'],
      ['Clay-dark', 'dark'],
    ]);
  });
  it('tells the variants of a theme by its style sheets where its name says nothing', () => {
    const judged = (sheets: Record<string, string>) =>
      judgeArchive('looks.zip', files({ 'Clay/frame/frame.css': 'a{}', ...sheets }), HOST).map(
        (f) => f.variants,
      );
    expect(judged({})).toEqual([[]]);
    expect(judged({ 'Clay/frame/frame-dark.css': 'a{}' })).toEqual([['light', 'dark']]);
  });
  it('tells what style sheets set that belong to no theme the host knows, a single one as well', () => {
    const css = 'a{color:#b5533c;border-radius:4px}';
    const [alone] = judgeArchive('accent.css', files({ 'accent.css': css }), HOST);
    expect(alone).toMatchObject({ sort: 'style sheet', root: 'accent.css', listed: 'accent', target: null });
    expect(alone!.evidence).toMatchObject({
      styles: [{ evidence: { colours: [{ hex: '#b5533c', uses: 1 }] } }],
    });
    const within = judgeArchive('looks.zip', files({ 'Clay/frame/frame.css': css }), HOST);
    expect(within.map((f) => f.sort)).toEqual(['window theme']);
  });
  it('a host without a place for it says so; without a host nothing is said of places', () => {
    const contents = files({ 'S/index.theme': INDEX, 'S/48/places/a.png': '' });
    expect(judgeArchive('s.zip', contents, { folders: {}, signatures: [] })[0]!.advice).toContain(
      'no folder for it',
    );
    expect(judgeArchive('s.zip', contents, null)[0]!.advice).toBe('Copy the folder S.');
  });
  it('names an archive without endings and version', () => {
    expect(nameOfArchive('down/Salt_pans-v2.1.tar.gz')).toBe('Salt_pans');
    expect(nameOfArchive('1.zip')).toBe('1');
  });
  it('lists what options a script and its readme tell', () => {
    const options = scriptOptions(
      'while getopts "ab:h" o; do\ncase $1 in\n -d|--dark) ;;\n --size=*) ;;\nesac',
      'Try `--accent plum`.',
    );
    expect(options).toEqual(expect.arrayContaining(['-a', '-b', '-h', '-d', '--dark', '--size', '--accent']));
  });
});

describe('things that differ in some words of their names', () => {
  const css = (accent: string) => `a{color:${accent};background:#eeeeee}`;
  const theme = (folder: string, accent: string) => ({ [`looks/${folder}/frame/frame.css`]: css(accent) });
  const groups = (contents: Record<string, string>) =>
    siblingsOf(judgeArchive('looks.zip', files(contents), HOST)).map(({ name, all }) => [
      name,
      all.map((a) => a.flavour),
    ]);

  it('are one thing in flavours: accents, sizes, light and dark, however they are written', () => {
    expect(
      groups({
        ...theme('Heather', '#111111'),
        ...theme('Heather-plum', '#6d3f78'),
        ...theme('Heather-plum-Dark-compact', '#8a5a96'),
        ...theme('Other', '#111111'),
      }),
    ).toEqual([['Heather', ['Plain', 'Plum', 'Plum dark compact']]]);
    expect(groups({ ...theme('HeathClay', '#b5533c'), ...theme('HeathMoss', '#446633') })).toEqual([
      ['Heath', ['Clay', 'Moss']],
    ]);
  });
  it('are none where only a version tells them apart, or another sort', () => {
    expect(groups({ ...theme('Reed', '#111111'), ...theme('Reed-2', '#222222') })).toEqual([]);
    // Beside a version of it, flavours of it stay flavours.
    const beside = {
      ...theme('Reed', '#111111'),
      ...theme('Reed-2', '#222222'),
      ...theme('Reed-Plum', '#333333'),
    };
    expect(groups(beside)).toEqual([['Reed', ['Plain', 'Plum']]]);
    expect(groups({ ...theme('Reed', '#111111'), 'looks/Reed-icons/index.theme': INDEX })).toEqual([]);
  });
  it('that are read alike go by their folders, so that each can be told', () => {
    const alike = { ...theme('Reed-Plum', '#111111'), ...theme('Reed_plum', '#222222') };
    expect(groups({ ...alike, ...theme('Reed-Clay', '#333333') })).toEqual([
      ['Reed', ['Clay', 'Reed-Plum', 'Reed_plum']],
    ]);
  });
  it('become one part, each flavour with its folder, what it inherits from, its colours and its name', () => {
    const index = (name: string, inherits = '') =>
      `[Icon Theme]\nName=${name}\n${inherits}Directories=48/places\n\n[48/places]\nSize=48\nContext=Places\nType=Fixed\n`;
    const contents = {
      ...theme('Heather-Plum', '#6d3f78'),
      ...theme('Heather-Clay', '#b5533c'),
      'Bell/index.theme': index('Bell'),
      'Bell/48/places/folder.png': '',
      'Bell-Moss/index.theme': index('Bell Moss', 'Inherits=Bell,hicolor\n'),
      'Bell-Moss/48/places/user-home.png': '',
    };
    const findings = judgeArchive('looks.zip', files(contents), HOST);
    const report = {
      file: 'looks.zip',
      sha256: 'a'.repeat(64),
      size: 1,
      hostile: [],
      licences: [],
      findings,
    };
    const host = testHost({ lists: { 'window theme': { key: 'look.theme', place: 'Look' } } });
    const origin = { from: 'looks.zip', key: null, on: '2026-12-01' };
    const parts = siblingsOf(findings).map((s) =>
      partFromSiblings(uuid('p'), s, report as never, host, origin, false),
    );
    for (const part of parts) expect(readPart(JSON.parse(JSON.stringify(part)))).toEqual(part);
    const heather = parts.find((p) => p.name === 'Heather')!;
    expect(heather.flavours).toEqual([
      { name: 'Clay', root: 'looks/Heather-Clay', offers: { controls: { choose: 'Heather-Clay' } } },
      {
        name: 'Plum',
        root: 'looks/Heather-Plum',
        offers: {
          controls: { supplies: { accent: { fixed: '#6d3f78' } }, choose: 'Heather-Plum' },
        },
      },
    ]);
    const moss = parts.find((p) => p.name === 'Bell')!.flavours!.find((f) => f.name === 'Moss')!;
    expect(moss).toMatchObject({ root: 'Bell-Moss', with: ['Bell'] });
    expect(Object.keys(moss.offers!['icon-set']!.supplies!['names']!)).toEqual(['fixed']);
  });
});

describe('a part made of a finding', () => {
  it('is a right part with checksum, size and source, for everything that can be found', () => {
    const contents = files({
      'S/index.theme': INDEX,
      'S/48/places/a.png': '',
      'S/48/places/folder.png': '',
      'Look/frame/frame.css': 'a{color:#b5533c;background:#eeeeee;border-radius:6px}',
      'Look/frame/frame-dark.css': 'a{color:#d9b3a2;background:#222222}',
      'loose.css': 'a{color:#123456}',
      'x.desktop': '[Desktop Entry]\nType=Application\nName=X\nExec=x',
      'install.sh': '#!/bin/sh\nsudo true',
      'f.ttf': '',
    });
    contents.pictures.set('w.png', { width: 1920, height: 1080 });
    const found = judgeArchive('all-2.0.zip', contents, HOST);
    expect(found.map((f) => f.sort).sort()).toEqual([
      'desktop entry',
      'font',
      'icon set',
      'install script',
      'style sheet',
      'wallpaper',
      'window theme',
    ]);
    const report: ArchiveReport = {
      file: 'all-2.0.zip',
      sha256: 'a'.repeat(64),
      size: 12,
      form: 'zip',
      entries: 6,
      unpacked: 1,
      hostile: [],
      remarks: [],
      findings: found,
      iconSize: 48,
      iconScale: 1,
      names: [],
      pictures: {},
      licences: [{ path: 'LICENSE', text: '', spdx: 'MIT' }],
      readmes: [],
    };
    for (const finding of found) {
      const part = partFromFinding(
        uuid('p'),
        finding,
        report,
        testHost(),
        { from: 'all-2.0.zip', key: null, on: '2026-11-25' },
        true,
      );
      expect(readPart(JSON.parse(JSON.stringify(part)))).toEqual(part);
      expect(part).toMatchObject({ licence: 'MIT', version: '2.0', source: { sha256: report.sha256 } });
      const [channel] = part.channels;
      if (channel!.way === 'archive')
        expect(channel).toMatchObject({ root: finding.root, size: 12, kept: true });
    }
    const made = (finding: ArchiveFinding) =>
      partFromFinding(uuid('p'), finding, report, null, { from: 'x', key: null, on: '2026-11-25' }, false);
    const icons = made(found.find((f) => f.sort === 'icon set')!).offers[0]!.supplies['names'];
    expect(icons).toEqual({ fixed: { names: { folder: 1, a: 1 } } });
    const font = found.find((f) => f.sort === 'font')!;
    const metrics = { ...PLAIN_FACE, family: 'Reed', italic: 0 };
    const face = (weight: number, italic = 0) => ({
      path: 'f.ttf',
      family: 'Reed',
      style: '',
      weight,
      italic: italic !== 0,
      xHeight: metrics.xHeight,
      capHeight: metrics.capHeight,
      characters: 200,
      scripts: ['Latin'],
      licence: '',
      problem: '',
      metrics: { ...metrics, weight, italic },
    });
    const evidence = {
      what: 'font' as const,
      files: [],
      faces: [face(700), face(400, 9), face(500), face(900)],
    };
    const [plain, title] = made({ ...font, evidence }).offers;
    expect([plain!.kind, title!.kind]).toEqual(['interface-type', 'title-type']);
    // Neither the bold one nor the slanted one sets running text.
    expect(plain!.supplies['face']).toEqual({
      fixed: { family: 'Reed', metrics: { ...metrics, weight: 500 }, pixels: null },
    });
    const theme = partFromFinding(
      uuid('p'),
      found.find((f) => f.sort === 'window theme')!,
      report,
      null,
      { from: 'x', key: null, on: '2026-11-25' },
      false,
    );
    expect(theme.offers[0]).toMatchObject({
      kind: 'controls',
      supplies: {
        accent: { fixed: '#b5533c' },
        background: { fixed: '#eeeeee' },
        cornerRadius: { fixed: 6 },
      },
    });
  });
});

describe('a wallpaper on a display', () => {
  it('of the same size suits, a small one is enlarged, another shape is cropped', () => {
    const display = { width: 1920, height: 1080 };
    expect(wallpaperFit(display, display)).toMatchObject({
      enlargement: 1,
      cropped: 0,
      distortion: 1,
      sentence: 'It suits this display.',
    });
    expect(wallpaperFit({ width: 1280, height: 720 }, display).sentence).toContain('enlarged 1.5 times');
    expect(wallpaperFit({ width: 1920, height: 1920 }, display).sentence).toBe(
      '44 % of it is cut off when it fills the display.',
    );
  });
  it('is cropped by a share between 0 and 1, and by nothing only when the shapes agree', () => {
    const side = fc.integer({ min: 1, max: 10_000 });
    fc.assert(
      fc.property(side, side, side, side, (a, b, c, d) => {
        const { cropped, distortion, enlargement } = wallpaperFit(
          { width: a, height: b },
          { width: c, height: d },
        );
        expect(cropped).toBeGreaterThanOrEqual(0);
        expect(cropped).toBeLessThan(1);
        expect(distortion).toBeGreaterThanOrEqual(1);
        expect(enlargement * a).toBeGreaterThanOrEqual(c - 1e-6);
        expect(enlargement * b).toBeGreaterThanOrEqual(d - 1e-6);
      }),
    );
  });
});

describe('licence texts', () => {
  it.each([
    ['GNU LESSER GENERAL PUBLIC LICENSE\n Version 3, 29 June', 'LGPL-3.0-or-later'],
    ['GNU GENERAL PUBLIC LICENSE\n  Version 2, June', 'GPL-2.0-or-later'],
    ['SIL OPEN FONT LICENSE Version 1.1', 'OFL-1.1'],
    ['All rights reserved', null],
  ])('%j', (text, spdx) => expect(licenceOfText(text)).toBe(spdx));
});

describe('UTF-8', () => {
  it('is read like a decoder reads it, wrong bytes become U+FFFD', () => {
    const encode = (text: string) =>
      Uint8Array.from(
        [...encodeURIComponent(text).matchAll(/%([0-9A-F]{2})|(.)/g)].map((m) =>
          m[1] ? parseInt(m[1], 16) : m[2]!.charCodeAt(0),
        ),
      );
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (text) => {
        expect(utf8(encode(text))).toBe(text);
      }),
    );
    expect(utf8(Uint8Array.of(0xff, 0x41))).toBe('\uFFFDA');
    // Overlong and half a surrogate pair.
    expect(utf8(Uint8Array.of(0xe0, 0x80, 0x80))).not.toContain('\0');
    expect(utf8(Uint8Array.of(0xed, 0xa0, 0x80))).toContain('\uFFFD');
  });
});

describe('a theme whose links lead out of its own folder', () => {
  const entries = [
    file('looks/Bell/index.theme'),
    file('looks/Bell/48/places/folder.png'),
    file('looks/Bell-Moss/index.theme'),
    file('looks/Bell-Moss/48/places/folder.png', {
      kind: 'link',
      target: '../../../Bell/48/places/folder.png',
    }),
    file('looks/Bell-Moss/48/places/user-home.png', { kind: 'link', target: '../../../shared/home.png' }),
    file('looks/shared/home.png'),
  ];
  const index = (name: string) =>
    bytes(
      `[Icon Theme]\nName=${name}\nDirectories=48/places\n\n[48/places]\nSize=48\nContext=Places\nType=Fixed\n`,
    );
  const found = judgeArchive(
    'bell.tar.gz',
    {
      tree: treeOf(entries),
      bytes: new Map([
        ['looks/Bell/index.theme', index('Bell')],
        ['looks/Bell-Moss/index.theme', index('Bell Moss')],
      ]),
      pictures: new Map(),
    },
    HOST,
  );
  it('is told with the folders that have to lie beside it, and brings them along', () => {
    expect(found.map((f) => [f.root, f.leansOn])).toEqual([
      ['looks/Bell', undefined],
      ['looks/Bell-Moss', ['looks/Bell', 'looks/shared']],
    ]);
    const report = {
      file: 'bell.tar.gz',
      sha256: 'a'.repeat(64),
      size: 1,
      hostile: [],
      licences: [],
      findings: found,
    };
    const origin = { from: 'https://parts.example/bell.tar.gz', key: null, on: '2026-12-01' };
    const part = partFromFinding(uuid('p'), found[1]!, report as never, testHost(), origin, false);
    expect(part.channels).toMatchObject([{ root: 'looks/Bell-Moss', with: ['looks/Bell', 'looks/shared'] }]);
    expect(readPart(JSON.parse(JSON.stringify(part)))).toEqual(part);
    const [siblings] = siblingsOf(found);
    const one = partFromSiblings(uuid('q'), siblings!, report as never, testHost(), origin, false);
    expect(one.flavours!.map((f) => [f.name, f.with])).toEqual([
      ['Plain', undefined],
      ['Moss', ['looks/Bell', 'looks/shared']],
    ]);
  });
});
