import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { inflateSync } from 'node:zlib';
import * as fontkit from 'fontkit';
import sharp from 'sharp';
import { afterAll, describe, expect, it } from 'vitest';
import type { ArchiveReport } from '@spare-coat/core/deciding/archives/report';
import { packed, type Contents } from '../testing/archives.js';
import { readFrom, tryLinkedSet } from '../testing/linkedSets.js';
import { faceOf } from '../fonts/faceOf.js';
import { fontFacts } from './fontFacts.js';

const folder = mkdtempSync(join(tmpdir(), 'truth-'));
afterAll(() => rmSync(folder, { recursive: true }));
let n = 0;
function kept(bytes: Uint8Array, name: string): string {
  const at = mkdtempSync(join(folder, `${n++}-`));
  writeFileSync(join(at, name), bytes);
  return join(at, name);
}
const read = (files: Readonly<Record<string, Contents>>, name = 'a.tar.gz'): Promise<ArchiveReport> =>
  readFrom(kept(packed(files, name), name));
const index = (name: string, more = '') =>
  `[Icon Theme]\nName=${name}\nDirectories=48\n${more}[48]\nSize=48\n`;

describe('links in archives', () => {
  it('are followed as a file system follows them, folders as well as files', async () => {
    const sets = Number(process.env['LINKED_SETS'] ?? 4);
    const all = { answers: 0, right: 0, wrong: [] as string[] };
    for (let seed = 1; seed <= sets; seed++) {
      const { answers, right, wrong } = await tryLinkedSet(seed);
      all.answers += answers;
      all.right += right;
      all.wrong.push(...wrong);
    }
    const out = process.env['LINKS_OUT'];
    if (out) writeFileSync(out, JSON.stringify(all));
    expect(all.wrong.slice(0, 5)).toEqual([]);
    expect(all.right).toBe(all.answers);
  }, 60_000);
  it('that lead nowhere are no icons, and are told; so are circles', async () => {
    const report = await read({
      'Tern/index.theme': index('Tern'),
      'Tern/48/folder.png': 'x',
      'Tern/48/gone.png': { link: 'nothing.png' },
      'Tern/48/a.png': { link: 'b.png' },
      'Tern/48/b.png': { link: 'a.png' },
    });
    const [set] = report.findings;
    expect(set!.evidence).toMatchObject({ what: 'icon set', icons: 1 });
    expect(report.remarks.join(' ')).toContain(
      'One link leads to nothing in the archive and counts for nothing: Tern/48/gone.png.',
    );
    expect(report.remarks.join(' ')).toContain('2 links lead in a circle');
  });
  it('make a theme of a folder that is a link to another one', async () => {
    const report = await read({
      'Tern/index.theme': index('Tern'),
      'Tern/48/folder.png': 'x',
      'Gull/index.theme': { link: '../Tern/index.theme' },
      'Gull/48': { link: '../Tern/48' },
    });
    expect(
      report.findings.map((f) => [f.folder, f.evidence.what === 'icon set' && f.evidence.icons]),
    ).toEqual([
      ['Gull', 1],
      ['Tern', 1],
    ]);
  });
  it('circles of inheritance are told', async () => {
    const report = await read({
      'A/index.theme': index('A', 'Inherits=B\n')
        .replace('Inherits=B\n', '')
        .replace('Directories', 'Inherits=B\nDirectories'),
      'A/48/x.png': 'x',
      'B/index.theme': index('B').replace('Directories', 'Inherits=A\nDirectories'),
      'B/48/x.png': 'x',
    });
    expect(report.remarks.join(' ')).toContain(
      'inherit from each other in a circle: A, which inherits B, which inherits A',
    );
  });
});

describe('what is too much to look into', () => {
  it('is told of pointers: there and unread is not missing', async () => {
    const big = new Uint8Array(8_100_000);
    big.set([0x58, 0x63, 0x75, 0x72]);
    const report = await read({
      'P/index.theme': '[Icon Theme]\nName=P\n',
      'P/cursors/default': big,
      'P/cursors/text': readFileSync(pointerFile()),
    });
    const evidence = report.findings[0]!.evidence;
    expect(evidence).toMatchObject({ what: 'pointer set', unread: ['default'] });
    expect(evidence.what === 'pointer set' && evidence.missing).not.toContain('default');
    expect(report.remarks.join(' ')).toMatch(/One pointer is there and too large to be read here: default/);
  });
  it('is told of faces after the twenty-fourth', async () => {
    const font = readFileSync(SOLWAY);
    const report = await read(
      Object.fromEntries(Array.from({ length: 26 }, (_, i) => [`F/${String(i)}.woff2`, font])),
    );
    expect(report.remarks.join(' ')).toContain(
      '24 of 26 faces were looked into; of the others nothing is told.',
    );
  });
  it('is a wallpaper of 624 x 501 all the same, alone and in an archive of pictures', async () => {
    const noise = Buffer.from(Array.from({ length: 624 * 501 * 3 }, (_, i) => (i * 2_654_435_761) >>> 24));
    const png = await sharp(noise, { raw: { width: 624, height: 501, channels: 3 } })
      .png()
      .toBuffer();
    for (const report of [await readFrom(kept(png, 'marsh.png')), await read({ 'W/marsh.png': png })])
      expect(report.findings.map((f) => f.sort)).toEqual(['wallpaper']);
    // Beside a theme it is a preview.
    const theme = await read({ 'T/index.theme': index('T'), 'T/48/x.png': 'x', 'preview.png': png });
    expect(theme.findings.map((f) => f.sort)).toEqual(['icon set']);
  });
});

describe('two themes of controls in one archive', () => {
  const css = '.a { color: #334455; }';
  it('are two findings, each with its folder', async () => {
    const report = await read({ 'Drops/look/sheet.css': css, 'Waves/look/sheet.css': css });
    expect(report.findings.map((f) => [f.sort, f.root])).toEqual([
      ['style sheet', 'Drops/look/sheet.css'],
      ['style sheet', 'Waves/look/sheet.css'],
    ]);
  });
  it('but versions within one theme are one', async () => {
    const report = await read({
      'Drops/about.txt': 'x',
      'Drops/look-3/sheet.css': css,
      'Drops/look-4/sheet.css': css,
    });
    expect(report.findings).toHaveLength(1);
    const bare = await read({ 'Drops/look-3/sheet.css': css, 'Drops/look-4/sheet.css': css });
    expect(bare.findings.map((f) => f.root)).toEqual(['Drops']);
  });
});

describe('damage', () => {
  const files = {
    'T/index.theme': index('T'),
    'T/48/folder.png': 'p'.repeat(3000),
    'T/48/x.svg': `<svg>${'abc'.repeat(900)}</svg>`,
    'T/readme.txt': 'hello '.repeat(200),
  };
  const flip = (bytes: Buffer, at: number) => {
    const copy = Buffer.from(bytes);
    copy[at]! ^= 0x55;
    return copy;
  };
  it('in a file of a zip is seen, wherever it is, also where nobody looks into that file', async () => {
    const zip = packed(files, 'a.zip');
    const names: number[] = [];
    for (let at = zip.indexOf('PK\x03\x04'); at >= 0; at = zip.indexOf('PK\x03\x04', at + 1)) names.push(at);
    let seen = 0;
    for (const [i, at] of names.entries()) {
      const end = names[i + 1] ?? zip.indexOf('PK\x01\x02');
      // In the middle of what is packed, behind the header and the name.
      const middle = Math.floor((at + 70 + end) / 2);
      if (middle >= end - 20) continue;
      await expect(readFrom(kept(flip(zip, middle), 'a.zip'))).rejects.toThrow(/damaged|lies about/);
      seen++;
    }
    expect(seen).toBeGreaterThanOrEqual(3);
    expect((await readFrom(kept(zip, 'a.zip'))).findings).toHaveLength(1);
  });
  it('in gzip is seen by its checksum, and a gzip that breaks off is called truncated', async () => {
    const gz = packed(files, 'a.tar.gz');
    await expect(readFrom(kept(flip(gz, gz.length - 6), 'a.tar.gz'))).rejects.toThrow(
      /damaged: its checksum/,
    );
    await expect(readFrom(kept(gz.subarray(0, gz.length - 40), 'a.tar.gz'))).rejects.toThrow(/truncated/);
    await expect(readFrom(kept(packed(files, 'a.zip').subarray(0, 700), 'a.zip'))).rejects.toThrow(
      /truncated/,
    );
  });
});

const SOLWAY = createRequire(import.meta.url).resolve(
  '@fontsource/solway/files/solway-latin-500-normal.woff2',
);
/** A pointer of the stand-ins' own making. */
function pointerFile(): string {
  const at = join(folder, 'pointer');
  writeFileSync(
    at,
    Buffer.from('58637572100000000000010001000000020000fd1800000030000000', 'hex').subarray(0, 16),
  ); // an empty table
  return at;
}

describe('what a font says of itself', () => {
  it('counts characters that have a letter, and no end mark', () => {
    const bytes = readFileSync(SOLWAY);
    const font = fontkit.create(bytes) as unknown as {
      characterSet: number[];
      hasGlyphForCodePoint(c: number): boolean;
    };
    const real = new Set(font.characterSet.filter((c) => c !== 0xffff && font.hasGlyphForCodePoint(c)));
    expect(fontFacts('f', bytes).characters).toBe(real.size);
  });
  it('an x-height that the drawn letter contradicts is told, and the drawn one used', () => {
    const true_ = faceOf(plainFont()).xHeight;
    const lying = withXHeight(plainFont(), 0.9);
    expect(faceOf(lying).xHeight).toBeCloseTo(true_, 2);
    const facts = fontFacts('f', lying);
    expect(facts.told).toMatch(/small letters are 90 % of the em high; the drawn x is/);
    expect(facts.xHeight).toBeCloseTo(true_, 2);
    expect(fontFacts('f', plainFont()).told).toBe('');
  });
});

/** A font of the project as plain OpenType, whose tables can be changed. Source: WOFF File Format 1.0. */
function plainFont(): Buffer {
  const woff = readFileSync(SOLWAY.replace(/woff2$/, 'woff'));
  const count = woff.readUInt16BE(12);
  const head = Buffer.alloc(12 + 16 * count);
  woff.copy(head, 0, 4, 8);
  head.writeUInt16BE(count, 4);
  const bodies: Buffer[] = [];
  let at = head.length;
  for (let i = 0; i < count; i++) {
    const entry = 44 + 20 * i;
    const [offset, packedSize, size] = [4, 8, 12].map((o) => woff.readUInt32BE(entry + o)) as [
      number,
      number,
      number,
    ];
    const raw = woff.subarray(offset, offset + packedSize);
    const body = packedSize < size ? inflateSync(raw) : raw;
    woff.copy(head, 12 + 16 * i, entry, entry + 4);
    woff.copy(head, 12 + 16 * i + 4, entry + 16, entry + 20);
    head.writeUInt32BE(at, 12 + 16 * i + 8);
    head.writeUInt32BE(size, 12 + 16 * i + 12);
    const padded = Buffer.alloc(Math.ceil(size / 4) * 4);
    body.copy(padded);
    bodies.push(padded);
    at += padded.length;
  }
  return Buffer.concat([head, ...bodies]);
}
/** The font with another x-height in its table OS/2, in shares of the em. Source: OpenType, OS/2 version 2: sxHeight at 86. */
function withXHeight(bytes: Buffer, share: number): Buffer {
  const copy = Buffer.from(bytes);
  const tables = copy.readUInt16BE(4);
  const table = (tag: string) => {
    for (let i = 0; i < tables; i++)
      if (copy.toString('latin1', 12 + 16 * i, 16 + 16 * i) === tag)
        return copy.readUInt32BE(12 + 16 * i + 8);
    throw new Error(`no table ${tag}`);
  };
  copy.writeInt16BE(Math.round(share * copy.readUInt16BE(table('head') + 18)), table('OS/2') + 86);
  return copy;
}
