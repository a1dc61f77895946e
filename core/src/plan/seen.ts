import { dequal } from 'dequal';
import type { Patch } from 'immer';
import type { Plan } from './plan.ts';

type Path = readonly (string | number)[];

/** A record by its keys; null for what has no keys of its own, lists as well. */
export const recordOf = (value: unknown): Readonly<Record<string, unknown>> | null =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
    ? (value as Record<string, unknown>)
    : null;

/** What stands at a place of a plan; undefined where there is no such place. Places are reached by own keys; a list has none. */
export function standsAt(plan: Plan, path: Path): unknown {
  return path.reduce<unknown>((at, key) => {
    const record = recordOf(at);
    return record && Object.hasOwn(record, key) ? record[key] : undefined;
  }, plan);
}

/** How far a path leads before it enters a list; the whole path where it enters none. */
function upToList(plan: unknown, path: Path): Path {
  let at = plan;
  for (const [i, key] of path.entries()) {
    if (Array.isArray(at)) return path.slice(0, i);
    at = (at as Record<string, unknown> | undefined)?.[key];
  }
  return path;
}

/**
 * Patches between two plans with each list that changed given whole, once: by its place in a list nobody can tell an item when others change the
 * list as well.
 */
export function listsWhole(patches: readonly Patch[], from: Plan, to: Plan): Patch[] {
  const whole = new Set<string>();
  return patches.flatMap((patch): Patch[] => {
    const path = upToList(from, patch.path);
    if (path.length === patch.path.length) return [patch];
    const key = JSON.stringify(path);
    if (whole.has(key)) return [];
    whole.add(key);
    return [{ op: 'replace', path: [...path], value: standsAt(to, path) }];
  });
}

/** A place of a plan that a change has seen otherwise than it is. */
export interface SeenOtherwise {
  readonly path: readonly (string | number)[];
  /** What the change saw there; undefined for nothing. */
  readonly saw: unknown;
  /** What is there. */
  readonly stands: unknown;
}

/**
 * The places where a plan is not as a change saw it: its inverse says what that was. A change may be laid only on a plan where there are none, or it
 * would take away what its maker never saw.
 */
export function seenOtherwise(plan: Plan, inverse: readonly Patch[]): SeenOtherwise[] {
  return inverse.flatMap(({ op, path, value }): SeenOtherwise[] => {
    const saw: unknown = op === 'remove' ? undefined : (value as unknown);
    const stands = standsAt(plan, path);
    return dequal(saw, stands) ? [] : [{ path, saw, stands }];
  });
}
