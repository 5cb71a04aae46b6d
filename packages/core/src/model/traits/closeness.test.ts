import fc from 'fast-check';
import { PLAIN_FACE } from '../../testing/faces.js';
import { describe, expect, it } from 'vitest';
import { toHex } from '../../measuring/colour/srgb.js';
import { closeness, countCloseness, lengthCloseness, orderCloseness, shareCloseness } from './closeness.js';
import { samplePicture } from '../../measuring/picture/samplePicture.js';
import { fill, plainPicture } from '../../testing/pictures.js';
import { deltaCloseness } from './deltaCloseness.js';
import { formatCloseness } from './format.js';
import { valueProblem, type Order, type TraitType, type TraitValue } from './value.js';
import { cases } from '../../testing/properties.js';

const byte = fc.integer({ min: 0, max: 255 });
const hex = fc.record({ r: byte, g: byte, b: byte }).map(toHex);
const items = fc.uniqueArray(fc.constantFrom('clock', 'launcher', 'bin', 'search', 'tabs', 'desk'), {
  maxLength: 6,
});
const order: fc.Arbitrary<Order> = items.chain((all) =>
  fc.tuple(fc.nat(all.length), fc.nat(all.length)).map(([a, b]) => {
    const [i, j] = [Math.min(a, b), Math.max(a, b)];
    return { start: all.slice(0, i), centre: all.slice(i, j), end: all.slice(j) };
  }),
);
const place = fc.record({
  zone: fc.constantFrom('start', 'centre', 'end'),
  offset: fc.double({ min: 0, max: 100, noNaN: true }),
});
const pattern = fc
  .array(fc.constantFrom('HH', 'mm', 'h', ':', ' ', 'EEE', 'd', "'at'", '\n', 'a'), { maxLength: 8 })
  .map((p) => p.join(''));
/** A few pictures: flat, halved, chequered, with holes. */
const PICTURES = ['#e3c2b4', '#43203d', '#75801f', '#ffffff'].flatMap((hex, n) =>
  [0, 1].map((form) => {
    const pixels = plainPicture(40 + 8 * n, 48, hex);
    if (form === 1) fill(pixels, { x: 6 * n, y: 10, width: 20, height: 30 }, '#52637a');
    return { blob: 'a'.repeat(64), width: pixels.width, height: 48, sample: samplePicture(pixels) };
  }),
);
const VALUES: Record<TraitType, fc.Arbitrary<TraitValue>> = {
  length: fc.double({ min: 0, max: 5000, noNaN: true }),
  duration: fc.double({ min: 0, max: 5000, noNaN: true }),
  count: fc.nat(60),
  share: fc.double({ min: 0, max: 100, noNaN: true }),
  colour: hex,
  palette: fc.record({ first: hex, second: hex }),
  choice: fc.constantFrom('a', 'b', 'c'),
  flag: fc.boolean(),
  label: fc.constantFrom('one', 'two'),
  place: place as fc.Arbitrary<TraitValue>,
  order,
  format: pattern,
  key: fc.constantFrom('Super', 'Alt+F1'),
  shadow: fc.record({
    x: fc.integer({ min: -40, max: 40 }),
    y: fc.integer({ min: -40, max: 40 }),
    blur: fc.nat(60),
    colour: hex,
    opacity: fc.nat(100),
  }),
  picture: fc
    .tuple(fc.nat(7), fc.nat(7))
    .map(([form, colour]) => PICTURES[(form * 3 + colour) % PICTURES.length]!),
  face: fc
    .record({
      xHeight: fc.double({ min: 0.2, max: 0.8, noNaN: true }),
      advance: fc.double({ min: 0.2, max: 0.8, noNaN: true }),
      weight: fc.integer({ min: 1, max: 1000 }),
      fixed: fc.boolean(),
      pixels: fc.option(fc.integer({ min: 6, max: 60 })),
    })
    .map(({ pixels, ...m }) => ({ family: 'F', pixels, metrics: { ...PLAIN_FACE, ...m } })),
  icons: fc
    .dictionary(fc.constantFrom('folder', 'desk', 'mail', 'bin'), fc.integer({ min: 1, max: 5 }), {
      minKeys: 1,
    })
    .map((names) => ({ names })),
};

describe.each(Object.keys(VALUES) as TraitType[])('closeness of a %s', (type) => {
  const value = VALUES[type];
  it('is 1 for equals and always between 0 and 1', () => {
    fc.assert(
      fc.property(value, value, (a, b) => {
        expect(valueProblem(type, a)).toBeNull();
        expect(closeness(type, a, a)).toBeCloseTo(1, 12);
        const c = closeness(type, a, b);
        expect(c).toBeGreaterThanOrEqual(0);
        expect(c).toBeLessThanOrEqual(1);
      }),
      { numRuns: cases(300) },
    );
  });
  // Of icon names, what a set has and what is needed of it are not the same sort of number.
  if (type === 'icons') return;
  it('is the same both ways', () => {
    fc.assert(
      fc.property(value, value, (a, b) => {
        expect(closeness(type, a, b)).toBeCloseTo(closeness(type, b, a), 9);
      }),
      { numRuns: cases(300) },
    );
  });
});

describe('closeness', () => {
  it('of a number is no better when it is moved further away', () => {
    const n = fc.double({ min: 0, max: 400, noNaN: true });
    fc.assert(
      fc.property(n, n, fc.double({ min: 0, max: 100, noNaN: true }), (t, a, more) => {
        const far = a >= t ? a + more : Math.max(0, a - more);
        expect(lengthCloseness(far, t)).toBeLessThanOrEqual(lengthCloseness(a, t) + 1e-12);
        expect(shareCloseness(far, t)).toBeLessThanOrEqual(shareCloseness(a, t) + 1e-12);
        expect(countCloseness(far, t)).toBeLessThanOrEqual(countCloseness(a, t) + 1e-12);
      }),
    );
  });
  it('of a length follows the formula: free within 6 %, nothing left at twice', () => {
    expect(lengthCloseness(44, 42)).toBe(1);
    expect(lengthCloseness(0.4, 0)).toBe(1);
    expect(lengthCloseness(2 * 46 - 4, 42)).toBe(0);
    const r = Math.log((60 + 4) / (42 + 4));
    expect(lengthCloseness(60, 42)).toBeCloseTo(1 - (r - Math.log(1.06)) / (Math.LN2 - Math.log(1.06)), 12);
    expect(lengthCloseness(60, 42, 50)).toBe(1);
    expect(lengthCloseness(60, 42, 99)).toBe(lengthCloseness(60, 42, 50));
  });
  it.each([
    [0, 1],
    [1, 1],
    [3, 0.9],
    [5, 0.8],
    [7.5, 0.65],
    [10, 0.5],
    [17.5, 0.25],
    [25, 0],
    [80, 0],
  ])('of ΔE %d is %d', (delta, c) => expect(deltaCloseness(delta)).toBeCloseTo(c, 12));

  it('of a colour is judged as it is seen: at the target’s opacity on the same ground', () => {
    const solid = closeness('colour', '#ff0000', '#cc3333', {});
    const faint = closeness('colour', '#ff0000', '#cc3333', {
      opacity: 20,
      ground: { r: 128, g: 128, b: 128 },
    });
    expect(faint).toBeGreaterThan(solid);
    expect(closeness('colour', '#ff0000', '#0000ff', { opacity: 0, ground: { r: 9, g: 9, b: 9 } })).toBe(1);
  });
  it('of an order counts zone by zone, then over all items', () => {
    const o = (start: string[], centre: string[], end: string[]) => ({ start, centre, end });
    expect(orderCloseness(o([], [], []), o([], [], []))).toBe(1);
    expect(orderCloseness(o(['a', 'b'], [], ['c']), o(['b', 'a'], [], ['c']))).toBeCloseTo(2 / 3);
    expect(orderCloseness(o([], ['a'], []), o(['a'], [], []))).toBe(0);
  });
  it('of a choice gives the kind’s partial credit and else nothing', () => {
    const credit = { top: { bottom: 0.3 } };
    expect(closeness('choice', 'bottom', 'top', { credit })).toBe(0.3);
    expect(closeness('choice', 'left', 'top', { credit })).toBe(0);
  });
  it('of a format costs by field, width and literal', () => {
    expect(formatCloseness('', '')).toBe(1);
    expect(formatCloseness('HH:mm', 'H:mm')).toBeCloseTo(1 - 0.5 / 3);
    expect(formatCloseness('h:mm', 'HH:mm')).toBeCloseTo(1 - 0.5 / 3);
    expect(formatCloseness('HH.mm', 'HH:mm')).toBeCloseTo(1 - 0.25 / 3);
    expect(formatCloseness('mm:HH', 'HH:mm')).toBeCloseTo(1 - 2 / 3);
    expect(formatCloseness('EEEd', 'dEEE')).toBeCloseTo(0.5);
  });
  it('of a share is free within 3 points and nothing at 50', () => {
    expect(shareCloseness(97, 100)).toBe(1);
    expect(shareCloseness(50, 100)).toBe(0);
    expect(shareCloseness(73.5, 100)).toBeCloseTo(0.5);
  });
});

describe('a value', () => {
  it.each<[TraitType, unknown]>([
    ['length', -1],
    ['length', Number.NaN],
    ['length', '5'],
    ['count', 2.5],
    ['share', 101],
    ['colour', 'red'],
    ['palette', {}],
    ['flag', 'yes'],
    ['choice', ''],
    ['label', 'a\u0007b'],
    ['place', { zone: 'middle', offset: 3 }],
    ['order', { start: ['a'], centre: ['a'], end: [] }],
    ['order', ['a']],
    ['format', 7],
  ])('of the type %s is not %j', (type, value) => expect(valueProblem(type, value)).toMatch(/\.$/));
});
