import { dequal } from 'dequal';
import { entryOf } from '../lookups/index.ts';
import { compareIds } from '../plan/ids.ts';
import type { Plan } from '../plan/index.ts';
import { settled } from '../plan/settled.ts';

/** Ids of new entries that are just like ones that are gone, with the ids those had. `near`: what two that are alike have alike, for looking fewer through. */
function comeBack<T>(
  before: Readonly<Record<string, T>>,
  now: Readonly<Record<string, T>>,
  near: (entry: T) => string,
): Map<string, string> {
  const gone = new Map<string, string[]>();
  for (const [id, entry] of Object.entries(before))
    if (!Object.hasOwn(now, id)) gone.set(near(entry), [...(gone.get(near(entry)) ?? []), id]);
  const found = new Map<string, string>();
  for (const [id, entry] of Object.entries(now)) {
    if (Object.hasOwn(before, id)) continue;
    const likely = gone.get(near(entry)) ?? [];
    const was = likely.find((other) => dequal(entryOf(before, other), entry));
    if (was === undefined) continue;
    likely.splice(likely.indexOf(was), 1);
    found.set(id, was);
  }
  return found;
}

/**
 * The ids of cables laid anew, each with the id it is to have: its own of before where it comes back, else a new one that leaves it in the order the
 * cables were laid, as later ones go by the holes of earlier ones.
 */
function inOrder(found: ReadonlyMap<string, string>, fresh: readonly string[]): Map<string, string> {
  const ids = new Map<string, string>();
  const end = fresh.findLastIndex((id) => found.has(id));
  let last = '';
  for (const [i, id] of fresh.entries()) {
    const was = found.get(id);
    const comesBack = was !== undefined && compareIds(last, was) < 0;
    last = comesBack ? was : i < end ? between(last, id) : id;
    ids.set(id, last);
  }
  return ids;
}

/** A cable’s id after one and before the next whole number, by a new number: `k4-81` of `k4` or `k4-30` and `k81`. */
export function between(last: string, fresh: string): string {
  const [, whole = '0'] = /^k(\d+)/.exec(last) ?? [];
  return `k${whole}-${fresh.slice(1)}`;
}

/**
 * Gives circuits and cables that were proposed anew, in a plan draft, the ids they had where they come out as they were: that is no change, and what the
 * crew ticked stays. All others have ids that nothing had.
 */
export function keepSame(draft: Plan, before: Plan): void {
  const circuits = comeBack(before.circuits, settled(draft).circuits, (c) => `${c.panel} ${c.space}`);
  for (const [id, was] of circuits) {
    draft.circuits[was] = entryOf(before.circuits, was);
    delete draft.circuits[id];
  }
  for (const part of [draft.devices, draft.runs])
    for (const entry of Object.values(part)) {
      const was = circuits.get(entry.circuit ?? '');
      if (was !== undefined) entry.circuit = was;
    }
  const now = settled(draft).runs;
  const runs = comeBack(before.runs, now, (r) => `${r.from} ${r.to}`);
  const fresh = Object.keys(now).filter((id) => !Object.hasOwn(before.runs, id));
  for (const [id, to] of inOrder(runs, fresh.sort(compareIds))) {
    if (id === to) continue;
    draft.runs[to] = to === runs.get(id) ? entryOf(before.runs, to) : entryOf(now, id);
    delete draft.runs[id];
  }
}
