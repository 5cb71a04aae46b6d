import { BEHAVIOUR } from './behaviour.js';
import { LOOKS } from './looks.js';

/** What a setting takes: the type of its GVariant, and its range or its words. */
export interface Takes {
  readonly type: 'u' | 'd' | 'b' | 's' | 'as';
  readonly range: readonly [least: string, most: string] | null;
  readonly words: readonly string[] | null;
}

/** A setting of the desktop that this stands in for. */
export interface Setting {
  /** The kind and trait of the desktop's look that it shows; null where it shows nothing. */
  readonly shows: { readonly kind: string; readonly trait: string } | null;
  /** A schema's last word, or a file below the configuration folder and a group in it. */
  readonly where: string;
  readonly key: string;
  readonly takes: Takes;
  readonly first: string;
  /** How its value is read; see `LOOKS`. */
  readonly readAs: string;
  readonly summary: string;
  /** Whether it shows only once the desktop starts again. */
  readonly late: boolean;
}

function takesOf(told: string, [from, to] = [' ', ',']): Takes {
  const [type = 's', more = ''] = told.split(from);
  const [least = '', most = ''] = more.split('..');
  return {
    type: type === 'e' ? 's' : (type as Takes['type']),
    range: more.includes('..') ? [least, most] : null,
    words: type === 'e' ? more.split(to) : null,
  };
}

function look(line: string): Setting {
  const [shows = '', where = '', key = '', takes = '', first = '', readAs = '', summary = ''] = line
    .split('|')
    .map((cell) => cell.trim());
  const [kind = '', trait = ''] = shows.split('.');
  const late = key.startsWith('!');
  return {
    shows: { kind, trait },
    where,
    key: late ? key.slice(1) : key,
    takes: takesOf(takes),
    first,
    readAs,
    summary,
    late,
  };
}

function behaviour([where, told]: readonly [string, string]): Setting[] {
  return told.split(';').map((text) => {
    const [key = '', takes = '', ...first] = text.trim().split(' ');
    return {
      shows: null,
      where,
      key,
      takes: takesOf(takes, [':', ',']),
      first: first.join(' '),
      readAs: '',
      summary: '',
      late: false,
    };
  });
}

/** Everything that the desktop can set. */
export const SETTINGS: readonly Setting[] = [
  ...LOOKS.trim().split('\n').map(look),
  ...Object.entries(BEHAVIOUR).flatMap(behaviour),
];

/** Whether a setting is kept by its backend, and not in a file of its own. */
export const isOfSchema = ({ where }: Setting): boolean => !where.includes('/');
export const schemaOf = ({ where }: Setting): string => `org.samphire.${where}`;
