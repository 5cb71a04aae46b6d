import { mapped } from '../../ground/checked.js';
import { execute } from '../../doing/commands/commands.js';
import { underIds } from '../../model/coat/ids.js';
import { alter, applyChanges, put, takeOut, type Change } from '../../model/coat/changes.js';
import {
  coatOf,
  layersOf,
  matchOf,
  NO_ROWS,
  rowsIn,
  type CoatRows,
  type Entity,
  type LayerRow,
  type LayerSettings,
  type MatchRow,
} from '../../model/coat/rows.js';
import type { HostProfile } from '../../model/host/profile.js';
import { fitOf } from '../../model/parts/fit.js';
import type { Offer, Supply } from '../../model/offers/offer.js';
import type { Part } from '../../model/parts/part.js';
import { kindBook } from '../../model/coat/kindBook.js';
import type { TraitValue } from '../../model/traits/value.js';
import { NOTE_MAX } from '../../ground/text.js';
import { evaluateCoat, type ElementState } from '../../deciding/matching/evaluate.js';
import { indexOffers, newestParts, rankOffers, type OfferIndex } from '../../deciding/matching/rank.js';
import { partOf, type MatchContext } from '../../deciding/matching/targets.js';

/** What becomes of a match on another host. */
export const CARRIED_HOWS = ['carried over', 're-settled', 'replaced', 'open', 'gap', 'as said'] as const;
export type CarriedHow = (typeof CARRIED_HOWS)[number];

/** One element, on the old host against on the new one. */
export interface CarriedLine {
  readonly elementId: string;
  readonly name: string;
  readonly how: CarriedHow;
  /** Why, in a sentence. */
  readonly reason: string;
  /** Closeness there and here, 0 to 1; null: not scored. */
  readonly before: number | null;
  readonly after: number | null;
}

/** A coat as it would be on another host. */
export interface CarriedOver {
  /** Under the ids of the original. */
  readonly rows: CoatRows;
  readonly lines: readonly CarriedLine[];
  readonly before: number | null;
  readonly after: number | null;
}

/** What belongs to the old host alone: it stays there. */
const STAYS: readonly Entity[] = ['trial', 'survey', 'reading', 'capture', 'sighting', 'journal', 'accepted'];

/** Whether a supply takes a value that was set by hand. */
function takes(supply: Supply | undefined, value: TraitValue): boolean {
  if (!supply || 'fixed' in supply) return false;
  if ('range' in supply) {
    const { least, most, step } = supply.range;
    if (typeof value !== 'number' || value < least || value > most) return false;
    const steps = (value - least) / step;
    return Math.abs(steps - Math.round(steps)) < 1e-9;
  }
  return 'oneOf' in supply ? supply.oneOf.some((v) => JSON.stringify(v) === JSON.stringify(value)) : true;
}

/** Settings by hand as far as an offer takes them, and the traits whose settings it does not. */
function settingsOn(offer: Offer, settings: LayerSettings): { kept: LayerSettings; lost: string[] } {
  const lost = new Set<string>();
  const kept = Object.fromEntries(
    Object.entries(settings).map(([scope, values]) => [
      scope,
      Object.fromEntries(
        Object.entries(values).filter(([trait, value]) => {
          const fits = takes(offer.supplies[trait], value);
          if (!fits) lost.add(trait);
          return fits;
        }),
      ),
    ]),
  );
  return { kept, lost: [...lost] };
}

/** Where a layer goes on the new host, or why it goes nowhere. */
type Move =
  | {
      readonly layer: LayerRow;
      readonly how: 'carried over' | 're-settled' | 'replaced';
      readonly reason: string;
    }
  | { readonly layer: null; readonly reason: string };

function moveLayer(
  ctx: MatchContext,
  layer: LayerRow,
  kind: string,
  labelOf: (trait: string) => string,
  /** The new host's own offers that were given away, each with the old host's offer that it was given for. */
  given: Map<string, string>,
): Move {
  const host = ctx.host!;
  const settled = (to: LayerRow, offer: Offer, how: 'carried over' | 'replaced', why: string): Move => {
    const { kept, lost } = settingsOn(offer, layer.settings);
    const again =
      lost.length > 0
        ? ` ${lost.map(labelOf).join(', ')} is settled anew: what was typed does not go there.`
        : '';
    return {
      layer: { ...to, settings: kept },
      how: how === 'carried over' && lost.length > 0 ? 're-settled' : how,
      reason: why + again,
    };
  };
  // What was made by hand goes wherever its element goes.
  if (layer.partId === null && layer.offer.startsWith('hand:'))
    return { layer, how: 'carried over', reason: 'Made by hand: it comes along.' };
  if (layer.partId === null) {
    const all = host.offers.filter((o) => o.kind === kind);
    // What were two things on the old host does not become one thing here.
    const own = all.find((o) => (given.get(o.id) ?? layer.offer) === layer.offer);
    if (own) {
      given.set(own.id, layer.offer);
      return settled({ ...layer, offer: own.id }, own, 'replaced', `${host.name} has its own: ${own.name}.`);
    }
    const reason =
      all.length === 0
        ? `${host.name} has nothing of its own for it.`
        : `${all.map((o) => o.name).join(' and ')} of ${host.name} ${all.length === 1 ? 'goes' : 'go'} to other elements.`;
    return { layer: null, reason };
  }
  const part = partOf(ctx, layer);
  const { channel } = coatOf(ctx.rows);
  if (!part) return { layer: null, reason: 'The part that was chosen is not in the catalogue any more.' };
  const fit = fitOf(part, host, channel);
  const offer = part.offers.find((o) => o.id === layer.offer);
  if (fit.usable && offer) return settled(layer, offer, 'carried over', `${part.name}: ${fit.sentence}`);
  // Another version of the same part may be for this host.
  const newest: Part | undefined = newestParts(ctx.parts).find((p) => p.id === part.id);
  const other = newest?.offers.find((o) => o.id === layer.offer);
  if (newest && other && newest.revision !== part.revision && fitOf(newest, host, channel).usable)
    return settled(
      { ...layer, partRevision: newest.revision },
      other,
      'replaced',
      `${newest.name} ${newest.version} in place of ${part.version}: ${fitOf(newest, host, channel).sentence}`,
    );
  return {
    layer: null,
    reason: `${part.name}: ${fit.usable ? 'it offers nothing for it any more.' : fit.channel === null && fit.word !== 'known not to' ? fit.channelSentence : fit.sentence}`,
  };
}

/** The best that the new host and its parts could give an element, or null where nothing beats the host as it is. */
function bestThere(ctx: MatchContext, index: OfferIndex, state: ElementState): string | null {
  const best = rankOffers(ctx, index, state.element).find((r) => r.fit === null || r.fit.usable);
  if (!best || best.closeness === null || best.closeness <= (state.closeness ?? 0)) return null;
  return `${best.part?.name ?? ctx.host!.name} would come to ${Math.round(best.closeness * 100)} %.`;
}

/**
 * Takes a coat to another host, or to another version or distribution of the same: elements and targets stay; every match is
 * carried over, re-settled, replaced, opened or turned into a gap, each with its reason. What belongs to the old host alone stays
 * there, the journal among it.
 *
 * @param old the coat on its host, with the parts of both hosts at hand
 * @param channel the package channel of the new host's distribution
 */
export function portCoat(old: MatchContext, host: HostProfile, channel: string | null): CarriedOver {
  const before = evaluateCoat(old, indexOffers(old));
  const coat = coatOf(old.rows);
  const empty = Object.fromEntries(STAYS.map((entity) => [entity, {}]));
  let rows: CoatRows = {
    ...old.rows,
    ...empty,
    coat: {
      [coat.id]: { ...coat, profileId: host.id, profileRevision: host.revision, channel, moves: [] },
    },
    layer: {},
  };
  const book = kindBook(rows);
  const told = new Map<string, { how: CarriedHow; reason: string }>();
  const opened: string[] = [];
  const given = new Map<string, string>();
  const layers: Record<string, LayerRow> = {};
  const matches: Record<string, MatchRow> = { ...rows.match };
  for (const { element } of before.elements) {
    const match = matchOf(old.rows, element.id);
    if (!match) {
      told.set(element.id, { how: 'open', reason: 'Nothing was chosen for it.' });
      opened.push(element.id);
      continue;
    }
    const own = layersOf(old.rows, match.id);
    if (match.said === 'left alone') {
      told.set(element.id, { how: 'as said', reason: 'It is left alone.' });
      for (const l of own) layers[l.id] = l;
      continue;
    }
    if (match.said === 'gap') {
      const why = match.reason === '' ? '' : `: ${match.reason}`;
      told.set(element.id, {
        how: 'open',
        reason: `It was a gap there${why}${/[.!?]$/.test(why) ? '' : '.'}`,
      });
      matches[match.id] = { ...match, said: null, reason: '', lookAgain: null };
      opened.push(element.id);
      continue;
    }
    const label = (trait: string) => book.trait(element.kind, trait)?.label ?? trait;
    const moves = own.map((l) => moveLayer({ parts: old.parts, rows, host }, l, element.kind, label, given));
    const [base] = moves;
    const kept = moves.flatMap((m) => (m.layer ? [m.layer] : []));
    if (base?.layer) {
      for (const l of kept) layers[l.id] = l;
      const lost = moves.filter((m) => m.layer === null).map((m) => m.reason);
      const hows = moves.flatMap((m) => (m.layer ? [m.how] : []));
      const how = hows.includes('replaced') ? 'replaced' : hows.includes('re-settled') || lost.length > 0 ? 're-settled' : 'carried over'; // prettier-ignore
      told.set(element.id, { how, reason: [...new Set(moves.map((m) => m.reason))].join(' ') });
      continue;
    }
    told.set(element.id, { how: 'gap', reason: base?.reason ?? 'Nothing was chosen for it.' });
    opened.push(element.id);
  }
  rows = { ...rows, layer: layers, match: matches };

  // Of what goes nowhere, it is a gap where nothing here comes nearer than the host as it is; else it is open.
  // What surveys told of the old host tells nothing of the new one.
  const there: MatchContext = { parts: old.parts, rows, host };
  const index = indexOffers(there);
  const first = evaluateCoat(there, index);
  for (const state of first.elements) {
    if (!opened.includes(state.element.id)) continue;
    const { how, reason } = mapped(told, state.element.id);
    const hope = bestThere(there, index, state);
    const match = matchOf(rows, state.element.id);
    if (hope !== null) told.set(state.element.id, { how: 'open', reason: `${reason} ${hope}` });
    else if (how === 'gap' || match) {
      told.set(state.element.id, {
        how: 'gap',
        reason: `${reason} Nothing here comes nearer than ${host.name} as it is.`,
      });
      const was = matchOf(old.rows, state.element.id);
      // A gap that stays one keeps the person's own words.
      const why = was?.said === 'gap' && was.reason !== '' ? was.reason : reason.slice(0, NOTE_MAX);
      if (match) matches[match.id] = { ...match, said: 'gap', reason: why };
    }
  }
  rows = { ...rows, match: { ...matches } };
  const after = evaluateCoat({ ...there, rows }, index);
  const closeness = new Map(after.elements.map((e) => [e.element.id, e.closeness]));
  return {
    rows,
    before: before.chosen,
    after: after.chosen,
    lines: before.elements.map(({ element, closeness: was }) => ({
      elementId: element.id,
      name: element.name,
      ...mapped(told, element.id),
      before: was,
      after: closeness.get(element.id) ?? null,
    })),
  };
}

/** What of a coat is its reference. */
const REFERENCE: readonly Entity[] = ['variant', 'picture', 'kind', 'font', 'element', 'region', 'trait'];

/**
 * What changed in the reference of the original since a coat was carried over from it, as changes of that coat. Rows that the coat
 * made itself stay; its matches and settings stay, but of elements that are gone there.
 *
 * @param newId makes ids for rows that are new there
 * @returns the changes, and the ids of rows there and here with the new ones among them
 */
export function referenceChanges(
  now: CoatRows,
  original: CoatRows,
  ids: Readonly<Record<string, string>>,
  newId: () => string,
): { readonly changes: readonly Change[]; readonly ids: Readonly<Record<string, string>> } {
  const known = new Map(Object.entries(ids));
  for (const entity of REFERENCE)
    for (const id of Object.keys(original[entity])) if (!known.has(id)) known.set(id, newId());
  const only = { ...NO_ROWS, ...Object.fromEntries(REFERENCE.map((e) => [e, original[e]])) } as CoatRows;
  const then = underIds(only, known);
  const brought = new Set(Object.values(ids));
  const changes: Change[] = [];
  let rows = now;
  const carry = (more: readonly Change[]) => {
    const applied = applyChanges(rows, more);
    if (!applied.ok) throw new Error(applied.clash.sentence);
    rows = applied.rows;
    changes.push(...more);
  };
  const isGone = (entity: Entity, id: string) => brought.has(id) && !then[entity][id];
  // Of these no two may name the same thing, not even for a moment: what is gone goes first.
  for (const entity of ['region', 'trait'] as readonly Entity[])
    for (const row of rowsIn(rows, entity)) if (isGone(entity, row.id)) carry([takeOut(entity, row)]);
  for (const entity of REFERENCE)
    for (const row of rowsIn(then, entity)) {
      const mine = rows[entity][row.id];
      const change = mine ? alter(entity, mine, row) : put(entity, row);
      if (change) carry([change]);
    }
  for (const entity of [...REFERENCE].reverse())
    for (const row of rowsIn(rows, entity)) {
      if (!isGone(entity, row.id) || !rows[entity][row.id]) continue;
      if (entity === 'element') carry(execute(rows, { type: 'element.remove', id: row.id }));
      else if (entity === 'picture') carry(execute(rows, { type: 'picture.remove', id: row.id }));
      else if (entity === 'variant' && Object.keys(rows.variant).length > 1)
        carry(execute(rows, { type: 'variant.remove', id: row.id }));
      else if (entity !== 'variant') carry([takeOut(entity as Entity, row)]);
    }
  return { changes, ids: Object.fromEntries(known) };
}
