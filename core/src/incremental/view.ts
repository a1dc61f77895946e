import { compareIds } from '../lookups/ids.ts';
import { must } from '../lookups/index.ts';

/** What a view answers by: its ids, sorted as people read them, and the entry of an id; nothing for one that is not there. */
export interface Source<T> {
  readonly ids: () => readonly string[];
  readonly get: (id: string) => T | undefined;
}

const sources = new WeakMap<object, Source<unknown> | null>();

/** Whether a record answers by queries, so that whoever reads one of its entries depends on just that one. */
export const isView = (record: object): boolean => sources.has(record);

/** Says of an object whose parts are views that it may be asked as they are. */
export function markView<T extends object>(record: T): T {
  sources.set(record, null);
  return record;
}

/** A record over a source. It reads like a plain one whose ids are sorted. */
export function viewOf<T>(source: Source<T>): Readonly<Record<string, T>> {
  const view = new Proxy<Record<string, T>>(
    {},
    {
      get: (_, id) => (typeof id === 'string' ? source.get(id) : undefined),
      has: (_, id) => typeof id === 'string' && source.get(id) !== undefined,
      ownKeys: () => [...source.ids()],
      getOwnPropertyDescriptor: (_, id) =>
        typeof id === 'string' && source.ids().includes(id)
          ? { value: undefined, enumerable: true, configurable: true, writable: true }
          : undefined,
      set: () => false,
      deleteProperty: () => false,
    },
  );
  sources.set(view, source);
  return view;
}

/** The ids of a record, sorted as people read them. Who asks a view for them depends on no entry. */
export function idsOf(record: Readonly<Record<string, unknown>>): readonly string[] {
  const source = sources.get(record);
  return source ? source.ids() : Object.keys(record).sort(compareIds);
}

/** Looks entries up by ids that are there, in a view without going through its traps. */
function lookUp<T>(record: Readonly<Record<string, T>>): (id: string) => T {
  const source = sources.get(record) as Source<T> | null | undefined;
  return (id) => must(source ? source.get(id) : record[id], `the entry “${id}”`);
}

/** The entries of a record with their ids, in the order of the ids. */
export function entriesOf<T>(record: Readonly<Record<string, T>>): [id: string, entry: T][] {
  const entry = lookUp(record);
  return idsOf(record).map((id) => [id, entry(id)]);
}

/** The entries of a record in the order of their ids. */
export const valuesOf = <T>(record: Readonly<Record<string, T>>): T[] => idsOf(record).map(lookUp(record));

/** A plain record of what is made for each id, without those for which nothing is. */
export function gathered<T>(
  ids: readonly string[],
  make: (id: string) => T | null | undefined,
): Readonly<Record<string, T>> {
  const record: Record<string, T> = {};
  for (const id of ids) {
    const made = make(id);
    if (made !== null && made !== undefined) record[id] = made;
  }
  return record;
}
