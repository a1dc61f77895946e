import { idsOf, query } from '../incremental/index.ts';
import { compareIds } from '../plan/ids.ts';
import { entryOf, must, nth } from '../lookups/index.ts';
import { isData } from '../materials/index.ts';
import type { Run } from '../plan/index.ts';
import type { Laid } from './cableLine.ts';
import { Drilling, DrilledSteps, placesOf, sharedAt, type HolePlace } from './drilling.ts';
import { crowded, type Rooms } from './search.ts';
import { distanceTo, openEnd, runEnd, type RunEnd, type Ways } from './ends.ts';
import type { RouteGraph } from './graph.ts';
import { isSameEnd, keptIn } from './keptWays.ts';
import { openSpaces } from './openSpaces.ts';
import { bitsOf, largestFor, type LargestBits } from './boreLimits.ts';
import { HoleChanges, type ChangedPlace } from './holeChanges.ts';
import { atLeast, boundOf, type StepCost } from './prices.ts';
import { cableCents } from './price.ts';
import {
  costToNode,
  findWay,
  freeAt,
  isInOneBay,
  stepBetweenEnds,
  stepCostFor,
  stepInBay,
  type Way,
} from './route.ts';
import { routeGraph } from './routeGraph.ts';
import { findWayThrough, stopAt } from './through.ts';
import { wallPiece } from './wallPiece.ts';

/** A run as it was laid last, with what it was laid in and the holes it asked for. */
interface Kept {
  readonly graph: RouteGraph;
  readonly from: RunEnd;
  readonly to: RunEnd;
  readonly stepCost: StepCost;
  readonly cable: string;
  readonly through: Run['through'];
  readonly way: Way | null;
  readonly places: readonly HolePlace[];
}

/** Runs as they were laid one after the other, and as each was laid once more among all others. */
interface KeptRuns {
  readonly first: ReadonlyMap<string, Kept>;
  readonly again: ReadonlyMap<string, Kept>;
}
const none: ReadonlyMap<string, Kept> = new Map();

/** The runs laid last, in their order. */
const keptRuns = new WeakMap<Ways, KeptRuns>();

/** Both ends of a run; null where the framing gives no way to one of them. */
export function endsOfRun(w: Ways, id: string): { from: RunEnd; to: RunEnd } | null {
  const run = w.plan.runs[id];
  if (!run) return null;
  const from = runEnd(w, run.from);
  const to = run.to === null ? openEnd(w, run) : runEnd(w, run.to);
  return from && to ? { from, to } : null;
}

/** A run that needs no way through the framing: it stays in one bay, or hangs at both ends over open ground in one space. Nothing for any other. */
function layNear(w: Ways, run: Run, { from, to }: { from: RunEnd; to: RunEnd }): Laid | undefined {
  if (run.through.length > 0) return undefined;
  const inBay = stepInBay(from, to, (wall) => wallPiece(w, wall).bays);
  if (inBay && isInOneBay(from, to, run.way) && inBay.kind !== 'groove') return 'in one bay';
  const step = stepBetweenEnds(from, to, openSpaces(w));
  if (!step) return undefined;
  const stepCost = stepCostFor(w.rules, run.way, cableCents(w.plan, run.cable, w.rules));
  return stepCost(step) < Infinity ? 'in one space' : undefined;
}

/** Names of the places of a way, made once. */
const keysOf = query(
  'keys of hole places',
  (places: readonly HolePlace[]): ReadonlySet<string> => new Set(places.map((p) => p.key)),
  Object.is,
);

/** Whether a cable finds other room at one of its own places. */
function isOwnChanged(places: readonly HolePlace[], changed: readonly ChangedPlace[]): boolean {
  if (changed.length === 0) return false;
  const own = keysOf(places);
  return changed.some(({ place }) => own.has(place.key));
}

/** Whether a way stays the best though holes were drilled elsewhere, or are there no longer: none of them near enough to be worth going to. */
function isStillBest(
  kept: Kept,
  way: Way | null,
  changed: readonly ChangedPlace[],
  graph: RouteGraph,
): boolean {
  if (!way) return changed.every((c) => !c.isBetter);
  const bound = boundOf(graph, kept.stepCost, true);
  const free = freeAt(kept.to, graph);
  return changed.every(({ place: { at }, isBetter }) => {
    if (!isBetter) return true;
    const ground = { x0: at.x, x1: at.x, y0: at.y, y1: at.y };
    const inches = distanceTo(kept.from, ground, bound) + distanceTo(kept.to, ground, bound);
    return atLeast(bound, inches, 0, free) > way.cost * (1 + 1e-9) + 1e-6;
  });
}

/** What all ways of one kind of cable are laid in. */
interface Laying {
  readonly w: Ways;
  readonly graph: RouteGraph;
  readonly steps: DrilledSteps;
  readonly changes: HoleChanges;
  readonly before: ReadonlyMap<string, Kept>;
  /** The holes there were last time, by the steps of a graph. */
  readonly rooms: (graph: RouteGraph) => Rooms;
}

const isAlike = (a: HolePlace, b: HolePlace): boolean => a.most === b.most && a.largest === b.largest;
const samePlaces = (a: readonly HolePlace[], b: readonly HolePlace[]): boolean =>
  a.length === b.length &&
  a.every((p, i) => p.key === nth(b, i).key && p.step === nth(b, i).step && isAlike(p, nth(b, i)));

/** The holes a way asks for, worked out once. */
const placesOfWay = query(
  'hole places of way',
  (way: Way, bits: LargestBits): readonly HolePlace[] => placesOf(way, (m) => largestFor(bits, m)),
  Object.is,
);

/** What a way costs by the holes there are now, given the places it goes through. */
function costNow(
  way: Way,
  { stepCost, cable, places }: Pick<Kept, 'stepCost' | 'cable' | 'places'>,
  { graph, changes }: Laying,
  ends: { from: RunEnd; to: RunEnd },
): number {
  const rooms = new Map(places.map((p) => [p.step, changes.roomFor(p, cable)]));
  const along = way.steps.reduce((sum, step, i) => {
    const room = rooms.get(i);
    return sum + stepCost(step, room === 'shared') + (room === 'none' ? crowded : 0);
  }, 0);
  const [first, last] = [nth(way.nodes, 0), nth(way.nodes, way.nodes.length - 1)];
  return along + costToNode(ends.from, first, graph, stepCost) + costToNode(ends.to, last, graph, stepCost);
}

/** Lays a run that leaves its bay and its space: as it was, for as long as that must be the best, else by a search that knows the holes drilled before it. */
function layThrough(laying: Laying, id: string, run: Run, ends: { from: RunEnd; to: RunEnd }): Kept {
  const { w, graph, steps, changes, before, rooms } = laying;
  const { cable } = run;
  const cents = cableCents(w.plan, cable, w.rules);
  const stepCost = stepCostFor(w.rules, run.way, cents);
  // Whatever way is asked for, its steps cost what they do anywhere or more; on the surface holes cost nothing.
  const least = run.way === 'surface' ? null : { stepCost: stepCostFor(w.rules, 'auto', cents), rooms };
  const known = before.get(id);
  const isSame =
    known?.stepCost === stepCost &&
    known.cable === cable &&
    known.through === run.through &&
    (run.through.length === 0 || known.graph === graph) &&
    isSameEnd(known.from, ends.from, known.graph, graph) &&
    isSameEnd(known.to, ends.to, known.graph, graph);
  const kept = isSame ? keptIn(graph, { ...known, ...ends }, least) : null;
  const changed = kept ? changes.forCable(cable) : [];
  const isGood = kept && known && !isOwnChanged(known.places, changed);
  const stays = isGood && kept.isBest && isStillBest({ ...known, ...ends }, kept.way, changed, graph);
  const drilled = { placeOf: steps.placeOf, roomAt: steps.roomsFor(cable) };
  const search = () =>
    run.through.length > 0
      ? wayThrough(w, run, ends, graph, { stepCost, rooms: drilled })
      : findWay(ends, graph, stepCost, {
          rooms: drilled,
          // What still goes costs what it did, or what it does by the holes there are now, and the best no more.
          ...(kept?.way && known
            ? { atMost: isGood ? kept.way.cost : costNow(kept.way, known, laying, ends) }
            : {}),
        });
  const way = stays ? kept.way : search();
  const places = way && run.way !== 'surface' ? placesOfWay(way, bitsOf(w)) : [];
  const same = known && samePlaces(known.places, places) ? known.places : places;
  return { ...ends, graph, stepCost, cable, through: run.through, way, places: same };
}

/** The way of a run that is told where to go through; a place that takes no cable, or no longer, is passed by. */
function wayThrough(
  w: Ways,
  run: Run,
  ends: { from: RunEnd; to: RunEnd },
  graph: RouteGraph,
  { stepCost, rooms }: { stepCost: StepCost; rooms: Rooms },
): Way | null {
  const stops = run.through.flatMap((place) => stopAt(w, place) ?? []);
  return findWayThrough(ends, stops, graph, stepCost, rooms);
}

/** The holes that were asked for last time, as the steps of a graph go through them; worked out when first asked for. */
function roomsBefore(...before: readonly ReadonlyMap<string, Kept>[]): (graph: RouteGraph) => Rooms {
  let known: { graph: RouteGraph; rooms: Rooms } | null = null;
  return (graph) => {
    if (known?.graph !== graph) {
      const all = before.flatMap((runs) => [...runs.values()]);
      const keys = new Set(all.flatMap((k) => k.places.map((p) => p.key)));
      known = { graph, rooms: sharedAt(graph, keys) };
    }
    return known.rooms;
  };
}

/** Runs of last time and of now, in the order of their ids: one that is gone comes where it stood, so that later ones learn of it. */
function inOrder(ids: readonly string[], before: ReadonlyMap<string, Kept>): string[] {
  const now = new Set(ids);
  const gone = [...before.keys()].filter((id) => !now.has(id));
  return gone.length === 0 ? [...ids] : [...ids, ...gone].sort(compareIds);
}

/** What runs are laid in, one by one. */
interface Round {
  readonly w: Ways;
  readonly graph: RouteGraph;
  readonly sharing: ConstructorParameters<typeof Drilling>[0];
  /** Runs that leave their bay and their space, with their ends, in the order of their ids. */
  readonly through: ReadonlyMap<string, { readonly from: RunEnd; readonly to: RunEnd }>;
}

/** One run after the other: a hole that is there costs less than a new one, and a full one takes no more. */
function layInTurn(
  { w, graph, sharing, through }: Round,
  before: ReadonlyMap<string, Kept>,
): Map<string, Kept> {
  const drilling = new Drilling(sharing);
  const steps = new DrilledSteps(graph, drilling);
  const changes = new HoleChanges(sharing, drilling);
  const laying = { w, graph, steps, changes, before, rooms: roomsBefore(before) };
  const now = new Map<string, Kept>();
  for (const id of inOrder([...through.keys()], before)) {
    const ends = through.get(id);
    const kept = ends && layThrough(laying, id, entryOf(w.plan.runs, id), ends);
    if (kept) now.set(id, kept);
    changes.pass(before.get(id), kept);
    if (kept?.way) steps.note(kept.way, kept.places);
  }
  return now;
}

/** Each run once more among all others: it goes by holes that came after it, where that saves more than it costs. All together never cost more than before. */
function layAmongOthers(
  { w, graph, sharing, through }: Round,
  first: ReadonlyMap<string, Kept>,
  before: KeptRuns,
): Map<string, Kept> {
  const drilling = new Drilling(sharing);
  const steps = new DrilledSteps(graph, drilling);
  const changes = new HoleChanges(sharing, drilling);
  const rooms = roomsBefore(before.first, before.again);
  const laying = { w, graph, steps, changes, before: before.again, rooms };
  const order = inOrder([...through.keys()], before.first);
  for (const id of order) {
    const kept = first.get(id);
    changes.pass(before.first.get(id), kept);
    if (kept?.way) steps.note(kept.way, kept.places);
  }
  const now = new Map<string, Kept>();
  for (const id of order) {
    const [ends, own] = [through.get(id), first.get(id)];
    changes.take(before.first.get(id), own);
    const kept = ends && own?.way ? layThrough(laying, id, entryOf(w.plan.runs, id), ends) : own;
    if (kept) now.set(id, kept);
    changes.pass(before.again.get(id), kept);
    if (kept?.way) steps.note(kept.way, kept.places);
  }
  return now;
}

/** How each run goes that is of one kind of cable: one after the other in the order of their ids, and then each once more among all others. */
function layAll(w: Ways, ids: readonly string[]): Map<string, Laid | null> {
  const ways = new Map<string, Laid | null>();
  const through = new Map<string, { from: RunEnd; to: RunEnd }>();
  for (const id of ids) {
    const ends = endsOfRun(w, id);
    const laid = !ends ? null : layNear(w, entryOf(w.plan.runs, id), ends);
    if (laid === undefined) through.set(id, must(ends, 'the ends of a run'));
    ways.set(id, laid ?? null);
  }
  const sharing = { perHole: w.rules('drill.perHole'), perPlate: w.rules('drill.perPlate') };
  const round = { w, graph: routeGraph(w), sharing, through };
  const before = keptRuns.get(w) ?? { first: none, again: none };
  const first = layInTurn(round, before.first);
  const again = layAmongOthers(round, first, before);
  for (const [id, ends] of through)
    ways.set(id, grooved(w, entryOf(w.plan.runs, id), ends, must(again.get(id), 'a run that was laid')));
  keptRuns.set(w, { first, again });
  return ways;
}

/** In foam block the groove from box to box, where no way over costs less. */
function grooved(
  w: Ways,
  run: Run,
  { from, to }: { from: RunEnd; to: RunEnd },
  { way, stepCost }: Kept,
): Laid | null {
  const step = run.through.length > 0 ? null : stepInBay(from, to, (wall) => wallPiece(w, wall).bays);
  if (step?.kind !== 'groove' || !isInOneBay(from, to, run.way)) return way;
  return way && way.cost <= stepCost(step) ? way : 'in one bay';
}

function isSameWays(a: ReadonlyMap<string, Laid | null>, b: ReadonlyMap<string, Laid | null>): boolean {
  if (a.size !== b.size) return false;
  for (const [id, way] of b) if (a.get(id) !== way || !a.has(id)) return false;
  return true;
}

/** How the runs of one kind of cable go, by run; null where there is no way. */
const waysOfKind = query(
  'ways of runs',
  (w: Ways, ofData: boolean): ReadonlyMap<string, Laid | null> =>
    layAll(
      w,
      idsOf(w.plan.runs).filter((id) => isData(entryOf(w.plan.runs, id).cable) === ofData),
    ),
  isSameWays,
);

/** How a run goes; null where there is no way, and nothing for one that is not there. `w`: as cable of its kind goes. */
export const wayOfRun = query(
  'way of run',
  (w: Ways, id: string): Laid | null | undefined => {
    const run = w.plan.runs[id];
    return run && waysOfKind(w, isData(run.cable)).get(id);
  },
  Object.is,
);
