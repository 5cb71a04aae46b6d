import { randomFrom } from '@spare-coat/core/ground/random';
import { differenceCiede2000 } from 'culori';
import { ciede2000OfBytes } from '@spare-coat/core/measuring/colour/ciede2000';
import { firstLoad } from './page/firstLoad.js';
import { pageTests } from './page/pageTests.js';
import { indexOffers, rankOffers } from '@spare-coat/core/deciding/matching/rank';
import { readRegion } from '@spare-coat/core/measuring/picture/readRegion';
import { KINDS } from '@spare-coat/core/model/kinds/registry';
import { compare4k } from './compare/figures.js';
import { time, type Figure } from './figure.js';
import { archiveList, archiveRead } from './parts/archives.js';
import { archiveLinks } from './parts/links.js';
import { partsSearch } from './parts/search.js';
import { planOrder, rehearsals, undoIdentity } from './plans.js';
import { aimed, killedScripts, undoHome } from './homes.js';
import { needs } from './needs.js';
import { profileSuggest, profileSuggestRecall, surveyHome } from './learning.js';
import { properties } from './properties.js';
import { killSave, outage, torn } from './server/saving.js';
import { load, writeCommand } from './server/speed.js';
import { proposeDemo, proposeGreedy, proposeLarge } from './proposals.js';
import { randomCoat } from './random.js';
import { edges4k, items4k, palette4k, studyAccuracy } from './study/figures.js';
import { studyHard } from './study/hard/figures.js';
import { APART_FIGURES } from './study/hard/apartFigures.js';
import { WORD_FIGURES } from './study/hard/wordFigures.js';
import { PAIR_FIGURES } from './study/hard/pairFigures.js';
import { qualityGrade } from './study/hard/gradeFigures.js';

/** Pairs a second from sRGB bytes, exact, D65, against culori on the same bytes. */
function ciede2000(): Figure {
  const n = 200_000;
  const random = randomFrom(1);
  const bytes = () => Uint8Array.from({ length: n * 3 }, () => Math.floor(random() * 256));
  const [first, second] = [bytes(), bytes()];
  let sum = 0;
  const ours = time(7, () => {
    sum += ciede2000OfBytes(first, second)[0]!;
  });
  const difference = differenceCiede2000();
  const theirs = time(3, () => {
    for (let i = 0; i < n * 3; i += 3)
      sum += difference(
        { mode: 'rgb', r: first[i]! / 255, g: first[i + 1]! / 255, b: first[i + 2]! / 255 },
        { mode: 'rgb', r: second[i]! / 255, g: second[i + 1]! / 255, b: second[i + 2]! / 255 },
      );
  });
  if (!Number.isFinite(sum)) throw new Error('a difference is not a number');
  return {
    id: 'ciede2000',
    value: Math.round((n / ours) * 1000),
    unit: 'pairs/s',
    against: 'culori differenceCiede2000',
    ratio: theirs / ours,
  };
}

/** The kinds that most offers are for: over more of them each element would have fewer offers to rank. */
const RANKED = KINDS.filter((k) =>
  [
    'bar',
    'dock',
    'launcher-button',
    'clock',
    'frame',
    'window-buttons',
    'icon-set',
    'pointer',
    'wallpaper',
    'interface-type',
    'title-type',
  ].includes(k.id),
);

function rank(): Figure {
  // 500 offers over the usual kinds and 60 elements with a target for every trait, in two variants.
  const { elements, ...ctx } = randomCoat(2, { elements: 60, parts: 250, kinds: RANKED });
  const traits = new Map(
    elements.map((e) => [e.id, Object.values(ctx.rows.trait).filter((t) => t.elementId === e.id)]),
  );
  let offers = 0;
  const ours = time(9, () => {
    const index = indexOffers(ctx);
    offers = 0;
    for (const element of elements) offers += rankOffers(ctx, index, element, traits.get(element.id)).length;
  });
  if (offers < 2000) throw new Error('the input of rank is too small');
  return {
    id: 'rank',
    value: Math.round(ours * 10) / 10,
    unit: 'ms for 500 offers and 60 elements',
    against: null,
    ratio: null,
  };
}

/** From region to traits on a decoded 3840 × 2160 picture, as the page's worker does it. */
function read4k(): Figure {
  const width = 3840;
  const height = 2160;
  const random = randomFrom(3);
  const data = new Uint8Array(width * height * 4);
  for (let i = 0; i < data.length; i += 4) {
    const bar = i >= (height - 80) * width * 4;
    data[i] = bar ? 0x7a : Math.floor(random() * 256);
    data[i + 1] = bar ? 0x4f : Math.floor(random() * 256);
    data[i + 2] = bar ? 0xa3 : Math.floor(random() * 256);
    data[i + 3] = 255;
  }
  const pixels = { width, height, data };
  const ours = time(9, () => {
    const reading = readRegion(
      pixels,
      { x: 10, y: 2074, width: 3820, height: 80 },
      { settle: true, reach: 24 },
    );
    if (reading.thickness !== 80) throw new Error('the reading is wrong');
  });
  return {
    id: 'read-4k',
    value: Math.round(ours * 10) / 10,
    unit: 'ms from region to traits',
    against: null,
    ratio: null,
  };
}

type Say = (line: string) => void;
/** `say` takes what belongs to the figure, `each` every single check behind it. */
type Work = (say: Say, each: Say) => Figure | Promise<Figure | readonly Figure[]>;

const ALL: Readonly<Record<string, Work>> = {
  'page-tests': pageTests,
  'first-load': firstLoad,
  rank,
  ciede2000,
  'read-4k': read4k,
  'edges-4k': edges4k,
  'palette-4k': palette4k,
  'items-4k': items4k,
  'study-accuracy': studyAccuracy,
  'study-hard': studyHard,
  'quality-grade': qualityGrade,
  ...APART_FIGURES,
  ...WORD_FIGURES,
  ...PAIR_FIGURES,
  'archive-list': archiveList,
  'archive-read': archiveRead,
  'archive-links': archiveLinks,
  'parts-search': partsSearch,
  'propose-demo': proposeDemo,
  'propose-large': proposeLarge,
  'propose-greedy': proposeGreedy,
  'plan-order': planOrder,
  rehearse: rehearsals,
  'undo-identity': undoIdentity,
  properties,
  'kill-save': killSave,
  outage,
  torn,
  'write-command': writeCommand,
  load,
  aimed,
  'killed-scripts': killedScripts,
  'undo-home': undoHome,
  needs,
  'profile-suggest': profileSuggest,
  'profile-suggest-recall': profileSuggestRecall,
  'survey-home': surveyHome,
  'delta-4k': (_say, each) => compared('delta-4k', each),
  'ssim-4k': (_say, each) => compared('ssim-4k', each),
  'compare-4k': (_say, each) => compared('compare-4k', each),
};

/** The three figures of whole pictures come of one run. */
let comparing: Promise<readonly Figure[]> | null = null;
async function compared(id: string, each: Say): Promise<Figure> {
  comparing ??= compare4k(each);
  return (await comparing).find((f) => f.id === id)!;
}

/** Runs the benchmarks named, or all. */
export async function runBenchmarks(
  names: readonly string[],
  told: (figure: Figure) => void,
  say: Say,
  each: Say,
): Promise<void> {
  for (const [id, work] of Object.entries(ALL))
    if (names.length === 0 || names.includes(id))
      for (const figure of [await work(say, each)].flat()) told(figure);
}
