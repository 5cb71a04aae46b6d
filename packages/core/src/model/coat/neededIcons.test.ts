import { testElement } from '../../testing/coat.js';
import { describe, expect, it } from 'vitest';
import { NO_ROWS, type CoatRows } from './rows.js';
import { neededIconNames } from './neededIcons.js';

const element = (id: string, kind: string) => testElement(id, kind, { id, weight: 1 });
const trait = (id: string, elementId: string, name: string, target: string) => ({
  id,
  elementId,
  variantId: null,
  trait: name,
  state: null,
  target,
  pictureId: null,
  source: { how: 'typed' as const },
});

describe('the icons that a coat needs', () => {
  it('are those of the applications that it names, as icons are named, each once', () => {
    const rows: CoatRows = {
      ...NO_ROWS,
      element: { a: element('a', 'expected-app'), b: element('b', 'app-icon'), c: element('c', 'bar') },
      trait: {
        1: trait('1', 'a', 'name', 'Tape Cutter é'),
        2: trait('2', 'b', 'application', 'tape cutter e'),
        3: trait('3', 'b', 'size', 'x'),
        4: trait('4', 'c', 'name', 'Rail'),
      },
    };
    expect(neededIconNames(rows)).toEqual(['tape-cutter-e']);
    expect(neededIconNames(NO_ROWS)).toEqual([]);
  });
});
