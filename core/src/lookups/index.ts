/** Look-ups of what must be there. Each throws an error that names what is missing and what there is, instead of going on with nothing. */

const named = (keys: readonly string[]): string =>
  keys.length === 0
    ? 'nothing'
    : `${keys.slice(0, 5).join(', ')}${keys.length > 5 ? `, ${keys.length} in all` : ''}`;

/** The entry of a record under an id. */
export function entryOf<T>(record: { readonly [id: string]: T | undefined }, id: string): T {
  const found = record[id];
  if (found === undefined) throw new Error(`“${id}” is not among ${named(Object.keys(record))}`);
  return found;
}

/** The value of a map under a key. */
export function valueIn<K, V>(map: ReadonlyMap<K, V>, key: K): V {
  const found = map.get(key);
  if (found === undefined)
    throw new Error(`“${String(key)}” is not among ${named([...map.keys()].map(String))}`);
  return found;
}

/** Item `index` of a list, counted from 0. */
export function nth<T>(list: { readonly length: number; readonly [index: number]: T }, index: number): T {
  const found = list[index];
  if (found === undefined) throw new Error(`item ${index} of a list of ${list.length}`);
  return found;
}

/** The last item of a list. */
export function lastOf<T>(list: readonly T[]): T {
  return nth(list, list.length - 1);
}

/** The list of a map under a key, which begins empty. */
export function listUnder<K, V>(map: Map<K, V[]>, key: K): V[] {
  const known = map.get(key);
  if (known) return known;
  const list: V[] = [];
  map.set(key, list);
  return list;
}

/** A value that cannot be missing here; `what` says what it is. */
export function must<T>(value: T | null | undefined, what: string): T {
  if (value === null || value === undefined) throw new Error(`${what} is missing`);
  return value;
}

/** Closes a switch over a union: a kind that was added and not handled fails to compile, and throws should it arrive from outside. */
export function never(value: never): never {
  throw new Error(`“${String(value)}” is not handled`);
}
