import { alter, put, takeOut, type Change } from './changes.js';
import { kindBook } from './kindBook.js';
import { CommandRefused, need } from './refused.js';
import { layersOf, matchOf, type CoatRows, type LayerRow, type MatchRow } from './rows.js';
import { type ChosenBy } from './rows/matches.js';

/**
 * What is chosen for an element, as plain data and as changes of rows. A person's commands and an accepted proposal do it in the
 * same words, so that what was promised is what comes.
 */

interface NamedOffer {
  readonly elementId: string;
  /** The id of the match, where there is none yet. */
  readonly matchId: string;
  readonly layerId: string;
  /** Null, with its revision, for what the host or one's own hand makes. */
  readonly partId: string | null;
  readonly partRevision: number | null;
  readonly offer: string;
  readonly by?: ChosenBy | undefined;
}
/** Takes an offer as the base of an element. */
export interface ChooseOffer extends NamedOffer {
  readonly type: 'match.choose';
}
/** Lays another offer over what is chosen, for some traits or (null) for all that it has. */
export interface LayOver extends NamedOffer {
  readonly type: 'match.overlay';
  readonly traits: readonly string[] | null;
}
/** Takes back what was chosen for an element. */
export interface ReleaseChoice {
  readonly type: 'match.release';
  readonly elementId: string;
}
export type Choice = ChooseOffer | LayOver | ReleaseChoice;

/** Of what may have been changed the changes that there are: what is as it was comes as null. */
export const keep = (...changes: (Change | null)[]): Change[] =>
  changes.filter((c): c is Change => c !== null);

/** Takes a match out with its layers: the element is open again. */
export function releaseMatch(rows: CoatRows, match: MatchRow): Change[] {
  return [...layersOf(rows, match.id).map((l) => takeOut('layer', l)), takeOut('match', match)];
}

/** Changes a match, or makes one with these fields. */
export function setMatch(
  rows: CoatRows,
  elementId: string,
  matchId: string,
  fields: Partial<MatchRow>,
): Change[] {
  need(rows.element, elementId, 'element');
  const match = matchOf(rows, elementId);
  if (match) return keep(alter('match', match, fields));
  return [put('match', { ...newMatch(matchId, elementId), ...fields })];
}

/** A match with which nothing was said or chosen yet. */
export function newMatch(id: string, elementId: string): MatchRow {
  return {
    id,
    elementId,
    said: null,
    reason: '',
    lost: '',
    note: '',
    links: [],
    lookAgain: null,
    by: 'hand',
  };
}

/** Takes an offer as the base of an element, in place of all that was chosen before. @throws CommandRefused */
export function chooseBase(rows: CoatRows, c: Omit<ChooseOffer, 'type'>): Change[] {
  const match = matchOf(rows, c.elementId);
  if ((c.partId === null) !== (c.partRevision === null))
    throw new CommandRefused('bad-value', 'A part is chosen with its revision.');
  return [
    ...(match ? layersOf(rows, match.id).map((l) => takeOut('layer', l)) : []),
    ...setMatch(rows, c.elementId, c.matchId, { said: null, by: c.by ?? 'hand' }),
    put('layer', newLayer(c, match?.id ?? c.matchId, 0, null)),
  ];
}

function newLayer(
  c: NamedOffer,
  matchId: string,
  position: number,
  traits: readonly string[] | null,
): LayerRow {
  const { layerId, partId, partRevision, offer } = c;
  return { id: layerId, matchId, position, partId, partRevision, offer, traits, settings: {}, own: {} };
}

/** Lays another offer over the layers of an element; where none is chosen yet, over the host as it is. */
export function addOverlay(rows: CoatRows, c: Omit<LayOver, 'type'>): Change[] {
  const element = need(rows.element, c.elementId, 'element');
  if ((c.partId === null) !== (c.partRevision === null))
    throw new CommandRefused('bad-value', 'A part is chosen with its revision.');
  needTraits(rows, element.kind, c.traits);
  const match = matchOf(rows, c.elementId);
  const top = match ? Math.max(0, ...layersOf(rows, match.id).map((l) => l.position)) : 0;
  return [
    ...setMatch(rows, c.elementId, c.matchId, { said: null, by: c.by ?? 'hand' }),
    put('layer', newLayer(c, match?.id ?? c.matchId, top + 1, c.traits)),
  ];
}

/** @throws CommandRefused where the kind has no such trait */
export function needTraits(rows: CoatRows, kind: string, traits: readonly string[] | null | undefined): void {
  const book = kindBook(rows);
  const unknown = traits?.find((t) => !book.trait(kind, t));
  if (unknown !== undefined) throw new CommandRefused('bad-value', `There is no trait ${unknown} here.`);
}

/** What a choice changes of the rows. @throws CommandRefused where it cannot be made */
export function choiceChanges(rows: CoatRows, choice: Choice): Change[] {
  switch (choice.type) {
    case 'match.choose':
      return chooseBase(rows, choice);
    case 'match.overlay':
      return addOverlay(rows, choice);
    case 'match.release': {
      const match = matchOf(rows, choice.elementId);
      return match ? releaseMatch(rows, match) : [];
    }
  }
}
