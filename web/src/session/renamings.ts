/** Ids that a change gave and another had given too, with those it gives now. */
export type Renames = ReadonlyMap<string, string>;

/** Texts people write: what looks like an id there is none. */
const writtenByPeople: ReadonlySet<string> = new Set(['name', 'label', 'reason', 'note', 'text']);

/** A value with ids put in place of others, wherever they stand as a value or a key. */
export function renamed<T>(value: T, renames: Renames): T;
export function renamed(value: unknown, renames: Renames): unknown {
  if (typeof value === 'string') return renames.get(value) ?? value;
  if (Array.isArray(value)) return value.map((v: unknown) => renamed(v, renames));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, v]) => [
      renames.get(key) ?? key,
      writtenByPeople.has(key) ? (v as unknown) : renamed<unknown>(v, renames),
    ]),
  );
}

/**
 * All that was renamed in a window, in its order. What somebody holds by an id of a while ago (a drawing that is not up to date yet, an edit
 * that waits) is found by the id it has now.
 */
export class Renamings {
  private readonly all: Renames[] = [];
  private readonly keys = new Map<string, string>();

  add(renames: Renames): void {
    const before = [...renames.keys()].map((from) => [from, this.keyOf(from)] as const);
    this.all.push(renames);
    // An id left by what had it is another's from here on.
    for (const [from] of before) this.keys.set(from, `${from} ${this.all.length}`);
    for (const [from, key] of before) this.keys.set(renames.get(from) ?? from, key);
  }

  /** How many times something was renamed so far: a moment to follow ids from. */
  get moment(): number {
    return this.all.length;
  }

  /** A value that names things by the ids they had at a moment, with those they have now. */
  followed<T>(value: T, since: number): T {
    return this.all.slice(since).reduce((own, renames) => renamed(own, renames), value);
  }

  /** The id that something had at a moment, of one it has now; empty where nothing had it then that has it now. */
  idAt(moment: number, now: string): string {
    return this.all.slice(moment).reduceRight((id, renames) => {
      const had = [...renames].find(([, to]) => to === id)?.[0];
      return had ?? (renames.has(id) ? '' : id);
    }, now);
  }

  /** The same for one thing whatever its id becomes, and no other's. */
  keyOf(id: string): string {
    return this.keys.get(id) ?? id;
  }
}
