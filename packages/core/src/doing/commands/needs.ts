import type { Change } from '../../model/coat/changes.js';
import type { Command, SingleCommand } from './commands.js';
import { ENTITIES, NO_ROWS, type AnyRow, type CoatRows, type Entity } from '../../model/coat/rows.js';

/** Rows of an entity: all of them, or those of which one of these fields has one of these values. */
export type Scope = 'all' | readonly { readonly field: string; readonly values: readonly string[] }[];

/** The rows that something has to look at. What is not named is not looked at. */
export type Needs = Readonly<Partial<Record<Entity, Scope>>>;

/** Few rows, named by many commands: they are always there. */
const ALWAYS = { coat: 'all', variant: 'all', display: 'all', kind: 'all' } as const;

const by = (field: string, ...values: (string | null | undefined)[]): Scope => [
  { field, values: values.filter((v) => v !== null && v !== undefined) },
];
/** Choices of all elements: as many rows as there are elements, or a few more. */
const CHOICES = { element: 'all', match: 'all', layer: 'all' } as const;
/** All that stands under one element and is found by it. */
const under = (...elements: string[]): Needs => ({
  trait: by('elementId', ...elements),
  region: by('elementId', ...elements),
});

/**
 * The rows that a command looks at when it is carried out and described: it does on them what it does on the whole coat.
 * Of a coat with thousands of targets a change of one reads a few.
 */
export function needsOf(command: Command): Needs {
  const each = command.type === 'many' ? command.commands.map(needsOfOne) : [needsOfOne(command)];
  return allNeeds([ALWAYS, ...each]);
}

/** What is needed to carry changes out: the rows that they are about. */
export function needsOfChanges(changes: readonly Change[]): Needs {
  const ids = new Map<Entity, string[]>();
  for (const { entity, id } of changes) ids.set(entity, [...(ids.get(entity) ?? []), id]);
  return allNeeds([ALWAYS, Object.fromEntries([...ids].map(([entity, of]) => [entity, by('id', ...of)]))]);
}

/** What several need together. */
function allNeeds(each: readonly Needs[]): Needs {
  const together: Partial<Record<Entity, Scope>> = {};
  for (const needs of each)
    for (const [entity, scope] of Object.entries(needs) as [Entity, Scope][]) {
      const known = together[entity];
      together[entity] =
        known === undefined ? scope : known === 'all' || scope === 'all' ? 'all' : [...known, ...scope];
    }
  return together;
}

/** Those of these rows that are needed. */
export function onlyNeeded(rows: CoatRows, needs: Needs): CoatRows {
  const some = { ...NO_ROWS } as Record<Entity, Readonly<Record<string, AnyRow>>>;
  for (const entity of ENTITIES) {
    const scope = needs[entity];
    if (scope === undefined) continue;
    const all = rows[entity] as Readonly<Record<string, AnyRow>>;
    some[entity] =
      scope === 'all' ? all : Object.fromEntries(Object.entries(all).filter(([, row]) => isIn(row, scope)));
  }
  return some as unknown as CoatRows;
}

function isIn(row: AnyRow, scope: Exclude<Scope, 'all'>): boolean {
  const fields = row as unknown as Readonly<Record<string, unknown>>;
  return scope.some(({ field, values }) => values.includes(fields[field] as string));
}

function needsOfOne(c: SingleCommand): Needs {
  switch (c.type) {
    case 'coat.rename':
    case 'coat.bin':
    case 'coat.wave':
    case 'coat.policy':
    case 'coat.limits':
    case 'coat.uses':
    case 'coat.thresholds':
    case 'coat.host':
    case 'variant.add':
    case 'variant.rename':
    case 'variant.move':
    case 'display.set':
    case 'plan.move':
    case 'plan.unmove':
      return {};
    case 'display.remove':
      return { element: 'all' };
    case 'variant.remove':
      return {
        picture: 'all',
        trait: 'all',
        region: 'all',
        capture: 'all',
        sighting: 'all',
        layer: 'all',
      };
    case 'picture.add':
      return { picture: 'all' };
    case 'picture.set':
    case 'picture.guides':
      return { picture: by('id', c.id) };
    case 'picture.replace':
      return { picture: by('id', c.id), region: by('pictureId', c.id) };
    case 'picture.remove':
      // A target is tied to its picture in two places, of which one lies inside its source.
      return { picture: by('id', c.id), region: by('pictureId', c.id), trait: 'all' };
    case 'element.add':
    case 'element.measure':
      return { element: 'all', picture: 'all', ...under(c.id) };
    case 'element.set':
    case 'element.move':
    case 'element.carry':
      return { element: 'all' };
    case 'element.merge':
      return {
        ...CHOICES,
        ...under(c.into, c.from),
        handmade: by('elementId', c.from),
        sighting: by('elementId', c.from),
      };
    case 'element.remove':
      return { ...CHOICES, ...under(c.id), handmade: by('elementId', c.id), sighting: by('elementId', c.id) };
    case 'region.set':
      return { element: by('id', c.elementId), picture: 'all', region: by('elementId', c.elementId) };
    case 'region.seen':
    case 'region.remove':
      return { element: 'all', region: by('id', c.id) };
    case 'kind.set':
    case 'kind.remove':
      return { element: 'all', trait: 'all' };
    // One that is there already is not put in twice.
    case 'font.add':
    case 'font.remove':
      return { font: by('id', c.id) };
    case 'trait.set':
      return { element: by('id', c.elementId), picture: 'all', trait: by('elementId', c.elementId) };
    case 'trait.clear':
      return { element: 'all', trait: by('id', c.id) };
    case 'trait.weigh':
      return { element: by('id', c.elementId) };
    case 'match.choose':
    case 'match.overlay':
    case 'match.follow':
    case 'match.say':
    case 'match.note':
    case 'match.setting':
    case 'match.release':
    case 'layer.traits':
    case 'layer.renew':
    case 'layer.own':
    case 'layer.raise':
    case 'layer.remove':
      return CHOICES;
    case 'handmade.set':
      return { element: by('id', c.elementId), handmade: by('id', c.id) };
    case 'handmade.remove':
      return { ...CHOICES, handmade: by('id', c.id) };
    case 'finding.accept':
      return { accepted: 'all' };
    case 'finding.reopen':
      return { accepted: by('id', c.id) };
    case 'trial.set':
    case 'trial.remove':
      return { trial: by('id', c.id) };
    case 'survey.add':
    case 'survey.rename':
      return { survey: by('id', c.id) };
    case 'survey.remove':
      return { survey: by('id', c.id), reading: by('surveyId', c.id) };
    case 'reading.add':
      return { survey: by('id', c.surveyId), reading: by('id', c.id) };
    case 'reading.set':
    case 'reading.remove':
      return { reading: by('id', c.id) };
    case 'capture.add':
    case 'capture.set':
      return { capture: by('id', c.id) };
    case 'capture.remove':
      return { capture: by('id', c.id), sighting: by('captureId', c.id) };
    case 'plan.tick':
      return { journal: by('id', c.id) };
    case 'sighting.set':
      return { element: 'all', capture: by('id', c.captureId), sighting: by('captureId', c.captureId) };
  }
}
