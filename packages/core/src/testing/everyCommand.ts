import { PLAIN_FACE } from './faces.js';
import fc from 'fast-check';
import { execute, describeCommand, type Command, type CommandType } from '../doing/commands/commands.js';
import type { Change } from '../model/coat/changes.js';
import { CommandRefused } from '../model/coat/refused.js';
import type { CoatRows } from '../model/coat/rows.js';
import { testCoat, testElement, testMatch, testTrait, uuid } from './coat.js';

export const AT = '2026-11-24T10:00:00.000Z';
const SHA = 'a'.repeat(64);
const pixels = { blob: SHA, original: SHA, width: 800, height: 500 };

/** Several of everything, tied to each other: whatever a command looks at, there is more of it that it does not look at. */
function crowded(): CoatRows {
  const start = testCoat();
  const by = <T extends { readonly id: string }>(rows: readonly T[]) =>
    Object.fromEntries(rows.map((r) => [r.id, r]));
  const names = ['one', 'two', 'three'];
  const picture = Object.values(start.picture)[0]!;
  const variants = Object.keys(start.variant);
  const elements = names.map((n, i) =>
    testElement(n, i === 2 ? 'tide' : 'bar', {
      position: 10 + i,
      displayId: uuid('display one'),
      carry: i === 0 ? { policy: 'same proportion', neighbour: uuid('two') } : null,
    }),
  );
  const all = [...Object.values(start.element), ...elements];
  return {
    ...start,
    variant: { ...start.variant, ...by([{ id: uuid('third variant'), name: 'Third', position: 9 }]) },
    display: by(
      names.map((n, i) => ({
        id: uuid(`display ${n}`),
        position: i,
        width: 1920,
        height: 1080,
        scale: 1,
        inches: null,
      })),
    ),
    picture: {
      ...start.picture,
      ...by(
        names.map((n, i) => ({
          ...picture,
          ...pixels,
          id: uuid(`picture ${n}`),
          variantId: i === 0 ? uuid('third variant') : variants[0]!,
          name: n,
          position: 5 + i,
        })),
      ),
    },
    kind: by(
      ['tide', 'unused'].map((key) => ({
        id: uuid(key === 'tide' ? 'kind' : key),
        key,
        label: key,
        group: 'Layout',
        help: '',
        weight: 2,
        traits: [
          { id: 'needle', label: 'Needle', type: 'length' as const, importance: 'must' as const, help: '' },
        ],
      })),
    ),
    font: by(names.map((n) => ({ id: uuid(`font ${n}`), name: n, blob: SHA, metrics: PLAIN_FACE }))),
    element: by(all),
    region: {
      ...start.region,
      ...by(
        all.map((e) => ({
          id: uuid(`region ${e.id}`),
          elementId: e.id,
          pictureId: uuid('picture one'),
          x: 1,
          y: 2,
          width: 30,
          height: 40,
          state: null,
          ground: null,
          again: true,
        })),
      ),
    },
    trait: {
      ...start.trait,
      ...by([
        ...elements.slice(0, 2).map((e) =>
          testTrait(e.name, 'thickness', 40, {
            pictureId: uuid('picture two'),
            variantId: uuid('third variant'),
          }),
        ),
        testTrait('three', 'needle', 3),
      ]),
    },
    match: { ...start.match, ...by(elements.map((e) => testMatch(uuid(`match ${e.name}`), e.id))) },
    layer: {
      ...start.layer,
      ...by(
        elements.flatMap((e) =>
          [0, 1, 2].map((position) => ({
            id: uuid(`layer ${e.name} ${position}`),
            matchId: uuid(`match ${e.name}`),
            position,
            partId: position === 2 ? null : uuid('part'),
            partRevision: position === 2 ? null : 1,
            offer: position === 2 ? `hand:${uuid(`hand ${e.name}`)}` : 'o',
            traits: null,
            settings: { [uuid('third variant')]: { thickness: 3 } },
            own: {},
          })),
        ),
      ),
    },
    handmade: by(
      elements.map((e) => ({
        id: uuid(`hand ${e.name}`),
        elementId: e.id,
        kind: e.kind,
        name: e.name,
        supplies: {},
        files: [],
        recipe: {},
        byVariant: {},
      })),
    ),
    accepted: by(
      names.map((n) => ({
        id: uuid(`accepted ${n}`),
        finding: n,
        facts: '',
        reason: '',
        at: AT,
        answer: null,
      })),
    ),
    trial: by(
      names.map((n) => ({
        id: uuid(`trial ${n}`),
        partId: uuid('part'),
        partRevision: 1,
        family: 'f',
        hostVersion: '1',
        outcome: 'kept' as const,
        flavour: null,
        why: '',
        tried: '2026-11-20',
      })),
    ),
    survey: by(
      names.map((n) => ({ id: uuid(`survey ${n}`), name: n, at: AT, what: 'survey' as const, blob: SHA })),
    ),
    reading: by(
      names.map((n) => ({
        id: uuid(`reading ${n}`),
        surveyId: uuid('survey one'),
        at: AT,
        phase: 'before' as const,
        load: 'idle' as const,
        memory: [1],
        processor: [1],
      })),
    ),
    capture: by(
      names.map((n) => ({
        ...pixels,
        id: uuid(`capture ${n}`),
        variantId: n === 'one' ? uuid('third variant') : variants[0]!,
        name: n,
        subject: 'Whole desktop' as const,
        how: 'drawn' as const,
        at: AT,
      })),
    ),
    sighting: by(
      all.flatMap((e) =>
        names.map((n) => ({
          id: uuid(`sighting ${n} ${e.id}`),
          captureId: uuid(`capture ${n}`),
          elementId: e.id,
          x: 0,
          y: 0,
          width: 9,
          height: 9,
          how: 'found' as const,
          sure: 0.9,
          why: '',
          dx: 0,
          dy: 0,
          likeness: { mean: 1, p95: 2, ssim: null, palette: 1 },
          values: {},
          against: '',
        })),
      ),
    ),
  };
}

/** A coat with several of everything. */
export const ROWS = crowded();
/** The id of something of this coat, or of nothing. */
const any = (entity: keyof CoatRows) => fc.constantFrom(...Object.keys(ROWS[entity]), uuid('nothing'));
const elementId = any('element');
const variantId = fc.option(any('variant'));
const trait = fc.constantFrom('thickness', 'needle', 'nothing');
const text = fc.constantFrom('one', 'two', 'a name');
const target = fc.record({
  id: fc.constant(uuid('new trait')),
  trait,
  variantId,
  state: fc.constant(null),
  target: fc.constantFrom(12, 'no length'),
  pictureId: fc.option(any('picture')),
  source: fc.constant({ how: 'typed' as const }),
});
const region = fc.record({
  id: fc.constant(uuid('new region')),
  pictureId: any('picture'),
  x: fc.constantFrom(0, 790),
  y: fc.constant(0),
  width: fc.constant(20),
  height: fc.constant(20),
  state: fc.constant(null),
  ground: fc.constant(null),
});
/** The fields of commands by their names: what a field is called says what is in it. */
const FIELDS: Readonly<Record<string, fc.Arbitrary<unknown>>> = {
  name: text,
  at: fc.constant(AT),
  policy: fc.constantFrom('same pixels', 'same proportion', null),
  position: fc.constant(3),
  variantId,
  elementId,
  pictureId: any('picture'),
  captureId: any('capture'),
  layerId: any('layer'),
  matchId: fc.constant(uuid('new match')),
  surveyId: any('survey'),
  neighbour: fc.option(elementId),
  displayId: fc.option(any('display')),
  kind: fc.constantFrom('bar', 'tide', 'nothing'),
  key: fc.constantFrom('tide', 'bar', 'wave'),
  into: elementId,
  from: elementId,
  weight: fc.constant(2),
  note: fc.constant('n'),
  links: fc.constant([]),
  region,
  trait,
  importance: fc.constantFrom('must', null),
  tolerance: fc.constant(null),
  partId: fc.constant(uuid('part')),
  partRevision: fc.constant(2),
  offer: fc.constant('another'),
  said: fc.constantFrom('gap', null),
  finding: text,
  value: fc.constantFrom(null, 12),
  setting: fc.constant('place'),
  target: fc.constantFrom(12, 'no length'),
  state: fc.constant(null),
  source: fc.constant({ how: 'typed' }),
  guides: fc.constant([{ axis: 'x', at: 3 }]),
  changed: fc.constant(Object.keys(ROWS.region).slice(0, 1)),
  memory: fc.constant([1]),
  processor: fc.constant([1]),
  supplies: fc.constantFrom({}, { thickness: 4 }, { nothing: 4 }),
  files: fc.constant([]),
  what: fc.constant('noted'),
  step: fc.constant(null),
  outcome: fc.constant('kept'),
  phase: fc.constant('after'),
  load: fc.constant('idle'),
  subject: fc.constant('A window'),
  ...Object.fromEntries(Object.entries(pixels).map(([k, v]) => [k, fc.constant(v)])),
};
/** What the id of a command is of, where that is not told by the first word of its type. */
const ID_OF: Readonly<Record<string, keyof CoatRows>> = {
  finding: 'accepted',
  plan: 'journal',
  coat: 'coat',
  match: 'match',
};

/** Commands of a type on `ROWS`, with ids of what is there and of nothing: such as can be carried out, and such as are refused. */
export function commandOf(type: CommandType): fc.Arbitrary<Command> {
  const word = type.split('.')[0]!;
  const entity = ID_OF[word] ?? (word as keyof CoatRows);
  return fc
    .record({
      ...FIELDS,
      id: fc.oneof(any(entity), fc.constant(uuid('new'))),
      traits:
        type.startsWith('layer') || type === 'match.overlay'
          ? fc.constantFrom(null, ['thickness'], ['needle'])
          : type === 'kind.set'
            ? fc.constantFrom([], ROWS.kind[uuid('kind')]!.traits)
            : fc.array(target, { maxLength: 2 }),
      sightings: fc.tuple(elementId, fc.constant(uuid('new sighting'))).map(([e, id]) => [
        {
          id,
          elementId: e,
          x: 0,
          y: 0,
          width: 4,
          height: 4,
          how: 'by hand',
          sure: 1,
          why: 'A hand placed it.',
          dx: 0,
          dy: 0,
          likeness: {},
          values: {},
          against: '',
        },
      ]),
    })
    .map((fields) => ({ ...fields, type }) as unknown as Command);
}

export type Outcome =
  | { readonly changes: readonly Change[]; readonly label: string }
  | { readonly code: string; readonly sentence: string };

/** What a command comes to on some rows: its changes and what is said of it, or why it is refused. */
export const outcome = (rows: CoatRows, command: Command): Outcome => {
  try {
    return { changes: execute(rows, command), label: describeCommand(rows, command) };
  } catch (error) {
    if (error instanceof CommandRefused) return { code: error.code, sentence: error.message };
    throw error;
  }
};
