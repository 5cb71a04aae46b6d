import { flag, list, oneOf, openShape, shape, tagged, text, type Of } from '../../ground/shape/shape.js';
import { FILE_WAYS } from '../offers/writes.js';
import { FILE_FORMATS } from '../../measuring/standards/edits/edit.js';

/** Longer texts and lists are no deed of a plan. */
const LONGEST = 20_000;
const MOST = 1000;

const words = text(LONGEST, 0);
const texts = list(words, { most: MOST });
const UNKNOWN = 'A deed has no field ${unknown}.';

const madeSchema = openShape({ path: words, is: words });
/** A file or folder that a deed makes, and what a host takes it for: `theme icon set`, `program`, `file`. */
export type Made = Of<typeof madeSchema>;
const mades = list(madeSchema, { most: MOST });

/** Of a value that is a path from `~/`: how the setting takes it, and whether in the quotes of a GVariant's text. */
const pathSchema = shape({ as: oneOf(FILE_WAYS), quoted: flag() }, UNKNOWN);
export type DeedPath = Of<typeof pathSchema>;
const listedSchema = openShape({ sort: words, name: words });
/** A thing of a sort that has to stand in the host's list before it can be chosen. */
export type Listed = Of<typeof listedSchema>;

const does = <const T extends string>(...names: T[]) => oneOf(names);

/**
 * One thing that changes a host, as plain data: commands, scripts, the rehearsal, the way back and the journal are all
 * made from it. `of` names what has to be there and in effect for it, by resource (see `resource`).
 */
export const deedSchema = tagged(
  'do',
  [
    shape({ do: does('make safe point'), name: words }, UNKNOWN),
    shape({ do: does('note values'), keys: texts }, UNKNOWN),
    shape({ do: does('add source', 'remove source'), channel: words, source: words }, UNKNOWN),
    shape({ do: does('install'), channel: words, package: words, makes: mades }, UNKNOWN),
    shape({ do: does('remove'), channel: words, package: words }, UNKNOWN),
    shape({ do: does('fetch'), from: words, to: words, sha256: words.nullable() }, UNKNOWN),
    /** `root` is the folder or file inside it; empty: all of it. */
    shape({ do: does('unpack'), archive: words, root: words, makes: madeSchema }, UNKNOWN),
    shape({ do: does('clone'), from: words, version: words, to: words }, UNKNOWN),
    shape(
      {
        do: does('run'),
        program: words,
        words: texts,
        admin: flag(),
        makes: mades,
        /** What it takes away again, when it is run to remove itself. */
        takes: texts,
        /** The words with which it removes itself, and that its folder must stay for that. */
        undo: texts.nullable(),
      },
      UNKNOWN,
    ),
    /** Copies a file, or writes one with this text. */
    shape({ do: does('place'), from: words, to: words }, UNKNOWN),
    shape({ do: does('write'), to: words, text: words }, UNKNOWN),
    /** Changes one value in a file and keeps the rest; null takes it out. */
    shape(
      {
        do: does('edit'),
        file: openShape({ path: words, format: oneOf(FILE_FORMATS), at: words }),
        value: words.nullable(),
        path: pathSchema.optional(),
      },
      UNKNOWN,
    ),
    shape({ do: does('enable', 'disable'), id: words, of: texts }, UNKNOWN),
    shape({ do: does('open'), name: words, of: texts, makes: mades }, UNKNOWN),
    /** Sets a value; null takes the setting back to as if it had never been set. */
    shape(
      {
        do: does('set'),
        key: words,
        value: words.nullable(),
        of: texts,
        listed: listedSchema.nullable(),
        path: pathSchema.optional(),
      },
      UNKNOWN,
    ),
    /** A command that changes nothing which lasts. */
    shape({ do: does('call'), command: texts }, UNKNOWN),
    /** Makes what waits for a reload or a reopening show; by hand where no command does it. */
    shape(
      { do: does('show'), after: oneOf(['reload', 'reopen']), command: texts.nullable(), what: words },
      UNKNOWN,
    ),
    shape({ do: does('delete'), path: words }, UNKNOWN),
    /** Moves something out of the way, and back. */
    shape({ do: does('move'), from: words, to: words }, UNKNOWN),
    /** Something only a hand can do; `changes` names a resource and what it is then, where one is meant. */
    shape(
      {
        do: does('by hand'),
        what: words,
        changes: openShape({ resource: words, value: words.nullable() }).nullable(),
      },
      UNKNOWN,
    ),
  ],
  'It is no deed of a plan.',
);
export type Deed = Of<typeof deedSchema>;

/** Whether something that came over the wire is a deed with all it needs, and nothing else in it. */
export function isDeed(raw: unknown): raw is Deed {
  return deedSchema.isValidSync(raw, { strict: true, disableStackTrace: true });
}
