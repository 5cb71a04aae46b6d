import { EDGES, type CoatFacts, type Edge } from './facts.js';
import { LEAST_PRESENCE, lookCloseness, presence } from './looks.js';
import type { Tally } from './marks.js';
import { wilsonLower } from './wilson.js';

/** Something in the library: a coat that was put on the rack, or one that is still being worked on. */
export interface RackThing {
  readonly id: string;
  readonly from: 'rack' | 'coats';
  /** The coat that it was made of. */
  readonly coatId: string;
  readonly owner: string;
  readonly name: string;
  readonly about: string;
  /** The newest version; null of a coat that is not on the rack. */
  readonly version: number | null;
  /** ISO 8601, of the newest version or the last change. */
  readonly at: string;
  readonly facts: CoatFacts;
  readonly votes: Pick<Tally, 'for' | 'votes' | 'hosts'>;
}

/** A thing that was found, with its place among all that have votes. */
export interface RackFound extends RackThing {
  /** Lower bound of the Wilson interval of its votes, 0 to 1; null without votes. */
  readonly lower: number | null;
  /** 1 is the first; those with the same bound share a rank. Null without votes. */
  readonly rank: number | null;
  /** How like the one it is ordered by, 0 to 1; null where it is not ordered by likeness. */
  readonly likeness: number | null;
}

export const RACK_ORDERS = ['votes', 'newest', 'closeness', 'likeness'] as const;
export type RackOrder = (typeof RACK_ORDERS)[number];

/** What is searched for. Empty texts, nulls and empty lists ask for nothing. */
export interface RackQuery {
  /** All of these words, anywhere. */
  readonly words: string;
  readonly reference: string;
  /** A host that it is made for, or that something of it worked on. */
  readonly host: string;
  /** Edges that something stands at. */
  readonly edges: readonly Edge[];
  readonly hasDock: boolean;
  /** `#rrggbb` */
  readonly colour: string | null;
  /** Closeness at the least, 0 to 1. */
  readonly least: number;
  /** Only where every element is answered. */
  readonly answered: boolean;
  readonly order: RackOrder;
  /** The id of the thing that `likeness` orders by. */
  readonly like: string | null;
}

export const ANY_THING: RackQuery = {
  words: '',
  reference: '',
  host: '',
  edges: [],
  hasDock: false,
  colour: null,
  least: 0,
  answered: false,
  order: 'votes',
  like: null,
};

/** Letters only by what they are: capitals, accents and width aside. */
const folded = (text: string) => text.normalize('NFKD').replace(/\p{M}/gu, '').toLocaleLowerCase('en');
const wordsOf = (text: string) => folded(text).split(/\s+/).filter(Boolean);
const hasAll = (text: () => string, wanted: string) => {
  const words = wordsOf(wanted);
  if (words.length === 0) return true;
  const all = folded(text());
  return words.every((w) => all.includes(w));
};

function textOf({ name, about, owner, facts }: RackThing): string {
  const { references, host, channel, parts, tape, layout } = facts;
  return [
    name,
    about,
    owner,
    ...references,
    host,
    channel,
    ...parts,
    ...tape.map((s) => s.name),
    ...layout.map((l) => `${l.what} ${l.edge}`),
  ].join('\n');
}

/** Hosts that a thing is for, and those that something of it worked on. */
export function hostsOf({ facts, votes }: RackThing): string[] {
  return [
    ...(facts.host === null ? [] : [facts.host]),
    ...votes.hosts.filter((h) => h.worked > 0).map((h) => h.host),
  ];
}

function isWanted(thing: RackThing, query: RackQuery): boolean {
  const { facts } = thing;
  return (
    hasAll(() => textOf(thing), query.words) &&
    (query.reference.trim() === '' || facts.references.some((r) => hasAll(() => r, query.reference))) &&
    (query.host === '' || hostsOf(thing).some((h) => folded(h) === folded(query.host))) &&
    query.edges.every((edge) => facts.layout.some((l) => l.edge === edge)) &&
    (!query.hasDock || facts.layout.some((l) => l.what === 'dock')) &&
    (query.colour === null || presence(facts.colours, query.colour) >= LEAST_PRESENCE) &&
    (query.least <= 0 || (facts.closeness ?? 0) >= query.least) &&
    (!query.answered || (facts.elements > 0 && facts.answered === facts.elements))
  );
}

/**
 * What is found in a library, in the order that was asked for. Ranks are those among all things with votes, whatever is
 * searched for. Ordered by votes, those without any come after those that have some, the newest first.
 */
export function searchRack(things: readonly RackThing[], query: RackQuery): RackFound[] {
  const bounds = new Map(things.map((t) => [t.id, wilsonLower(t.votes.for, t.votes.votes)]));
  const ranks = new Map<number, number>();
  [...bounds.values()]
    .filter((b) => b !== null)
    .sort((a, b) => b - a)
    .forEach((b, i) => ranks.has(b) || ranks.set(b, i + 1));
  const like = things.find((t) => t.id === query.like);
  const found = things
    .filter((t) => isWanted(t, query) && !(query.order === 'likeness' && t.id === query.like))
    .map((t): RackFound => {
      const lower = bounds.get(t.id) ?? null;
      return {
        ...t,
        lower,
        rank: lower === null ? null : (ranks.get(lower) ?? null),
        likeness: query.order === 'likeness' && like ? lookCloseness(t.facts, like.facts) : null,
      };
    });
  const newest = (a: RackFound, b: RackFound) => (a.at < b.at ? 1 : a.at > b.at ? -1 : a.id < b.id ? -1 : 1);
  const down = (value: (t: RackFound) => number | null) => (a: RackFound, b: RackFound) =>
    (value(b) ?? -1) - (value(a) ?? -1) || newest(a, b);
  const orders: Readonly<Record<RackOrder, (a: RackFound, b: RackFound) => number>> = {
    newest,
    votes: down((t) => t.lower),
    closeness: down((t) => t.facts.closeness),
    likeness: down((t) => t.likeness),
  };
  return found.sort(orders[query.order]);
}

/** A query as it stands in an address; what cannot be read asks for nothing. */
export function readRackQuery(of: (name: string) => string | null): RackQuery {
  const least = Number(of('least') ?? 0);
  const order = of('order');
  const colour = of('colour');
  return {
    words: (of('words') ?? '').slice(0, 200),
    reference: (of('reference') ?? '').slice(0, 200),
    host: (of('host') ?? '').slice(0, 200),
    edges: EDGES.filter((e) => (of('edges') ?? '').split(',').includes(e)),
    hasDock: of('dock') === '1',
    colour: colour !== null && /^#[0-9a-f]{6}$/.test(colour) ? colour : null,
    least: least > 0 && least <= 1 ? least : 0,
    answered: of('answered') === '1',
    order: RACK_ORDERS.find((o) => o === order) ?? 'votes',
    like: of('like') || null,
  };
}

/** The same the other way: what differs from asking for nothing. */
export function writeRackQuery(query: RackQuery): Record<string, string> {
  const { words, reference, host, edges, hasDock, colour, least, answered, order, like } = query;
  const all: Record<string, string> = {
    words,
    reference,
    host,
    edges: edges.join(','),
    dock: hasDock ? '1' : '',
    colour: colour ?? '',
    least: least > 0 ? String(least) : '',
    answered: answered ? '1' : '',
    order: order === 'votes' ? '' : order,
    like: like ?? '',
  };
  return Object.fromEntries(Object.entries(all).filter(([, v]) => v !== ''));
}
