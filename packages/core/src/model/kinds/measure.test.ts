import { describe, expect, it } from 'vitest';
import { layOver, parseHex, toHex } from '../../measuring/colour/srgb.js';
import type { PictureGrade } from '../../measuring/picture/pictureGrade.js';
import { readBar } from '../../measuring/picture/readBar.js';
import { readRegion } from '../../measuring/picture/readRegion.js';
import { fill, plainPicture } from '../../testing/pictures.js';
import { measuredTraits } from './measure.js';
import { findKind } from './registry.js';

const GROUNDS = ['#c9d6a8', '#2f4a4f', '#e0c070', '#5d6b7f'];
const BAR = { x: 0, y: 0, width: 800, height: 40 };

/** What is read of a bar along the head of a wall in four colours. */
function barTraits(
  opacity: number,
  seen = (hex: string) => layOver(parseHex('#f4efe6')!, parseHex(hex)!, opacity),
) {
  const pixels = plainPicture(800, 400, '#c9d6a8');
  GROUNDS.forEach((hex, i) => {
    fill(pixels, { x: i * 200, y: 0, width: 200, height: 400 }, hex);
    fill(pixels, { x: i * 200, y: 0, width: 200, height: 40 }, toHex(seen(hex)));
  });
  const bar = readBar(pixels, BAR, { settle: false });
  return measuredTraits(findKind('bar'), {
    region: readRegion(pixels, BAR, { settle: false }),
    bar: bar.ok ? bar.value : null,
    text: null,
  });
}

describe('the colour of a bar', () => {
  it('is its own, not the mixture that is seen, where it lets something through', () => {
    const traits = barTraits(70);
    expect(traits.get('opacity')).toBe(70);
    expect(traits.get('colour')).toBe('#f4efe6');
  });
  it('is what is seen of a solid one', () => {
    const traits = barTraits(100);
    expect(traits.get('opacity')).toBe(100);
    expect(traits.get('colour')).toBe('#f4efe6');
  });
  it('is not told, and no opacity is, where what is seen follows no one opacity', () => {
    const odd = ['#803020', '#20a0c0', '#f0f0f0', '#101010'];
    const traits = barTraits(70, (hex) => parseHex(odd[GROUNDS.indexOf(hex)]!)!);
    expect(traits.has('opacity')).toBe(false);
    expect(traits.has('colour')).toBe(false);
  });
});

describe('what is told of a worn picture', () => {
  const pixels = plainPicture(800, 400, '#4d6b5a');
  fill(pixels, BAR, '#f4efe6');
  const bar = readBar(pixels, BAR, { settle: false });
  const settled = readRegion(pixels, { x: 2, y: 1, width: 795, height: 37 }, { settle: true });
  const told = (
    graded: { grade: PictureGrade; isAskew: boolean } | null,
    { found = settled.found, byHand = false } = {},
  ) =>
    measuredTraits(findKind('bar'), {
      region: { ...settled, found },
      bar: bar.ok ? bar.value : null,
      text: null,
      graded,
      byHand,
    });
  const NOT_FOUND = { left: true, top: true, right: true, bottom: false };

  it('is all of it where nothing happened to it, or where that is not known', () => {
    const all = told(null);
    expect([all.get('thickness'), all.get('colour')]).toEqual([40, '#f4efe6']);
    expect(told({ grade: 'exact', isAskew: false })).toEqual(all);
  });
  it('is no colour of a photo, and no length of one that is askew', () => {
    const photo = told({ grade: 'photographed', isAskew: false });
    expect(photo.has('colour')).toBe(false);
    expect(photo.get('thickness')).toBe(40);
    const askew = told({ grade: 'photographed', isAskew: true }, { byHand: true });
    expect(askew.get('edge')).toBe('top');
    expect(['thickness', 'margin', 'edgeShare', 'colour'].filter((t) => askew.has(t))).toEqual([]);
  });
  it('is no length that rests on a side that is not clear, unless a hand set it', () => {
    const soft = { grade: 'softened', isAskew: false } as const;
    expect(told(soft).get('thickness')).toBe(40);
    expect(told(soft, { found: NOT_FOUND }).has('thickness')).toBe(false);
    expect(told(soft, { found: NOT_FOUND, byHand: true }).get('thickness')).toBe(40);
    expect(told({ ...soft, grade: 'compressed' }, { found: NOT_FOUND }).get('thickness')).toBe(40);
  });
});
