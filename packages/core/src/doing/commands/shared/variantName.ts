import { CommandRefused } from '../../../model/coat/refused.js';
import type { CoatRows } from '../../../model/coat/rows.js';

/** A name that no other variant has: the address tells variants by their names. @throws CommandRefused */
export function freeName(
  rows: CoatRows,
  { id, name }: { readonly id: string; readonly name: string },
): string {
  const same = (v: { readonly id: string; readonly name: string }) =>
    v.id !== id && v.name.toLowerCase() === name.toLowerCase();
  if (Object.values(rows.variant).some(same))
    throw new CommandRefused('in-use', `There is a variant named ${name} already.`);
  return name;
}
