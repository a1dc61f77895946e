import { entryOf } from '../lookups/index.ts';
import { type Plan, type Side, type WallPlace, isOnWall, otherSide } from '../plan/index.ts';
import { readable } from '../plan/settled.ts';

/** Something that hangs on a wall: where it begins along it, how much of it it takes, and how to put it elsewhere. */
export interface Hung {
  readonly at: number;
  readonly width: number;
  /** `turned`: onto a wall that runs the other way, so hands change sides. */
  put(wall: string, at: number, turned: boolean): void;
}

function hung<T extends { wall: string; at: number }>(
  thing: T,
  width: number,
  turn: (thing: T) => void,
): Hung {
  return {
    at: thing.at,
    width,
    put(wall, at, turned) {
      thing.wall = wall;
      thing.at = at;
      if (turned) turn(thing);
    },
  };
}

/** Everything that hangs on a wall: openings, measured members, obstacles, fixtures, boxes and panels. */
export function hungOn(draft: Plan, wallId: string): Hung[] {
  const now = readable(draft);
  /** The places of a collection's entries that are on the wall, to be written; no other entry is drafted. */
  const here = <T, P extends { wall?: string | undefined }>(
    collection: (plan: Plan) => Record<string, T>,
    placeOf: (entry: T) => P,
  ) =>
    Object.entries(collection(now)).flatMap(([id, entry]) =>
      placeOf(entry).wall === wallId ? [placeOf(entryOf(collection(draft), id)) as P & { wall: string }] : [],
    );
  const itself = <T>(entry: T): T => entry;
  const turnSide = (t: { side: Side }) => void (t.side = otherSide(t.side));
  return [
    ...here((p) => p.openings, itself).map((o) =>
      hung(o, o.width, (t) => {
        t.hinge = t.hinge === 'from' ? 'to' : 'from';
        t.swing = otherSide(t.swing);
      }),
    ),
    ...here((p) => p.members, itself).map((m) => hung(m, 0, () => undefined)),
    ...here((p) => p.obstacles, itself).map((x) => hung(x, x.width, () => undefined)),
    ...here((p) => p.fixtures, itself).map((f) => hung(f, f.width, turnSide)),
    // A box that hangs elsewhere has no wall.
    ...here(
      (p) => p.boxes,
      (b) => b.on as WallPlace,
    ).map((on) => hung(on, 0, turnSide)),
    ...here(
      (p) => p.panels,
      (p) => p.on,
    ).map((on) => hung(on, 0, turnSide)),
  ];
}

/** Moves everything that hangs on a wall along it: for a wall whose own start has moved. */
export function shiftThings(draft: Plan, wallId: string, by: number): void {
  if (Math.abs(by) < 1e-9) return;
  for (const thing of hungOn(draft, wallId)) thing.put(wallId, thing.at + by, false);
}

/** Deletes a wall with everything that hangs on it, and points nothing uses any more. */
export function dropWall(draft: Plan, wallId: string): void {
  delete draft.walls[wallId];
  for (const name of ['openings', 'members', 'obstacles'] as const)
    for (const [id, entry] of Object.entries(draft[name])) if (entry.wall === wallId) delete draft[name][id];
  for (const [id, f] of Object.entries(draft.fixtures)) if (f.wall === wallId) delete draft.fixtures[id];
  for (const [id, b] of Object.entries(draft.boxes))
    if (isOnWall(b.on) && b.on.wall === wallId) dropEnd(draft, 'boxes', id);
  for (const [id, p] of Object.entries(draft.panels)) if (p.on.wall === wallId) dropEnd(draft, 'panels', id);
  const used = new Set(Object.values(draft.walls).flatMap((w) => [w.from, w.to]));
  for (const id of Object.keys(draft.points)) if (!used.has(id)) delete draft.points[id];
}

/** Deletes a box or panel with its devices and runs; circuits of a panel lose it. */
export function dropEnd(draft: Plan, collection: 'boxes' | 'panels', id: string): void {
  delete draft[collection][id];
  for (const [runId, run] of Object.entries(draft.runs))
    if (run.from === id || run.to === id) delete draft.runs[runId];
  for (const c of Object.values(draft.circuits)) if (c.panel === id) c.panel = null;
  dropDevices(
    draft,
    Object.keys(draft.devices).filter((d) => entryOf(draft.devices, d).box === id),
  );
}

/** Deletes devices, and controls that lose their last switch or light. */
export function dropDevices(draft: Plan, gone: readonly string[]): void {
  for (const device of gone) delete draft.devices[device];
  for (const [controlId, c] of Object.entries(draft.controls)) {
    c.switches = c.switches.filter((d) => !gone.includes(d));
    c.loads = c.loads.filter((d) => !gone.includes(d));
    if (c.switches.length === 0 || c.loads.length === 0) delete draft.controls[controlId];
  }
}
