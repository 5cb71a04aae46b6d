import { describe, expect, it } from 'vitest';
import { applyChanges, invertChanges } from '../../model/coat/changes.js';
import { type Command, execute } from '../commands/commands.js';
import type { CoatRows } from '../../model/coat/rows.js';
import { hostNow } from '../../model/host/now.js';
import { evaluateCoat } from '../../deciding/matching/evaluate.js';
import { indexOffers } from '../../deciding/matching/rank.js';
import { partKey, type MatchContext } from '../../deciding/matching/targets.js';
import { ownValueProblem, ownValueText } from '../../model/parts/ownValue.js';
import type { OwnSetting, OwnValue } from '../../model/offers/ownSetting.js';
import { differences, startState } from '../simulation/hostState.js';
import { rehearse } from '../rehearsal/rehearse.js';
import { testCoat, testElement, testMatch, uuid } from '../../testing/coat.js';
import { testHost, testPart } from '../../testing/parts.js';
import { derivePlan } from './derive.js';
import { stepsOf } from '../../model/deeds/step.js';
import { wayBack } from './wayBack.js';

const setting = (id: string, value: OwnValue, where: OwnSetting['where']): OwnSetting => ({
  id,
  label: id,
  where,
  value,
  initial: '',
  reread: { after: 'none', command: null },
  help: '',
});
const HOURS = testPart('Brine Hours', {
  settings: [
    setting(
      'place',
      { type: 'coordinates', as: 'decimal' },
      { file: { path: '~/.config/brine/hours-{n}.conf', format: 'lines', at: 'place =' } },
    ),
    setting('player', { type: 'program' }, { window: 'Brine Hours › Player' }),
  ],
});
const host = testHost({ commands: { ...testHost().commands, reset: ['fern', 'reset', '{key}'] } });

/** Two widgets of one part, each with values of its own. */
function coat(own: readonly Readonly<Record<string, string>>[]): MatchContext {
  const elements = own.map((_, i) => testElement(`widget ${i}`, 'bar', { position: i }));
  const rows: CoatRows = {
    ...testCoat(),
    element: Object.fromEntries(elements.map((e) => [e.id, e])),
    trait: {},
    match: Object.fromEntries(elements.map((e, i) => [`m${i}`, testMatch(`m${i}`, e.id)])),
    layer: Object.fromEntries(
      own.map((o, i) => [
        uuid(`l${i}`),
        {
          id: uuid(`l${i}`),
          matchId: `m${i}`,
          position: 0,
          partId: HOURS.id,
          partRevision: 1,
          offer: 'bar',
          traits: null,
          settings: {},
          own: o,
        },
      ]),
    ),
  };
  return { rows, host, parts: new Map([[partKey(HOURS.id, 1), HOURS]]) };
}
const planOf = (ctx: MatchContext) => derivePlan(ctx, evaluateCoat(ctx, indexOffers(ctx)));

describe('a part’s own settings where it is used', () => {
  it('become steps: two widgets of one part carry different values, each with its edit and its way back', () => {
    const plan = planOf(coat([{ place: '51.5, -0.1', player: 'reed' }, { place: '48.2, 16.4' }]));
    if (!plan.ok) throw new Error(plan.sentence);
    const own = stepsOf(plan).filter((s) => s.key.startsWith('own:'));
    expect(own.map((s) => [s.title, s.where])).toEqual([
      ['Set place of widget 0 to 51.5, -0.1', '~/.config/brine/hours-1.conf, place ='],
      ['Set player of widget 0 to reed', 'Brine Hours › Player'],
      ['Set place of widget 1 to 48.2, 16.4', '~/.config/brine/hours-2.conf, place ='],
    ]);
    expect(own.map((s) => s.deeds[0]!.do)).toEqual(['edit', 'by hand', 'edit']);
    expect(plan.warnings).toEqual([]);
    const start = startState(host, hostNow(host, []));
    const went = rehearse({ host, mirror: {} }, plan, start);
    expect(went.complete).toBe(true);
    const one = wayBack(host, went.frames, new Set([uuid('widget 1')])).plan;
    expect(stepsOf(one).flatMap((s) => s.deeds)).toContainEqual({
      do: 'edit',
      file: { path: '~/.config/brine/hours-2.conf', format: 'lines', at: 'place =' },
      value: null,
    });
    const back = wayBack(host, went.frames).plan;
    if (!back.ok) throw new Error(back.sentence);
    expect(differences(start, rehearse({ host, mirror: {} }, back, went.end).end)).toEqual([]);
  });
  it('that the part does not take are told and left out', () => {
    const plan = planOf(coat([{ place: 'nowhere at all' }]));
    expect(stepsOf(plan).filter((s) => s.key.startsWith('own:'))).toEqual([]);
    expect(plan.ok && plan.warnings.join(' ')).toContain('widget 0: place: a place on earth');
  });
  it('are said, changed and taken back, each undone exactly', () => {
    let { rows } = coat([{}]);
    const start = rows;
    const done = (command: object) => {
      const changes = execute(rows, command as Command);
      const after = applyChanges(rows, changes);
      if (!after.ok) throw new Error('refused');
      expect(
        applyChanges(
          after.rows,
          invertChanges(changes, () => uuid('x'), '2026-11-28T00:00:00.000Z'),
        ),
      ).toEqual({ ok: true, rows });
      rows = after.rows;
    };
    const id = uuid('l0');
    done({ type: 'layer.own', id, setting: 'player', value: 'reed' });
    done({ type: 'layer.own', id, setting: 'player', value: 'tern' });
    expect(rows.layer[id]!.own).toEqual({ player: 'tern' });
    done({ type: 'layer.own', id, setting: 'player', value: null });
    expect(rows).toEqual(start);
  });
  it.each([
    [{ type: 'number', least: 1, most: 9, step: 2, unit: 'px' }, ['1', '9', '3'], ['0', '2', 'x', '', '10']],
    [{ type: 'choice', values: ['a', 'b'] }, ['a'], ['c', '']],
    [{ type: 'flag' }, ['yes', 'false'], ['perhaps']],
    [{ type: 'colour' }, ['#c98f7a'], ['red', '#12']],
    [{ type: 'link' }, ['https://example.org/x'], ['example', 'a b']],
    [{ type: 'coordinates', as: 'decimal' }, ['51.5, -0.12'], ['here', '123, 456']],
    [{ type: 'text' }, ['', 'a b'], ['two\nlines']],
  ] as const)('%j', (value, right, wrong) => {
    const s = setting('s', value as OwnValue, { window: 'w' });
    for (const text of right) expect([text, ownValueProblem(s, text)]).toEqual([text, null]);
    for (const text of wrong) expect([text, ownValueProblem(s, text) === null]).toEqual([text, false]);
  });
});

describe('a place on earth', () => {
  const decimal = { type: 'coordinates', as: 'decimal' } as const;
  const degrees = { type: 'coordinates', as: 'degrees' } as const;
  it.each([
    [decimal, '54.98, -1.61', '54.98, -1.61'],
    [decimal, '54° 58′ 48″ N, 1° 36′ 36″ W', '54.98000, -1.61000'],
    [degrees, '54° 58′ 48″ N, 1° 36′ 36″ W', '54° 58′ 48″ N, 1° 36′ 36″ W'],
    [degrees, '54.98, -1.61', '54° 58′ 48″ N, 1° 36′ 36″ W'],
  ])('is written as the part takes it: %j, %s', (value, typed, written) => {
    expect(ownValueText({ value } as OwnSetting, typed)).toBe(written);
  });
});
