import { describe, expect, it } from 'vitest';
import { uuid } from '../../testing/coat.js';
import { applyChanges, invertChanges } from '../../model/coat/changes.js';
import { checkCommand, type Command, execute } from './commands.js';
import { NO_ROWS, newCoatRow, type CoatRows } from '../../model/coat/rows.js';

const EMPTY: CoatRows = { ...NO_ROWS, coat: { c: newCoatRow('c', 'C') } };

/** Carries a command out as it comes over the wire, and checks that its inverse takes it back. */
function done(rows: CoatRows, raw: object): CoatRows {
  const checked = checkCommand(raw);
  if (!checked.ok) throw new Error(checked.problems.join(' '));
  const changes = execute(rows, checked.command as Command);
  const after = applyChanges(rows, changes);
  if (!after.ok) throw new Error(after.clash.sentence);
  let n = 0;
  const back = applyChanges(
    after.rows,
    invertChanges(changes, () => uuid(`inverse ${n++}`), '2026-11-25T00:00:00.000Z'),
  );
  expect(back).toEqual({ ok: true, rows });
  return after.rows;
}

const trial = {
  type: 'trial.set',
  id: uuid('t'),
  partId: uuid('p'),
  partRevision: 1,
  family: 'fernbank',
  hostVersion: '3.4',
  outcome: 'kept',
  flavour: null,
  why: '',
  tried: '2026-11-25',
};
const survey = {
  type: 'survey.add',
  id: uuid('s'),
  name: 'S',
  at: '2026-11-25T10:00:00.000Z',
  what: 'survey',
  blob: 'a'.repeat(64),
};
const reading = {
  type: 'reading.add',
  id: uuid('r'),
  surveyId: uuid('s'),
  at: survey.at,
  phase: 'before',
  load: 'idle',
  memory: [1, 2],
  processor: [3, 4],
};

describe('trials', () => {
  it('are noted, changed and taken away, each undone exactly', () => {
    const noted = done(EMPTY, trial);
    const changed = done(noted, { ...trial, outcome: 'dropped', why: 'It flickers' });
    expect(changed.trial[trial.id]).toMatchObject({ outcome: 'dropped', why: 'It flickers' });
    expect(done(changed, { type: 'trial.remove', id: trial.id }).trial).toEqual({});
  });
  it('of what was dropped say why', () => {
    expect(() => done(EMPTY, { ...trial, outcome: 'dropped', why: ' ' })).toThrow(/Say why/);
  });
  it.each([{ tried: 'today' }, { outcome: 'liked' }, { family: '' }, { why: 'x'.repeat(10_001) }])(
    'with %j are refused',
    (wrong) => expect(checkCommand({ ...trial, ...wrong }).ok).toBe(false),
  );
});

describe('surveys and readings', () => {
  it('a survey that goes leaves its readings, and undo ties them again', () => {
    const rows = done(done(EMPTY, survey), reading);
    const gone = done(rows, { type: 'survey.remove', id: survey.id });
    expect(gone.survey).toEqual({});
    expect(gone.reading[reading.id]).toMatchObject({ surveyId: null, memory: [1, 2] });
  });
  it('readings are counted as before or after, idle or under load, and renamed surveys keep theirs', () => {
    let rows = done(done(EMPTY, survey), reading);
    rows = done(rows, { type: 'reading.set', id: reading.id, phase: 'after', load: 'under load' });
    rows = done(rows, { type: 'survey.rename', id: survey.id, name: 'Afterwards' });
    expect(rows.reading[reading.id]).toMatchObject({
      phase: 'after',
      load: 'under load',
      surveyId: survey.id,
    });
    expect(done(rows, { type: 'reading.remove', id: reading.id }).reading).toEqual({});
  });
  it.each([
    [{ ...reading, surveyId: null, processor: [1] }, /as many samples/],
    [{ ...reading, memory: [], processor: [] }, /at least one sample/],
    [{ ...reading, surveyId: uuid('other') }, /survey/],
    [{ type: 'survey.remove', id: uuid('none') }, /survey/],
  ])('%j is refused', (raw, sentence) => expect(() => done(EMPTY, raw)).toThrow(sentence));
});
