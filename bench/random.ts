import { randomFrom } from '@spare-coat/core/ground/random';
import {
  NO_ROWS,
  newCoatRow,
  type CoatRows,
  type ElementRow,
  type TraitRow,
} from '@spare-coat/core/model/coat/rows';
import type { HostProfile } from '@spare-coat/core/model/host/profile';
import { partKey, type MatchContext } from '@spare-coat/core/deciding/matching/targets';
import type { Offer, Supply } from '@spare-coat/core/model/offers/offer';
import type { Part } from '@spare-coat/core/model/parts/part';
import { PLAIN_PART } from '@spare-coat/core/model/parts/plainPart';
import { samplePicture } from '@spare-coat/core/measuring/picture/samplePicture';
import type { Kind, TraitSpec } from '@spare-coat/core/model/kinds/kind';
import { findKind, KINDS } from '@spare-coat/core/model/kinds/registry';
import type { PictureValue, TraitValue } from '@spare-coat/core/model/traits/value';
import type { FaceMetrics } from '@spare-coat/core/measuring/type/face';

const HEX = ['#e3c2b4', '#43203d', '#75801f', '#52637a', '#d4aa9b', '#8c5340'];

/** Four small pictures to compare with each other. */
const SOME_PICTURES: readonly PictureValue[] = HEX.slice(0, 4).map((hex, n) => {
  const data = new Uint8Array(48 * 48 * 4).map((_, i) => (i % 4 === 3 ? 255 : (i * (n + 3)) % 256));
  const pixels = { width: 48, height: 48, data };
  return { blob: hex.slice(1).repeat(11).slice(0, 64), width: 48, height: 48, sample: samplePicture(pixels) };
});

const someFace = (random: () => number): FaceMetrics => ({
  family: 'Some',
  style: '',
  xHeight: 0.45 + random() * 0.1,
  capHeight: 0.7,
  advance: 0.45 + random() * 0.1,
  inkWidth: 0.42,
  stem: 0.08,
  weight: 400,
  width: 5,
  italic: 0,
  fixed: false,
  serif: random() < 0.5,
});

export function someValue(spec: TraitSpec, random: () => number): TraitValue {
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
    case 'face':
      return { family: 'Some', metrics: someFace(random), pixels: null };
    case 'icons':
      return { names: { folder: pick([1, 0.5]), 'user-home': 1, [pick(['desk', 'mail'])]: 1 } };
  }
}

export function someSupply(spec: TraitSpec, random: () => number, prefix = ''): Supply {
  const setting = { key: `${prefix}${spec.id}`, place: 'Settings' };
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

export interface RandomSize {
  readonly elements: number;
  readonly parts: number;
  readonly kinds: readonly Kind[];
}

/** So many kinds: the shipped ones, then copies of them as kinds of the coat's own. */
export function manyKinds(n: number): Kind[] {
  return Array.from({ length: n }, (_, i) => {
    const kind = KINDS[i % KINDS.length]!;
    return i < KINDS.length ? kind : { ...kind, id: `${kind.id}-${Math.floor(i / KINDS.length) + 1}` };
  });
}

/** Made-up ids that look like ids. */
export const numberedId = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;

/**
 * A coat, a host and a catalogue out of nothing but a seed: two variants, a target for every trait, and parts with needs,
 * exclusions, faults, prices and memory, some for this host and some not.
 */
export function randomCoat(
  seed: number,
  size: RandomSize,
): MatchContext & { readonly host: HostProfile; readonly elements: readonly ElementRow[] } {
  const random = randomFrom(seed);
  const { kinds } = size;
  let counter = 1;
  const id = () => numberedId(counter++);
  const offerOf = (kind: Kind, name: string, share: number, replaces: boolean, prefix: string): Offer => ({
    id: kind.id,
    kind: kind.id,
    name,
    replaces,
    supplies: Object.fromEntries(
      kind.traits.filter(() => random() < share).map((t) => [t.id, someSupply(t, random, prefix)]),
    ),
  });
  const parts: Part[] = [];
  for (let i = 0; i < size.parts; i++) {
    const first = i % kinds.length;
    const served = [kinds[first]!, ...kinds.filter((_, k) => k !== first && random() < 1.5 / kinds.length)];
    const other = () => parts[Math.floor(random() * parts.length)]?.id;
    const needed = random() < 0.15 ? other() : undefined;
    const apart = random() < 0.08 ? other() : undefined;
    parts.push({
      ...PLAIN_PART,
      id: id(),
      revision: 1,
      name: `Part ${i}`,
      author: 'A',
      home: '',
      sort: 'theme',
      summary: '',
      version: '1.0',
      released: `20${18 + Math.floor(random() * 8)}-05-01`,
      licence: random() < 0.1 ? 'LicenseRef-own' : 'MIT',
      price: random() < 0.06 ? { amount: 9, currency: 'EUR' } : null,
      memory: Math.floor(random() * 40),
      faults: random() < 0.2 ? ['A fault.'] : [],
      fits: random() < 0.08 ? [{ host: 'other', versions: '*', how: 'declared' }] : [],
      enable: random() < 0.15 ? `part-${i}` : null,
      requires: needed ? [{ anyOf: [needed], why: 'w' }] : [],
      excludes: apart ? [apart] : [],
      channels: [{ way: 'repository', from: '', script: 's', flags: [], admin: false }],
      offers: served.map((kind) => {
        const replaces = random() < 0.4;
        const offer = offerOf(kind, `${kind.label} of part ${i}`, 0.8, replaces, `p${i}.${kind.id}.`);
        return replaces
          ? offer
          : { ...offer, choose: { key: `${kind.id}.theme`, place: 'Settings', value: `Part ${i}` } };
      }),
    });
  }
  const [light, dark] = [id(), id()];
  const elements = Array.from({ length: size.elements }, (_, i): ElementRow => ({
    id: id(),
    kind: kinds[i % kinds.length]!.id,
    name: `Element ${i}`,
    weight: 1 + Math.floor(random() * 5),
    position: i,
    note: '',
    links: [],
    rules: {},
    carry: null,
    displayId: null,
    addition: false,
  }));
  const traits = elements.flatMap((element) =>
    kinds
      .find((k) => k.id === element.kind)!
      .traits.map((spec): TraitRow => ({
        id: id(),
        elementId: element.id,
        variantId: null,
        trait: spec.id,
        state: null,
        target: someValue(spec, random),
        pictureId: null,
        source: { how: 'typed' },
      })),
  );
  const rows: CoatRows = {
    ...NO_ROWS,
    coat: { c: newCoatRow('c', 'Bench') },
    variant: {
      [light]: { id: light, name: 'Light', position: 0 },
      [dark]: { id: dark, name: 'Dark', position: 1 },
    },
    element: Object.fromEntries(elements.map((e) => [e.id, e])),
    kind: Object.fromEntries(
      kinds
        .filter((k) => findKind(k.id) === null)
        .map(({ id: key, label, group, help, weight, traits: specs }) => {
          const own = id();
          // A coat's own traits are typed: nothing reads them off a picture.
          const plain = specs.map(({ id: trait, label: name, type, importance, help: what, choices }) => ({
            ...{ id: trait, label: name, type, importance, help: what, choices },
          }));
          return [own, { id: own, key, label, group, help, weight, traits: plain }];
        }),
    ),
    trait: Object.fromEntries(traits.map((t) => [t.id, t])),
  };
  const host: HostProfile = {
    id: id(),
    revision: 1,
    family: 'bench',
    name: 'Bench',
    version: '1.0',
    summary: '',
    surfaces: {},
    offers: kinds.map((kind) => offerOf(kind, `Own ${kind.label}`, 0.6, false, `host.${kind.id}.`)),
    defaults: Object.fromEntries(
      kinds.map((kind) => [
        kind.id,
        Object.fromEntries(kind.traits.filter(() => random() < 0.8).map((t) => [t.id, someValue(t, random)])),
      ]),
    ),
    folders: {},
    channels: [],
    commands: { safePoint: [], set: [], get: [], enable: [], disable: [], open: [] },
    effects: { enable: 'session', package: 'none' },
    facts: {},
  };
  return { rows, host, parts: new Map(parts.map((p) => [partKey(p.id, 1), p])), elements };
}
