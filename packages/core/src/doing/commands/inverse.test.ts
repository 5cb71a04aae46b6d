import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyChanges, invertChanges, sameJson, type Change } from '../../model/coat/changes.js';
import type { CoatRows } from '../../model/coat/rows.js';
import { uuid } from '../../testing/coat.js';
import { AT, commandOf, outcome, ROWS } from '../../testing/everyCommand.js';
import { cases } from '../../testing/properties.js';
import { COMMAND_TYPES, type Command } from './commands.js';

/** What is written into the journal is withdrawn by another entry, and never taken out. */
const withoutJournal = (rows: CoatRows) => ({ ...rows, journal: {} });

/** Carries a command out; null where it is refused, or cannot be written. */
function done(rows: CoatRows, command: Command): { rows: CoatRows; inverse: Change[] } | null {
  const told = outcome(rows, command);
  if (!('changes' in told)) return null;
  const applied = applyChanges(rows, told.changes);
  if (!applied.ok) return null;
  return { rows: applied.rows, inverse: invertChanges(told.changes, () => uuid('answer'), AT) };
}

function takenBack(rows: CoatRows, inverse: readonly Change[]): CoatRows {
  const result = applyChanges(rows, inverse);
  if (!result.ok) throw new Error(result.clash.sentence);
  return result.rows;
}

describe('what is taken back', () => {
  it.each(COMMAND_TYPES)('of %s leaves the coat as it was before', (type) => {
    let carried = 0;
    fc.assert(
      fc.property(commandOf(type), (command) => {
        const after = done(ROWS, command);
        if (!after) return;
        carried++;
        const back = takenBack(after.rows, after.inverse);
        expect(withoutJournal(back)).toEqual(withoutJournal(ROWS));
      }),
      { numRuns: cases(60) },
    );
    expect(carried).toBeGreaterThan(0);
  });

  it('one by one, of any commands, leaves the coat as it was at the start', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...COMMAND_TYPES).chain(commandOf), { maxLength: 12 }), (list) => {
        let rows = ROWS;
        const inverses: Change[][] = [];
        for (const command of list) {
          const after = done(rows, command);
          if (!after) continue;
          rows = after.rows;
          inverses.push(after.inverse);
        }
        for (const inverse of inverses.reverse()) rows = takenBack(rows, inverse);
        expect(sameJson(withoutJournal(rows), withoutJournal(ROWS))).toBe(true);
      }),
      { numRuns: cases(200) },
    );
  });
});
