import { describe, expect, it } from 'vitest';
import { ok } from '../../ground/result.js';
import { drawnDesktop, scaledPicture } from '../../testing/worn.js';
import { barByGrade, inkByGrade, isSpoilt, regionByGrade, textByGrade, WEAR } from './byGrade.js';
import { PICTURE_GRADES } from './pictureGrade.js';
import { readBar } from './readBar.js';
import { readInk } from './readInk.js';
import { readRegion } from './readRegion.js';
import { readText } from './readText.js';

const desk = drawnDesktop();
const BAR = { x: 0, y: 357, width: 640, height: 43 };
const roughly = { x: 3, y: 354, width: 634, height: 44 };
const graded = (grade: (typeof PICTURE_GRADES)[number] | null, isAskew = false) => ({ grade, isAskew });

describe('what a grade leaves of a picture', () => {
  it('is all of an exact one, and of one of which nothing is known', () => {
    const region = readRegion(desk, roughly, { settle: true });
    for (const grade of ['exact', null] as const)
      expect(regionByGrade(desk, region, graded(grade))).toBe(region);
    expect(region.rect).toEqual(BAR);
  });
  it('is the same place of a long side that was made soft, half-way between both sides of it', () => {
    const soft = scaledPicture(scaledPicture(desk, 0.6), 1 / 0.6);
    const region = regionByGrade(soft, readRegion(soft, roughly, { settle: true }), graded('softened'));
    expect(region.found.top).toBe(true);
    expect(Math.abs(region.rect.y - BAR.y)).toBeLessThanOrEqual(1);
    expect(region.rect.height + region.rect.y).toBe(400);
  });
  it('is no side that is not clear, and no small thing, of a soft one', () => {
    const soft = scaledPicture(scaledPicture(desk, 0.3), 1 / 0.3);
    const drawn = readRegion(soft, { x: 268, y: 67, width: 17, height: 17 }, { settle: true });
    const small = regionByGrade(soft, drawn, graded('softened'));
    expect(Object.values(small.found)).toEqual([false, false, false, false]);
  });
  it('is no length of a photo that is askew, whatever its sides look like', () => {
    const region = readRegion(desk, roughly, { settle: true });
    const askew = regionByGrade(desk, region, graded('photographed', true));
    expect(Object.values(askew.found)).toEqual([false, false, false, false]);
    expect(regionByGrade(desk, region, graded('photographed')).found.top).toBe(true);
  });
  it('refuses what it spoils, with the reason, and leaves the rest as it was read', () => {
    const bar = readBar(desk, BAR, { settle: false });
    const text = readText(desk, { x: 70, y: 100, width: 200, height: 20 });
    const ink = readInk(desk, { x: 70, y: 100, width: 200, height: 20 });
    for (const grade of PICTURE_GRADES) {
      const { spoils, word } = WEAR[grade];
      const told = barByGrade(bar, graded(grade));
      if (!told.ok || !bar.ok) throw new Error('There is a bar.');
      expect(told.value.thickness).toBe(43);
      const corners = told.value.cornerRadius;
      if (spoils.includes('corners')) {
        expect(corners).toMatchObject({ ok: false, code: 'worn' });
        expect(!corners.ok && corners.sentence).toContain(word);
      } else expect(corners).toBe(bar.value.cornerRadius);
      expect(told.value.items).toHaveLength(spoils.includes('items') ? 0 : bar.value.items.length);
      expect(told.value.itemSize.ok).toBe(!spoils.includes('items'));
      const [t, i] = [textByGrade(text, graded(grade)), inkByGrade(ink, graded(grade))];
      if (spoils.includes('ink')) expect([t, i]).toMatchObject([{ code: 'worn' }, { code: 'worn' }]);
      else expect([t, i]).toEqual([text, ink]);
      expect(isSpoilt(graded(grade), 'lengths')).toBe(false);
    }
    expect(barByGrade({ ok: false, code: 'no-edge', sentence: 'none' }, graded('softened'))).toMatchObject({
      code: 'no-edge',
    });
    expect(inkByGrade(ok(null as never), graded('exact'))).toEqual(ok(null));
  });
});
