import { randomFrom } from '../../ground/random.js';
import { describe, expect, it } from 'vitest';
import { KINDS } from './registry.js';
import type { TraitSpec } from './kind.js';
import type { TraitValue } from '../traits/value.js';
import { sketchOf } from './sketch.js';
import { SKETCH, type SketchShape } from './sketchShapes.js';

const display = { width: 1920, height: 1080 };
const sketch = (kind: string, values: Record<string, TraitValue>): SketchShape[] =>
  sketchOf({ kind, values: new Map(Object.entries(values)), display, language: 'en' });
const rects = (shapes: readonly SketchShape[]) => shapes.filter((s) => s.is === 'rect');
const texts = (shapes: readonly SketchShape[]) => shapes.flatMap((s) => (s.is === 'text' ? [s.text] : []));

/** Any value that a trait may have, the largest and the smallest among them. */
function anyValue(spec: TraitSpec, random: () => number): TraitValue | null {
  const hex = () =>
    `#${Math.floor(random() * 0x1000000)
      .toString(16)
      .padStart(6, '0')}`;
  switch (spec.type) {
    case 'length':
    case 'count':
    case 'duration':
      return [0, 1, 7, 48, 900, 20_000][Math.floor(random() * 6)]!;
    case 'share':
      return Math.floor(random() * 101);
    case 'colour':
      return hex();
    case 'palette':
      return { first: hex(), second: hex() };
    case 'flag':
      return random() < 0.5;
    case 'choice':
      return spec.choices![Math.floor(random() * spec.choices!.length)]!;
    case 'label':
      return random() < 0.5 ? '' : 'A label that goes on for very much longer than it has room';
    case 'order':
      return {
        start: ['one'],
        centre: [],
        end: Array.from({ length: Math.floor(random() * 30) }, (_, i) => `${i}`),
      };
    case 'place':
      return { zone: 'end', offset: Math.floor(random() * 101) };
    case 'format':
      return 'HH:mm\nEEE d';
    default:
      return null;
  }
}

describe('a sketch of an offer', () => {
  it('draws every kind from any values, and from none, with numbers that can be drawn', () => {
    const random = randomFrom(11);
    for (const kind of KINDS)
      for (let n = 0; n < 40; n++) {
        const values: Record<string, TraitValue> = {};
        for (const spec of kind.traits) {
          const value = random() < 0.8 ? anyValue(spec, random) : null;
          if (value !== null && n > 0) values[spec.id] = value;
        }
        for (const s of sketch(kind.id, values)) {
          const numbers =
            s.is === 'rect'
              ? [s.x, s.y, s.w, s.h, s.r, s.opacity]
              : s.is === 'text'
                ? [s.x, s.y, s.size]
                : s.points.flat();
          expect(numbers.every(Number.isFinite), `${kind.id} ${JSON.stringify(values)}`).toBe(true);
          if (s.is === 'rect') expect(Math.min(s.w, s.h, s.r)).toBeGreaterThanOrEqual(0);
          if (s.is === 'text') expect(s.text.length).toBeLessThanOrEqual(26);
        }
      }
  });
  it('puts a bar on its edge, as broad and as long as it would be on the display', () => {
    const [screen, bar] = rects(
      sketch('bar', { edge: 'right', thickness: 108, edgeShare: 50, alignment: 'start', colour: '#e3c2b4' }),
    );
    const k = screen!.w / display.width;
    expect(bar).toMatchObject({ fill: '#e3c2b4', y: screen!.y });
    expect(bar!.w).toBeCloseTo(108 * k);
    expect(bar!.h).toBeCloseTo(screen!.h / 2);
    expect(bar!.x + bar!.w).toBeCloseTo(screen!.x + screen!.w);
  });
  it('shows where a title stands, what a launcher holds, and what a switcher counts', () => {
    const titleAt = (titlePlace: string) =>
      rects(sketch('frame', { titlePlace, titleHeight: 30, colourActive: '#75801f' })).findLast(
        (r) => r.fill === '#75801f',
      )!;
    expect(titleAt('foot').y).toBeGreaterThan(SKETCH.height / 2);
    expect(titleAt('head').y).toBeLessThan(SKETCH.height / 2);
    const holding = (style: string) => rects(sketch('launcher', { style, width: 900, height: 800 })).length;
    expect(holding('grid')).toBeGreaterThan(holding('search only'));
    expect(texts(sketch('workspace-switcher', { count: 3, show: 'numbers' }))).toEqual(['1', '2', '3']);
  });
  it('says in words what cannot be seen', () => {
    expect(texts(sketch('launcher-clicks', { left: 'opens a menu', right: 'nothing' }))).toEqual([
      'opens a menu',
      'nothing',
    ]);
  });
});
