import { expect, it } from 'vitest';
import { applyChanges, invertChanges } from '../../model/coat/changes.js';
import { type Command, execute } from '../../doing/commands/commands.js';
import { testCoat, testMatch, uuid } from '../../testing/coat.js';
import { testHost, testPart } from '../../testing/parts.js';
import { changesOf, newerRevisions } from './newerRevisions.js';
import { partKey, type MatchContext } from './targets.js';

it('a newer revision of a part is offered where an older one is used, and taken with what was set', () => {
  const old = testPart('Tide', {}, { edge: { fixed: 'right' } });
  const next = { ...old, revision: 2, version: '1.1' };
  const rows = {
    ...testCoat(),
    match: { m: testMatch('m', uuid('rail')) },
    layer: {
      l: {
        id: uuid('l'),
        matchId: 'm',
        position: 0,
        partId: old.id,
        partRevision: 1,
        offer: 'bar',
        traits: null,
        settings: { all: { thickness: 40 } },
      },
    },
  };
  const own = { ...rows, layer: { [uuid('l')]: rows.layer.l } };
  const ctx = (parts: (typeof old)[]): MatchContext => ({
    rows: own,
    host: testHost(),
    parts: new Map(parts.map((p) => [partKey(p.id, p.revision), p])),
  });
  expect(newerRevisions(ctx([old]), uuid('rail'))).toEqual([]);
  expect(newerRevisions(ctx([old, next]), uuid('rail')).map((n) => n.part.version)).toEqual(['1.1']);
  expect(newerRevisions(ctx([old, { ...next, offers: [] }]), uuid('rail'))).toEqual([]);
  // What it would change is told before it is taken.
  const told = (more: Partial<typeof next>) => {
    const with_ = ctx([old, { ...next, ...more }]);
    const [newer] = newerRevisions(with_, uuid('rail'));
    return changesOf(with_, uuid('rail'), newer!);
  };
  expect(told({})).toMatchObject({ traits: [], else: [] });
  const left = told({
    offers: [{ ...old.offers[0]!, supplies: { edge: { fixed: 'left' } } }],
    effect: 'session',
  });
  expect(left).toMatchObject({ traits: ['Edge'], else: ['when it shows'] });
  expect(left.then).toBeLessThan(left.now!);
  const changes = execute(own, { type: 'layer.renew', id: uuid('l'), partRevision: 2 } as Command);
  const after = applyChanges(own, changes);
  if (!after.ok) throw new Error('refused');
  expect(after.rows.layer[uuid('l')]).toMatchObject({
    partRevision: 2,
    settings: { all: { thickness: 40 } },
  });
  const back = applyChanges(
    after.rows,
    invertChanges(changes, () => uuid('x'), '2026-11-28T00:00:00.000Z'),
  );
  expect(back).toEqual({ ok: true, rows: own });
});
