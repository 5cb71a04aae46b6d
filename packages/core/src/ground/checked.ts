/**
 * Reading what has to be there. The types of lists, records and maps say that there may be nothing at an index or under a key;
 * where the code around knows better, these say so, and stop at once where it was wrong.
 */

/** The entry of a list at an index, from 0. @throws RangeError where there is none: a fault of the code */
export function nth<T>(list: ArrayLike<T>, index: number): T {
  const value = list[index];
  if (value === undefined) throw new RangeError(`There is no entry ${index} in a list of ${list.length}.`);
  return value;
}

/** What a record holds under a key. @throws RangeError where it holds nothing: a fault of the code */
export function keyed<T>(
  record: Readonly<Record<string | number, T>>,
  key: string | number,
): Exclude<T, undefined> {
  const value = record[key];
  if (value === undefined) throw new RangeError(`There is nothing under ${key}.`);
  return value as Exclude<T, undefined>;
}

/** What a map holds for a key. @throws RangeError where it holds nothing: a fault of the code */
export function mapped<K, V>(map: { get(key: K): V | undefined }, key: K): V {
  const value = map.get(key);
  if (value === undefined) throw new RangeError(`There is nothing for ${String(key)}.`);
  return value;
}
