import { describe, expect, it } from 'vitest';
import type { TextReading } from '../picture/readText.js';
import type { FaceMetrics } from './face.js';
import { meanByFrequency } from './face.js';
import { nearestFaces, type KnownFace } from './nearestFaces.js';

const face = (id: string, more: Partial<FaceMetrics>): KnownFace => ({
  id,
  shipped: true,
  metrics: {
    family: id,
    style: '',
    xHeight: 0.5,
    capHeight: 0.7,
    advance: 0.5,
    inkWidth: 0.42,
    stem: 0.08,
    weight: 400,
    width: 5,
    italic: 0,
    fixed: false,
    serif: null,
    ...more,
  },
});

const text = (x: number, cap: number, stroke: number, width: number): TextReading => ({
  letters: 12,
  baseline: 100,
  xHeight: { ok: true, value: { value: x, least: x, most: x } },
  capHeight: { ok: true, value: { value: cap, least: cap, most: cap } },
  stroke: { ok: true, value: stroke },
  letterWidth: width,
  ink: { ink: '#000000', ground: '#ffffff', contrast: { ok: true, value: 21 }, share: 0.1 },
});

describe('the nearest faces', () => {
  const faces = [
    face('plain', {}),
    face('heavy', { stem: 0.15, weight: 700 }),
    face('wide', { inkWidth: 0.6 }),
  ];
  it('puts first the face whose proportions the text has, whatever its size', () => {
    for (const size of [11, 18, 40]) {
      const near = nearestFaces(text(0.5 * size, 0.7 * size, 0.15 * size, 0.42 * size), faces);
      expect(near[0]!.face.id).toBe('heavy');
      expect(near[0]!.closeness).toBeCloseTo(1, 9);
      expect(near[0]!.pixels).toBeCloseTo(size, 9);
      expect(near[0]!.points).toBeCloseTo(size * 0.75, 9);
    }
  });
  it('tells nothing without an x-height, and leaves out what a face does not tell', () => {
    expect(
      nearestFaces({ ...text(5, 7, 1, 4), xHeight: { ok: false, code: 'no-x-height', sentence: '' } }, faces),
    ).toEqual([]);
    const near = nearestFaces(text(5, 7, 1, 4), [face('bare', { stem: null, capHeight: 0 })]);
    expect(near[0]!.compared.map((c) => c.what)).toEqual(['Letter width']);
  });
  it('weighs letters by how often they stand in text', () => {
    expect(meanByFrequency(() => 2)).toBeCloseTo(2, 12);
    expect(meanByFrequency(() => null)).toBe(0);
  });
});
