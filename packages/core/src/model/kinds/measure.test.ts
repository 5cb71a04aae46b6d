import { describe, expect, it } from 'vitest';
import { layOver, parseHex, toHex } from '../../measuring/colour/srgb.js';
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
