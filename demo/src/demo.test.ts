import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { colourDifference } from '@spare-coat/core/measuring/colour/ciede2000';
import { parseHex } from '@spare-coat/core/measuring/colour/srgb';
import { readProfile } from '@spare-coat/core/model/host/profile';
import { readPart, type Part } from '@spare-coat/core/model/parts/part';
import { isOpenLicence, licenceProblem } from '@spare-coat/server/parts/licence';
import { readRegion } from '@spare-coat/core/measuring/picture/readRegion';
import { drawDesktop } from '@spare-coat/core/doing/scene/drawDesktop';
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
  it('has licences that the list of licences knows', () => {
    expect(PARTS.filter((p) => licenceProblem(p.licence) !== null).map((p) => p.name)).toEqual([]);
  });
  it.each([
    [
      'an archive with a folder too many',
      (p: Part) => p.channels.some((c) => c.way === 'archive' && c.root.includes('/')),
    ],
    [
      'an archive with no folder around it',
      (p: Part) => p.channels.some((c) => c.way === 'archive' && c.root === ''),
    ],
    [
      'one made for another version',
      (p: Part) => p.fits.some((f) => f.host === 'fernbank' && f.versions === '>=3.5'),
    ],
    ['one that worked for others', (p: Part) => p.fits.some((f) => f.how === 'reported')],
    ['one that is known not to work', (p: Part) => p.fits.some((f) => f.how === 'known not to')],
    ['one that needs another, with alternatives', (p: Part) => p.requires.some((r) => r.anyOf.length > 1)],
    ['one to be opened once', (p: Part) => p.openOnce],
    ['doubled duty', (p: Part) => p.sideEffects.some((s) => /beside|clock of its own/.test(s.what))],
    ['a side effect with a counter-setting', (p: Part) => p.sideEffects.some((s) => s.counter !== null)],
    ['a side effect that nothing counters', (p: Part) => p.sideEffects.some((s) => s.counter === null)],
    ['programs out of reach', (p: Part) => p.faults.some((f) => /Sandboxed/.test(f))],
    ['an incomplete icon set', (p: Part) => p.sort === 'icon set' && p.faults.some((f) => /missing/.test(f))],
    [
      'a wallpaper that is too small',
      (p: Part) => p.sort === 'wallpaper' && p.faults.some((f) => /enlarged/.test(f)),
    ],
    ['a new session', (p: Part) => p.effect === 'session'],
    ['a restart', (p: Part) => p.effect === 'restart'],
    [
      'a helper that takes the status area away',
      (p: Part) => p.sideEffects.some((s) => /status area is gone/.test(s.what)),
    ],
    ['a paid trial', (p: Part) => p.price !== null && p.trialDays !== null],
    ['an account wall', (p: Part) => p.account],
    ['one that nobody has looked after for a year', (p: Part) => p.released < '2025-11-25'],
    ['one that is not open', (p: Part) => !isOpenLicence(p.licence)],
    ['memory of its own', (p: Part) => p.memory > 0],
    ['an application that gets worse', (p: Part) => (p.spoils ?? []).length > 0],
    ['what is brought unasked', (p: Part) => (p.brings ?? []).length > 0],
    [
      'an installer with choices',
      (p: Part) => p.channels.some((c) => c.way === 'installer' && c.choices.length > 0),
    ],
    ['administrator rights', (p: Part) => p.channels.some((c) => c.way === 'repository' && c.admin)],
    ['a whole look', (p: Part) => (p.overwrites ?? []).length > 0],
    ['another processor or machine', (p: Part) => (p.asks ?? []).length > 0],
    ['exclusion', (p: Part) => p.excludes.length > 0],
    [
      'values in a file of its own',
      (p: Part) =>
        p.offers.some((o) => Object.values(o.supplies).some((s) => 'setting' in s && s.setting.file)),
    ],
    ['a syntax of its own', (p: Part) => (p.syntaxes ?? []).length > 0],
    ['a place on earth', (p: Part) => (p.settings ?? []).some((s) => s.value.type === 'coordinates')],
    ['many elements from one part', (p: Part) => new Set(p.offers.map((o) => o.kind)).size >= 4],
  ])('shows %s', (_trouble, has) => expect(PARTS.some(has)).toBe(true));
  it('has two parts of one name, told apart by author and id', () => {
    const same = PARTS.filter((p) => p.name === 'Evenware');
    expect(new Set(same.map((p) => p.author)).size).toBe(2);
    expect(new Set(same.map((p) => p.id)).size).toBe(2);
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
