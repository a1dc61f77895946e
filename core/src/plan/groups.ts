import { isDraft } from 'immer';
import { idsOf } from '../incremental/index.ts';
import { compareIds } from '../lookups/ids.ts';
import { entryOf } from '../lookups/index.ts';
import { isChase } from './chase.ts';
import type { CollectionName } from './collections.ts';
import type { Plan } from './plan.ts';

type Entry<C extends CollectionName> = Plan[C][string];

interface Group<C extends CollectionName> {
  readonly of: C;
  readonly keysOf: (entry: Entry<C>) => readonly string[];
}
const group = <C extends CollectionName>(of: C, keysOf: Group<C>['keysOf']): Group<C> => ({ of, keysOf });

const hung = (on: Entry<'boxes'>['on']): string[] =>
  'wall' in on ? [] : ['ceiling' in on ? on.ceiling : on.floor];

/** What belongs together in a plan: entries of a collection by something they name. */
export const groups = {
  devicesInBox: group('devices', (d) => [d.box]),
  /** Those on no circuit are under an empty key. */
  devicesOnCircuit: group('devices', (d) => [d.circuit ?? '']),
  devicesOfKind: group('devices', (d) => [d.kind]),
  controlsOfDevice: group('controls', (c) => [...c.switches, ...c.loads]),
  controlsOfLoad: group('controls', (c) => c.loads),
  boxesOnWall: group('boxes', ({ on }) => ('wall' in on ? [on.wall] : [])),
  panelsOnWall: group('panels', ({ on }) => [on.wall]),
  boxesOn: group('boxes', ({ on }) => ['wall' in on ? 'wall' : 'ceiling' in on ? 'ceiling' : 'floor']),
  /** Boxes in the ceiling or the floor of a room. */
  boxesHungIn: group('boxes', ({ on }) => hung(on)),
  runsAtEnd: group('runs', (r) => (r.to === null ? [r.from] : [r.from, r.to])),
  runsOnCircuit: group('runs', (r) => (r.circuit === null ? [] : [r.circuit])),
  openingsInWall: group('openings', (o) => [o.wall]),
  openingsOfKind: group('openings', (o) => [o.kind]),
  membersInWall: group('members', (m) => [m.wall]),
  /** Shafts that cable goes up and down in, all of them. */
  chases: group('obstacles', (x) => (isChase(x) ? ['all'] : [])),
  obstaclesInWall: group('obstacles', (x) => [x.wall]),
  fixturesInRoom: group('fixtures', (f) => [f.room]),
  fixturesOnWall: group('fixtures', (f) => (f.wall === undefined ? [] : [f.wall])),
  fixturesOfKind: group('fixtures', (f) => [f.kind]),
  circuitsOnPanel: group('circuits', (c) => (c.panel === null ? [] : [c.panel])),
  acceptedOfRule: group('accepted', (a) => [a.rule]),
  panelsFedBy: group('panels', (p) => [p.source]),
} as const;
export type GroupName = keyof typeof groups;
type CollectionOf<G extends GroupName> = (typeof groups)[G]['of'];

/** The keys of a group an entry is found by, each once. */
export function keysIn(name: GroupName, entry: unknown): readonly string[] {
  const keys = (groups[name].keysOf as (entry: unknown) => readonly string[])(entry);
  return keys.length < 2 ? keys : [...new Set(keys)];
}

/** Ids of a group by key, kept by whoever follows a plan. */
export interface GroupIndex {
  readonly ids: (name: GroupName, key: string) => readonly string[];
}
const followed = new WeakMap<Plan, GroupIndex>();

/** Says where the groups of a plan that is followed are kept. */
export const keepGroups = (plan: Plan, index: GroupIndex): void => void followed.set(plan, index);

const none: readonly string[] = [];
const found = new WeakMap<object, Map<GroupName, Map<string, string[]>>>();

/** Groups of a collection that nobody changes any more, made once. */
function groupedOnce(collection: Readonly<Record<string, unknown>>, name: GroupName): Map<string, string[]> {
  const byName = found.get(collection) ?? new Map<GroupName, Map<string, string[]>>();
  found.set(collection, byName);
  const known = byName.get(name);
  if (known) return known;
  const byKey = new Map<string, string[]>();
  for (const id of idsOf(collection))
    for (const key of keysIn(name, collection[id])) {
      const list = byKey.get(key);
      if (list) list.push(id);
      else byKey.set(key, [id]);
    }
  byName.set(name, byKey);
  return byKey;
}

/** Ids of the entries of a group under a key, sorted. */
export function idsIn(plan: Plan, name: GroupName, key: string): readonly string[] {
  const index = followed.get(plan);
  if (index) return index.ids(name, key);
  const collection = plan[groups[name].of] as Readonly<Record<string, unknown>>;
  if (!isDraft(collection) && Object.isFrozen(collection))
    return groupedOnce(collection, name).get(key) ?? none;
  return Object.keys(collection)
    .filter((id) => keysIn(name, collection[id]).includes(key))
    .sort(compareIds);
}

/** Entries of a group under a key with their ids, in the order of the ids. */
export function entriesIn<G extends GroupName>(
  plan: Plan,
  name: G,
  key: string,
): [id: string, entry: Entry<CollectionOf<G>>][] {
  const collection = plan[groups[name].of] as Readonly<Record<string, Entry<CollectionOf<G>>>>;
  return idsIn(plan, name, key).map((id) => [id, entryOf(collection, id)]);
}

/** Entries of a group under a key, in the order of their ids. */
export function valuesIn<G extends GroupName>(plan: Plan, name: G, key: string): Entry<CollectionOf<G>>[] {
  const collection = plan[groups[name].of] as Readonly<Record<string, Entry<CollectionOf<G>>>>;
  return idsIn(plan, name, key).map((id) => entryOf(collection, id));
}
