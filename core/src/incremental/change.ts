import { dequal } from 'dequal';

/**
 * How a value differs from one before. Plain data, so that it can cross to another thread: another value; other entries of a record, with
 * all its names in order where those are others; or a list made of stretches of the one before and of new items.
 */
export type Change =
  | { readonly set: unknown }
  | { readonly entries: Readonly<Record<string, Change>>; readonly names?: readonly string[] }
  | { readonly list: readonly Stretch[] };

/** Items of a list: from the list before, so many from an index on; or new ones. */
export type Stretch =
  { readonly from: number; readonly count: number } | { readonly items: readonly unknown[] };

type Plain = Readonly<Record<string, unknown>>;
const isRecord = (value: unknown): value is Plain =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

function listChange(before: readonly unknown[], after: readonly unknown[]): Change | null {
  const at = new Map(before.map((item, i) => [item, i]));
  const stretches: ({ from: number; count: number } | { items: unknown[] })[] = [];
  after.forEach((item, i) => {
    const known = at.get(item) ?? (dequal(before[i], item) && i < before.length ? i : undefined);
    const last = stretches.at(-1);
    if (known === undefined) {
      if (last && 'items' in last) last.items.push(item);
      else stretches.push({ items: [item] });
    } else if (last && 'from' in last && last.from + last.count === known) last.count++;
    else stretches.push({ from: known, count: 1 });
  });
  const [only, ...more] = stretches;
  const isSame =
    more.length === 0 && only && 'from' in only && only.from === 0 && only.count === before.length;
  return isSame || (after.length === 0 && before.length === 0) ? null : { list: stretches };
}

function recordChange(before: Plain, after: Plain): Change | null {
  const names = Object.keys(after);
  const entries: Record<string, Change> = {};
  for (const name of names) {
    const change = Object.hasOwn(before, name) ? changeOf(before[name], after[name]) : { set: after[name] };
    if (change) entries[name] = change;
  }
  const isOther = !dequal(Object.keys(before), names);
  if (!isOther && Object.keys(entries).length === 0) return null;
  return isOther ? { entries, names } : { entries };
}

/** How one value differs from another; null where they come to the same. What is the same object is not looked into. */
export function changeOf(before: unknown, after: unknown): Change | null {
  if (Object.is(before, after)) return null;
  if (Array.isArray(before) && Array.isArray(after)) return listChange(before, after);
  if (isRecord(before) && isRecord(after)) return recordChange(before, after);
  return { set: after };
}

/** A value with a change made to it. Whatever the change leaves alone stays the same object. */
export function withChange<T>(before: T, change: Change | null): T {
  if (!change) return before;
  if ('set' in change) return change.set as T;
  if ('list' in change) {
    const list = before as readonly unknown[];
    return change.list.flatMap((s) => ('items' in s ? s.items : list.slice(s.from, s.from + s.count))) as T;
  }
  const record = before as Plain;
  const names = change.names ?? Object.keys(record);
  return Object.fromEntries(
    names.map((name) => [name, withChange(record[name], change.entries[name] ?? null)]),
  ) as T;
}
