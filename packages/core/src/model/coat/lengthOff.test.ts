import { describe, expect, it } from 'vitest';
import type { PictureGrade } from '../../measuring/picture/pictureGrade.js';
import { readRegion } from '../../measuring/picture/readRegion.js';
import type { Rect } from '../../measuring/picture/rect.js';
import { fill, plainPicture } from '../../testing/pictures.js';
import { lengthOff, measuredSource } from './lengthOff.js';
import type { Readings } from '../kinds/measure.js';
import { findKind } from '../kinds/registry.js';

const FOUND = { left: true, top: true, right: true, bottom: true };

/** A thing on a picture of 800 × 400, read as it was drawn. */
function readings(
  rect: Rect,
  grade: PictureGrade | null,
  more: Partial<Readings> = {},
  found = FOUND,
): Readings {
  const pixels = plainPicture(800, 400, '#4d6b5a');
  fill(pixels, rect, '#f4efe6');
  const region = { ...readRegion(pixels, rect, { settle: false }), found };
  return { region, bar: null, text: null, graded: { grade, isAskew: false }, ...more };
}
const BAR = { x: 0, y: 0, width: 800, height: 40 };
const DOCK = { x: 200, y: 340, width: 400, height: 50 };

describe('by how much a length may be off', () => {
  it('is half a pixel on an exact picture, and the more the worse its picture is', () => {
    const grades: PictureGrade[] = ['exact', 'compressed', 'resized', 'softened', 'photographed'];
    const offs = grades.map((grade) => lengthOff('height', readings(DOCK, grade))!);
    expect(offs[0]).toBe(0.5);
    expect(offs).toEqual([...offs].sort((a, b) => a - b));
    expect(offs.at(-1)!).toBeGreaterThan(offs[0]!);
    // Where nobody looked at the picture it is taken as it is.
    expect(lengthOff('height', readings(DOCK, null))).toBe(0.5);
  });
  it('is a pixel at least, and a share of it, of figures that are read by the letters beside them', () => {
    const ink = { ink: '#222222', ground: '#f4efe6', contrast: 12 };
    const told = (value: number) => {
      const measured = { ok: true, value: { value, least: value - 0.2, most: value + 0.2 } } as const;
      const text = { ink, xHeight: measured, capHeight: measured } as unknown as Readings['text'];
      const all = readings(DOCK, 'exact', { text });
      return [lengthOff('text:capHeight', all), lengthOff('text:figures', all)];
    };
    expect(told(12)).toEqual([0.5, 1]);
    expect(told(40)).toEqual([0.5, 2.5]);
    const none = readings(DOCK, 'exact', { text: null });
    expect(lengthOff('text:figures', none)).toBeNull();
  });
  it('is that of the sides which it lies between: the picture’s own edge is where it is', () => {
    const bar = lengthOff('thickness', readings(BAR, 'compressed'))!;
    const dock = lengthOff('thickness', readings(DOCK, 'compressed'))!;
    expect(bar).toBeLessThan(dock);
    expect(lengthOff('width', readings(BAR, 'photographed'))).toBe(0);
    expect(lengthOff('margin', readings(BAR, 'photographed'))).toBe(0);
  });
  it('is large where a side stands as it was drawn, and small where a hand set it', () => {
    const half = { ...FOUND, bottom: false };
    const drawn = lengthOff('thickness', readings(DOCK, 'exact', {}, half))!;
    const set = lengthOff('thickness', readings(DOCK, 'exact', { byHand: true }, half))!;
    expect(drawn).toBeGreaterThan(set);
    expect(set).toBeGreaterThan(0.5);
    // The other way across it nothing changes.
    expect(lengthOff('width', readings(DOCK, 'exact', {}, half))).toBe(0.5);
  });
  it('holds both lines where a side may be at either, also where it was drawn at the picture’s own edge', () => {
    const pixels = plainPicture(800, 400, '#4d6b5a');
    fill(pixels, { x: 0, y: 340, width: 800, height: 60 }, '#52637a');
    fill(pixels, { x: 0, y: 360, width: 800, height: 40 }, '#8c5340');
    const region = readRegion(pixels, { x: 0, y: 345, width: 800, height: 55 }, { settle: true, reach: 18 });
    expect(region.found.top).toBe(false);
    const told = { region, bar: null, text: null, graded: { grade: 'exact' as const, isAskew: false } };
    const off = lengthOff('thickness', told)!;
    for (const thickness of [60, 40]) expect(Math.abs(region.thickness - thickness)).toBeLessThanOrEqual(off);
    const atEdge = {
      ...region,
      rect: { ...region.rect, y: 0 },
      rivals: [{ side: 'top', at: [9, 14] }],
    } as const;
    expect(lengthOff('height', { ...told, region: atEdge })).toBeGreaterThanOrEqual(14);
  });
  it('stands with the source of every length that is measured, and with nothing else', () => {
    const kind = findKind('dock');
    const read = readings(DOCK, 'resized');
    for (const spec of kind!.traits.filter((t) => t.reads)) {
      const source = measuredSource(kind, spec.id, read, 'p');
      expect(source).toMatchObject({ how: 'measured', pictureId: 'p', ...DOCK });
      expect('off' in source, spec.id).toBe(spec.type === 'length');
    }
  });
});
