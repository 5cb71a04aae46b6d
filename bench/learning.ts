import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Figure } from './figure.js';
import { counted } from './homes.js';

/** How well settings were told for what they are, as `learning.test.ts` counts it. Shares from 0 to 1. */
interface Told {
  readonly settings: number;
  readonly precision: number;
  readonly sureShare: number;
  readonly recall: number;
}
/** Each desktop told without the words that it alone uses; all of them so; all with every word. */
export interface Learnt {
  readonly each: readonly (Told & { readonly name: string })[];
  readonly unseen: Told;
  readonly all: Told;
}

const SURVEY = fileURLToPath(new URL('../../apps/server/survey/survey.sh', import.meta.url));
const percent = (share: number) => Math.round(share * 1000) / 10;

const learnt = () => counted<Learnt>('bench/learning.test.ts', 'LEARNT_OUT', {});

/** Of settings that are told as sure, how many are what is told; each desktop without the words that it alone uses. */
export function profileSuggest(say: (line: string) => void): Figure {
  const { each, unseen, all } = learnt();
  for (const { name, settings, precision, sureShare, recall } of each)
    say(
      `${name}: ${settings} settings, ${percent(precision)} % right of sure ones, ${percent(sureShare)} % sure of what matters, ${percent(recall)} % among two`,
    );
  say(
    `all ${unseen.settings}: ${percent(unseen.sureShare)} % sure of what matters; with every word ${percent(all.precision)} % right, ${percent(all.sureShare)} % sure`,
  );
  return {
    id: 'profile-suggest',
    value: percent(unseen.precision),
    unit: '% right of what is sure',
    against: null,
    ratio: null,
  };
}

/** Of settings that matter, how many are the first or the second guess; each desktop without the words that it alone uses. */
export function profileSuggestRecall(say: (line: string) => void): Figure {
  const { unseen, all } = learnt();
  say(`with every word ${percent(all.recall)} %`);
  return {
    id: 'profile-suggest-recall',
    value: percent(unseen.recall),
    unit: '% found as first or second',
    against: null,
    ratio: null,
  };
}

/** Seconds that the survey takes with settings, in a home of 100,000 files, a tenth of them small key files. */
export function surveyHome(say: (line: string) => void): Figure {
  const home = mkdtempSync(join(tmpdir(), 'large-home-'));
  try {
    for (let folder = 0; folder < 1000; folder++) {
      const at = join(home, folder % 10 === 0 ? '.config' : '.local/share', `thing ${folder}`);
      mkdirSync(at, { recursive: true });
      for (let i = 0; i < 100; i++)
        writeFileSync(join(at, `file ${i}`), folder % 10 === 0 ? `[Look]\nsize=${i}\n` : `${i}\n`);
    }
    const began = performance.now();
    const ran = spawnSync('sh', [SURVEY, '--settings'], {
      env: { PATH: process.env['PATH'], HOME: home, SURVEY_SAMPLES: '5', SURVEY_PAUSE: '1' },
      maxBuffer: 1e9,
    });
    const seconds = (performance.now() - began) / 1000;
    if (ran.status !== 0) throw new Error(ran.stderr.toString());
    const told = JSON.parse(ran.stdout.toString()) as { machine: { files: unknown[] } };
    say(`${told.machine.files.length} key files told, ${Math.round(ran.stdout.length / 1000)} kB`);
    return { id: 'survey-home', value: Math.round(seconds * 10) / 10, unit: 's', against: null, ratio: null };
  } finally {
    rmSync(home, { recursive: true });
  }
}
