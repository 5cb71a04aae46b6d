import { describe, expect, it } from 'vitest';
import { derivePlan } from '../../doing/plan/derive.js';
import { wayBack } from '../../doing/plan/wayBack.js';
import { rehearse } from '../../doing/rehearsal/rehearse.js';
import { differences, startState } from '../../doing/simulation/hostState.js';
import type { Command } from '../../doing/commands/commands.js';
import { stepsOf } from '../../model/deeds/step.js';
import { hostNow } from '../../model/host/now.js';
import { EMPTY_SURVEY, type Survey } from '../../model/host/survey.js';
import type { Part } from '../../model/parts/part.js';
import {
  mattersOnly,
  testCoat,
  testElement,
  testLayer,
  testMatch,
  testTrait,
  uuid,
} from '../../testing/coat.js';
import { choose, context } from '../../testing/findingContext.js';
import { AT } from '../../testing/everyCommand.js';
import { testPart } from '../../testing/parts.js';
import { barePlaces } from './bare.js';
import type { Finding } from './finding.js';
import { findingsOf } from './findings.js';
import { findingsOfParts } from './ofParts.js';
import { contrastFindings } from './ofElements.js';
import { browserFindings, programFindings } from './ofPrograms.js';
import { reachOf } from './reach.js';
import { testHost } from '../../testing/parts.js';

const surveyOf = (...told: readonly [name: string, packaging: string, categories: string][]): Survey => ({
  ...EMPTY_SURVEY,
  takenAt: '2026-11-30T10:00:00Z',
  applications: told.map(([name, packaging, categories]) => ({
    id: `org.example.${name}.desktop`,
    name,
    packaging,
    categories,
  })),
});
/** The command that gives one of the answers that a finding offers. */
const answer = (finding: Finding, label: RegExp): Command => {
  const action = finding.actions.find((a) => label.test(a.label));
  if (!action || !('answer' in action)) throw new Error(`No answer ${label.source}.`);
  return {
    type: 'finding.accept',
    id: uuid(finding.key),
    finding: finding.key,
    facts: finding.facts,
    reason: action.label,
    at: AT,
    answer: action.answer,
  };
};
/** The steps that come of commands, on a host of which a survey was taken; they rehearse, and come back whole. */
function stepsAfter(parts: readonly Part[], commands: readonly Command[], survey: Survey) {
  const { ctx, state } = context(parts, testCoat(), commands, { survey });
  const now = hostNow(ctx.host!, [survey]);
  const plan = derivePlan(ctx, state, { now });
  if (!plan.ok) throw new Error(plan.sentence);
  const world = { host: ctx.host!, mirror: {} };
  const start = startState(ctx.host!, now);
  const { frames, end, complete } = rehearse(world, plan, start);
  expect(complete).toBe(true);
  const back = wayBack(ctx.host!, frames);
  if (!back.plan.ok) throw new Error(back.plan.sentence);
  expect(differences(start, rehearse(world, back.plan, end).end)).toEqual([]);
  return stepsOf(plan);
}
const reed = testPart('Reed');

describe('two programs for one duty', () => {
  const survey = surveyOf(
    ['Drawers', 'system', 'System;FileManager;'],
    ['Shelves', 'system', 'Utility;FileManager;'],
    ['Editor', 'system', 'TextEditor;'],
  );
  it('are told by the registered categories, and the one that goes is removed by the plan and comes back', () => {
    const [finding, ...others] = programFindings(context([], testCoat(), [], { survey }));
    expect(others).toEqual([]);
    expect(finding).toMatchObject({ title: 'Two programs do the duty of a file manager' });
    expect(finding!.actions.map((a) => a.label)).toEqual([
      'Plan to remove Drawers',
      'Plan to remove Shelves',
    ]);
    const steps = stepsAfter([reed], [choose('rail', reed), answer(finding!, /Drawers/)], survey);
    expect(steps.filter((s) => s.sort === 'remove a program').map((s) => s.title)).toEqual([
      'Remove Drawers',
    ]);
    // Once a survey no longer has it, nothing is left to do.
    const gone = surveyOf(['Shelves', 'system', 'FileManager;']);
    const after = stepsAfter([reed], [choose('rail', reed), answer(finding!, /Drawers/)], gone);
    expect(after.some((s) => s.sort === 'remove a program')).toBe(false);
  });
  it('are told of a dock that is chosen beside one that runs', () => {
    const dock = testPart('Jetty', { sort: 'dock' });
    const other = testPart('Old Quay', { sort: 'dock' });
    const both = surveyOf(['Old Quay', 'sandboxed', 'Utility;']);
    const at = (survey: Survey) =>
      programFindings(context([dock, other], testCoat(), [choose('rail', dock)], { survey })).map(
        (f) => f.cost,
      );
    expect(at(both)).toEqual([expect.stringMatching(/^Jetty and Old Quay:/)]);
    expect(at(surveyOf(['Editor', 'system', 'Utility;']))).toEqual([]);
  });
  it('are none where one program is enough, or nobody asked for categories', () => {
    const bare = { ...survey, applications: survey.applications.map(({ categories: _c, ...a }) => a) };
    expect(programFindings(context([], testCoat(), [], { survey: bare }))).toEqual([]);
    expect(programFindings(context([], testCoat(), []))).toEqual([]);
  });
});

describe('browsers', () => {
  const host = testHost({
    routes: [
      { toolkit: 'Sorrel', sort: 'control theme', how: 'By the theme.', except: ['sandboxed'] },
      { toolkit: 'browsers', sort: null, how: 'They draw their own frame.', except: [] },
    ],
  });
  it('are told as not following where the profile says so, and never as both', () => {
    const survey = surveyOf(
      ['Window on the World', 'system', 'Network;WebBrowser;'],
      ['Editor', 'system', ''],
    );
    const { apps, ends } = reachOf(host, survey, {});
    expect(apps.map((a) => [a.name, a.isReached])).toEqual([
      ['Window on the World', false],
      ['Editor', true],
    ]);
    expect(ends.map((e) => e.toolkit)).toEqual(['browsers']);
  });
  it('that are all in a sandbox hand no extension to the desktop: another one is installed first', () => {
    const tint = testPart('Tint', {
      sort: 'extension',
      channels: [
        { way: 'installer', from: 'https://parts.example/tint', file: 'tint.run', choices: [], admin: false },
      ],
    });
    const boxed = surveyOf(['Porthole', 'sandboxed', 'WebBrowser;']);
    const look = (survey: Survey) =>
      browserFindings(context([tint], testCoat(), [choose('rail', tint)], { survey }));
    const [finding] = look(boxed);
    expect(finding!.title).toBe('Tint cannot be installed from Porthole');
    expect(look(surveyOf(['Porthole', 'system', 'WebBrowser;']))).toEqual([]);
    const steps = stepsAfter([tint], [choose('rail', tint), answer(finding!, /Porthole/)], boxed);
    const titles = steps.map((s) => s.title);
    expect(titles).toContain('Install Porthole as a package of Pipit 24');
    expect(titles.indexOf('Remove Porthole, the sandboxed one')).toBeGreaterThan(
      titles.indexOf('Install Porthole as a package of Pipit 24'),
    );
  });
});

describe('a program that its package format keeps from the look', () => {
  it('is replaced by another format, where that is what keeps it away', () => {
    const theme = testPart('Clay', { sort: 'theme' });
    const survey = surveyOf(['Letters', 'sandboxed', '']);
    const found = findingsOf(
      context(
        [theme],
        testCoat(),
        [choose('rail', theme)],
        { survey },
        {
          routes: [{ toolkit: 'Sorrel', sort: 'control theme', how: 'By the theme.', except: ['sandboxed'] }],
        },
      ),
    ).find((f) => f.sort === 'out of reach of the theme')!;
    const steps = stepsAfter([theme], [choose('rail', theme), answer(found, /another format/)], survey);
    expect(steps.map((s) => s.title)).toEqual(
      expect.arrayContaining([
        'Install Letters as a package of Pipit 24',
        'Remove Letters, the sandboxed one',
      ]),
    );
  });
  it('is not, where nothing leads into packages either', () => {
    const theme = testPart('Clay', { sort: 'theme' });
    const found = findingsOf(
      context(
        [theme],
        testCoat(),
        [choose('rail', theme)],
        { survey: surveyOf(['Letters', 'sandboxed', '']) },
        {
          routes: [],
        },
      ),
    ).find((f) => f.sort === 'out of reach of the theme')!;
    expect(found.actions.every((a) => !('answer' in a))).toBe(true);
  });
});

describe('a fault in one application', () => {
  it('is told with what cures it, which the plan does', () => {
    const theme = testPart('Clay', {
      sort: 'theme',
      spoils: [
        { application: 'Letters', what: 'Its lists are white on white.', cure: 'Turn its own colours on.' },
      ],
    });
    const survey = surveyOf(['Letters', 'system', '']);
    const found = findingsOf(context([theme], testCoat(), [choose('rail', theme)], { survey })).find(
      (f) => f.sort === 'spoils an application',
    )!;
    expect(found.cost).toContain('What cures it: Turn its own colours on.');
    const steps = stepsAfter([theme], [choose('rail', theme), answer(found, /cures it in Letters/)], survey);
    expect(steps.map((s) => s.title)).toContain('In Letters: Turn its own colours on');
  });
});

describe('what a part does beside', () => {
  it('is set right by a command where its counter-setting has a place and a key', () => {
    const part = testPart('Loud', {
      sideEffects: [
        {
          what: 'It turns sounds on.',
          counter: 'Turn sounds off.',
          set: { key: 'sound.on', place: 'Settings › Sound', value: 'false' },
        },
        { what: 'It moves icons.', counter: null },
      ],
    });
    const steps = stepsAfter([part], [choose('rail', part)], EMPTY_SURVEY);
    const right = steps.filter((s) => s.sort === 'set right');
    expect(right).toMatchObject([
      {
        title: 'Turn sounds off',
        where: 'Settings › Sound',
        deeds: [{ do: 'set', key: 'sound.on', value: 'false' }],
      },
    ]);
  });
});

describe('money', () => {
  const dear = testPart('Dear', {
    price: { amount: 12, currency: 'EUR' },
    trialDays: 14,
    account: true,
    channels: [
      { way: 'archive', from: 'https://parts.example/d.tar', file: 'd.tar', root: 'D', sort: 'icon set' },
    ],
  });
  const trial: Command = {
    type: 'trial.set',
    id: uuid('trial'),
    partId: dear.id,
    partRevision: 1,
    family: 'fernbank',
    hostVersion: '3.4',
    outcome: 'kept',
    flavour: null,
    why: '',
    tried: '2026-11-28',
  };
  const order = (...commands: Command[]) =>
    stepsAfter([dear], [choose('rail', dear), ...commands], EMPTY_SURVEY).map((s) => s.title);

  it('is a choice before it is a download, after the account, and the trial’s end is a step with its day', () => {
    const open = order();
    const at = (title: RegExp) => open.findIndex((t) => title.test(t));
    expect(at(/^Make an account/)).toBeGreaterThanOrEqual(0);
    expect(at(/^Decide: pay 12 EUR for Dear, or try it for 14 days/)).toBeGreaterThanOrEqual(0);
    expect(at(/^Fetch Dear/)).toBeGreaterThan(at(/^Decide/));
    expect(at(/^Fetch Dear/)).toBeGreaterThan(at(/^Make an account/));
    expect(at(/^Within 14 days of installing it/)).toBeGreaterThan(at(/^Fetch Dear/));
    expect(order(trial)).toContain('By 2026-12-12, pay 12 EUR for Dear 1.0 or give it up');
  });
  it('is paid, or tried, as it was answered', () => {
    const [finding] = findingsOfParts(context([dear], testCoat(), [choose('rail', dear)]));
    const paid = order(answer(finding!, /to pay for/));
    expect(paid).toContain('Pay 12 EUR for Dear');
    expect(paid.some((t) => /give it up/.test(t))).toBe(false);
    expect(order(answer(finding!, /to try it/))).toContain('Begin the trial of Dear: 14 days');
  });
});

describe('a flavour that was tried', () => {
  const part = testPart('Bell', { flavours: [{ name: 'Plum' }, { name: 'Clay' }] });
  const tried = (outcome: 'dropped' | 'not for daily use', flavour: string | null): Command => ({
    type: 'trial.set',
    id: uuid(`trial ${flavour}`),
    partId: part.id,
    partRevision: 1,
    family: 'fernbank',
    hostVersion: '3.4',
    outcome,
    flavour,
    why: 'Too loud.',
    tried: '2026-11-28',
  });
  const told = (...commands: Command[]) => {
    const made = context([part], testCoat(), [choose('rail', part), ...commands]);
    const trials = Object.values(made.ctx.rows.trial);
    return findingsOfParts({ ...made, trials }).map((f) => [f.sort, f.title]);
  };
  it('and dropped is not taken by itself, and the others still are', () => {
    expect(told()).toEqual([]);
    expect(told(tried('dropped', 'Plum'))).toEqual([]);
    const chosen: Command = {
      type: 'coat.flavour',
      partId: part.id,
      variantId: uuid('light'),
      flavour: 'Plum',
    };
    expect(told(tried('dropped', 'Plum'), chosen)).toEqual([
      ['failed here before', 'Bell, Plum, failed here before'],
    ]);
  });
  it('and is not for daily use is told so', () => {
    expect(told(tried('not for daily use', 'Plum'))).toEqual([
      ['not for daily use', 'Bell, Plum, is not for daily use'],
    ]);
    expect(told(tried('not for daily use', null))).toEqual([
      ['not for daily use', 'Bell is not for daily use'],
    ]);
  });
});

describe('words on the bare desktop', () => {
  const base = testCoat();
  const widget = testElement('widget', 'desktop-widget', { rules: mattersOnly('desktop-widget', 'colour') });
  const paper = testElement('paper', 'wallpaper', {
    position: 1,
    rules: mattersOnly('wallpaper', 'palette'),
  });
  const [region] = Object.values(base.region);
  const rows = {
    ...base,
    element: { [widget.id]: widget, [paper.id]: paper },
    trait: Object.fromEntries([testTrait('widget', 'colour', '#ffffff')].map((t) => [t.id, t])),
    region: {
      r: { ...region!, id: uuid('r'), elementId: widget.id, x: 960, y: 0, width: 480, height: 270 },
    },
  };
  const drawing = testPart('Hours', { sort: 'widget' });
  const hours: Part = {
    ...drawing,
    offers: [
      {
        id: 'w',
        kind: 'desktop-widget',
        name: 'Hours',
        replaces: true,
        supplies: { colour: { fixed: '#ffffff' } },
      },
    ],
  };
  const told = (under: readonly string[]) =>
    contrastFindings(
      context([hours], rows, [choose('widget', hours, 'w')], {
        beneath: { [widget.id]: { [uuid('light')]: under } },
      }),
    );

  it('are held against the very pixels of the wallpaper under them, their own letters left out', () => {
    const pale = Array.from({ length: 60 }, () => '#d8d4c8');
    const dark = Array.from({ length: 60 }, () => '#20242a');
    expect(told([...dark, '#ffffff', '#fefefe'])).toEqual([]);
    const [finding] = told([...pale, ...dark.slice(0, 20), '#ffffff']);
    expect(finding).toMatchObject({ sort: 'contrast', elements: [widget.id] });
    expect(finding!.cost).toContain('4.5 is needed');
  });
  it('are said nothing of where nobody knows what is under them', () => {
    expect(told([])).toEqual([]);
  });
  it('lie over the part of a file of one’s own that fills the display', () => {
    expect(barePlaces(rows)).toMatchObject([{ rect: { x: 960, y: 0, width: 480, height: 270 } }]);
    const file = { name: 'dunes.png', width: 960, height: 960, blob: 'c'.repeat(64) };
    const own = {
      ...rows,
      handmade: {
        h: {
          id: 'h',
          elementId: paper.id,
          kind: 'wallpaper',
          name: 'Dunes',
          supplies: {},
          files: [file],
          recipe: {},
          byVariant: {},
        },
      },
      match: { m: testMatch('m', paper.id) },
      layer: testLayer('hand:h'),
    };
    // 960 × 960 fills 1920 × 1080 at twice its size, 420 px cut off above and below.
    expect(barePlaces(own)).toMatchObject([
      { sha: 'c'.repeat(64), rect: { x: 480, y: 210, width: 240, height: 135 } },
    ]);
  });
});
