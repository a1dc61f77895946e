import { query } from '../incremental/index.ts';
import type { HolePlace } from './drilling.ts';
import { distanceTo, type RunEnd } from './ends.ts';
import type { RouteGraph } from './graph.ts';
import type { ChangedPlace } from './holeChanges.ts';
import { atLeast, boundOf, type StepCost } from './prices.ts';
import { freeAt, type Way } from './route.ts';

/** A way with what it was found in. */
interface Found {
  readonly from: RunEnd;
  readonly to: RunEnd;
  readonly stepCost: StepCost;
  readonly way: Way | null;
}

/** Names of the places of a way, made once. */
const keysOf = query(
  'keys of hole places',
  (places: readonly HolePlace[]): ReadonlySet<string> => new Set(places.map((p) => p.key)),
  Object.is,
);

/** Whether a cable finds other room at one of its own places. */
export function isOwnChanged(places: readonly HolePlace[], changed: readonly ChangedPlace[]): boolean {
  if (changed.length === 0) return false;
  const own = keysOf(places);
  return changed.some(({ place }) => own.has(place.key));
}

/** Whether a way stays the best though holes were drilled elsewhere, or are there no longer: none of them near enough to be worth going to. */
export function isStillBest(
  { from, to, stepCost, way }: Found,
  changed: readonly ChangedPlace[],
  graph: RouteGraph,
): boolean {
  if (!way) return changed.every((c) => !c.isBetter);
  const bound = boundOf(graph, stepCost, true);
  const free = freeAt(to, graph);
  return changed.every(({ place: { at }, isBetter }) => {
    if (!isBetter) return true;
    const ground = { x0: at.x, x1: at.x, y0: at.y, y1: at.y };
    const inches = distanceTo(from, ground, bound) + distanceTo(to, ground, bound);
    return atLeast(bound, inches, 0, free) > way.cost * (1 + 1e-9) + 1e-6;
  });
}
