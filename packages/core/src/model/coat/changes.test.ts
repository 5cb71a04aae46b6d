import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { KEPT, testCoat, uuid } from '../../testing/coat.js';
import { CommandRefused } from './refused.js';
import { applyChanges, diffRows, invertChanges, overlap, sameJson } from './changes.js';
import { checkCommand, type Command, execute } from '../../doing/commands/commands.js';
import type { CoatRows } from './rows.js';
import { cases } from '../../testing/properties.js';

const AT = '2026-11-24T10:00:00.000Z';

function run(rows: CoatRows, command: Command): CoatRows {
  const result = applyChanges(rows, execute(rows, command));
  if (!result.ok) throw new Error(result.clash.sentence);
  return result.rows;
}

/** Commands that make sense on the test coat, by number. */
const commands: fc.Arbitrary<Command> = fc.oneof(
  fc.string({ minLength: 1, maxLength: 20 }).map((name): Command => ({ type: 'coat.rename', name })),
  fc
    .constantFrom('share of height' as const, 'same pixels' as const)
    .map((policy): Command => ({ type: 'coat.policy', policy })),
  fc.tuple(fc.constantFrom('rail', 'clock'), fc.integer({ min: 1, max: 5 })).map(([e, weight]): Command => ({
    type: 'element.set',
    id: uuid(e),
    name: e,
    weight,
    note: '',
    links: [],
  })),
  fc.constantFrom('rail', 'clock').map((e): Command => ({ type: 'element.remove', id: uuid(e) })),
  fc.tuple(fc.constantFrom('rail'), fc.integer({ min: 1, max: 200 })).map(([e, target]): Command => ({
    type: 'trait.set',
    elementId: uuid(e),
    id: uuid('fresh trait'),
    trait: 'thickness',
    variantId: null,
    state: null,
    target,
    pictureId: null,
    source: { how: 'typed' },
  })),
  fc.constantFrom('bar-1', 'bar').map((offer): Command => ({
    type: 'match.choose',
    elementId: uuid('rail'),
    matchId: uuid('rail match'),
    layerId: uuid(`layer ${offer}`),
    partId: null,
    partRevision: null,
    offer,
  })),
  fc.constantFrom('gap' as const, 'stand-in' as const, null).map((said): Command => ({
    type: 'match.say',
    elementId: uuid('clock'),
    matchId: uuid('clock match'),
    said,
    reason: 'r',
    lost: '',
  })),
  fc.constant<Command>({ type: 'match.release', elementId: uuid('rail') }),
  fc.constant<Command>({ type: 'picture.remove', id: uuid('light picture') }),
  fc.constantFrom('must' as const, 'ignored' as const, null).map((importance): Command => ({
    type: 'trait.weigh',
    elementId: uuid('rail'),
    trait: 'thickness',
    importance,
    tolerance: null,
  })),
);

describe('commands and their inverses', () => {
  it('any run of commands, taken back one by one, gives the start', () => {
    fc.assert(
      fc.property(fc.array(commands, { maxLength: 12 }), (list) => {
        const start = testCoat();
        let rows = start;
        const inverses: ReturnType<typeof invertChanges>[] = [];
        for (const command of list) {
          let changes;
          try {
            changes = execute(rows, command);
          } catch (error) {
            if (error instanceof CommandRefused) continue;
            throw error;
          }
          const result = applyChanges(rows, changes);
          if (!result.ok) continue;
          rows = result.rows;
          inverses.push(invertChanges(changes, () => uuid('x'), AT));
        }
        for (const inverse of inverses.reverse()) {
          const result = applyChanges(rows, inverse);
          if (!result.ok) throw new Error(result.clash.sentence);
          rows = result.rows;
        }
        expect(sameJson(rows, start)).toBe(true);
      }),
      { numRuns: cases(300) },
    );
  });

  it('the difference between two states leads from one to the other, and between the same is none', () => {
    fc.assert(
      fc.property(fc.array(commands, { maxLength: 12 }), (list) => {
        const start = testCoat();
        let rows = start;
        for (const command of list) {
          try {
            rows = run(rows, command);
          } catch {
            continue;
          }
        }
        const there = applyChanges(start, diffRows(start, rows));
        if (!there.ok) throw new Error(there.clash.sentence);
        expect(sameJson(there.rows, rows)).toBe(true);
        expect(diffRows(rows, there.rows)).toEqual([]);
      }),
      { numRuns: cases(300) },
    );
  });

  it('refuses an inverse whose field was changed since, by name', () => {
    const start = testCoat();
    const changes = execute(start, {
      type: 'element.set',
      id: uuid('rail'),
      name: 'Rail',
      weight: 2,
      note: '',
      links: [],
    });
    const inverse = invertChanges(changes, () => uuid('x'), AT);
    const later = run(
      run(start, { type: 'element.set', id: uuid('rail'), name: 'Rail', weight: 2, note: '', links: [] }),
      { type: 'element.set', id: uuid('rail'), name: 'Rail', weight: 4, note: '', links: [] },
    );
    const result = applyChanges(later, inverse);
    expect(result.ok ? '' : result.clash.sentence).toBe('Rail was changed since (weight).');
    const other = run(
      run(start, { type: 'element.set', id: uuid('rail'), name: 'Rail', weight: 2, note: '', links: [] }),
      { type: 'element.set', id: uuid('rail'), name: 'Rail', weight: 2, note: 'seen', links: [] },
    );
    expect(applyChanges(other, inverse).ok).toBe(true);
  });

  it('answers the journal instead of taking an entry out', () => {
    const tick: Command = {
      type: 'plan.tick',
      id: uuid('tick'),
      stepKey: 'safe-point',
      title: 'Safe point',
      what: 'done',
      note: '',
      pictures: [],
      step: KEPT,
      at: AT,
    };
    const start = testCoat();
    const changes = execute(start, tick);
    const rows = run(start, tick);
    const result = applyChanges(
      rows,
      invertChanges(changes, () => uuid('answer'), AT),
    );
    if (!result.ok) throw new Error(result.clash.sentence);
    expect(Object.values(result.rows.journal).map((j) => j.what)).toEqual(['done', 'withdrawn']);
  });

  it('tells whether two windows touched the same thing', () => {
    const start = testCoat();
    const mine = execute(start, {
      type: 'element.set',
      id: uuid('rail'),
      name: 'Rail',
      weight: 2,
      note: '',
      links: [],
    });
    const note = execute(start, {
      type: 'element.set',
      id: uuid('rail'),
      name: 'Rail',
      weight: 5,
      note: 'n',
      links: [],
    });
    const same = execute(start, {
      type: 'element.set',
      id: uuid('rail'),
      name: 'Rail',
      weight: 3,
      note: '',
      links: [],
    });
    const gone = execute(start, { type: 'element.remove', id: uuid('rail') });
    expect(overlap(mine, note)).toBeNull();
    expect(overlap(mine, same)).not.toBeNull();
    expect(overlap(mine, gone)).not.toBeNull();
  });

  it('keeps the numbers of a picture that is removed, as typed ones', () => {
    const rows = run(testCoat(), { type: 'picture.remove', id: uuid('light picture') });
    expect(Object.keys(rows.region)).toHaveLength(0);
    expect(Object.values(rows.trait).map((t) => t.source.how)).not.toContain('measured');
    expect(Object.values(rows.trait)).toHaveLength(Object.values(testCoat().trait).length);
  });

  it('refuses a region outside its picture and a target that is not right', () => {
    const region = {
      id: uuid('r'),
      pictureId: uuid('light picture'),
      x: 1900,
      y: 0,
      width: 100,
      height: 10,
      ground: null,
    };
    const add = (more: object) => () =>
      execute(testCoat(), {
        type: 'element.add',
        id: uuid('n'),
        kind: 'bar',
        name: 'n',
        weight: 3,
        region: null,
        traits: [],
        ...more,
      } as Command);
    expect(add({ region })).toThrow(/does not lie inside/);
    const trait = { id: uuid('t'), variantId: null, state: null, pictureId: null, source: { how: 'typed' } };
    expect(add({ traits: [{ ...trait, trait: 'edge', target: 'north' }] })).toThrow(/one of top, right/);
    expect(add({ traits: [{ ...trait, trait: 'nonsense', target: 1 }] })).toThrow(/no trait nonsense/);
  });
});

describe('checking a command', () => {
  const rename = (name: unknown) => checkCommand({ type: 'coat.rename', name });
  it.each([
    ['', /at least one/],
    ['x'.repeat(10_000), /at most 200/],
    ['  ends  ', /no blanks/],
    ['bell\u0007', /control/],
    [undefined, /needed/],
    [7, /is a text/],
  ])('refuses the name %j', (name, sentence) => {
    const checked = rename(name);
    expect(checked.ok ? '' : checked.problems.join(' ')).toMatch(sentence);
  });
  it.each(['<b>bold</b>', '🧥 coat', "Robert'); drop table coat;--", 'שלום', '../../etc'])(
    'takes the name %j as it is',
    (name) => {
      expect(rename(name)).toMatchObject({ ok: true, command: { name } });
    },
  );
  it.each([
    null,
    7,
    'x',
    {},
    { type: 'no.such' },
    { type: '__proto__' },
    { type: 'coat.rename', name: 'a', extra: 1 },
    { type: 'element.remove', id: '../x' },
  ])('refuses %j', (raw) => {
    expect(checkCommand(raw).ok).toBe(false);
  });
});
