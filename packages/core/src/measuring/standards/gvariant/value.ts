/**
 * A value of settings as GLib keeps it, with its type as the D-Bus Specification writes types (`as`: an array of strings; `m`: maybe).
 * Whole numbers of all sizes are bigints, so that none is rounded.
 */
export type GVariant =
  | { readonly type: string; readonly is: 'flag'; readonly value: boolean }
  | { readonly type: string; readonly is: 'whole'; readonly value: bigint }
  | { readonly type: string; readonly is: 'double'; readonly value: number }
  | { readonly type: string; readonly is: 'text'; readonly value: string }
  /** An array, a tuple, an entry of a dictionary, as the type says. */
  | { readonly type: string; readonly is: 'list'; readonly items: readonly GVariant[] }
  /** A variant holds a value of any type. */
  | { readonly type: string; readonly is: 'variant'; readonly value: GVariant }
  | { readonly type: string; readonly is: 'maybe'; readonly value: GVariant | null };
