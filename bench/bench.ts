import { differenceCiede2000 } from 'culori';
import { ciede2000OfBytes } from '@spare-coat/core/colour/ciede2000';
import {
  NO_ROWS,
  newCoatRow,
  type CoatRows,
  type ElementRow,
  type TraitRow,
} from '@spare-coat/core/coat/rows';
import { indexOffers, rankOffers } from '@spare-coat/core/matching/rank';
import type { MatchContext } from '@spare-coat/core/matching/targets';
import type { Offer, Supply } from '@spare-coat/core/parts/offer';
import type { Part } from '@spare-coat/core/parts/part';
import { PLAIN_PART } from '@spare-coat/core/parts/plainPart';
import { readRegion } from '@spare-coat/core/picture/readRegion';
import { KINDS } from '@spare-coat/core/reference/kinds/registry';
import type { TraitSpec } from '@spare-coat/core/reference/kind';
import { time, type Figure } from './figure.js';
import { archiveList, archiveRead } from './parts/archives.js';
import { partsSearch } from './parts/search.js';
import { edges4k, items4k, palette4k, studyAccuracy } from './study/figures.js';
import { randomFrom } from '@spare-coat/core/scene/svg';
import { samplePicture } from '@spare-coat/core/picture/samplePicture';
import type { PictureValue, TraitValue } from '@spare-coat/core/traits/value';

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

const HEX = ['#e3c2b4', '#43203d', '#75801f', '#52637a', '#d4aa9b', '#8c5340'];

/** Four small pictures to compare with each other. */
const SOME_PICTURES: readonly PictureValue[] = HEX.slice(0, 4).map((hex, n) => {
  const data = new Uint8Array(48 * 48 * 4).map((_, i) => (i % 4 === 3 ? 255 : (i * (n + 3)) % 256));
  const pixels = { width: 48, height: 48, data };
  return { blob: hex.slice(1).repeat(11).slice(0, 64), width: 48, height: 48, sample: samplePicture(pixels) };
});

function someValue(spec: TraitSpec, random: () => number): TraitValue {
  const pick = <T>(list: readonly T[]) => list[Math.floor(random() * list.length)]!;
  switch (spec.type) {
    case 'length':
      return Math.round(random() * 120);
    case 'duration':
      return Math.round(random() * 600);
    case 'count':
      return Math.round(random() * 9);
    case 'share':
      return Math.round(random() * 100);
    case 'colour':
      return pick(HEX);
    case 'palette':
      return { first: pick(HEX), second: pick(HEX), third: pick(HEX) };
    case 'flag':
      return random() < 0.5;
    case 'choice':
      return pick(spec.choices ?? ['a']);
    case 'label':
      return pick(['Salt pans', 'none', 'Fern Sans']);
    case 'place':
      return { zone: pick(['start', 'centre', 'end'] as const), offset: Math.round(random() * 100) };
    case 'order':
      return {
        start: ['clock'],
        centre: random() < 0.5 ? ['launcher', 'desk'] : ['desk'],
        end: ['status area'],
      };
    case 'format':
      return pick(['HH:mm', 'HH:mm\nEEE d', 'h:mm a']);
    case 'key':
      return pick(['Super', 'Alt+F1', 'Ctrl+Space']);
    case 'shadow':
      return {
        x: 0,
        y: Math.round(random() * 8),
        blur: Math.round(random() * 30),
        colour: pick(HEX),
        opacity: 40,
      };
    case 'picture':
      return pick(SOME_PICTURES);
  }
}

function someSupply(spec: TraitSpec, random: () => number): Supply {
  const setting = { key: spec.id, place: 'Settings' };
  const kind = random();
  if (['length', 'share', 'count', 'duration'].includes(spec.type) && kind < 0.6) {
    const least = Math.round(random() * 30);
    return {
      range: { least, most: least + 20 + Math.round(random() * 60), step: 1 + Math.round(random() * 3) },
      setting,
    };
  }
  if (kind < 0.75) return { fixed: someValue(spec, random) };
  if (kind < 0.9)
    return { oneOf: [someValue(spec, random), someValue(spec, random), someValue(spec, random)], setting };
  return { any: true, setting };
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

/** 500 offers over the usual kinds and 60 elements with a target for every trait, in two variants. */
function rankInput(): { ctx: MatchContext; elements: ElementRow[]; traits: Map<string, TraitRow[]> } {
  const random = randomFrom(2);
  const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
  let counter = 1;
  const parts = new Map<string, Part>();
  for (let i = 0; i < 500; i++) {
    const kind = RANKED[i % RANKED.length]!;
    const offer: Offer = {
      id: 'offer',
      kind: kind.id,
      name: `Offer ${i}`,
      replaces: random() < 0.5,
      supplies: Object.fromEntries(
        kind.traits.filter(() => random() < 0.85).map((t) => [t.id, someSupply(t, random)]),
      ),
    };
    const partId = id(counter++);
    parts.set(`${partId}@1`, {
      ...PLAIN_PART,
      id: partId,
      revision: 1,
      name: `Part ${i}`,
      author: 'A',
      home: '',
      sort: 'theme',
      summary: '',
      version: '1.0',
      released: '2026-01-01',
      licence: 'MIT',
      memory: i % 40,
      channels: [{ way: 'repository', from: '', script: 's', flags: [], admin: false }],
      offers: [offer],
    });
  }
  const light = id(counter++);
  const dark = id(counter++);
  const elements: ElementRow[] = [];
  const traits = new Map<string, TraitRow[]>();
  for (let i = 0; i < 60; i++) {
    const kind = RANKED[i % RANKED.length]!;
    const element: ElementRow = {
      id: id(counter++),
      kind: kind.id,
      name: `Element ${i}`,
      weight: 3,
      position: i,
      note: '',
      links: [],
      rules: {},
    };
    elements.push(element);
    traits.set(
      element.id,
      kind.traits.map((spec) => ({
        id: id(counter++),
        elementId: element.id,
        variantId: null,
        trait: spec.id,
        state: null,
        target: someValue(spec, random),
        pictureId: null,
        source: { how: 'typed' },
      })),
    );
  }
  const rows: CoatRows = {
    ...NO_ROWS,
    coat: { c: newCoatRow('c', 'Bench') },
    variant: {
      [light]: { id: light, name: 'Light', position: 0 },
      [dark]: { id: dark, name: 'Dark', position: 1 },
    },
    element: Object.fromEntries(elements.map((e) => [e.id, e])),
    trait: Object.fromEntries([...traits.values()].flat().map((t) => [t.id, t])),
  };
  return { ctx: { rows, host: null, parts }, elements, traits };
}

function rank(): Figure {
  const { ctx, elements, traits } = rankInput();
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
type Work = (say: Say, each: Say) => Figure | Promise<Figure>;

const ALL: Readonly<Record<string, Work>> = {
  rank,
  ciede2000,
  'read-4k': read4k,
  'edges-4k': edges4k,
  'palette-4k': palette4k,
  'items-4k': items4k,
  'study-accuracy': studyAccuracy,
  'archive-list': archiveList,
  'archive-read': archiveRead,
  'parts-search': partsSearch,
};

/** Runs the benchmarks named, or all. */
export async function runBenchmarks(
  names: readonly string[],
  told: (figure: Figure) => void,
  say: Say,
  each: Say,
): Promise<void> {
  for (const [id, work] of Object.entries(ALL))
    if (names.length === 0 || names.includes(id)) told(await work(say, each));
}
