import { expect, it } from 'vitest';
import { testPart } from '../../testing/parts.js';
import { readPart } from './part.js';
import { madeSure, partOfPackage, withSure } from './sure.js';

it('a package that the mirror does not know is there where somebody knows it, and that is kept with the part', () => {
  const part = testPart('Tide', {
    channels: [{ way: 'package', names: { pipit: 'tide', dunnock: 'tide-bar' } }],
  });
  const mirrors = { pipit: new Set(['other']) };
  expect(withSure(mirrors, [part])['pipit']!.has('tide')).toBe(false);
  const sure = madeSure(part, 'pipit')!;
  expect(readPart(JSON.parse(JSON.stringify(sure)))).toEqual(sure);
  expect([...withSure(mirrors, [sure])['pipit']!]).toEqual(['other', 'tide']);
  // Nothing is said of another distribution, and a channel that nobody asked stays unasked.
  expect(withSure({ ...mirrors, dunnock: new Set<string>() }, [sure])['dunnock']!.size).toBe(0);
  expect(withSure({}, [sure])).toEqual({});
  expect(madeSure(sure, 'pipit')).toEqual(sure);
  expect(madeSure(part, 'nowhere')).toBeNull();
  expect(partOfPackage([part], 'dunnock', 'tide-bar')).toBe(part);
  expect(partOfPackage([part], 'dunnock', 'tide')).toBeNull();
});
