import { keyed } from '../../ground/checked.js';
import { idSchema } from '../../ground/ids.js';
import { BEYOND, held, list, oneOf, read, shape, whole, type Of } from '../../ground/shape/shape.js';
import { nameSchema, noteSchema } from '../../ground/text.js';

export const VOTES = ['for', 'against'] as const;
export type Vote = (typeof VOTES)[number];

const MOST_ELEMENTS = 2000;
const idsSchema = list(idSchema, { most: MOST_ELEMENTS, sentence: 'No coat has so many elements.' });

const markSchema = held(
  shape(
    {
      id: idSchema,
      /** The version that they tried. */
      version: whole(1, 1e9),
      reader: nameSchema.label('Reader'),
      /** Name and version of the desktop, as the reader writes it. */
      host: nameSchema.label('Host'),
      vote: oneOf(VOTES).nullable(),
      /** Ids of elements. Those in neither list were not tried. */
      worked: idsSchema,
      failed: idsSchema,
      note: noteSchema,
    },
    'A mark has no such field.',
  ),
  'both',
  ({ worked, failed }) =>
    worked.every((id) => !failed.includes(id)) ? null : 'An element either worked or did not.',
  BEYOND,
);
/** What one reader says of a coat on the rack: what worked for them, on what host, and whether they are for it. */
export type Mark = Of<typeof markSchema>;

/** Reads a mark as it comes from outside. @throws ValidationError with a sentence for everything that is wrong with it */
export function readMark(value: unknown): Mark {
  return read(markSchema, value);
}

export interface Count {
  readonly worked: number;
  readonly tried: number;
}

/** What all readers say together. */
export interface Tally {
  readonly for: number;
  readonly votes: number;
  /** By id of an element. */
  readonly elements: Readonly<Record<string, Count>>;
  /** By host: how many elements were tried there and how many of these worked, most tried first. */
  readonly hosts: readonly (Count & { readonly host: string; readonly readers: number })[];
}

/** Sums up what readers marked: votes, and for each element and host how often something was tried and worked. */
export function tallyOf(marks: readonly Mark[]): Tally {
  const elements: Record<string, { worked: number; tried: number }> = {};
  const hosts = new Map<string, { host: string; worked: number; tried: number; readers: number }>();
  for (const { host, worked, failed } of marks) {
    // The same desktop written with other capitals is the same desktop.
    const key = host.toLocaleLowerCase('en');
    const of = hosts.get(key) ?? { host, worked: 0, tried: 0, readers: 0 };
    of.readers++;
    of.worked += worked.length;
    of.tried += worked.length + failed.length;
    hosts.set(key, of);
    for (const id of [...worked, ...failed]) (elements[id] ??= { worked: 0, tried: 0 }).tried++;
    for (const id of worked) keyed(elements, id).worked++;
  }
  const votes = marks.filter((m) => m.vote !== null);
  return {
    for: votes.filter((m) => m.vote === 'for').length,
    votes: votes.length,
    elements,
    hosts: [...hosts.values()].sort((a, b) => b.tried - a.tried || (a.host < b.host ? -1 : 1)),
  };
}

/** Votes in words: "no votes yet" is no rank. */
export function sayVotes({ for: yes, votes }: Pick<Tally, 'for' | 'votes'>): string {
  if (votes === 0) return 'no votes yet';
  return `${yes} of ${votes} ${votes === 1 ? 'vote' : 'votes'} for it`;
}
