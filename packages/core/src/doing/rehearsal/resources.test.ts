import { describe, expect, it } from 'vitest';
import { verdictOf } from '../../proving/readings/verdict.js';
import { testPart } from '../../testing/parts.js';
import { memorySamples, runningParts } from './resources.js';

const part = testPart('Tide', { memory: 60 });
const readyOf = { [part.id]: ['package pipit tide', 'addon tide'] };
const state = (...shown: string[]) => ({
  stored: new Map<string, string>(),
  shown: new Map(shown.map((s) => [s, 'on'])),
  waiting: new Map(),
});

describe('the resources of a simulated host', () => {
  it('counts a part only while all it needs is in effect', () => {
    expect(runningParts(state('package pipit tide'), [part], readyOf)).toEqual([]);
    expect(runningParts(state('package pipit tide', 'addon tide'), [part], readyOf)).toEqual([part]);
  });
  it('gives the same samples for the same seed, with noise that an honest test sees through', () => {
    const run = (shown: string[], seed: number) =>
      memorySamples(state(...shown), [part], readyOf, 1400, seed);
    expect(run([], 3)).toEqual(run([], 3));
    expect(run([], 3)).not.toEqual(run([], 4));
    const before = [1, 2, 3, 4, 5].map((s) => run([], s));
    const after = [6, 7, 8, 9, 10].map((s) => run(readyOf[part.id]!, s));
    const { says, difference } = verdictOf(before, after);
    expect(says).toBe('more');
    expect(difference!).toBeGreaterThan(40);
    expect(difference!).toBeLessThan(80);
  });
});
