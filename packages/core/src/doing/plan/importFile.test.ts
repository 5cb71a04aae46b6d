import { describe, expect, it } from 'vitest';
import { learnFromExports, valuesOfExport } from '../../deciding/learning/exports.js';
import { makeProfile } from '../../deciding/learning/makeProfile.js';
import { evaluateCoat } from '../../deciding/matching/evaluate.js';
import { indexOffers } from '../../deciding/matching/rank.js';
import type { MatchContext } from '../../deciding/matching/targets.js';
import { utf8, utf8Bytes } from '../../ground/utf8.js';
import { readExport } from '../../measuring/exports/readExport.js';
import type { CoatRows } from '../../model/coat/rows.js';
import { hostNow } from '../../model/host/now.js';
import { readProfile } from '../../model/host/profile.js';
import { EMPTY_SURVEY } from '../../model/host/survey.js';
import { stepsOf } from '../../model/deeds/step.js';
import { testCoat, testElement, testLayer, testMatch, testTrait, uuid } from '../../testing/coat.js';
import { rehearse } from '../rehearsal/rehearse.js';
import { startState } from '../simulation/hostState.js';
import { derivePlan } from './derive.js';
import { entriesOf, importFiles } from './importFile.js';
import { wayBack } from './wayBack.js';

const FIRST = `Marlbeck settings

[Desk\\Dock]
"Icon size"=dword:00000018
"Edge"="bottom"
"Owner"="nobody's business"
[Desk\\Bar]
height = 30
`;
const THEN = FIRST.replace('00000018', '00000030').replace('bottom', 'left').replace('= 30', '= 32');

const file = (name: string, text: string) => ({ name, bytes: utf8Bytes(text) });
const valuesIn = (bytes: Uint8Array) => {
  const answer = readExport({ name: 'made', bytes });
  if (!answer.ok) throw new Error(answer.sentence);
  return Object.fromEntries([...answer.read.entries].map(([name, { value }]) => [name, value]));
};

/** A desktop that exports alone tell of, and the plan of a coat with a dock on it. */
function planned(edge: string, iconSize: number) {
  const answer = learnFromExports(null, file('before.txt', FIRST), file('after.txt', THEN));
  if (!answer.ok) throw new Error(answer.sentence);
  const { machine } = answer.learnt;
  const is = { 'Icon size': 'dock.iconSize', Edge: 'dock.edge', height: 'bar.thickness' };
  const decisions = new Map(
    Object.entries(is).map(([name, target]) => [machine.settings.find((s) => s.name === name)!.key, target]),
  );
  const made = makeProfile(machine, decisions, {
    id: uuid('marlbeck'),
    revision: 1,
    name: 'Marlbeck',
    version: '1',
  });
  expect(made.leftOut).toEqual([]);
  const host = readProfile(JSON.parse(JSON.stringify(made.profile)));
  const rows: CoatRows = {
    ...testCoat(),
    element: { [uuid('shelf')]: testElement('shelf', 'dock') },
    trait: Object.fromEntries(
      [testTrait('shelf', 'edge', edge), testTrait('shelf', 'iconSize', iconSize)].map((t) => [t.id, t]),
    ),
    match: { m: testMatch('m', uuid('shelf')) },
    layer: testLayer('dock'),
  };
  const ctx: MatchContext = { rows, host, parts: new Map() };
  // What the second export told is what is set now.
  const before = valuesOfExport(
    [...entriesOf(host)].map(([key, place]) => ({ key, place })),
    file('today.txt', THEN),
  );
  if (!before.ok) throw new Error(before.sentence);
  const now = hostNow(host, [{ ...EMPTY_SURVEY, settings: { ...before.values } }]);
  const plan = derivePlan(ctx, evaluateCoat(ctx, indexOffers(ctx)), { now });
  if (!plan.ok) throw new Error(plan.sentence);
  return { host, plan, now };
}

describe('a file to be imported', () => {
  it('holds what the plan changes and nothing else, and the way back is its inverse', () => {
    const { host, plan, now } = planned('bottom', 40);
    const { files, left } = importFiles(host, stepsOf(plan), 'Coat of');
    expect(left).toEqual([]);
    expect(files.map(({ name, count }) => [name, count])).toEqual([['Coat of after.txt', 2]]);
    expect(valuesIn(files[0]!.bytes)).toEqual({
      'Desk\\Dock › Icon size': '40',
      'Desk\\Dock › Edge': 'bottom',
    });
    expect(utf8(files[0]!.bytes)).toMatch(/^Marlbeck settings\n\n\[Desk\\Dock\]\n/);
    expect(utf8(files[0]!.bytes)).toContain('"Icon size"=dword:00000028\n');

    const went = rehearse({ host, mirror: {} }, plan, startState(host, now));
    expect(went.complete).toBe(true);
    const done = went.frames.flatMap(({ step, touches }) => (step ? [{ step, touches }] : []));
    const back = importFiles(host, stepsOf(wayBack(host, done, null, () => 'x').plan), 'Way back of');
    expect(back.left).toEqual([]);
    expect(valuesIn(back.files[0]!.bytes)).toEqual({
      'Desk\\Dock › Icon size': '48',
      'Desk\\Dock › Edge': 'left',
    });
  });
  it('has no line for what its entry cannot hold, or what nobody noted, and says so', () => {
    const { host, plan } = planned('bottom', 40);
    const steps = stepsOf(plan).map((step) => ({
      ...step,
      deeds: step.deeds.map((deed) =>
        deed.do === 'set' ? { ...deed, value: deed.value === '40' ? '#ff0000' : null } : deed,
      ),
    }));
    const { files, left } = importFiles(host, steps, 'Coat of');
    expect(files).toEqual([]);
    expect(left.map(({ sentence }) => sentence).sort()).toEqual([
      '#ff0000 cannot stand there: it takes a whole number from 0 to 4294967295.',
      expect.stringContaining('nobody noted'),
    ]);
  });
  it('tells by one export what is set now, of what is known from exports', () => {
    const { host } = planned('bottom', 40);
    const places = [...entriesOf(host)].map(([key, place]) => ({ key, place }));
    expect(valuesOfExport(places, file('today.txt', FIRST.replace('00000018', '0000001c')))).toMatchObject({
      values: { 'after.txt › Desk\\Dock › Icon size': '28', 'after.txt › Desk\\Bar › height': '30' },
    });
    expect(valuesOfExport(places, file('other.txt', '[A]\nb=1\n'))).toMatchObject({ ok: false });
  });
});
