import { computed } from 'alien-signals';
import { isDraft } from 'immer';
import { dequal } from 'dequal';
import { isView } from './view.ts';

/** What a query is asked of: records first, then what it is about. Records are known by identity, the rest by value. */
type Asked = object | string | number | boolean | null;

/** An answer that could not be made. Kept like any other, so that whoever asks again is told the same. */
class Failed {
  constructor(readonly error: unknown) {}
}

/** The kept answers of one query about one set of records, by what else was asked. */
type Kept<T> = Map<unknown, () => T | Failed>;

/** Records lead, one after the other, to the answers kept for all of them together. */
class Branch<T> {
  private readonly further = new WeakMap<object, Branch<T>>();
  readonly kept: Kept<T> = new Map();

  to(record: object, all: readonly Asked[]): Branch<T> {
    const known = this.further.get(record);
    if (known) return known;
    const branch = new Branch<T>();
    this.further.set(record, branch);
    for (const asked of all)
      if (isRecord(asked) && isView(asked)) keptOf.set(asked, [...(keptOf.get(asked) ?? []), branch.kept]);
    return branch;
  }
}

/** Where to let go of answers about what is gone from a view. Other records never lose anything, and must not hold on to those they were asked with. */
const keptOf = new WeakMap<object, readonly Kept<unknown>[]>();
const isRecord = (asked: Asked): asked is object =>
  (typeof asked === 'object' && asked !== null) || typeof asked === 'function';
const runs = new Map<string, number>();

/** Whether answers about a record may be kept: not while somebody may still write it, as they may a draft or a plan that is not frozen. */
function isSettled(record: object): boolean {
  if (isView(record)) return true;
  return !isDraft(record) && (!('format' in record) || Object.isFrozen(record));
}

function keep<T>(name: string, make: () => T, same: (a: T, b: T) => boolean): () => T | Failed {
  return computed<T | Failed>((last) => {
    runs.set(name, (runs.get(name) ?? 0) + 1);
    try {
      const next = make();
      return last !== undefined && !(last instanceof Failed) && same(last, next) ? last : next;
    } catch (error) {
      return new Failed(error);
    }
  });
}

/**
 * A pure function of records and of what it is asked about, that keeps its answers. Of records that are views (see `viewOf`) an answer is
 * made again only when something it read has really changed, and one that comes out equal stays the same object, so that nothing
 * beyond it runs. `name` says what it answers, for counting. Answers are never changed by anybody. What throws, throws again.
 */
export function query<A extends readonly Asked[], T>(
  name: string,
  make: (...asked: A) => T,
  same: (a: T, b: T) => boolean = dequal,
): (...asked: A) => T {
  const root = new Branch<T>();
  return (...asked) => {
    // A query handed to a list's own methods would be asked with the place and the list as well, and hold on to both.
    if (asked.length > make.length) throw new Error(`“${name}” was asked with more than it takes`);
    let branch = root;
    let at = 0;
    for (; at < asked.length; at++) {
      const record = asked[at] as Asked;
      if (!isRecord(record)) break;
      if (at === 0 && !isSettled(record)) return make(...asked);
      branch = branch.to(record, asked.slice(0, at + 1));
    }
    const key = asked.length - at === 1 ? asked[at] : asked.slice(at).join('\n');
    let answer = branch.kept.get(key);
    if (!answer) {
      answer = keep(name, () => make(...asked), same);
      branch.kept.set(key, answer);
    }
    const value = answer();
    if (value instanceof Failed) throw value.error;
    return value;
  };
}

/** Lets go of the answers about something that is gone from a record. */
export function forget(record: object, about: string): void {
  for (const kept of keptOf.get(record) ?? []) kept.delete(about);
}

/** How often each query ran during some work, by name. */
export function countRuns<T>(work: () => T): { value: T; ran: Readonly<Record<string, number>> } {
  const before = new Map(runs);
  const value = work();
  const ran = [...runs].flatMap(([name, count]): [string, number][] => {
    const more = count - (before.get(name) ?? 0);
    return more > 0 ? [[name, more]] : [];
  });
  return { value, ran: Object.fromEntries(ran.sort((a, b) => (a[0] < b[0] ? -1 : 1))) };
}
