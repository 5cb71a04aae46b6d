import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { colourDifference } from '@spare-coat/core/colour/ciede2000';
import { parseHex } from '@spare-coat/core/colour/srgb';
import { readProfile } from '@spare-coat/core/host/profile';
import { readPart } from '@spare-coat/core/parts/part';
import { readRegion } from '@spare-coat/core/picture/readRegion';
import { drawDesktop } from '@spare-coat/core/scene/drawDesktop';
import { loadLettering } from '@spare-coat/server/drawing/lettering';
import { PARTS } from './catalogue.js';
import { PROFILES } from './profiles.js';
import { pictureFile } from './pictureFile.js';
import { SALTMARSH, SALTMARSH_COLOURS, saltmarshDesktop, type VariantName } from './saltmarsh.js';

describe('the demo catalogue', () => {
  it('has at least 60 parts, every one of them right, and no two with one id', () => {
    expect(PARTS.length).toBeGreaterThanOrEqual(60);
    for (const part of PARTS) expect(readPart(JSON.parse(JSON.stringify(part))).name).toBe(part.name);
    expect(new Set(PARTS.map((p) => p.id)).size).toBe(PARTS.length);
  });
  it('needs nothing that it does not have', () => {
    const ids = new Set(PARTS.map((p) => p.id));
    for (const part of PARTS)
      for (const need of part.requires) expect(need.anyOf.some((id) => ids.has(id))).toBe(true);
  });
  it('has four profiles of its own, clearly different in ability, and one that knows the open standards alone', () => {
    for (const profile of PROFILES)
      expect(readProfile(JSON.parse(JSON.stringify(profile))).id).toBe(profile.id);
    expect(PROFILES).toHaveLength(5);
    expect(new Set(PROFILES.map((p) => p.offers.length)).size).toBeGreaterThanOrEqual(4);
  });
});

/** The pictures that ship are read back as ordinary files: what was drawn must be what is measured. */
describe.each([
  ['light', 1920, 1080],
  ['dark', 1920, 1080],
  ['light', 2560, 1440],
  ['dark', 2560, 1440],
] as const)('the picture of Saltmarsh 3, %s, %i × %i', (variant: VariantName, width, height) => {
  const file = pictureFile(variant, width, height);
  const { boxes } = drawDesktop(saltmarshDesktop(variant, width, height), loadLettering());

  it.each([
    ['rail', SALTMARSH.railThickness, 'right', 'rail'],
    ['strip', SALTMARSH.stripThickness, 'bottom', 'strip'],
  ] as const)('gives back its %s', async (name, thickness, edge, colour) => {
    const { data, info } = await sharp(readFileSync(file))
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const truth = boxes[name]!;
    const rough = { x: Math.max(0, truth.x - 5), y: Math.max(0, truth.y - 4), width: 0, height: 0 };
    const drawn = {
      ...rough,
      width: Math.min(width, truth.x + truth.width + 3) - rough.x,
      height: Math.min(height, truth.y + truth.height) - rough.y,
    };
    const reading = readRegion({ width: info.width, height: info.height, data }, drawn, { settle: true });
    expect(reading.rect).toEqual(truth);
    expect(reading.thickness).toBe(Math.round((thickness * height) / 1080));
    expect(reading.edge).toBe(edge);
    expect(
      colourDifference(parseHex(reading.colours[0]!.hex)!, parseHex(SALTMARSH_COLOURS[variant][colour])!),
    ).toBeLessThan(1);
  });
});
