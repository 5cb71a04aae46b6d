import { describe, expect, it, vi } from 'vitest';
import { evaluateCoat } from '../deciding/matching/evaluate.js';
import { findingsOf } from '../deciding/findings/findings.js';
import { indexOffers, rankOffers } from '../deciding/matching/rank.js';
import { partKey, type MatchContext } from '../deciding/matching/targets.js';
import { checkCommand, execute, type Command } from '../doing/commands/commands.js';
import { derivePlan } from '../doing/plan/derive.js';
import { applyScript } from '../doing/plan/script/apply.js';
import { rehearse } from '../doing/rehearsal/rehearse.js';
import { composeDesktop } from '../doing/scene/composeDesktop.js';
import { drawDesktop } from '../doing/scene/drawDesktop.js';
import { seenIn } from '../doing/scene/seen.js';
import { startState } from '../doing/simulation/hostState.js';
import type { Pixels } from '../measuring/picture/pixels.js';
import { readRegion } from '../measuring/picture/readRegion.js';
import { applyChanges } from '../model/coat/changes.js';
import { forgottenKinds, startingSets } from '../model/kinds/startingSets.js';
import type { KindFolder } from '../model/kinds/folder.js';
import { likeliestKind } from '../model/kinds/likely.js';
import { measuredTraits } from '../model/kinds/measure.js';
import { findKind } from '../model/kinds/registry.js';
import { sketchOf } from '../model/kinds/sketch.js';
import { rect } from '../model/kinds/sketchShapes.js';
import { stepsOf } from '../model/deeds/step.js';
import { readPart } from '../model/parts/part.js';
import type { CoatRows } from '../model/coat/rows.js';
import type { Lettering } from '../model/scene/state.js';
import { hostNow } from '../model/host/now.js';
import { testCoat, uuid } from '../testing/coat.js';
import { testHost, testPart } from '../testing/parts.js';
import { readBundle, readManifest } from './bundle/readBundle.js';
import { coatBundle } from './bundle/writeBundle.js';
import { sight } from './compare/sight.js';
import { portCoat } from './port/portCoat.js';
import { PLAIN_CHOICE, sheetOf } from './sheet/sheet.js';
import { sheetBody } from './sheet/sheetHtml.js';

/** A kind that no other file knows: everything that there is to say of it stands here. */
const GAUGES = vi.hoisted((): { folder: KindFolder | null } => ({ folder: null }));
vi.mock('../model/kinds/groups.js', async (original) => {
  const groups = await original<{ KIND_FOLDERS: readonly KindFolder[] }>();
  const folder: KindFolder = {
    kinds: [
      {
        id: 'tide-gauge',
        label: 'Tide gauge',
        group: 'On the bars',
        help: 'How high the water stands.',
        weight: 4,
        traits: [
          {
            id: 'height',
            label: 'Height',
            type: 'length',
            importance: 'must',
            reads: 'height',
            help: 'Of its scale.',
          },
          {
            id: 'colour',
            label: 'Colour',
            type: 'colour',
            importance: 'should',
            reads: 'colour:0',
            help: 'Of its scale.',
          },
        ],
      },
    ],
    sketches: { 'tide-gauge': (v) => [rect(0, 0, 10, v.number('height', 1), v.text('colour', '#808080'))] },
    drawn: {
      onBars: {
        'tide-gauge': {
          item: 'tide gauge',
          draw: ({ v, name }) => [
            { what: 'gap', duty: name, length: v.number('height', 1), ink: v.text('colour', '#808080') },
          ],
        },
      },
    },
    likely: { 'tide-gauge': (r) => (r.height > 3 * r.width ? 2 : 0) },
    begins: { bare: [{ kind: 'tide-gauge', name: 'Tide gauge', traits: { height: 30 } }] },
    missed: { 'tide-gauge': 0 },
  };
  GAUGES.folder = folder;
  return { ...groups, KIND_FOLDERS: [...groups.KIND_FOLDERS, folder] };
});

const letters: Lettering = {
  outline: (_face, text, size) => ({ d: 'M0 0Z', width: text.length * size * 0.5 }),
  metrics: () => ({ cap: 0.7, x: 0.5, descent: 0.2 }),
};

/** A picture of grey with a tall field of one colour in it. */
function picture(x: number): Pixels {
  const [width, height] = [400, 300];
  const data = new Uint8ClampedArray(width * height * 4);
  for (let i = 0; i < width * height; i++) {
    const [px, py] = [i % width, Math.floor(i / width)];
    const isGauge = px >= x && px < x + 16 && py >= 100 && py < 180;
    // Marks on its scale, and a ground that is nowhere the same: one place alone looks like it.
    const isMark = isGauge && py % 10 < 2 && px - x < 8;
    const grey = 180 + (((px - x) * 7 + py * 13) % 23);
    data.set(isMark ? [250, 250, 250, 255] : isGauge ? [32, 96, 160, 255] : [grey, grey, grey, 255], i * 4);
  }
  return { width, height, data };
}

const setting = (key: string) => ({ key, place: `Gauge › ${key}` });
const PART = readPart(
  testPart('Gauge', {
    offers: [
      {
        id: 'gauge',
        kind: 'tide-gauge',
        name: 'Gauge',
        replaces: true,
        supplies: {
          height: { range: { least: 10, most: 200, step: 2 }, setting: setting('gauge.height') },
          colour: { any: true, setting: setting('gauge.colour') },
        },
      },
    ],
  }),
);

describe('a kind that is added in one place', () => {
  const host = testHost();
  const GAUGE = uuid('gauge');
  let rows: CoatRows = testCoat();
  const send = (command: Command) => {
    const checked = checkCommand(command);
    if (!checked.ok) throw new Error(checked.problems.join(' '));
    const applied = applyChanges(rows, execute(rows, checked.command));
    if (!applied.ok) throw new Error(applied.clash.sentence);
    rows = applied.rows;
  };
  const context = (): MatchContext & { host: typeof host } => ({
    rows,
    host,
    parts: new Map([[partKey(PART.id, PART.revision), PART]]),
  });
  const evaluated = () => {
    const ctx = context();
    return { ctx, coat: evaluateCoat(ctx, indexOffers(ctx)) };
  };

  it('is known, begun with, missed, and the first choice for a region that looks like it', () => {
    expect(findKind('tide-gauge')).toMatchObject({ label: 'Tide gauge' });
    expect(
      startingSets()
        .find((s) => s.id === 'bare')
        ?.elements.map((e) => e.kind),
    ).toContain('tide-gauge');
    expect(forgottenKinds([], [])[0]).toBe('tide-gauge');
    expect(likeliestKind(readRegion(picture(200), { x: 200, y: 100, width: 16, height: 80 }))).toBe(
      'tide-gauge',
    );
  });

  it('is read off a picture, and becomes an element by a command', () => {
    const reading = readRegion(picture(200), { x: 200, y: 100, width: 16, height: 80 });
    const kind = findKind('tide-gauge')!;
    const measured = measuredTraits(kind, { region: reading, bar: null, text: null });
    expect(Object.fromEntries(measured)).toEqual({ height: 80, colour: '#2060a0' });
    const at = { pictureId: uuid('light picture'), x: 200, y: 100, width: 16, height: 80 };
    send({
      type: 'element.add',
      id: GAUGE,
      kind: 'tide-gauge',
      name: 'Gauge by the door',
      weight: 4,
      region: { id: uuid('gauge region'), ...at, state: null, ground: null },
      traits: [...measured].map(([trait, target]) => ({
        ...{ id: uuid(`gauge ${trait}`), trait, target, variantId: null, state: null },
        pictureId: at.pictureId,
        source: { how: 'measured', ...at },
      })),
    });
    expect(Object.values(rows.trait).filter((t) => t.elementId === GAUGE)).toHaveLength(2);
  });

  it('is matched by an offer, with the value that comes nearest', () => {
    const { ctx } = evaluated();
    const [best] = rankOffers(ctx, indexOffers(ctx), rows.element[GAUGE]!);
    expect(best).toMatchObject({ closeness: 1, part: { name: 'Gauge' } });
    send({
      type: 'match.choose',
      elementId: GAUGE,
      matchId: uuid('gauge match'),
      layerId: uuid('gauge layer'),
      partId: PART.id,
      partRevision: 1,
      offer: 'gauge',
    });
    const state = evaluated().coat.elements.find((e) => e.element.id === GAUGE)!;
    expect([state.standing, state.closeness]).toEqual(['matched', 1]);
  });

  it('is noticed of, planned, rehearsed and written into a script', () => {
    const { ctx, coat } = evaluated();
    const plan = derivePlan(ctx, coat);
    if (!plan.ok) throw new Error(plan.sentence);
    expect(() =>
      findingsOf({ ctx, state: coat, survey: null, trials: [], today: '2026-11-29', wallpaper: {} }),
    ).not.toThrow();
    const steps = stepsOf(plan).filter((s) => s.elements.includes(GAUGE));
    expect(steps.map((s) => s.value)).toEqual(expect.arrayContaining(['80', '#2060a0']));
    const { frames, complete } = rehearse({ host, mirror: {} }, plan, startState(host, hostNow(host, [])));
    expect([complete, frames.filter((f) => f.how === 'fails')]).toEqual([true, []]);
    const script = applyScript({ coat: 'Test', id: 'test', hostLabel: 'Fernbank 3.4', host }, plan);
    expect(script).toContain('gauge.height');
    expect(script).toContain('#2060a0');
  });

  it('is drawn by itself, and on the desktop where an order names it or none does', () => {
    const { coat } = evaluated();
    const shapes = sketchOf({
      kind: 'tide-gauge',
      values: new Map<string, string | number>([
        ['height', 80],
        ['colour', '#2060a0'],
      ]),
      display: { width: 1920, height: 1080 },
      language: 'en',
    });
    expect(JSON.stringify(shapes)).toContain('#2060a0');
    const seen = seenIn(rows, host, coat.elements, { id: uuid('light'), name: 'Light' });
    const desktop = composeDesktop(
      seen,
      { width: 1920, height: 1080, unit: 1, language: 'en', view: 'desktop' },
      letters,
    );
    expect(desktop.bars.flatMap((b) => b.zones.end)).toContainEqual({
      what: 'gap',
      duty: 'tide gauge',
      length: 80,
      ink: '#2060a0',
    });
    expect(drawDesktop(desktop, letters).svg).toContain('#2060a0');
  });

  it('is found again on the own desktop, and what it is there is told', () => {
    const found = sight(picture(200), picture(206), {
      kind: findKind('tide-gauge'),
      region: { x: 200, y: 100, width: 16, height: 80 },
      factor: 1,
      byHand: null,
      traits: ['height', 'colour'],
      blob: 'c'.repeat(64),
    });
    expect(found).toMatchObject({ isFound: true, dx: 6, dy: 0, values: { height: 80, colour: '#2060a0' } });
  });

  it('stands on the sheet, travels in a bundle, and is carried to another host', () => {
    const { ctx, coat } = evaluated();
    const plan = derivePlan(ctx, coat);
    const sheet = sheetOf({ ctx, coat, plan, survey: null, today: '2026-11-29' }, PLAIN_CHOICE);
    expect(sheetBody(sheet, () => null)).toContain('Gauge by the door');
    const { documents } = coatBundle(ctx, coat, plan, { own: true, host: true });
    const manifest = readManifest({
      format: 'spare-coat-bundle',
      version: 3,
      what: 'coat',
      title: 'T',
      made: '2026-11-29',
      files: [],
    });
    const read = readBundle(manifest, JSON.parse(JSON.stringify(documents)) as typeof documents);
    expect(read.rows?.element[GAUGE]).toEqual(rows.element[GAUGE]);
    expect(Object.values(read.rows?.layer ?? {})).toEqual(Object.values(rows.layer));
    const carried = portCoat(ctx, testHost({ id: uuid('oxbow'), family: 'oxbow', name: 'Oxbow' }), 'pipit');
    expect(carried.lines.map((l) => l.name)).toContain('Gauge by the door');
  });
});
