import { writeFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { wordsWithout } from '@spare-coat/core/testing/settingSets/leaveOut';
import { SETTING_SETS } from '@spare-coat/core/testing/settingSets/settingSets';
import { tried } from '@spare-coat/core/testing/settingSets/tried';
import type { Learnt } from './learning.js';

it('settings of a desktop whose own words nobody had seen are told rightly where told as sure, and most are found', () => {
  const learnt: Learnt = {
    each: SETTING_SETS.map((set) => ({
      name: set.name,
      ...tried([set], () => wordsWithout(set, SETTING_SETS)),
    })),
    unseen: tried(SETTING_SETS, wordsWithout),
    all: tried(SETTING_SETS),
  };
  const out = process.env['LEARNT_OUT'];
  if (out) writeFileSync(out, JSON.stringify(learnt));
  for (const { settings, precision, sureShare, recall } of [learnt.unseen, learnt.all]) {
    expect(settings).toBeGreaterThanOrEqual(1200);
    expect(precision).toBeGreaterThanOrEqual(0.97);
    expect(sureShare).toBeGreaterThanOrEqual(0.5);
    expect(recall).toBeGreaterThanOrEqual(0.8);
  }
});
