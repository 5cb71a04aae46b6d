import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readXSettings } from '../../measuring/standards/xSettings.js';
import { cases } from '../../testing/properties.js';
import { writeXSettings } from '../../testing/xSettings.js';
import { appearanceOf, askedByStandards } from './asked.js';

const hex = (bytes: Uint8Array) => [...bytes].map((b) => b.toString(16)).join(' ');

describe('what a settings manager of a screen tells', () => {
  it('comes back as it was written, in either order of bytes', () => {
    const name = fc.stringMatching(/^[A-Z][A-Za-z]{1,8}\/[A-Z][A-Za-z]{1,12}$/);
    const value = fc.oneof(
      fc.string({ unit: 'binary', maxLength: 20 }),
      fc.integer({ min: -(2 ** 31), max: 2 ** 31 - 1 }),
    );
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.tuple(name, value), { selector: ([n]) => n }),
        fc.boolean(),
        (all, isLittle) => {
          expect(readXSettings(writeXSettings(all, isLittle))).toEqual(new Map(all));
        },
      ),
      { numRuns: cases(60) },
    );
  });
  it('is nothing where it breaks off, at whichever byte, and harms nobody', () => {
    const whole = writeXSettings([
      ['Net/IconThemeName', 'Salt'],
      ['Own/CursorThemeSize', 32],
    ]);
    for (let length = 0; length < whole.length; length++)
      expect(readXSettings(whole.subarray(0, length))).toBeNull();
    const unknown = whole.slice();
    unknown[12] = 7;
    expect(readXSettings(unknown)).toBeNull();
  });
});

describe('what is asked by open standards', () => {
  it('is which themes, which pointer and which font are chosen, by the last word of a name', () => {
    const xsettings = hex(
      writeXSettings([
        ['Net/IconThemeName', 'Salt & Reed'],
        ['Own/CursorThemeSize', 32],
        ['Own/FontName', 'Marsh 11'],
        ['Net/SoundThemeName', ''],
        ['Own/MenuDelay', 300],
      ]),
    );
    expect(askedByStandards({ xsettings })).toEqual([
      { kind: 'list:icon set', trait: '', value: 'Salt & Reed', maybe: true },
      { kind: 'pointer', trait: 'size', value: 32, maybe: true },
      { kind: 'interface-type', trait: 'family', value: 'Marsh 11', maybe: true },
    ]);
  });
  it('is the colour scheme that the portal tells, and contrast in words', () => {
    const portal = (scheme: number, contrast: number) =>
      `({'org.freedesktop.appearance': {'color-scheme': <uint32 ${scheme}>, 'contrast': <uint32 ${contrast}>}},)`;
    expect(askedByStandards({ portal: portal(2, 0) })).toEqual([
      { kind: 'variants', trait: '', value: 'light', maybe: true },
    ]);
    expect(askedByStandards({ portal: portal(0, 1) })).toEqual([]);
    expect(appearanceOf(portal(1, 1))).toEqual(['a dark look is preferred', 'more contrast is asked for']);
    expect(appearanceOf('')).toEqual([]);
    expect(appearanceOf('Error: no')).toEqual([]);
  });
  it('is the accent that the portal tells, where it tells one', () => {
    const portal = (accent: string) =>
      askedByStandards({
        portal: `({'org.freedesktop.appearance': {'color-scheme': <uint32 0>, 'accent-color': <${accent}>}},)`,
      });
    expect(portal('(0.2, 0.5, 1.0)')).toEqual([
      { kind: 'controls', trait: 'accent', value: '#3380ff', maybe: true },
    ]);
    // Shares beyond 0 to 1 say that none is set.
    expect(portal('(-1.0, -1.0, -1.0)')).toEqual([]);
    expect(portal('uint32 4')).toEqual([]);
  });
  it('is nothing where nobody answers, or what is answered is something else', () => {
    for (const machine of [
      null,
      {},
      { xsettings: '', portal: '' },
      { xsettings: 'no bytes', portal: 'Error: no' },
      { xsettings: 7, portal: [] },
    ])
      expect(askedByStandards(machine)).toEqual([]);
  });
});
