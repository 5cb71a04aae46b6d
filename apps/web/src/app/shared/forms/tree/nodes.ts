import type { AbstractControl } from '@angular/forms';
import type { TraitSpec } from '@spare-coat/core/model/kinds/kind';

/** Something that may be chosen or typed: what is kept, and what a person reads where that is something else. */
export interface Suggestion {
  readonly value: string;
  readonly label?: string;
}
/** What is suggested at a field; it may depend on what stands elsewhere in the form. */
export type Suggest = readonly Suggestion[] | ((at: AbstractControl) => readonly Suggestion[]);

/** What an empty field stands for: null, or nothing at all. A text that is empty, or an empty list, otherwise. */
type Empty = 'null' | 'absent';

interface Told {
  readonly label: string;
  readonly help?: string;
  /** How many of four columns it takes; one unless told. */
  readonly wide?: 1 | 2 | 3 | 4;
}

/** One value in one field. */
export type Leaf = Told &
  (
    | {
        readonly is: 'text';
        /** With several lines. */
        readonly long?: boolean;
        readonly mono?: boolean;
        readonly suggest?: Suggest;
        readonly empty?: Empty;
      }
    | { readonly is: 'number'; readonly unit?: string; readonly step?: number; readonly empty?: Empty }
    | { readonly is: 'flag'; readonly empty?: 'absent' }
    | { readonly is: 'choice'; readonly choices: readonly Suggestion[]; readonly empty?: Empty }
    | { readonly is: 'day' }
    /** Words in any order, such as ids: each a chip. */
    | { readonly is: 'words'; readonly suggest?: Suggest; readonly empty?: Empty }
    /** Texts, one a line. */
    | { readonly is: 'lines'; readonly empty?: Empty }
    /** A command: its words with blanks between, in quotes where they hold some. */
    | { readonly is: 'command'; readonly empty?: Empty }
    /** A text, a number, yes or no. */
    | { readonly is: 'scalar'; readonly empty?: Empty }
    /** A value of the trait that the form names around it. */
    | { readonly is: 'trait'; readonly spec: (at: AbstractControl) => TraitSpec | null }
  );

/** Fields side by side. What an object has beside them is kept as it is. */
export interface Group extends Told {
  readonly is: 'group';
  readonly fields: Readonly<Record<string, Node>>;
  /** It need not be there: how that is written, and with what it begins. */
  readonly optional?: { readonly empty: Empty; readonly fresh: unknown };
}

/** Things of one sort in an order that a hand gives them. */
export interface List extends Told {
  readonly is: 'list';
  /** What one of them is called: "way". */
  readonly one: string;
  readonly of: Node;
  /** A new one, beside those that are there. */
  readonly fresh: (beside: readonly unknown[]) => unknown;
  /** What an entry says of itself while it is closed; entries without are shown open, in a row each. */
  readonly says?: (value: unknown, at: AbstractControl) => string;
  readonly empty?: 'absent';
}

/** Things by name. */
export interface ByName extends Told {
  readonly is: 'by name';
  readonly one: string;
  /** What a name is: "Distribution". */
  readonly nameLabel: string;
  readonly suggest?: Suggest;
  /** Only what is suggested is a name: it is chosen from a menu, and not typed. */
  readonly only?: boolean;
  readonly of: Node;
  readonly fresh: unknown;
  readonly says?: (name: string, value: unknown, at: AbstractControl) => string;
  readonly empty?: 'absent';
}

/** One of several shapes. */
export interface Either extends Told {
  readonly is: 'either';
  /** Which branch a value belongs to; null where it belongs to none. */
  readonly pick: (value: unknown) => string | null;
  readonly branches: readonly Branch[];
}
export interface Branch {
  readonly id: string;
  readonly label: string;
  readonly of: Node;
  readonly fresh: unknown;
  /** Whether it can be chosen here; it can unless told. */
  readonly fits?: (at: AbstractControl) => boolean;
}

/** What a document is made of, as a form shows it. Which values are right its schema says, not this. */
export type Node = Leaf | Group | List | ByName | Either;

export const choicesOf = (values: readonly string[]): readonly Suggestion[] =>
  values.map((value) => ({ value }));

/** Fields side by side, without a name of their own. */
export const groupOf = (fields: Group['fields']): Group => ({ is: 'group', label: '', fields });

/** A text in one field. */
export const textField = (
  label: string,
  more: Partial<Extract<Leaf, { readonly is: 'text' }>> = {},
): Leaf => ({
  is: 'text',
  label,
  ...more,
});

/** Lines of the same fields, as many as there are: the whole of a section. A new one is as told. */
export const linesOf = (
  one: string,
  fresh: unknown,
  fields: Group['fields'],
  more: Partial<Pick<List, 'empty' | 'says'>> = {},
): List => ({ is: 'list', label: '', one, fresh: () => fresh, of: groupOf(fields), ...more });
