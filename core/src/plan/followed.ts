import { signal } from 'alien-signals';
import { dequal } from 'dequal';
import { markView, viewOf } from '../incremental/index.ts';
import { entryOf, valueIn } from '../lookups/index.ts';
import { compareIds } from '../lookups/ids.ts';
import { groups, keepGroups, keysIn, type GroupName } from './groups.ts';
import { collections, type CollectionName } from './collections.ts';
import type { Plan } from './plan.ts';

type Cell<T> = { (): T; (value: T): void };
type Changed = (id: string, from: unknown, to: unknown) => void;

const cellOf = <K, T>(cells: Map<K, Cell<T>>, key: K, first: T): Cell<T> => {
  const known = cells.get(key);
  if (known) return known;
  const made: Cell<T> = signal<T>(first);
  cells.set(key, made);
  return made;
};

/** One record of the plan as cells: one for its ids, one for each entry that is there or was ever asked for. */
class Cells {
  private readonly entries = new Map<string, Cell<unknown>>();
  private readonly ids: Cell<readonly string[]> = signal<readonly string[]>([]);
  private held: Readonly<Record<string, unknown>> = {};
  readonly view = viewOf<unknown>({ ids: () => this.ids(), get: (id) => this.cell(id)() });

  /** `shown`: an entry as those who read it see it. */
  constructor(private readonly shown: (entry: never) => unknown = (entry) => entry) {}

  private cell(id: string): Cell<unknown> {
    return cellOf(this.entries, id, undefined);
  }

  /** Takes the record as it is now and tells of every entry that really changed. */
  take(next: Readonly<Record<string, unknown>>, changed: Changed): void {
    if (next === this.held) return;
    let moved = false;
    for (const id of Object.keys(this.held)) {
      if (Object.hasOwn(next, id)) continue;
      moved = true;
      this.change(id, undefined, changed);
      this.entries.delete(id);
    }
    for (const id of Object.keys(next)) {
      if (this.held[id] === next[id]) continue;
      moved ||= !Object.hasOwn(this.held, id);
      this.change(id, this.shown(next[id] as never), changed);
    }
    if (moved) this.ids(Object.keys(next).sort(compareIds));
    this.held = next;
  }

  private change(id: string, to: unknown, changed: Changed): void {
    const cell = this.cell(id);
    const from = cell();
    if (dequal(from, to)) return;
    cell(to);
    changed(id, from, to);
  }
}

const none: readonly string[] = [];

/** The groups of a plan that is followed: the ids under each key are a cell. */
class Groups {
  private readonly members = new Map<string, Set<string>>();
  private readonly cells = new Map<string, Cell<readonly string[]>>();
  private readonly touched = new Set<string>();

  ids(name: GroupName, key: string): readonly string[] {
    return cellOf(this.cells, `${name} ${key}`, none)();
  }

  /** An entry goes from what it named to what it names. */
  move(name: GroupName, id: string, from: unknown, to: unknown): void {
    const before = from === undefined ? none : keysIn(name, from);
    const after = to === undefined ? none : keysIn(name, to);
    for (const key of before) if (!after.includes(key)) this.under(name, key).delete(id);
    for (const key of after) if (!before.includes(key)) this.under(name, key).add(id);
  }

  private under(name: GroupName, key: string): Set<string> {
    const place = `${name} ${key}`;
    this.touched.add(place);
    const known = this.members.get(place) ?? new Set<string>();
    this.members.set(place, known);
    return known;
  }

  /** Tells whoever reads a key that was touched. */
  settle(): void {
    for (const place of this.touched)
      cellOf(this.cells, place, none)([...valueIn(this.members, place)].sort(compareIds));
    this.touched.clear();
  }
}

/** What only says how a person may go on editing: nothing that follows from a plan reads it, so nothing runs when it changes. */
const shownOf: Partial<Record<CollectionName, (entry: never) => unknown>> = {
  walls: (wall: Plan['walls'][string]) => (wall.locked ? { ...wall, locked: false } : wall),
  runs: (run: Plan['runs'][string]) => (run.pinned ? { ...run, pinned: false } : run),
};

const groupNames = Object.keys(groups) as GroupName[];
const groupsOf = Object.fromEntries(
  collections.map((c) => [c, groupNames.filter((g) => groups[g].of === c)]),
) as Record<CollectionName, GroupName[]>;

/**
 * A plan that is followed from edit to edit. `view` reads like a plan whose records are sorted by id; queries that read it depend on just
 * the entries, ids and groups they read. Entries that an edit leaves alone, or gives the same content, stay the same objects.
 */
export class FollowedPlan {
  private readonly records = Object.fromEntries(
    collections.map((name) => [name, new Cells(shownOf[name])]),
  ) as Record<CollectionName, Cells>;
  private readonly beside = {
    job: new Cells(),
    prices: new Cells(),
    values: new Cells(),
    reasons: new Cells(),
  };
  private readonly groups = new Groups();
  private readonly edition = signal<Plan['rules']['edition'] | null>(null);
  private readonly service = signal<Plan['service'] | null>(null);
  readonly view: Plan;

  constructor() {
    const { edition, service, beside } = this;
    const rules = { edition: null, values: beside.values.view, reasons: beside.reasons.view };
    Object.defineProperty(rules, 'edition', { get: () => edition(), enumerable: true });
    const view: Record<string, unknown> = {
      format: 'fieldchalk.plan',
      version: 1,
      job: beside.job.view,
      rules,
      prices: beside.prices.view,
      ...Object.fromEntries(collections.map((name) => [name, entryOf(this.records, name).view])),
    };
    Object.defineProperty(view, 'service', { get: () => service(), enumerable: true });
    this.view = markView(view) as unknown as Plan;
    keepGroups(this.view, { ids: (name, key) => this.groups.ids(name, key) });
  }

  /** Takes a plan in place of the one before, and says which entries are gone. What changed is found by comparing, which identity makes short. */
  take(plan: Plan): readonly string[] {
    const gone: string[] = [];
    for (const name of collections)
      this.records[name].take(plan[name], (id, from, to) => {
        for (const group of groupsOf[name]) this.groups.move(group, id, from, to);
        if (to === undefined) gone.push(id);
      });
    this.groups.settle();
    const nobody = () => undefined;
    this.beside.job.take(plan.job, nobody);
    this.beside.prices.take(plan.prices, nobody);
    this.beside.values.take(plan.rules.values, nobody);
    this.beside.reasons.take(plan.rules.reasons, nobody);
    if (!dequal(this.service(), plan.service)) this.service(plan.service);
    this.edition(plan.rules.edition);
    return gone;
  }
}
