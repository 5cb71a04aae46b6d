import type { BarThing } from '../drawn.js';
import type { Look } from '../look.js';
import { program } from '../bars/items.js';
import { ValueReader } from '../valueReader.js';

/** Applications that belong to the look and are started from a place, by their names. */
export const expectedOn = (look: Look, shown: string): string[] =>
  look.seen.flatMap((e) => {
    const v = new ValueReader(e.values);
    return e.kind === 'expected-app' && v.text('shown', 'nowhere') === shown ? [v.text('name', e.name)] : [];
  });

export const APPLICATIONS_ON_BARS: Readonly<Record<string, BarThing>> = {
  'expected-app': {
    item: null,
    draw: program,
    wants: (v) => ['dock', 'bar'].find((kind) => kind === v.text('shown', 'nowhere')),
  },
};
