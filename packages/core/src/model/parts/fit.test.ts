import { describe, expect, it } from 'vitest';
import { testHost, testPart } from '../../testing/parts.js';
import { fitOf } from './fit.js';
import type { Part } from './part.js';

const fit = (more: Partial<Part>, channel: string | null = 'pipit') =>
  fitOf(testPart('Thing', more), testHost(), channel);
const rule = (
  versions: string,
  how: 'declared' | 'reported' | 'known not to' = 'declared',
  host = 'fernbank',
) => ({ host, versions, how });

describe('the fit of a part', () => {
  it.each([
    ['its author says so', [rule('>=3.2 <3.6')], 'declared', true, /author made it for Fernbank 3.4/],
    ['others report it', [rule('>=3.0', 'reported')], 'reported', true, /Others report/],
    ['it was made for an older version', [rule('<3.2')], 'untested', true, /untested on 3.4/],
    [
      'it is known not to work',
      [rule('>=3.0'), rule('3.4', 'known not to')],
      'known not to',
      false,
      /known not to work/,
    ],
    [
      'it was made for another desktop',
      [rule('>=1', 'declared', 'oxbow')],
      'known not to',
      false,
      /another desktop \(oxbow\)/,
    ],
    ['it rests on standards alone', [], 'declared', true, /open standards/],
  ] as const)('is told with its reason when %s', (_, fits, word, usable, sentence) => {
    const told = fit({ fits: [...fits] });
    expect(told).toMatchObject({ word, usable });
    expect(told.sentence).toMatch(sentence);
  });

  it('names the way to get it, and says when there is none', () => {
    expect(fit({}).channelSentence).toBe('Package thing on Pipit 24.');
    expect(fit({ channels: [{ way: 'package', names: { other: 'x' } }] })).toMatchObject({
      usable: false,
      channelSentence: 'No package on Pipit 24, and no other way to get it.',
    });
    const archive = { way: 'archive' as const, from: 'f', file: 'f.tar.xz', root: 'F', sort: 'icon set' };
    expect(fit({ channels: [archive] }).channel).toEqual(archive);
    expect(fit({ channels: [{ ...archive, sort: 'sofa' }] }).channelSentence).toMatch(/no folder for/);
    expect(
      fit({ channels: [{ way: 'repository', from: 'f', script: 'go.sh', flags: [], admin: true }] })
        .channelSentence,
    ).toMatch(/as administrator/);
  });
});
