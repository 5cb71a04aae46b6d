/** A command that cannot be carried out on these rows, and why. Nothing was changed. */
export class CommandRefused extends Error {
  constructor(
    readonly code: 'unknown-id' | 'bad-value' | 'outside' | 'in-use',
    sentence: string,
  ) {
    super(sentence);
  }
}

/** The row of this id. @throws CommandRefused when there is none */
export function need<T>(table: Readonly<Record<string, T>>, id: string, what: string): T {
  const row = Object.hasOwn(table, id) ? table[id] : undefined;
  if (row === undefined) throw new CommandRefused('unknown-id', `There is no such ${what} in this coat.`);
  return row;
}

/** The position after the last of a table's rows; 0 in an empty one. */
export function last(table: Readonly<Record<string, { readonly position: number }>>): number {
  return Object.values(table).reduce((most, row) => Math.max(most, row.position), -1) + 1;
}
