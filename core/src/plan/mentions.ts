import { valueIn } from '../lookups/index.ts';
import { collections, isOnWall, type CollectionName, type Plan } from './index.ts';
import type { Looked } from './integrity.ts';

/** Entries that a change has touched, by collection: those that are there, and those that are gone. */
export interface Changed {
  readonly there: (name: CollectionName) => readonly string[];
  readonly gone: (name: CollectionName) => readonly string[];
}

/** What an invariant could be broken for by a change: what it touched, what stands on moved ground, and what names something that is gone. */
export function mentioning(plan: Plan, { there, gone }: Changed): Looked {
  const look = new Map(collections.map((name) => [name, new Set(there(name))]));
  const add = <C extends CollectionName>(name: C, names: (entry: Plan[C][string]) => boolean): void => {
    const own = valueIn(look, name);
    for (const [id, entry] of Object.entries(plan[name]))
      if (!own.has(id) && names(entry as Plan[C][string])) own.add(id);
  };
  const among = (ids: Iterable<string>) => {
    const set = new Set(ids);
    return set.size === 0 ? null : (id: string | null | undefined) => typeof id === 'string' && set.has(id);
  };
  const isPoint = among([...there('points'), ...gone('points')]);
  if (isPoint) add('walls', (w) => isPoint(w.from) || isPoint(w.to));
  const isWall = among([...valueIn(look, 'walls'), ...gone('walls')]);
  if (isWall) {
    for (const name of ['openings', 'members', 'obstacles', 'fixtures'] as const)
      add(name, (thing: { wall?: string | undefined }) => isWall(thing.wall));
    add('panels', (p) => isWall(p.on.wall));
    add('boxes', (b) => isOnWall(b.on) && isWall(b.on.wall));
  }
  const isLevel = among(gone('levels'));
  if (isLevel) {
    add('points', (p) => isLevel(p.level));
    add('rooms', (r) => isLevel(r.level));
    add('runs', (r) => isLevel(r.endsAt?.level) || r.through.some((p) => isLevel(p.level)));
  }
  const isRoom = among(gone('rooms'));
  if (isRoom) {
    add('boxes', ({ on }) => !isOnWall(on) && isRoom('ceiling' in on ? on.ceiling : on.floor));
    add('fixtures', (f) => isRoom(f.room));
  }
  const isModel = among(gone('models'));
  if (isModel) add('boxes', (b) => isModel(b.model));
  const isBox = among(gone('boxes'));
  if (isBox) add('devices', (d) => isBox(d.box));
  const isDevice = among(gone('devices'));
  if (isDevice) add('controls', (c) => c.switches.some(isDevice) || c.loads.some(isDevice));
  const isPanel = among(gone('panels'));
  if (isPanel) {
    add('panels', (p) => isPanel(p.source));
    add('circuits', (c) => isPanel(c.panel));
  }
  const isEnd = among([...gone('boxes'), ...gone('panels')]);
  if (isEnd) add('runs', (r) => isEnd(r.from) || isEnd(r.to));
  const isCircuit = among(gone('circuits'));
  if (isCircuit) {
    add('devices', (d) => isCircuit(d.circuit));
    add('runs', (r) => isCircuit(r.circuit));
  }
  for (const id of there('boxes')) if (Object.hasOwn(plan.panels, id)) valueIn(look, 'panels').add(id);
  return Object.fromEntries([...look].map(([name, ids]) => [name, [...ids]])) as unknown as Looked;
}
