import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyChanges, invertChanges } from '../../model/coat/changes.js';
import { uuid } from '../../testing/coat.js';
import { AT, commandOf, outcome, ROWS } from '../../testing/everyCommand.js';
import { cases } from '../../testing/properties.js';
import { COMMAND_TYPES, needsOf, type Command } from './commands.js';
import { needsOfChanges, onlyNeeded } from './needs.js';

describe('what a command needs', () => {
  it.each(COMMAND_TYPES)('%s does on it what it does on the whole coat', (type) => {
    let carried = 0;
    fc.assert(
      fc.property(commandOf(type), (command) => {
        const whole = outcome(ROWS, command);
        expect(outcome(onlyNeeded(ROWS, needsOf(command)), command)).toEqual(whole);
        if ('changes' in whole) carried++;
      }),
      { numRuns: cases(100) },
    );
    // Commands that are all refused would prove nothing.
    expect(carried).toBeGreaterThan(0);
  });

  it('is, of several together, what each of them needs', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(...COMMAND_TYPES).chain(commandOf), { maxLength: 4 }),
        (commands) => {
          const many = { type: 'many', label: 'Several', commands } as Command;
          expect(outcome(onlyNeeded(ROWS, needsOf(many)), many)).toEqual(outcome(ROWS, many));
        },
      ),
      { numRuns: cases(300) },
    );
  });

  it('of changes that are taken back is enough to take them back', () => {
    fc.assert(
      fc.property(fc.constantFrom(...COMMAND_TYPES).chain(commandOf), (command) => {
        const done = outcome(ROWS, command);
        if (!('changes' in done)) return;
        const after = applyChanges(ROWS, done.changes);
        if (!after.ok) return;
        const inverse = invertChanges(done.changes, () => uuid('answer'), AT);
        const needs = needsOfChanges(inverse);
        const part = applyChanges(onlyNeeded(after.rows, needs), inverse);
        const whole = applyChanges(after.rows, inverse);
        expect(part.ok).toBe(whole.ok);
        if (part.ok && whole.ok) expect(part.rows).toEqual(onlyNeeded(whole.rows, needs));
      }),
      { numRuns: cases(300) },
    );
  });

  it('leaves out what has nothing to do with it: of one target the targets of other elements', () => {
    const command = {
      type: 'trait.weigh',
      elementId: uuid('one'),
      trait: 'thickness',
      importance: 'must',
      tolerance: null,
    } as Command;
    const needed = onlyNeeded(ROWS, needsOf(command));
    expect(Object.keys(needed.element)).toEqual([uuid('one')]);
    expect(needed.trait).toEqual({});
    expect(needed.sighting).toEqual({});
  });
});
