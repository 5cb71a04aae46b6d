import { randomFrom } from '@spare-coat/core/ground/random';
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, rmSync, statSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { iconCoverage } from '@spare-coat/core/measuring/standards/iconTheme';
import { standardIconNames } from '@spare-coat/core/measuring/standards/iconNames';
import { iconSetsOf } from '@spare-coat/core/deciding/archives/themes';
import { readArchive } from '../archives/readArchive.js';
import type { ArchiveInput } from '../archives/reading.js';
import type { ArchiveReport } from '@spare-coat/core/deciding/archives/report';

/** Reads an archive that lies somewhere, as the process for that does. */
export async function readFrom(path: string, more: Partial<ArchiveInput> = {}): Promise<ArchiveReport> {
  const folder = mkdtempSync(join(tmpdir(), 'read-'));
  try {
    return await readArchive(
      {
        path,
        file: path.slice(path.lastIndexOf('/') + 1),
        sha256: 'a'.repeat(64),
        size: statSync(path).size,
        host: null,
        iconSize: 48,
        iconScale: 1,
        names: [],
        picturesPath: join(folder, 'pictures'),
        ...more,
      },
      () => undefined,
    );
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

const SIZES = [16, 24, 48, 64];
const CONTEXTS = ['apps', 'places', 'actions'];

export interface LinksTried {
  readonly answers: number;
  readonly right: number;
  readonly wrong: readonly string[];
}

/**
 * Makes an icon set of variants with links to folders, to files and to nowhere, asks for every standard name, and holds each
 * answer against a real file system, where the same set lies unpacked. The same seed gives the same set.
 */
export async function tryLinkedSet(seed: number): Promise<LinksTried> {
  const random = randomFrom(seed);
  const chance = (p: number) => random() < p;
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const at = mkdtempSync(join(tmpdir(), 'linked-'));
  const inside = join(at, 'in');
  mkdirSync(inside);
  try {
    const needed = [...standardIconNames().keys()];
    const put = (path: string, text: string) => {
      mkdirSync(dirname(join(inside, path)), { recursive: true });
      writeFileSync(join(inside, path), text);
    };
    const link = (path: string, to: string) => {
      mkdirSync(dirname(join(inside, path)), { recursive: true });
      symlinkSync(to, join(inside, path));
    };
    const themes = ['Tern', 'Tern-Dark', 'Tern-Light', 'Tern-Reed', 'Tern-Clay'].slice(
      0,
      2 + Math.floor(random() * 4),
    );
    const directories = CONTEXTS.flatMap((c) => SIZES.map((s) => `${c}/${s}`));
    themes.forEach((theme, n) => {
      put(
        `${theme}/index.theme`,
        [
          '[Icon Theme]',
          `Name=${theme}`,
          `Directories=${directories.join(',')}`,
          ...directories.flatMap((d) => [
            `[${d}]`,
            `Size=${d.split('/')[1]!}`,
            'Type=Fixed',
            `Context=${d.split('/')[0]!}`,
          ]),
        ].join('\n'),
      );
      for (const context of CONTEXTS) {
        // A variant often is the first one's folders under other names, whole or by size.
        if (n > 0 && chance(0.5)) {
          link(`${theme}/${context}`, `../${pick(themes.slice(0, n))}/${context}`);
          continue;
        }
        for (const size of SIZES) {
          const folder = `${theme}/${context}/${size}`;
          if (chance(0.15)) {
            link(folder, pick(['nowhere', '../nowhere', `../${pick(CONTEXTS)}/${pick(SIZES)}`, `${size}`]));
            continue;
          }
          for (const name of needed) {
            if (!chance(0.25)) continue;
            const file = `${folder}/${name}.${pick(['png', 'svg'])}`;
            const what = random();
            if (what < 0.7) put(file, 'x');
            else if (what < 0.8) link(file, `${pick(needed)}.png`);
            else if (what < 0.9) link(file, `../${pick(SIZES)}/${pick(needed)}.svg`);
            else link(file, pick(['gone.png', '../../../../out.png', `${name}.png`, '.']));
          }
        }
      }
    });
    if (chance(0.5)) link('Tern-Same', 'Tern');
    const archive = join(at, pick(['set.tar.gz', 'set.zip', 'set.tar.xz', 'set.tar']));
    execFileSync('bsdtar', ['-a', '-cf', archive, '-C', inside, '--', ...readdirSync(inside)], {
      stdio: 'ignore',
    });
    const { findings } = await readFrom(archive);
    const sets = iconSetsOf(findings);
    const isThere = (path: string) => {
      try {
        return statSync(join(inside, path)).isFile();
      } catch {
        return false;
      }
    };
    let [answers, right] = [0, 0];
    const wrong: string[] = [];
    for (const theme of readdirSync(inside)) {
      const { by } = iconCoverage(theme, sets, standardIconNames(), 48);
      for (const name of needed) {
        answers++;
        const said = by.get(name)?.found === 'own';
        const truth = directories.some((d) =>
          ['png', 'svg'].some((e) => isThere(`${theme}/${d}/${name}.${e}`)),
        );
        if (said === truth) right++;
        else wrong.push(`seed ${seed}, ${theme}, ${name}: told ${said}, is ${truth}`);
      }
    }
    return { answers, right, wrong };
  } finally {
    rmSync(at, { recursive: true, force: true });
  }
}
