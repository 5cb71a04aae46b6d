/** What a key of a settings schema takes. */
export type SchemaTakes =
  | { readonly as: 'number'; readonly least: number; readonly most: number; readonly isWhole: boolean }
  | { readonly as: 'choice'; readonly values: readonly string[] }
  /** Any of some words at once. */
  | { readonly as: 'flags'; readonly values: readonly string[] }
  | { readonly as: 'flag' }
  | { readonly as: 'text' }
  | { readonly as: 'texts' }
  /** Anything else, by its type alone. */
  | { readonly as: 'other' };

/** One key of a settings schema. */
export interface SchemaKey {
  readonly name: string;
  /** Its type as GVariant writes types; of an enumeration `s`, of flags `as`, as they are typed. */
  readonly type: string;
  readonly takes: SchemaTakes;
  /** What holds where nothing was set, in GVariant text; null where it could not be read. */
  readonly first: string | null;
  readonly summary: string;
  readonly help: string;
}

/** A schema of settings: keys that belong together. */
export interface Schema {
  readonly id: string;
  /** Where its values are kept; null: it stands once for each thing, at paths of their own. */
  readonly path: string | null;
  readonly keys: readonly SchemaKey[];
}

/** Schemas of a machine, and what of them could not be read, in sentences. */
export interface Schemas {
  readonly schemas: readonly Schema[];
  readonly problems: readonly string[];
}

/** A text file by its name. */
export interface TextFile {
  readonly name: string;
  readonly text: string;
}
