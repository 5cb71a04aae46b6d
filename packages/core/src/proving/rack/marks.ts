import { idSchema } from '../../ground/ids.js';
import * as yup from 'yup';
import { nameSchema, noteSchema } from '../../ground/text.js';

export const VOTES = ['for', 'against'] as const;
export type Vote = (typeof VOTES)[number];

/** What one reader says of a coat on the rack: what worked for them, on what host, and whether they are for it. */
export interface Mark {
  readonly id: string;
  /** The version that they tried. */
  readonly version: number;
  readonly reader: string;
  /** Name and version of the desktop, as the reader writes it. */
  readonly host: string;
  readonly vote: Vote | null;
  /** Ids of elements. Those in neither list were not tried. */
  readonly worked: readonly string[];
  readonly failed: readonly string[];
  readonly note: string;
}

const MOST_ELEMENTS = 2000;
const idsSchema = yup.array(idSchema).strict().max(MOST_ELEMENTS, 'No coat has so many elements.').required();

const markSchema = yup
  .object({
    id: idSchema,
    version: yup.number().strict().integer().min(1).required(),
    reader: nameSchema.label('Reader'),
    host: nameSchema.label('Host'),
    vote: yup
      .mixed<Vote>((v): v is Vote => VOTES.includes(v as Vote))
      .nullable()
      .defined(),
    worked: idsSchema,
    failed: idsSchema,
    note: noteSchema,
  })
  .noUnknown('A mark has no such field.')
  .test('both', 'An element either worked or did not.', ({ worked, failed }) => {
    // What is no list at all is told by the fields themselves.
    if (!Array.isArray(worked) || !Array.isArray(failed)) return true;
    return worked.every((id) => !failed.includes(id));
  });

/** Reads a mark as it comes from outside. @throws ValidationError with a sentence for everything that is wrong with it */
export function readMark(value: unknown): Mark {
  return markSchema.validateSync(value, { abortEarly: false, strict: true });
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

/** Sums up what readers marked. */
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
    for (const id of worked) elements[id]!.worked++;
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
