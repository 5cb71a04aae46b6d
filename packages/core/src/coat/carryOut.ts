import { isInside } from '../picture/rect.js';
import { findTrait } from '../reference/kinds/registry.js';
import type { TraitValue } from '../traits/value.js';
import { alter, put, takeOut, type Change } from './changes.js';
import { targetProblem, type Command, type CommandOf } from './commands.js';
import {
  coatOf,
  layersOf,
  matchOf,
  type CoatRows,
  type LayerSettings,
  type MatchRow,
  type TraitRow,
} from './rows.js';

/** A command that cannot be carried out on these rows, and why. Nothing was changed. */
export class CommandRefused extends Error {
  constructor(
    readonly code: 'unknown-id' | 'bad-value' | 'outside',
    sentence: string,
  ) {
    super(sentence);
  }
}

function need<T>(table: Readonly<Record<string, T>>, id: string, what: string): T {
  const row = Object.hasOwn(table, id) ? table[id] : undefined;
  if (row === undefined) throw new CommandRefused('unknown-id', `There is no such ${what} in this coat.`);
  return row;
}

const keep = (...changes: (Change | null)[]): Change[] => changes.filter((c): c is Change => c !== null);

function last(table: Readonly<Record<string, { readonly position: number }>>): number {
  return Object.values(table).reduce((most, row) => Math.max(most, row.position), -1) + 1;
}

type TargetFields = Omit<TraitRow, 'elementId'>;

/** Puts a target in, or changes the one that stands for the same trait, variant and state. */
function setTarget(rows: CoatRows, kind: string, elementId: string, fields: TargetFields): Change | null {
  const problem = targetProblem(kind, fields.trait, fields.target);
  if (problem) throw new CommandRefused('bad-value', problem);
  if (fields.variantId) need(rows.variant, fields.variantId, 'variant');
  if (fields.pictureId) need(rows.picture, fields.pictureId, 'picture');
  if (fields.source.how === 'measured') need(rows.picture, fields.source.pictureId, 'picture');
  const standing = Object.values(rows.trait).find(
    (t) =>
      t.elementId === elementId &&
      t.trait === fields.trait &&
      t.variantId === fields.variantId &&
      t.state === fields.state,
  );
  const { id, trait, variantId, state, target, pictureId, source } = fields;
  if (standing) return alter('trait', standing, { target, pictureId, source });
  return put('trait', { id, elementId, trait, variantId, state, target, pictureId, source });
}

type RegionFields = NonNullable<CommandOf<'element.add'>['region']>;

function setRegion(rows: CoatRows, elementId: string, region: RegionFields): Change | null {
  const picture = need(rows.picture, region.pictureId, 'picture');
  if (!isInside(region, picture.width, picture.height))
    throw new CommandRefused(
      'outside',
      `The region does not lie inside the picture of ${picture.width} × ${picture.height} pixels.`,
    );
  const standing = Object.values(rows.region).find(
    (r) => r.elementId === elementId && r.pictureId === region.pictureId,
  );
  const { x, y, width, height, ground } = region;
  if (standing) return alter('region', standing, { x, y, width, height, ground });
  return put('region', {
    id: region.id,
    elementId,
    pictureId: region.pictureId,
    x,
    y,
    width,
    height,
    ground,
  });
}

function removeElement(rows: CoatRows, id: string): Change[] {
  const element = need(rows.element, id, 'element');
  const match = matchOf(rows, id);
  return [
    ...(match ? releaseMatch(rows, match) : []),
    ...Object.values(rows.trait)
      .filter((t) => t.elementId === id)
      .map((t) => takeOut('trait', t)),
    ...Object.values(rows.region)
      .filter((r) => r.elementId === id)
      .map((r) => takeOut('region', r)),
    takeOut('element', element),
  ];
}

function releaseMatch(rows: CoatRows, match: MatchRow): Change[] {
  return [...layersOf(rows, match.id).map((l) => takeOut('layer', l)), takeOut('match', match)];
}

/** Changes a match, or makes one with these fields. */
function setMatch(rows: CoatRows, elementId: string, matchId: string, fields: Partial<MatchRow>): Change[] {
  need(rows.element, elementId, 'element');
  const match = matchOf(rows, elementId);
  if (match) return keep(alter('match', match, fields));
  return [put('match', { id: matchId, elementId, said: null, reason: '', lost: '', note: '', ...fields })];
}

function removePicture(rows: CoatRows, id: string): Change[] {
  const picture = need(rows.picture, id, 'picture');
  return [
    // Targets read off it stay, as typed ones: the number is still what the person wants.
    ...Object.values(rows.trait)
      .filter((t) => t.pictureId === id || (t.source.how === 'measured' && t.source.pictureId === id))
      .flatMap((t) => keep(alter('trait', t, { pictureId: null, source: { how: 'typed' } }))),
    ...Object.values(rows.region)
      .filter((r) => r.pictureId === id)
      .map((r) => takeOut('region', r)),
    takeOut('picture', picture),
  ];
}

function chooseBase(rows: CoatRows, c: CommandOf<'match.choose'>): Change[] {
  const match = matchOf(rows, c.elementId);
  if ((c.partId === null) !== (c.partRevision === null))
    throw new CommandRefused('bad-value', 'A part is chosen with its revision.');
  return [
    ...(match ? layersOf(rows, match.id).map((l) => takeOut('layer', l)) : []),
    ...setMatch(rows, c.elementId, c.matchId, { said: null }),
    put('layer', {
      id: c.layerId,
      matchId: match?.id ?? c.matchId,
      position: 0,
      partId: c.partId,
      partRevision: c.partRevision,
      offer: c.offer,
      traits: null,
      settings: {},
    }),
  ];
}

function setSetting(rows: CoatRows, c: CommandOf<'match.setting'>): Change[] {
  const layer = need(rows.layer, c.layerId, 'layer');
  const match = need(rows.match, layer.matchId, 'match');
  const element = need(rows.element, match.elementId, 'element');
  if (c.variantId) need(rows.variant, c.variantId, 'variant');
  const scope = c.variantId ?? 'all';
  if (c.value !== null) {
    const problem = targetProblem(element.kind, c.trait, c.value);
    if (problem) throw new CommandRefused('bad-value', problem);
  } else if (!findTrait(element.kind, c.trait)) {
    throw new CommandRefused('bad-value', `There is no trait ${c.trait} here.`);
  }
  const inScope: Record<string, TraitValue> = { ...layer.settings[scope] };
  if (c.value === null) delete inScope[c.trait];
  else inScope[c.trait] = c.value;
  const settings: Record<string, LayerSettings[string]> = { ...layer.settings, [scope]: inScope };
  if (Object.keys(inScope).length === 0) delete settings[scope];
  return keep(alter('layer', layer, { settings }));
}

/**
 * What a command changes, row by row. Pure: the server carries it out in a transaction, the page to see at once
 * what it will touch.
 *
 * @throws CommandRefused when it names what is not there, or a value that is not right
 */
export function carryOut(rows: CoatRows, c: Command): Change[] {
  switch (c.type) {
    case 'coat.rename':
      return keep(alter('coat', coatOf(rows), { name: c.name }));
    case 'coat.bin':
      return keep(alter('coat', coatOf(rows), { deletedAt: c.at }));
    case 'coat.policy':
      return keep(alter('coat', coatOf(rows), { policy: c.policy }));
    case 'coat.thresholds':
      if (c.nearAt > c.matchedAt)
        throw new CommandRefused(
          'bad-value',
          'An element is near from a lower closeness than it is matched.',
        );
      return keep(alter('coat', coatOf(rows), { matchedAt: c.matchedAt, nearAt: c.nearAt }));
    case 'coat.host':
      return keep(
        alter('coat', coatOf(rows), {
          profileId: c.profileId,
          profileRevision: c.profileRevision,
          channel: c.channel,
        }),
      );
    case 'display.set': {
      const { id, width, height, scale, inches } = c;
      const display = rows.display[id];
      if (display) return keep(alter('display', display, { width, height, scale, inches }));
      return [put('display', { id, position: last(rows.display), width, height, scale, inches })];
    }
    case 'picture.add': {
      need(rows.variant, c.variantId, 'variant');
      const { id, variantId, name, subject, blob, original, width, height } = c;
      const position = last(rows.picture);
      return [
        put('picture', {
          id,
          variantId,
          name,
          subject,
          blob,
          original,
          width,
          height,
          scale: null,
          position,
        }),
      ];
    }
    case 'picture.set': {
      need(rows.variant, c.variantId, 'variant');
      const { variantId, name, scale } = c;
      return keep(alter('picture', need(rows.picture, c.id, 'picture'), { variantId, name, scale }));
    }
    case 'picture.remove':
      return removePicture(rows, c.id);
    case 'element.add':
      return [
        put('element', {
          id: c.id,
          kind: c.kind,
          name: c.name,
          weight: c.weight,
          position: last(rows.element),
          note: '',
          rules: {},
        }),
        ...keep(c.region && setRegion(rows, c.id, c.region)),
        ...keep(...c.traits.map((t) => setTarget(rows, c.kind, c.id, t as TargetFields))),
      ];
    case 'element.set': {
      const { name, weight, note } = c;
      return keep(alter('element', need(rows.element, c.id, 'element'), { name, weight, note }));
    }
    case 'element.move':
      return keep(alter('element', need(rows.element, c.id, 'element'), { position: c.position }));
    case 'element.remove':
      return removeElement(rows, c.id);
    case 'element.measure': {
      const { kind } = need(rows.element, c.id, 'element');
      return keep(
        setRegion(rows, c.id, c.region),
        ...c.traits.map((t) => setTarget(rows, kind, c.id, t as TargetFields)),
      );
    }
    case 'trait.set': {
      const { kind } = need(rows.element, c.elementId, 'element');
      return keep(setTarget(rows, kind, c.elementId, c as TargetFields));
    }
    case 'trait.clear':
      return [takeOut('trait', need(rows.trait, c.id, 'trait'))];
    case 'trait.weigh': {
      const element = need(rows.element, c.elementId, 'element');
      if (!findTrait(element.kind, c.trait))
        throw new CommandRefused('bad-value', `There is no trait ${c.trait} here.`);
      const rule = {
        ...(c.importance ? { importance: c.importance } : {}),
        ...(c.tolerance === null ? {} : { tolerance: c.tolerance }),
      };
      const rules = { ...element.rules, [c.trait]: rule };
      if (Object.keys(rule).length === 0) delete (rules as Record<string, unknown>)[c.trait];
      return keep(alter('element', element, { rules }));
    }
    case 'match.choose':
      return chooseBase(rows, c);
    case 'match.say': {
      const { said, reason, lost } = c;
      return setMatch(rows, c.elementId, c.matchId, { said, reason, lost });
    }
    case 'match.note':
      return setMatch(rows, c.elementId, c.matchId, { note: c.note });
    case 'match.setting':
      return setSetting(rows, c);
    case 'match.release': {
      const match = matchOf(rows, c.elementId);
      return match ? releaseMatch(rows, match) : [];
    }
    case 'plan.tick':
      return [
        put('journal', {
          id: c.id,
          stepKey: c.stepKey,
          what: c.done ? 'done' : 'withdrawn',
          at: c.at,
          title: c.title,
        }),
      ];
  }
}

/** What a command does, in words for the history and for undo ("Undo: weigh Rail"). */
export function describeCommand(rows: CoatRows, c: Command): string {
  const element = (id: string) => rows.element[id]?.name ?? 'an element';
  switch (c.type) {
    case 'coat.rename':
      return `Rename to ${c.name}`;
    case 'coat.bin':
      return c.at ? 'Delete the coat' : 'Bring the coat back';
    case 'coat.policy':
      return 'Change how lengths are carried';
    case 'coat.thresholds':
      return 'Change the thresholds';
    case 'coat.host':
      return 'Choose the host';
    case 'display.set':
      return 'Describe the display';
    case 'picture.add':
      return `Add the picture ${c.name}`;
    case 'picture.set':
      return `Describe the picture ${c.name}`;
    case 'picture.remove':
      return `Remove the picture ${rows.picture[c.id]?.name ?? ''}`;
    case 'element.add':
      return `Add ${c.name}`;
    case 'element.set':
      return `Change ${c.name}`;
    case 'element.move':
      return `Move ${element(c.id)}`;
    case 'element.remove':
      return `Remove ${element(c.id)}`;
    case 'element.measure':
      return `Measure ${element(c.id)}`;
    case 'trait.set':
      return `Set ${element(c.elementId)}: ${findTrait(rows.element[c.elementId]?.kind ?? '', c.trait)?.label ?? c.trait}`;
    case 'trait.clear':
      return `Clear a trait of ${element(rows.trait[c.id]?.elementId ?? '')}`;
    case 'trait.weigh':
      return `Weigh a trait of ${element(c.elementId)}`;
    case 'match.choose':
      return `Choose for ${element(c.elementId)}`;
    case 'match.say':
      return c.said ? `Mark ${element(c.elementId)} as ${c.said}` : `Unmark ${element(c.elementId)}`;
    case 'match.note':
      return `Note on ${element(c.elementId)}`;
    case 'match.setting':
      return `Set a value of ${element(rows.match[rows.layer[c.layerId]?.matchId ?? '']?.elementId ?? '')}`;
    case 'match.release':
      return `Release ${element(c.elementId)}`;
    case 'plan.tick':
      return `${c.done ? 'Tick' : 'Untick'}: ${c.title}`;
  }
}
