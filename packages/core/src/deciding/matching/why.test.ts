import { describe, expect, it } from 'vitest';
import { applyChanges } from '../../model/coat/changes.js';
import { type Command, execute } from '../../doing/commands/commands.js';
import { NO_LIMITS } from '../../model/coat/limits.js';
import { NO_ROWS } from '../../model/coat/rows.js';
import { put } from '../../model/coat/changes.js';
import { testCoat, uuid } from '../../testing/coat.js';
import { testHost, testPart } from '../../testing/parts.js';
import { evaluateCoat } from './evaluate.js';
import { indexOffers } from './rank.js';
import { standingHistory, type PastEntry } from './standingHistory.js';
import { stackOf } from './stack.js';
import { freshLayer } from './layers.js';
import { partKey, targetsOf, type MatchContext } from './targets.js';
import { whyOf } from './why.js';
import type { Part } from '../../model/parts/part.js';

const perfect = {
  edge: { fixed: 'right' },
  thickness: { fixed: 84 },
  colour: { fixed: '#e3c2b4' },
};

function why(parts: readonly Part[], ...commands: Command[]) {
  let rows = testCoat();
  for (const command of commands) {
    const applied = applyChanges(rows, execute(rows, command));
    if (!applied.ok) throw new Error(applied.clash.sentence);
    rows = applied.rows;
  }
  const ctx: MatchContext = {
    rows,
    host: testHost({ offers: [] }),
    parts: new Map(parts.map((p) => [partKey(p.id, 1), p])),
  };
  const index = indexOffers(ctx);
  const state = evaluateCoat(ctx, index).elements.find((e) => e.element.name === 'Rail')!;
  return whyOf(ctx, index, state, '2026-11-25');
}

describe('why an element is not matched', () => {
  it('is the version, the channel, a limit, the catalogue, or the person', () => {
    const part = (more: Partial<Part>) => testPart('Nearer', more, perfect);
    expect(why([part({ fits: [{ host: 'fernbank', versions: '*', how: 'known not to' }] })]).reason).toBe(
      'version',
    );
    expect(why([part({ channels: [{ way: 'package', names: { other: 'x' } }] })]).reason).toBe('channel');
    const free: Command = { type: 'coat.limits', limits: { ...NO_LIMITS, free: true } };
    const paid = why([part({ price: { amount: 5, currency: 'EUR' } })], free);
    expect(paid).toMatchObject({ reason: 'limit', canLift: false });
    expect(paid.lift).toContain('5 EUR');
    expect(why([]).reason).toBe('no offer');
    expect(why([part({})])).toMatchObject({ reason: 'not chosen yet', canLift: true });
    const gap: Command = {
      type: 'match.say',
      elementId: uuid('rail'),
      matchId: uuid('m'),
      said: 'gap',
      reason: 'r',
      lost: '',
    };
    expect(why([part({})], gap)).toMatchObject({ reason: 'taste', canLift: true });
  });
});

describe('the history of a standing', () => {
  it('plays the coat again, and tells each change with what was done', () => {
    const part = testPart('P', {}, perfect);
    let rows = testCoat();
    const first: PastEntry = {
      label: 'Begin',
      at: '2026-11-01T10:00:00.000Z',
      changes: Object.entries(rows).flatMap(([entity, table]) =>
        Object.values(table).map((row) => put(entity as 'coat', row as never)),
      ),
    };
    expect(NO_ROWS.coat).toEqual({});
    const entries: PastEntry[] = [first];
    const act = (label: string, command: Command) => {
      const changes = execute(rows, command);
      const applied = applyChanges(rows, changes);
      if (!applied.ok) throw new Error(applied.clash.sentence);
      rows = applied.rows;
      entries.push({ label, at: '2026-11-02T10:00:00.000Z', changes });
    };
    act('Choose', {
      type: 'match.choose',
      elementId: uuid('rail'),
      matchId: uuid('m'),
      layerId: uuid('l'),
      partId: part.id,
      partRevision: 1,
      offer: 'bar',
    });
    act('Rename', { type: 'coat.rename', name: 'Other' });
    act('Gap', {
      type: 'match.say',
      elementId: uuid('rail'),
      matchId: uuid('m'),
      said: 'gap',
      reason: 'r',
      lost: '',
    });
    const ctx: MatchContext = { rows, host: testHost(), parts: new Map([[partKey(part.id, 1), part]]) };
    expect(
      standingHistory(ctx, { kept: [], from: NO_ROWS, entries }, uuid('rail')).map((h) => [
        h.label,
        h.standing,
      ]),
    ).toEqual([
      ['Begin', 'open'],
      ['Choose', 'matched'],
      ['Gap', 'gap'],
    ]);
  });
});

describe('the stack of layers', () => {
  it('tells which layer gives which trait, and what it covers', () => {
    const rows = testCoat();
    const host = testHost();
    const element = rows.element[uuid('rail')]!;
    const variant = rows.variant[uuid('light')]!;
    const targets = targetsOf(rows, element, variant.id);
    const ctx = { rows, host, parts: new Map() };
    const base = freshLayer(ctx, null, host.offers[0]!);
    const tint = testPart('Tint', {}, { colour: { fixed: '#000000' } });
    const over = {
      ...freshLayer(ctx, tint, { ...tint.offers[0]!, replaces: false }),
      role: 'overlay' as const,
    };
    const stack = stackOf(host, 'bar', targets, [base, over], variant);
    expect(stack.map((l) => [l.role, l.gives])).toEqual([
      ['host', []],
      ['base', ['Edge', 'Thickness']],
      ['overlay', ['Colour']],
    ]);
    expect(stack[1]!.covered).toEqual([{ trait: 'Colour', by: 'Tint' }]);
  });
});
