import { keep, releaseMatch } from '../../model/coat/choices.js';
import { clip, isInside } from '../../measuring/picture/rect.js';
import { kindBook, targetProblem } from '../../model/coat/kindBook.js';
import { findKind } from '../../model/kinds/registry.js';
import { NOTE_MAX } from '../../ground/text.js';
import { removeCapture } from './carryCompare.js';
import { alter, put, takeOut, type Change } from '../../model/coat/changes.js';
import { type CommandOf } from './commands.js';
import { CommandRefused, need } from '../../model/coat/refused.js';
import {
  matchOf,
  type CoatRows,
  type ElementCarry,
  type LayerSettings,
  type RegionRow,
  type TraitRow,
} from '../../model/coat/rows.js';

/** What commands change of the reference: pictures, variants, elements, targets, regions, kinds. */

export type TargetFields = Omit<TraitRow, 'elementId'>;

/** Puts a target in, or changes the one that stands for the same trait, variant and state. */
export function setTarget(
  rows: CoatRows,
  kind: string,
  elementId: string,
  fields: TargetFields,
): Change | null {
  const problem = targetProblem(kindBook(rows), kind, fields.trait, fields.target);
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

export function setRegion(rows: CoatRows, elementId: string, region: RegionFields): Change | null {
  const picture = need(rows.picture, region.pictureId, 'picture');
  if (!isInside(region, picture.width, picture.height))
    throw new CommandRefused(
      'outside',
      `The region does not lie inside the picture of ${picture.width} × ${picture.height} pixels.`,
    );
  const standing = Object.values(rows.region).find(
    (r) => r.elementId === elementId && r.pictureId === region.pictureId && r.state === region.state,
  );
  const { x, y, width, height, state, ground } = region;
  // Drawn anew, it has been looked at.
  if (standing) return alter('region', standing, { x, y, width, height, ground, again: false });
  return put('region', {
    id: region.id,
    elementId,
    pictureId: region.pictureId,
    x,
    y,
    width,
    height,
    state,
    ground,
    again: false,
  });
}

/** How the lengths of one element are carried, and to which display. */
export function setCarry(rows: CoatRows, c: CommandOf<'element.carry'>): Change[] {
  const element = need(rows.element, c.id, 'element');
  if (c.displayId) need(rows.display, c.displayId, 'display');
  let carry: ElementCarry | null = null;
  if (c.policy === 'same proportion') {
    if (!c.neighbour || c.neighbour === c.id)
      throw new CommandRefused('bad-value', 'Say the neighbour whose proportion is kept.');
    need(rows.element, c.neighbour, 'element');
    carry = { policy: c.policy, neighbour: c.neighbour };
  } else if (c.policy !== null) carry = { policy: c.policy };
  return keep(alter('element', element, { carry, displayId: c.displayId }));
}

export function removeElement(rows: CoatRows, id: string): Change[] {
  const element = need(rows.element, id, 'element');
  const match = matchOf(rows, id);
  return [
    ...(match ? releaseMatch(rows, match) : []),
    ...freeNeighbours(rows, id),
    ...Object.values(rows.handmade)
      .filter((h) => h.elementId === id)
      .map((h) => takeOut('handmade', h)),
    ...Object.values(rows.trait)
      .filter((t) => t.elementId === id)
      .map((t) => takeOut('trait', t)),
    ...Object.values(rows.region)
      .filter((r) => r.elementId === id)
      .map((r) => takeOut('region', r)),
    ...Object.values(rows.sighting)
      .filter((s) => s.elementId === id)
      .map((s) => takeOut('sighting', s)),
    takeOut('element', element),
  ];
}

/** Elements whose proportion was kept to one that goes are carried as the coat says. */
function freeNeighbours(rows: CoatRows, id: string): Change[] {
  return Object.values(rows.element)
    .filter((e) => e.carry?.policy === 'same proportion' && e.carry.neighbour === id)
    .flatMap((e) => keep(alter('element', e, { carry: null })));
}

export function removePicture(rows: CoatRows, id: string): Change[] {
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

/** What is shown in a variant alone goes with it: its pictures, its own targets, its settings by hand. */
export function removeVariant(rows: CoatRows, id: string): Change[] {
  const variant = need(rows.variant, id, 'variant');
  if (Object.keys(rows.variant).length === 1)
    throw new CommandRefused('in-use', 'A coat has at least one variant.');
  const own = Object.values(rows.trait).filter((t) => t.variantId === id);
  const pictures = Object.values(rows.picture).filter((p) => p.variantId === id);
  const without = {
    ...rows,
    trait: Object.fromEntries(Object.entries(rows.trait).filter(([, t]) => t.variantId !== id)),
  };
  return [
    ...own.map((t) => takeOut('trait', t)),
    ...pictures.flatMap((p) => removePicture(without, p.id)),
    ...Object.values(rows.capture)
      .filter((own) => own.variantId === id)
      .flatMap((own) => removeCapture(rows, own.id)),
    ...Object.values(rows.layer).flatMap((layer) => {
      if (!(id in layer.settings)) return [];
      const settings: LayerSettings = Object.fromEntries(
        Object.entries(layer.settings).filter(([k]) => k !== id),
      );
      return keep(alter('layer', layer, { settings }));
    }),
    takeOut('variant', variant),
  ];
}

/** New pixels under the same regions: those that no longer fit are clipped, those that changed want another look. */
export function replacePicture(rows: CoatRows, c: CommandOf<'picture.replace'>): Change[] {
  const picture = need(rows.picture, c.id, 'picture');
  const { blob, original, width, height } = c;
  const changed = new Set(c.changed);
  return keep(
    alter('picture', picture, { blob, original, width, height }),
    ...Object.values(rows.region)
      .filter((r) => r.pictureId === c.id)
      .map((region) => {
        const inside = isInside(region, width, height);
        const fitting = inside
          ? region
          : (clip(region, width, height) ?? { x: 0, y: 0, width: 1, height: 1 });
        const { x, y } = fitting;
        return alter('region', region, {
          x,
          y,
          width: fitting.width,
          height: fitting.height,
          again: region.again || !inside || changed.has(region.id),
        });
      }),
  );
}

/**
 * Puts one element into another: what the other does not have yet comes over, targets and regions, note and links.
 * The match of the one that goes is released.
 */
export function mergeElements(rows: CoatRows, c: CommandOf<'element.merge'>): Change[] {
  const into = need(rows.element, c.into, 'element');
  const from = need(rows.element, c.from, 'element');
  if (into.id === from.id) throw new CommandRefused('bad-value', 'An element cannot be merged into itself.');
  const book = kindBook(rows);
  const traits = Object.values(rows.trait);
  const has = (t: TraitRow) =>
    traits.some(
      (o) =>
        o.elementId === into.id && o.trait === t.trait && o.variantId === t.variantId && o.state === t.state,
    );
  const regions = Object.values(rows.region);
  const covers = (r: RegionRow) =>
    regions.some((o) => o.elementId === into.id && o.pictureId === r.pictureId && o.state === r.state);
  const match = matchOf(rows, from.id);
  const note = [into.note, from.note].filter((n) => n !== '').join('\n');
  return keep(
    ...(match ? releaseMatch(rows, match) : []),
    ...freeNeighbours(rows, from.id),
    ...Object.values(rows.handmade)
      .filter((h) => h.elementId === from.id)
      .map((h) => takeOut('handmade', h)),
    ...traits
      .filter((t) => t.elementId === from.id)
      .map((t) =>
        has(t) || !book.trait(into.kind, t.trait) || from.kind !== into.kind
          ? takeOut('trait', t)
          : alter('trait', t, { elementId: into.id }),
      ),
    ...regions
      .filter((r) => r.elementId === from.id)
      .map((r) => (covers(r) ? takeOut('region', r) : alter('region', r, { elementId: into.id }))),
    ...Object.values(rows.sighting)
      .filter((s) => s.elementId === from.id)
      .map((s) => takeOut('sighting', s)),
    alter('element', into, {
      note: note.slice(0, NOTE_MAX),
      links: [...into.links, ...from.links].slice(0, 20),
    }),
    takeOut('element', from),
  );
}

/** Describes a kind of the coat's own. Traits that elements use stay until they are cleared. */
export function setKind(rows: CoatRows, c: CommandOf<'kind.set'>): Change[] {
  const { id, key, label, group, help, weight, traits } = c;
  const standing = rows.kind[id];
  const other = Object.values(rows.kind).find((k) => k.key === key && k.id !== id);
  if (other)
    throw new CommandRefused('in-use', `There is a kind with the id ${key} already: ${other.label}.`);
  if (new Set(traits.map((t) => t.id)).size !== traits.length)
    throw new CommandRefused('bad-value', 'Each trait of a kind has an id of its own.');
  const shipped = findKind(key);
  const double = shipped?.traits.find((t) => traits.some((o) => o.id === t.id));
  if (double) throw new CommandRefused('bad-value', `${shipped!.label} has a trait ${double.id} already.`);
  if (standing) {
    if (standing.key !== key) throw new CommandRefused('bad-value', 'The id of a kind stays as it was made.');
    const kept = new Map(traits.map((t) => [t.id, t]));
    const used = Object.values(rows.trait).find((t) => {
      if (rows.element[t.elementId]?.kind !== key) return false;
      const before = standing.traits.find((s) => s.id === t.trait);
      return before !== undefined && kept.get(before.id)?.type !== before.type;
    });
    if (used)
      throw new CommandRefused(
        'in-use',
        `${rows.element[used.elementId]!.name} has a value for ${used.trait}; clear it before the trait goes or changes its type.`,
      );
    return keep(alter('kind', standing, { label, group, help, weight, traits }));
  }
  return [put('kind', { id, key, label, group, help, weight, traits })];
}

export function removeKind(rows: CoatRows, id: string): Change[] {
  const kind = need(rows.kind, id, 'kind');
  const own = new Set(kind.traits.map((t) => t.id));
  const shipped = findKind(kind.key) !== null;
  const user = Object.values(rows.element).find(
    (e) =>
      e.kind === kind.key &&
      (!shipped || Object.values(rows.trait).some((t) => t.elementId === e.id && own.has(t.trait))),
  );
  if (user) throw new CommandRefused('in-use', `${user.name} is of this kind; remove it or change it first.`);
  return [takeOut('kind', kind)];
}
