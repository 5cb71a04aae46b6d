import { describe, expect, it } from 'vitest';
import { alsoCalled } from './alsoCalled.js';
import { KINDS } from './registry.js';

describe('what kinds are called', () => {
  it('is told of every kind that ships, and of none that there is not', () => {
    expect(KINDS.filter((k) => alsoCalled(k.id) === '').map((k) => k.id)).toEqual([]);
    expect(alsoCalled('no such kind')).toBe('');
  });
});
