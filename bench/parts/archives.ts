import { randomFrom } from '@spare-coat/core/ground/random';
import { execFileSync, spawnSync } from 'node:child_process';
import { createWriteStream, existsSync, mkdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { once } from 'node:events';
import { fileURLToPath } from 'node:url';
import { pack } from 'tar-stream';
import { ICON_NAMES } from '@spare-coat/core/measuring/standards/iconNames';
import { median, type Figure } from '../figure.js';

const FOLDER = fileURLToPath(new URL('../../../.data/bench/', import.meta.url));
const CHILD = fileURLToPath(new URL('../../../apps/server/dist/archives/readChild.js', import.meta.url));
const ENTRIES = 60_000;
const SIZES = [16, 22, 24, 32, 48, 64];
const RUNS = 5;

/** An icon set of sixty thousand pictures: PNG-like ones that do not pack, every fourth an SVG that does. */
async function makeTar(to: string): Promise<void> {
  const random = randomFrom(7);
  const tar = pack();
  const out = createWriteStream(to);
  tar.pipe(out);
  const put = async (name: string, body: Buffer | string) => {
    tar.entry({ name }, body);
    if (out.writableNeedDrain) await once(out, 'drain');
  };
  const index = ['[Icon Theme]', 'Name=Large', `Directories=${SIZES.map((s) => `${s}/apps`).join(',')}`];
  for (const s of SIZES) index.push(`[${s}/apps]`, `Size=${s}`, 'Type=Fixed', 'Context=Applications');
  await put('Large/index.theme', index.join('\n'));
  const standard = Object.values(ICON_NAMES).flat();
  const each = Math.floor(ENTRIES / SIZES.length);
  for (const size of SIZES)
    for (let i = 0; i < each; i++) {
      const name = standard[i] ?? `picture-${String(i).padStart(5, '0')}`;
      if (i % 4 === 3)
        await put(
          `Large/${size}/apps/${name}.svg`,
          `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 48 48"><path fill="#5b2f52" d="M${i % 9} 4H44V${30 + (i % 14)}L${i % 40} 44Z"/></svg>`.repeat(
            3,
          ),
        );
      else {
        const bytes = Buffer.alloc(300 + (i % 7) * 200);
        for (let k = 0; k < bytes.length; k++) bytes[k] = Math.floor(random() * 256);
        bytes.set([0x89, 0x50, 0x4e, 0x47]);
        await put(`Large/${size}/apps/${name}.png`, bytes);
      }
    }
  tar.finalize();
  await once(out, 'close');
}

/** The two archives, made once: a tar.xz and a zip of the same sixty thousand entries. */
async function archives(): Promise<{ xz: string; zip: string }> {
  const xz = join(FOLDER, 'large.tar.xz');
  const zip = join(FOLDER, 'large.zip');
  if (!existsSync(xz) || !existsSync(zip)) {
    mkdirSync(FOLDER, { recursive: true });
    const tar = join(FOLDER, 'large.tar');
    await makeTar(tar);
    execFileSync('bsdtar', ['-a', '-cf', `${xz}.part.tar.xz`, `@${tar}`]);
    execFileSync('bsdtar', ['-a', '-cf', `${zip}.part.zip`, `@${tar}`]);
    renameSync(`${xz}.part.tar.xz`, xz);
    renameSync(`${zip}.part.zip`, zip);
    rmSync(tar);
  }
  return { xz, zip };
}

function timeOf(work: () => void): number {
  return median(
    Array.from({ length: RUNS }, () => {
      const from = performance.now();
      work();
      return performance.now() - from;
    }),
  );
}

function ours(path: string, namesOnly: boolean): { ms: number; entries: number; peak: number } {
  let entries = 0;
  let peak = 0;
  const input = JSON.stringify({
    path,
    file: path.split('/').at(-1),
    sha256: '0'.repeat(64),
    size: statSync(path).size,
    host: { folders: { 'icon set': '~/.local/share/icons' }, signatures: [] },
    iconSize: 48,
    iconScale: 1,
    names: [],
    picturesPath: join(tmpdir(), `bench-pictures-${process.pid}`),
    namesOnly,
  });
  const ms = timeOf(() => {
    const { stdout, stderr } = spawnSync(
      '/bin/sh',
      ['-c', 'exec "$0" --max-old-space-size=200 "$1"', process.execPath, CHILD],
      { input, maxBuffer: 1e9, encoding: 'utf8' },
    );
    const told = JSON.parse(stdout.trim().split('\n').at(-1)!) as {
      report?: { entries: number; findings: unknown[] };
      peak?: number;
    };
    if (!told.report || told.report.findings.length !== 1)
      throw new Error(`the archive was not judged: ${stderr}`);
    entries = told.report.entries;
    peak = Math.max(peak, told.peak ?? 0);
  });
  return { ms, entries, peak };
}

async function figure(id: string, namesOnly: boolean, say: (line: string) => void): Promise<Figure> {
  const { xz, zip } = await archives();
  const ratios = [xz, zip].map((path) => {
    const theirs = timeOf(() => {
      spawnSync('bsdtar', ['-tvf', path], { stdio: 'ignore', env: { ...process.env, LC_ALL: 'C.UTF-8' } });
    });
    const { ms, entries, peak } = ours(path, namesOnly);
    say(
      `${path.split('/').at(-1)!}: ${entries} entries in ${ms.toFixed(0)} ms, bsdtar -tvf ${theirs.toFixed(0)} ms: ${(ms / theirs).toFixed(2)} times as long, ${(peak / 1024).toFixed(0)} MB at most`,
    );
    return { ms, ratio: theirs / ms };
  });
  const worst = ratios.reduce((a, b) => (a.ratio < b.ratio ? a : b));
  return {
    id,
    value: Math.round(worst.ms),
    unit: 'ms for 60,000 entries (the worse)',
    against: 'bsdtar -tvf',
    ratio: worst.ratio,
  };
}

/** Listing and judging by names and indexes. */
export const archiveList = (say: (line: string) => void) => figure('archive-list', true, say);
/** Reading all the evidence, pictures taken out. */
export const archiveRead = (say: (line: string) => void) => figure('archive-read', false, say);
