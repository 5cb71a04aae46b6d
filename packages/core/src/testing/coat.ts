import { newMatch } from '../model/coat/choices.js';
import type { KeptStep } from '../model/deeds/step.js';
import { NO_LIMITS } from '../model/coat/limits.js';
import {
  NO_ROWS,
  type CaptureRow,
  type CoatRows,
  type ElementRow,
  type MatchRow,
  type TraitRow,
} from '../model/coat/rows.js';
import { IMPORTANCE_WEIGHT } from '../model/kinds/kind.js';
import { findKind } from '../model/kinds/registry.js';
import { DEFAULT_TOLERANCE } from '../model/traits/closeness.js';
import type { TraitValue } from '../model/traits/value.js';

/** A UUID that is always the same for a name, for tests. */
export function uuid(name: string): string {
  let h = '';
  for (let k = 0; h.length < 32; k++) {
    let a = 2166136261 ^ k;
    for (const c of name) a = Math.imul(a ^ c.charCodeAt(0), 16777619);
    h += (a >>> 0).toString(16).padStart(8, '0');
  }
  return `${h.slice(0, 8)}-${h.slice(8, 12)}-4${h.slice(13, 16)}-8${h.slice(17, 20)}-${h.slice(20, 32)}`;
}

export function testTrait(
  element: string,
  trait: string,
  target: TraitValue,
  more: Partial<TraitRow> = {},
): TraitRow {
  return {
    id: uuid(`${element} ${trait} ${more.variantId ?? ''}`),
    elementId: uuid(element),
    variantId: null,
    trait,
    state: null,
    target,
    pictureId: uuid('light picture'),
    source: { how: 'measured', pictureId: uuid('light picture'), x: 0, y: 0, width: 10, height: 10 },
    ...more,
  };
}

export function testElement(name: string, kind: string, more: Partial<ElementRow> = {}): ElementRow {
  return {
    id: uuid(name),
    kind,
    name,
    weight: 3,
    position: 0,
    note: '',
    links: [],
    rules: {},
    carry: null,
    displayId: null,
    addition: false,
    ...more,
  };
}

/** The rules of an element of which these traits alone matter, so that nothing of it is left untold. */
export function mattersOnly(kind: string, ...traits: readonly string[]): ElementRow['rules'] {
  const others = findKind(kind)!.traits.filter(
    (t) => IMPORTANCE_WEIGHT[t.importance] >= IMPORTANCE_WEIGHT.should && !traits.includes(t.id),
  );
  return Object.fromEntries(others.map((t) => [t.id, { importance: 'nice', tolerance: DEFAULT_TOLERANCE }]));
}

export function testMatch(id: string, elementId: string, more: Partial<MatchRow> = {}): MatchRow {
  return { ...newMatch(id, elementId), ...more };
}

/** The one layer of the match `m`, as its base: an offer of the host itself, or of one's own making. */
export const testLayer = (offer: string): CoatRows['layer'] => ({
  l: {
    id: 'l',
    matchId: 'm',
    position: 0,
    partId: null,
    partRevision: null,
    offer,
    traits: null,
    settings: {},
  },
});

const by = <T extends { readonly id: string }>(...rows: T[]): Record<string, T> =>
  Object.fromEntries(rows.map((r) => [r.id, r]));

/** A small coat: two variants, a picture of 1920 × 1080, a rail and a clock. */
export function testCoat(): CoatRows {
  return {
    ...NO_ROWS,
    coat: by({
      id: uuid('coat'),
      name: 'Test coat',
      policy: 'share of height',
      matchedAt: 0.9,
      nearAt: 0.6,
      profileId: null,
      profileRevision: null,
      channel: 'pipit',
      dismissed: [],
      limits: NO_LIMITS,
      uses: {},
      flavours: {},
      scopes: {},
      moves: [],
      extras: {},
      origin: null,
      deletedAt: null,
    }),
    variant: by(
      { id: uuid('light'), name: 'Light', position: 0 },
      { id: uuid('dark'), name: 'Dark', position: 1 },
    ),
    display: by({ id: uuid('display'), position: 0, width: 1920, height: 1080, scale: 1, inches: null }),
    picture: by({
      id: uuid('light picture'),
      variantId: uuid('light'),
      name: 'Light',
      subject: 'Whole desktop',
      blob: 'a'.repeat(64),
      original: 'b'.repeat(64),
      width: 1920,
      height: 1080,
      scale: null,
      inches: null,
      guides: [],
      position: 0,
      straightened: false,
    }),
    element: by(
      testElement('rail', 'bar', {
        name: 'Rail',
        weight: 5,
        rules: mattersOnly('bar', 'edge', 'thickness', 'colour'),
      }),
      testElement('clock', 'clock', {
        name: 'Clock',
        weight: 3,
        position: 1,
        rules: mattersOnly('clock', 'lines', 'format'),
      }),
    ),
    region: by({
      id: uuid('rail region'),
      elementId: uuid('rail'),
      pictureId: uuid('light picture'),
      x: 1836,
      y: 0,
      width: 84,
      height: 1080,
      state: null,
      ground: '#c0a090',
      again: false,
    }),
    trait: by(
      testTrait('rail', 'edge', 'right'),
      testTrait('rail', 'thickness', 84),
      testTrait('rail', 'colour', '#e3c2b4', { variantId: uuid('light') }),
      testTrait('clock', 'lines', 2),
      testTrait('clock', 'format', 'HH:mm\nEEE d'),
    ),
  };
}

/** What the journal keeps of a step that did nothing, for tests. */
export const KEPT: KeptStep = {
  sort: 'check',
  title: 'A step',
  elements: [],
  where: 'here',
  deeds: [],
  effect: 'none',
  rights: 'user',
  risk: 'none',
  minutes: 1,
  value: '',
  voids: [],
};

/** A picture of the own desktop as a whole, light, that was brought in at a time, for tests. */
export const testCapture = (id: string, at: string, more: Partial<CaptureRow> = {}): CaptureRow => ({
  id,
  variantId: uuid('light'),
  name: id,
  subject: 'Whole desktop',
  how: 'brought in',
  at,
  blob: 'c'.repeat(64),
  original: 'd'.repeat(64),
  width: 1920,
  height: 1080,
  ...more,
});
