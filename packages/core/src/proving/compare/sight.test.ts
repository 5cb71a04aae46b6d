import { describe, expect, it } from 'vitest';
import { findKind } from '../../model/kinds/registry.js';
import { fill, plainPicture } from '../../testing/pictures.js';
import { sight, type SightAsk } from './sight.js';

const WALL = '#7f9aa6';
const RAIL = '#e3c2b4';
const INK = '#43203d';

/** A desktop with a rail on the right edge and a button with a mark on a wall of its own. */
function desktop({
  rail = 60,
  button = { x: 200, y: 150 } as { x: number; y: number } | null,
  width = 800,
  height = 500,
} = {}) {
  const pixels = plainPicture(width, height, WALL);
  fill(pixels, { x: width - rail, y: 0, width: rail, height }, RAIL);
  if (button) {
    fill(pixels, { ...button, width: 48, height: 32 }, INK);
    fill(pixels, { x: button.x + 8, y: button.y + 6, width: 12, height: 20 }, '#f6e7dc');
    fill(pixels, { x: button.x + 30, y: button.y + 12, width: 10, height: 6 }, '#75801f');
  }
  return pixels;
}
const REFERENCE = desktop();
const rail: SightAsk = {
  kind: findKind('bar'),
  region: { x: 740, y: 0, width: 60, height: 500 },
  factor: 1,
  byHand: null,
  traits: ['edge', 'thickness', 'edgeShare', 'margin', 'colour', 'hiding'],
  blob: 'f'.repeat(64),
};
const button: SightAsk = {
  ...rail,
  kind: findKind('window-buttons'),
  region: { x: 200, y: 150, width: 48, height: 32 },
  traits: ['size', 'colour'],
};

describe('an element looked for on a picture of the own desktop', () => {
  it('is found in its place and read as the reference is, and nothing is told that nobody asked for', () => {
    const seen = sight(REFERENCE, desktop(), rail)!;
    expect(seen).toMatchObject({ isFound: true, rect: rail.region, dx: 0, dy: 0 });
    expect(seen.likeness).toMatchObject({ mean: 0, p95: 0, ssim: 1, palette: 1 });
    expect(seen.values).toEqual({ edge: 'right', thickness: 60, edgeShare: 100, margin: 0, colour: RAIL });
  });
  it('is measured at the size that it really has', () => {
    for (const thickness of [52, 70])
      expect(sight(REFERENCE, desktop({ rail: thickness }), rail)!.values).toMatchObject({ thickness });
  });
  it('is found where it has moved to, by how much', () => {
    const seen = sight(REFERENCE, desktop({ button: { x: 217, y: 141 } }), button)!;
    expect(seen).toMatchObject({ isFound: true, dx: 17, dy: -9 });
    expect(seen.likeness.mean).toBe(0);
  });
  it('is not found where something else is in its place, and then nothing is told of it', () => {
    expect(sight(REFERENCE, desktop({ button: null }), button)).toMatchObject({ isFound: false, values: {} });
  });
  it('is not found where the edge of something else lies at its edge of the screen', () => {
    const own = plainPicture(800, 500, '#3b4a7a');
    fill(own, { x: 752, y: 20, width: 48, height: 470 }, '#2f4a4f');
    expect(sight(REFERENCE, own, rail)).toMatchObject({ isFound: false, values: {} });
  });
  it('is where a hand says', () => {
    const place = { x: 420, y: 300, width: 48, height: 32 };
    const own = desktop({ button: { x: 420, y: 300 } });
    expect(sight(REFERENCE, own, button)!.isFound).toBe(false);
    const seen = sight(REFERENCE, own, { ...button, byHand: place })!;
    expect(seen).toMatchObject({ isFound: true, rect: place, dx: 220, dy: 150 });
    expect(seen.likeness.mean).toBe(0);
  });
  it('is brought to the size of the own picture', () => {
    const own = desktop({ rail: 30, width: 400, height: 250, button: null });
    const seen = sight(REFERENCE, own, { ...rail, factor: 0.5 })!;
    expect(seen.rect).toEqual({ x: 370, y: 0, width: 30, height: 250 });
    expect(seen.likeness.mean).toBeLessThan(0.01);
  });
});
